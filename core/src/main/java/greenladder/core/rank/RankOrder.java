package greenladder.core.rank;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Items in rank order, immutable, in blocks that the next order shares where it is the same.
 * Finding a place takes O(log n); a change copies the blocks that it touches and the list of
 * blocks.
 *
 * @param <K> what names an item; decides where two ranks are the same
 */
public final class RankOrder<K extends Comparable<K>> {
    /** A block is split when it is longer than twice this. */
    private static final int BLOCK = 256;

    private final SlotBlocks<Slot<K>> slots;

    /** One item's place. */
    public record Slot<K extends Comparable<K>>(Rank rank, K key) implements Comparable<Slot<K>> {
        @Override
        public int compareTo(Slot<K> other) {
            int byRank = rank.compareTo(other.rank);
            return byRank != 0 ? byRank : key.compareTo(other.key);
        }
    }

    private RankOrder(SlotBlocks<Slot<K>> slots) {
        this.slots = slots;
    }

    public static <K extends Comparable<K>> RankOrder<K> empty() {
        return new RankOrder<>(new SlotBlocks<>(List.of()));
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

    /**
     * This order without some of its slots and with others. Time O(n / block + m (block + log m)).
     *
     * @throws IllegalArgumentException if a slot to be removed is not in it
     */
    public RankOrder<K> changed(Collection<Slot<K>> removed, Collection<Slot<K>> added) {
        if (removed.isEmpty() && added.isEmpty()) {
            return this;
        }
        var gone = new HashSet<Slot<K>>(removed);
        removed.forEach(this::indexOf);
        var fresh = added.stream().sorted(Comparator.naturalOrder()).toList();
        var blocks = slots.blocks();
        var next = new ArrayList<List<Slot<K>>>(blocks.size() + 2);
        int nextFresh = 0;
        var touched = new HashSet<Integer>();
        removed.forEach(slot -> touched.add(slots.blockOf(indexOf(slot))));
        for (int at = 0; at < Math.max(1, blocks.size()); at++) {
            var block = at < blocks.size() ? blocks.get(at) : List.<Slot<K>>of();
            int from = nextFresh;
            // What comes before the next block belongs to this one.
            var until = at + 1 < blocks.size() ? blocks.get(at + 1).getFirst() : null;
            while (nextFresh < fresh.size()
                    && (until == null || fresh.get(nextFresh).compareTo(until) < 0)) {
                nextFresh++;
            }
            if (from == nextFresh && !touched.contains(at)) {
                next.add(block);
            } else {
                split(merged(block, gone, fresh.subList(from, nextFresh)), next);
            }
        }
        return new RankOrder<>(new SlotBlocks<>(next));
    }

    private static <S extends Comparable<S>> List<S> merged(
            List<S> block, Set<S> gone, List<S> fresh) {
        var merged = new ArrayList<S>(block.size() + fresh.size());
        int nextFresh = 0;
        for (var slot : block) {
            while (nextFresh < fresh.size() && fresh.get(nextFresh).compareTo(slot) < 0) {
                merged.add(fresh.get(nextFresh++));
            }
            if (!gone.contains(slot)) {
                merged.add(slot);
            }
        }
        merged.addAll(fresh.subList(nextFresh, fresh.size()));
        return merged;
    }

    /** Adds slots as blocks, the last of those before taking up what is short. */
    private static <S> void split(List<S> slots, List<List<S>> blocks) {
        var rest = slots;
        if (!blocks.isEmpty() && blocks.getLast().size() + rest.size() <= BLOCK) {
            var joined = new ArrayList<S>(blocks.removeLast());
            joined.addAll(rest);
            rest = joined;
        }
        while (rest.size() > 2 * BLOCK) {
            blocks.add(List.copyOf(rest.subList(0, BLOCK)));
            rest = rest.subList(BLOCK, rest.size());
        }
        if (!rest.isEmpty()) {
            blocks.add(List.copyOf(rest));
        }
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
