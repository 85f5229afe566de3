package greenladder.core.trace;

import greenladder.core.change.Change;
import greenladder.core.change.Command;
import greenladder.core.change.Need;
import greenladder.core.change.OperationKind;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems.Found;
import greenladder.core.item.ItemKey;
import greenladder.core.snapshot.Links;
import greenladder.core.snapshot.Links.Linked;
import greenladder.core.snapshot.Snapshot;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** A command on a link that is there. */
interface LinkCommand extends Command {
    /** The item that has it. */
    ItemKey from();

    /** As {@link Linked#id} gives it. */
    String id();

    /** What is kept of it afterwards; null for nothing. */
    @Nullable String kept(Linked linked, Instant at);

    @Override
    default OperationKind kind() {
        return OperationKind.EDIT;
    }

    @Override
    default List<ItemKey> items() {
        return List.of(from());
    }

    @Override
    default Need need(Snapshot snapshot) {
        return Need.WORK;
    }

    @Override
    default Drawn draw(Snapshot snapshot, Instant at, Found found) {
        var linked = new Links(snapshot).find(id()).orElse(null);
        if (linked == null) {
            found.add(Problem.SINGLE, "link", "There is no such link any more.");
            return new Drawn(List.of(), List.of());
        }
        var link = linked.link();
        return new Drawn(
                List.of(from()),
                List.of(new Change(from(), link.field(), link.text(), kept(linked, at))));
    }
}
