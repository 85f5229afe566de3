package greenladder.core.change;

import greenladder.core.change.Decisions.Drawn;
import greenladder.core.item.Field;
import greenladder.core.item.ItemKey;
import greenladder.core.ladder.Ladder;
import greenladder.core.rank.Rank;
import greenladder.core.rank.RankOrder.Slot;
import java.util.ArrayList;
import java.util.List;

/**
 * Rewrites the ranks around an item whose own has grown long. Takes in more and more neighbours,
 * doubling, until the keys beyond them leave room for short ones; at the worst the whole order. The
 * order itself stays.
 */
final class Shortening {
    private static final int SHORT = 12;

    private final Ladder ladder;
    private final ItemKey around;

    Shortening(Ladder ladder, ItemKey around) {
        this.ladder = ladder;
        this.around = around;
    }

    Drawn draw() {
        var slots = ladder.order().slots();
        var item = ladder.requireNode(around).item();
        int middle = ladder.order().indexOf(new Slot<>(item.rank(), around));
        for (int reach = 8; ; reach *= 2) {
            int from = Math.max(0, middle - reach);
            int to = Math.min(slots.size(), middle + reach + 1);
            boolean whole = from == 0 && to == slots.size();
            var low = from == 0 ? null : slots.get(from - 1).rank();
            var high = to == slots.size() ? null : slots.get(to).rank();
            var ranks = Rank.spread(low, high, to - from);
            if (whole || ranks.stream().allMatch(rank -> rank.text().length() <= SHORT)) {
                var changes = new ArrayList<Change>();
                for (int i = from; i < to; i++) {
                    var slot = slots.get(i);
                    changes.add(
                            new Change(
                                    slot.key(),
                                    Field.RANK,
                                    slot.rank().text(),
                                    ranks.get(i - from).text()));
                }
                // The neighbours that stay are logged as they are: a rank of the past is found its
                // place between what stays and what was rewritten.
                for (int end : new int[] {from - 1, to}) {
                    if (end >= 0 && end < slots.size()) {
                        var rank = slots.get(end).rank().text();
                        changes.add(new Change(slots.get(end).key(), Field.RANK, rank, rank));
                    }
                }
                return new Drawn(List.of(around), changes);
            }
        }
    }
}
