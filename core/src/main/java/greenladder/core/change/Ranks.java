package greenladder.core.change;

import greenladder.core.item.ItemKey;
import greenladder.core.rank.Rank;
import greenladder.core.snapshot.Snapshot;
import java.util.List;
import java.util.Objects;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * Ranks of the past in the order of today: each {@link Shortening} since rewrote a stretch of the
 * order, and a rank within that stretch goes to the same gap between the rewritten ones.
 */
final class Ranks {
    private final Snapshot snapshot;

    /** Of each shortening, the oldest first: ranks before by ranks after. */
    private final List<TreeMap<String, String>> shortenings;

    Ranks(Snapshot snapshot, List<List<Change>> shortenings) {
        this.snapshot = snapshot;
        this.shortenings =
                shortenings.stream()
                        .map(changes -> {
                            var map = new TreeMap<String, String>();
                            changes.forEach(change ->
                                    map.put(
                                            Objects.requireNonNull(change.before()),
                                            Objects.requireNonNull(change.after())));
                            return map;
                        })
                        .toList();
    }

    /** Whether a rank has only been rewritten since: what was given then is what stands now. */
    boolean isSame(@Nullable String then, @Nullable String now) {
        if (then == null || now == null) {
            return false;
        }
        var rewritten = then;
        for (var shortening : shortenings) {
            rewritten = shortening.getOrDefault(rewritten, rewritten);
        }
        return rewritten.equals(now);
    }

    /** Where an item goes back to; a place that is taken meanwhile is passed by a little. */
    String nowFor(ItemKey item, String then) {
        var text = then;
        for (var shortening : shortenings) {
            text = translated(shortening, text);
        }
        var rank = new Rank(text);
        var order = snapshot.order();
        var taken = order.findAt(rank);
        return taken.isEmpty() || taken.get().equals(item)
                ? text
                : Rank.between(rank, order.nextAbove(rank)).text();
    }

    /**
     * A rank between two rewritten ones goes to the same share of the way between what they became,
     * so that what stood before another stands before it still.
     */
    private static String translated(TreeMap<String, String> shortening, String text) {
        var same = shortening.get(text);
        if (same != null) {
            return same;
        }
        var below = shortening.lowerEntry(text);
        var above = shortening.higherEntry(text);
        return Rank.sameShare(
                        new Rank(text),
                        below == null ? null : new Rank(below.getKey()),
                        above == null ? null : new Rank(above.getKey()),
                        below == null ? null : new Rank(below.getValue()),
                        above == null ? null : new Rank(above.getValue()))
                .text();
    }
}
