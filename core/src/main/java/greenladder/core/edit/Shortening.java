package greenladder.core.edit;

import greenladder.core.change.Change;
import greenladder.core.change.Command.Proposal;
import greenladder.core.item.Field;
import greenladder.core.rank.Rank;
import greenladder.core.rank.RankOrder.Slot;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.util.ArrayList;
import java.util.List;

/**
 * Rewrites the ranks around an item whose own has grown long. Takes in more and more neighbours,
 * doubling, until the keys beyond them leave room for short ones; at the worst the whole order. The
 * order itself stays.
 */
public final class Shortening {
    private static final int SHORT = 12;

    private final Snapshot snapshot;
    private final ItemKey around;

    Shortening(Snapshot snapshot, ItemKey around) {
        this.snapshot = snapshot;
        this.around = around;
    }

    Proposal draw() {
        var slots = snapshot.order().slots();
        var item = snapshot.requireNode(around).item();
        int middle = snapshot.order().indexOf(new Slot<>(item.rank(), around));
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
                            new Change(slot.key(), Field.RANK, slot.rank(), ranks.get(i - from)));
                }
                // The neighbours that stay are logged as they are: a rank of the past is found its
                // place between what stays and what was rewritten.
                for (int end : new int[] {from - 1, to}) {
                    if (end >= 0 && end < slots.size()) {
                        var rank = slots.get(end).rank();
                        changes.add(new Change(slots.get(end).key(), Field.RANK, rank, rank));
                    }
                }
                return new Proposal(List.of(around), changes);
            }
        }
    }
}
