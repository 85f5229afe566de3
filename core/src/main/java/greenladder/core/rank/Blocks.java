package greenladder.core.rank;

import java.util.AbstractList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Collections;
import java.util.Comparator;
import java.util.Iterator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.RandomAccess;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;

/**
 * A sorted list without equal elements, kept in blocks that the next list shares where it is the
 * same. Immutable; a place is found in O(log n), and what is worked out of a block is worked out
 * once for all lists that share it.
 */
public final class Blocks<S> extends AbstractList<S> implements RandomAccess {
    /** A block is split when it is longer than twice this. */
    private static final int LENGTH = 256;

    private final Comparator<? super S> order;
    private final List<Block<S>> blocks;

    /** The place of each block's first element. */
    private final int[] starts;

    private final int size;

    private static final class Block<S> {
        private static final int MOST_KEPT = 40;

        final List<S> elements;
        private final Map<Object, Object> kept = new ConcurrentHashMap<>(2);

        Block(List<S> elements) {
            this.elements = elements;
        }

        @SuppressWarnings("unchecked")
        <T> T kept(Object what, Function<List<S>, T> worked) {
            if (kept.size() >= MOST_KEPT && !kept.containsKey(what)) {
                kept.clear();
            }
            return (T) kept.computeIfAbsent(what, any -> worked.apply(elements));
        }
    }

    private Blocks(Comparator<? super S> order, List<Block<S>> blocks, int[] starts, int size) {
        this.order = order;
        this.blocks = blocks;
        this.starts = starts;
        this.size = size;
    }

    private static <S> Blocks<S> of(Comparator<? super S> order, List<Block<S>> blocks) {
        var starts = new int[blocks.size()];
        int at = 0;
        for (int i = 0; i < starts.length; i++) {
            starts[i] = at;
            at += blocks.get(i).elements.size();
        }
        return new Blocks<>(order, blocks, starts, at);
    }

    public static <S> Blocks<S> empty(Comparator<? super S> order) {
        return of(order, List.of());
    }

    /**
     * What each block comes to, in their order.
     *
     * @param what names what is worked out; equal names, equal results
     */
    public <T> List<T> each(Object what, Function<List<S>, T> worked) {
        return blocks.stream().map(block -> block.kept(what, worked)).toList();
    }

    /**
     * This list without some of its elements and with others; an element may be in both. Time O(n /
     * length + m (length + log n)).
     *
     * @throws IllegalArgumentException if an element to be removed is not in it
     */
    public Blocks<S> changed(Collection<S> removed, Collection<S> added) {
        if (removed.isEmpty() && added.isEmpty()) {
            return this;
        }
        var gone = new LinkedHashSet<Integer>();
        removed.forEach(element -> gone.add(indexIn(element)));
        if (gone.size() == added.size() && areInPlaceOf(removed, added)) {
            return replaced(gone, added);
        }
        var touched = new TreeMap<Integer, List<S>>(Comparator.reverseOrder());
        gone.forEach(place -> touched.computeIfAbsent(blockOf(place), any -> new ArrayList<>()));
        added.stream()
                .sorted(order)
                .forEach(element ->
                        touched.computeIfAbsent(blockFor(element), any -> new ArrayList<>())
                                .add(element));
        var next = new ArrayList<>(blocks);
        // From the last on, so that the places of those before stay.
        touched.forEach((at, fresh) -> {
            var stretch = split(merged(at, gone, fresh));
            if (at < next.size()) {
                next.remove((int) at);
            }
            next.addAll(Math.min(at, next.size()), stretch);
        });
        return of(order, joined(next));
    }

    /**
     * Whether each element has the order of the one that goes for it: most changes move nothing.
     */
    private boolean areInPlaceOf(Collection<S> removed, Collection<S> added) {
        var others = added.iterator();
        return removed.size() == added.size()
                && removed.stream().allMatch(one -> order.compare(one, others.next()) == 0);
    }

    /** This list with others in some places, which have the same order. */
    private Blocks<S> replaced(Set<Integer> places, Collection<S> others) {
        var next = new ArrayList<>(blocks);
        var other = others.iterator();
        for (int place : places) {
            int block = blockOf(place);
            var elements = new ArrayList<>(next.get(block).elements);
            elements.set(place - starts[block], other.next());
            next.set(block, new Block<>(List.copyOf(elements)));
        }
        return new Blocks<>(order, next, starts, size);
    }

