package greenladder.planning;

import greenladder.core.item.TraceLink;
import greenladder.core.papers.Baseline;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.trace.SendReview.Past;
import greenladder.core.value.ItemKey;
import java.util.HashMap;
import java.util.Map;
import java.util.function.Consumer;
import org.springframework.stereotype.Component;

/** What a baseline holds, to be sent to people as it stood then. */
@Component
public class ReviewOfPast {
    private final Moments moments;

    ReviewOfPast(Moments moments) {
        this.moments = moments;
    }

    /** Of the items of a baseline that somebody sees now, the texts that they had then. */
    public Past of(Snapshot now, Baseline baseline) {
        var then = moments.at(now, baseline.product(), baseline.at()).snapshot();
        Map<ItemKey, String> seen = new HashMap<>();
        Consumer<Node> read =
                node -> {
                    if (now.findItem(node.item().key()).isPresent()) {
                        seen.put(node.item().key(), TraceLink.digestOf(node.item()));
                    }
                };
        if (baseline.under() == null) {
            then.roots(baseline.product()).forEach(root -> root.walk(read));
        } else {
            then.findNode(baseline.under()).ifPresent(node -> node.walk(read));
        }
        return new Past(baseline.at(), seen);
    }
}
