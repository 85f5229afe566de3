package greenladder.core.trace;

import greenladder.core.item.ItemKey;
import greenladder.core.item.TraceLink;
import greenladder.core.snapshot.Links.Linked;
import java.time.Instant;

/** Says that a link still holds, as its ends read now. */
public record ConfirmLink(ItemKey from, String id) implements LinkCommand {
    @Override
    public String kept(Linked linked, Instant at) {
        var link = linked.link();
        return link.confirmed(at, TraceLink.digest(link.type(), linked.from(), linked.to())).text();
    }
}
