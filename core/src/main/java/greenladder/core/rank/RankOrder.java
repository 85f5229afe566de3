package greenladder.core.rank;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Items in rank order, immutable. Finding a place takes O(log n); deriving another order copies the
 * places once, whatever the number of changes, so use it for changes that are few or come in bulk,
 * not for many small ones in a row.
 *
 * @param <K> what names an item; decides where two ranks are the same
 */
public final class RankOrder<K extends Comparable<K>> {
    private final List<Slot<K>> slots;

    /** One item's place. */
    public record Slot<K extends Comparable<K>>(Rank rank, K key) implements Comparable<Slot<K>> {
        @Override
        public int compareTo(Slot<K> other) {
            int byRank = rank.compareTo(other.rank);
            return byRank != 0 ? byRank : key.compareTo(other.key);
        }
    }

    private RankOrder(List<Slot<K>> slots) {
        this.slots = slots;
    }

    public static <K extends Comparable<K>> RankOrder<K> empty() {
        return new RankOrder<>(List.of());
    }

    public int size() {
        return slots.size();
    }

    public List<Slot<K>> slots() {
        return slots;
    }

    /** The place of a slot that is in the order, from 0. */
    public int indexOf(Slot<K> slot) {
        int index = search(slot);
        if (index < 0) {
            throw new IllegalArgumentException(slot + " is not in the order");
        }
        return index;
    }

    public Optional<Slot<K>> first() {
        return slots.isEmpty() ? Optional.empty() : Optional.of(slots.getFirst());
    }

    public Optional<Slot<K>> last() {
        return slots.isEmpty() ? Optional.empty() : Optional.of(slots.getLast());
    }

    /** This order without some of its slots and with others. Time and space O(n + m log m). */
    public RankOrder<K> changed(Collection<Slot<K>> removed, Collection<Slot<K>> added) {
        if (removed.isEmpty() && added.isEmpty()) {
            return this;
        }
        var gone = removed.stream().mapToInt(this::indexOf).sorted().toArray();
        var fresh = added.stream().sorted(Comparator.naturalOrder()).toList();
        var merged = new ArrayList<Slot<K>>(slots.size() - gone.length + fresh.size());
        int nextGone = 0;
        int nextFresh = 0;
        for (int i = 0; i < slots.size(); i++) {
            if (nextGone < gone.length && gone[nextGone] == i) {
                nextGone++;
                continue;
            }
            while (nextFresh < fresh.size() && fresh.get(nextFresh).compareTo(slots.get(i)) < 0) {
                merged.add(fresh.get(nextFresh++));
            }
            merged.add(slots.get(i));
        }
        merged.addAll(fresh.subList(nextFresh, fresh.size()));
        return new RankOrder<>(merged);
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

    private int search(Slot<K> slot) {
        return Collections.binarySearch(slots, slot);
    }

    @Override
    public String toString() {
        return Arrays.toString(slots.toArray());
    }
}
