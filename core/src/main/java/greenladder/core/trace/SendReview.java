package greenladder.core.trace;

import static greenladder.core.trace.PaperCommand.wrong;

import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.item.TraceLink;
import greenladder.core.papers.Review;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * Sends items to people to read, as they stand or as they stood at an earlier moment.
 *
 * @param about keys; none where they are sent as they stood
 * @param below whether all that stands below them goes with them
 * @param past null where they are sent as they stand
 * @param readers sign-in names
 */
public record SendReview(
        String product,
        String name,
        String words,
        List<ItemKey> about,
        boolean below,
        @Nullable Past past,
        Set<String> readers,
        String who)
        implements NewPaper {
    /**
     * @param at a moment of the past
     * @param seen a digest of the text that each item had then
     */
    public record Past(Instant at, Map<ItemKey, String> seen) {}

    @Override
    public PlanKey.Kind paperKind() {
        return PlanKey.Kind.REVIEW;
    }

    @Override
    public Optional<Review> made(Snapshot snapshot, Instant at, ProblemCollector found) {
        PaperCommand.requireThere(snapshot, about, product, found);
        PaperCommand.requireHere(snapshot, readers, found);
        if (readers.isEmpty()) {
            wrong(found, "readers", "Say who should review it.");
        }
        if (!found.isEmpty()) {
            return Optional.empty();
        }
        var seen = past == null ? asTheyStand(snapshot) : asTheyStood(snapshot, past);
        if (seen.isEmpty()) {
            wrong(found, "items", "Say what should be reviewed.");
        }
        return Optional.of(
                new Review(
                        "",
                        product,
                        PaperCommand.line(name),
                        PaperCommand.line(words),
                        who,
                        at,
                        past == null ? at : past.at(),
                        seen,
                        readers,
                        Map.of(),
                        null));
    }

    private SortedMap<ItemKey, String> asTheyStand(Snapshot snapshot) {
        var seen = new TreeMap<ItemKey, String>();
        for (var key : about) {
            var node = snapshot.requireNode(key);
            if (below) {
                node.walk(one -> seen.put(one.item().key(), TraceLink.digestOf(one.item())));
            } else {
                seen.put(key, TraceLink.digestOf(node.item()));
            }
        }
        return seen;
    }

    private static SortedMap<ItemKey, String> asTheyStood(Snapshot snapshot, Past past) {
        var seen = new TreeMap<ItemKey, String>();
        past.seen()
                .forEach((key, digest) -> {
                    if (snapshot.findItem(key).isPresent()) {
                        seen.put(key, digest);
                    }
                });
        return seen;
    }
}
