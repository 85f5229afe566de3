package greenladder.core.rank;

import java.util.Arrays;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Items in rank order, immutable, in blocks that the next order shares where it is the same.
 * Finding a place takes O(log n); a change copies the blocks that it touches and the list of
 * blocks.
 *
 * @param <K> what names an item; decides where two ranks are the same
 */
public final class RankOrder<K extends Comparable<K>> {
    private final Blocks<Slot<K>> slots;

    /** One item's place. */
    public record Slot<K extends Comparable<K>>(Rank rank, K key) implements Comparable<Slot<K>> {
        @Override
        public int compareTo(Slot<K> other) {
            int byRank = rank.compareTo(other.rank);
            return byRank != 0 ? byRank : key.compareTo(other.key);
        }
    }

    private RankOrder(Blocks<Slot<K>> slots) {
        this.slots = slots;
    }

    public static <K extends Comparable<K>> RankOrder<K> empty() {
        return new RankOrder<>(Blocks.empty(Comparator.naturalOrder()));
    }

    public int size() {
        return slots.size();
    }

    public List<Slot<K>> slots() {
        return slots;
    }

    /** The place of a slot that is in the order, from 0. */
    public int indexOf(Slot<K> slot) {
        return slots.indexIn(slot);
    }

    public Optional<Slot<K>> first() {
        return slots.isEmpty() ? Optional.empty() : Optional.of(slots.getFirst());
    }

    public Optional<Slot<K>> last() {
        return slots.isEmpty() ? Optional.empty() : Optional.of(slots.getLast());
    }

    /**
     * This order without some of its slots and with others. Time as of {@link Blocks#changed}.
     *
     * @throws IllegalArgumentException if a slot to be removed is not in it
     */
    public RankOrder<K> changed(Collection<Slot<K>> removed, Collection<Slot<K>> added) {
        return removed.isEmpty() && added.isEmpty()
                ? this
                : new RankOrder<>(slots.changed(removed, added));
    }

    /** What stands at a rank; the first where several do. */
    public Optional<K> findAt(Rank rank) {
        int index = firstNotBelow(rank);
        return index < slots.size() && slots.get(index).rank().equals(rank)
                ? Optional.of(slots.get(index).key())
                : Optional.empty();
    }

    /** The next rank above one; null where there is none. */
    public @Nullable Rank nextAbove(Rank rank) {
        int index = firstNotBelow(rank);
        while (index < slots.size() && slots.get(index).rank().equals(rank)) {
            index++;
        }
        return index < slots.size() ? slots.get(index).rank() : null;
    }

    /** How many stand before a rank. */
    public int placeOf(Rank rank) {
        return firstNotBelow(rank);
    }

    private int firstNotBelow(Rank rank) {
        int low = 0;
        int high = slots.size();
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (slots.get(middle).rank().compareTo(rank) < 0) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        return low;
    }

    @Override
    public String toString() {
        return Arrays.toString(slots.toArray());
    }
}
