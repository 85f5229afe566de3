package greenladder.core.change;

import greenladder.core.edit.Shortening;
import greenladder.core.rank.Rank;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.util.List;
import java.util.TreeMap;

/**
 * Ranks of the past in the order of today: each {@link Shortening} since rewrote a stretch of the
 * order, and a rank within that stretch goes to the same gap between the rewritten ones.
 */
public final class Ranks {
    private final Snapshot snapshot;

    /** Of each shortening, the oldest first: ranks before by ranks after. */
    private final List<TreeMap<Rank, Rank>> shortenings;

    Ranks(Snapshot snapshot, List<List<Change>> shortenings) {
        this.snapshot = snapshot;
        this.shortenings =
                shortenings.stream()
                        .map(changes -> {
                            var map = new TreeMap<Rank, Rank>();
                            changes.forEach(change ->
                                    map.put(
                                            change.before(Rank.class).orElseThrow(),
                                            change.after(Rank.class).orElseThrow()));
                            return map;
                        })
                        .toList();
    }

    /** Whether a rank has only been rewritten since: what was given then is what stands now. */
    boolean isSame(Rank then, Rank now) {
        var rewritten = then;
        for (var shortening : shortenings) {
            rewritten = shortening.getOrDefault(rewritten, rewritten);
        }
        return rewritten.equals(now);
    }

    /** Where an item goes back to; a place that is taken meanwhile is passed by a little. */
    Rank nowFor(ItemKey item, Rank then) {
        var rank = then;
        for (var shortening : shortenings) {
            rank = translated(shortening, rank);
        }
        var order = snapshot.order();
        var taken = order.findAt(rank);
        return taken.isEmpty() || taken.get().equals(item)
                ? rank
                : Rank.between(rank, order.nextAbove(rank));
    }

    /**
     * A rank between two rewritten ones goes to the same share of the way between what they became,
     * so that what stood before another stands before it still.
     */
    private static Rank translated(TreeMap<Rank, Rank> shortening, Rank rank) {
        var same = shortening.get(rank);
        if (same != null) {
            return same;
        }
        var below = shortening.lowerEntry(rank);
        var above = shortening.higherEntry(rank);
        return Rank.sameShare(
                rank,
                below == null ? null : below.getKey(),
                above == null ? null : above.getKey(),
                below == null ? null : below.getValue(),
                above == null ? null : above.getValue());
    }
}
