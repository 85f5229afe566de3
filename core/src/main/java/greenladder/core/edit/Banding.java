package greenladder.core.edit;

import greenladder.core.edit.Placement.Placed;
import greenladder.core.item.Item;
import greenladder.core.level.Level;
import greenladder.core.product.Refining;
import greenladder.core.rank.Rank;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Bands and the order, held together: what comes to a place takes the band of what stands above it,
 * and what is given a band goes to the end of that band. Dropped items count for nothing.
 *
 * @param moving items that have no place at the moment
 */
record Banding(Snapshot snapshot, String product, Level level, Set<ItemKey> moving) {

    /**
     * The band of what comes to a rank: that of the item above it among its product's items of its
     * level, of the item below where it is the first; null where those have none. Time O(log n)
     * where few of its neighbours are dropped.
     */
    @Nullable String at(Rank rank) {
        var order = snapshot.orderOf(product, level);
        int place = order.placeOf(rank);
        for (int above = place - 1; above >= 0; above--) {
            var item = standing(order.slots().get(above).key());
            if (item.isPresent()) {
                return bandOf(item.get());
            }
        }
        for (int below = place; below < order.size(); below++) {
            var item = standing(order.slots().get(below).key());
            if (item.isPresent()) {
                return bandOf(item.get());
            }
        }
        return null;
    }

    /**
     * Ranks for items that go to the end of a band: behind the last item of that band or of a more
     * pressing one, first of all where there is none. What has no band any more goes behind all
     * that have one.
     */
    Placed endOf(@Nullable String band, int count) {
        int wanted = refining().placeOf(band);
        var placement = new Placement(snapshot, product, level, count, moving);
        return snapshot.orderOf(product, level).slots().reversed().stream()
                .flatMap(slot -> standing(slot.key()).stream())
                .filter(item -> bandOf(item) != null && refining().placeOf(bandOf(item)) <= wanted)
                .findFirst()
                .map(last -> placement.at(new Target.After(last.key())))
                .orElseGet(() -> placement.at(new Target.First()));
    }

    private Optional<Item> standing(ItemKey key) {
        return moving.contains(key)
                ? Optional.empty()
                : snapshot.findItem(key).filter(item -> !item.isDropped());
    }

    private Refining refining() {
        return snapshot.requireProduct(product).refining();
    }

    private static @Nullable String bandOf(Item item) {
        return item.details().refinement().band();
    }
}
