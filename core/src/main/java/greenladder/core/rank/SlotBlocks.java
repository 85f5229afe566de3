package greenladder.core.rank;

import java.util.AbstractList;
import java.util.Arrays;
import java.util.Iterator;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.RandomAccess;

/** A list that is kept in blocks, none of them empty. Immutable; a place is found in O(log n). */
final class SlotBlocks<S> extends AbstractList<S> implements RandomAccess {
    private final List<List<S>> blocks;

    /** The place of each block's first element. */
    private final int[] starts;

    private final int size;

    SlotBlocks(List<List<S>> blocks) {
        this.blocks = blocks;
        starts = new int[blocks.size()];
        int at = 0;
        for (int i = 0; i < starts.length; i++) {
            starts[i] = at;
            at += blocks.get(i).size();
        }
        size = at;
    }

    List<List<S>> blocks() {
        return blocks;
    }

    /** The block in which a place is. */
    int blockOf(int index) {
        int found = Arrays.binarySearch(starts, index);
        return found >= 0 ? found : -found - 2;
    }

    @Override
    public S get(int index) {
        if (index < 0 || index >= size) {
            throw new IndexOutOfBoundsException(index);
        }
        int block = blockOf(index);
        return blocks.get(block).get(index - starts[block]);
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
                var next = blocks.get(block).get(at++);
                if (at == blocks.get(block).size()) {
                    block++;
                    at = 0;
                }
                return next;
            }
        };
    }
}
