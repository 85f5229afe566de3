package greenladder.core.trace;

import static greenladder.core.trace.PaperCommand.wrong;

import greenladder.core.change.Command;
import greenladder.core.change.Need;
import greenladder.core.change.OperationKind;
import greenladder.core.change.PlanChange;
import greenladder.core.change.Problems.Found;
import greenladder.core.item.ItemKey;
import greenladder.core.item.PlanKey;
import greenladder.core.item.Review;
import greenladder.core.item.TraceLink;
import greenladder.core.snapshot.Snapshot;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/**
 * Sends items to people to read.
 *
 * @param items keys
 * @param below whether all that stands below them goes with them
 * @param readers sign-in names
 */
public record SendReview(
        String product,
        String name,
        String words,
        List<ItemKey> about,
        boolean below,
        Set<String> readers,
        String who)
        implements Command {
    @Override
    public OperationKind kind() {
        return OperationKind.PLAN;
    }

    @Override
    public Set<String> inProducts() {
        return Set.of(product);
    }

    @Override
    public Need need(Snapshot snapshot) {
        return Need.WORK;
    }

    @Override
    public Drawn draw(Snapshot snapshot, Instant at, Found found) {
        var workspace = snapshot.workspace();
        PaperCommand.requireThere(snapshot, about, product, found);
        PaperCommand.requireHere(snapshot, readers, found);
        if (readers.isEmpty()) {
            wrong(found, "readers", "Say who is to read it.");
        }
        if (!found.isEmpty()) {
            return new Drawn(List.of(), List.of());
        }
        var seen = new TreeMap<ItemKey, String>();
        for (var key : about) {
            var node = snapshot.requireNode(key);
            if (below) {
                node.walk(one -> seen.put(one.item().key(), TraceLink.digestOf(one.item())));
            } else {
                seen.put(key, TraceLink.digestOf(node.item()));
            }
        }
        var review =
                new Review(
                        workspace.papers().nextKey(PlanKey.Kind.REVIEW, product),
                        product,
                        PaperCommand.line(name),
                        PaperCommand.line(words),
                        who,
                        at,
                        seen,
                        readers,
                        Map.of(),
                        null);
        return new Drawn(
                List.of(),
                List.of(),
                PlanChange.between(workspace, workspace.with(review), Set.of(review.planKey())));
    }
}