    /** The block into which an element goes: the last that does not begin behind it. */
    private int blockFor(S element) {
        int low = 0;
        int high = blocks.size() - 1;
        while (low < high) {
            int middle = (low + high + 1) >>> 1;
            if (order.compare(blocks.get(middle).elements.getFirst(), element) <= 0) {
                low = middle;
            } else {
                high = middle - 1;
            }
        }
        return low;
    }

    /** Blocks of which no two neighbours are short enough to be one. */
    private static <S> List<Block<S>> joined(List<Block<S>> blocks) {
        var joined = new ArrayList<Block<S>>(blocks.size());
        for (var block : blocks) {
            if (!joined.isEmpty()
                    && joined.getLast().elements.size() + block.elements.size() <= LENGTH) {
                var both = new ArrayList<S>(joined.removeLast().elements);
                both.addAll(block.elements);
                joined.add(new Block<>(List.copyOf(both)));
            } else {
                joined.add(block);
            }
        }
        return joined;
    }

    private List<S> merged(int at, Set<Integer> gone, List<S> fresh) {
        var elements = at < blocks.size() ? blocks.get(at).elements : List.<S>of();
        int start = at < blocks.size() ? starts[at] : 0;
        var merged = new ArrayList<S>(elements.size() + fresh.size());
        int from = 0;
        for (var element : fresh) {
            // The place is searched for: to compare with all on the way would cost more than all
            // else.
            int place = placeIn(elements, from, element);
            addLeft(elements, from, place, start, gone, merged);
            merged.add(element);
            from = place;
        }
        addLeft(elements, from, elements.size(), start, gone, merged);
        return merged;
    }

    /** The first place at or after one before which an element belongs. */
    private int placeIn(List<S> elements, int from, S element) {
        int low = from;
        int high = elements.size();
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (order.compare(element, elements.get(middle)) < 0) {
                high = middle;
            } else {
                low = middle + 1;
            }
        }
        return low;
    }

    /** Those of a stretch that are not gone. */
    private static <S> void addLeft(
            List<S> elements, int from, int to, int start, Set<Integer> gone, List<S> merged) {
        for (int i = from; i < to; i++) {
            if (!gone.contains(start + i)) {
                merged.add(elements.get(i));
            }
        }
    }

    private static <S> List<Block<S>> split(List<S> elements) {
        var blocks = new ArrayList<Block<S>>();
        var rest = elements;
        while (rest.size() > 2 * LENGTH) {
            blocks.add(new Block<>(List.copyOf(rest.subList(0, LENGTH))));
            rest = rest.subList(LENGTH, rest.size());
        }
        if (!rest.isEmpty()) {
            blocks.add(new Block<>(List.copyOf(rest)));
        }
        return blocks;
    }

    /**
     * The place of an element that is in the list, from 0.
     *
     * @throws IllegalArgumentException if it is not
     */
    public int indexIn(S element) {
        int found = find(element);
        if (found < 0) {
            throw new IllegalArgumentException(element + " is not in the list");
        }
        return found;
    }

    /** The place of what has the order of an element; below 0 for none. */
    private int find(S element) {
        int block = blockFor(element);
        if (block >= blocks.size()) {
            return -1;
        }
        int found = Collections.binarySearch(blocks.get(block).elements, element, order);
        return found < 0 ? found : starts[block] + found;
    }

    private int blockOf(int index) {
        int found = Arrays.binarySearch(starts, index);
        return found >= 0 ? found : -found - 2;
    }

    @Override
    public S get(int index) {
        if (index < 0 || index >= size) {
            throw new IndexOutOfBoundsException(index);
        }
        int block = blockOf(index);
        return blocks.get(block).elements.get(index - starts[block]);
    }

    @Override
    public int size() {
        return size;
    }

    @Override
    public Iterator<S> iterator() {
        return new Iterator<>() {
            private int block;
            private int at;

            @Override
            public boolean hasNext() {
                return block < blocks.size();
            }

            @Override
            public S next() {
                if (!hasNext()) {
                    throw new NoSuchElementException();
                }
                var elements = blocks.get(block).elements;
                var next = elements.get(at++);
                if (at == elements.size()) {
                    block++;
                    at = 0;
                }
                return next;
            }
        };
    }
}
