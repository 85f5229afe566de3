package greenladder.core.snapshot;

import greenladder.core.value.ItemKey;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.pcollections.HashTreePMap;
import org.pcollections.PMap;

/**
 * All nodes by their keys; immutable. Keys of a product are numbered from 1, so that each product
 * has a tree of blocks of 32 in which five bits of the number tell the place at each step: a node
 * is three or four steps away, and a change copies as many blocks. (Bagwell, "Ideal Hash Trees",
 * 2001, without the hashing.)
 */
public final class Nodes {
    public static final Nodes NONE = new Nodes(HashTreePMap.empty(), 0);

    private static final int BITS = 5;
    private static final int WIDTH = 1 << BITS;

    private final PMap<String, Numbered> byProduct;
    private final int size;

    private Nodes(PMap<String, Numbered> byProduct, int size) {
        this.byProduct = byProduct;
        this.size = size;
    }

    int size() {
        return size;
    }

    boolean isEmpty() {
        return size == 0;
    }

    @Nullable Node get(ItemKey key) {
        var numbered = byProduct.get(key.product());
        return numbered == null ? null : numbered.get(key.number());
    }

    /** In no order that means anything. */
    List<Node> all() {
        var all = new ArrayList<Node>(size);
        byProduct.values().forEach(numbered -> collect(numbered.root, all));
        return all;
    }

    Nodes with(Map<ItemKey, Node> made, Collection<ItemKey> gone) {
        var next = this;
        for (var key : gone) {
            next = next.with(key, null);
        }
        for (var node : made.entrySet()) {
            next = next.with(node.getKey(), node.getValue());
        }
        return next;
    }

    private Nodes with(ItemKey key, @Nullable Node node) {
        var numbered = byProduct.getOrDefault(key.product(), Numbered.NONE);
        var before = numbered.get(key.number());
        if (before == node) {
            return this;
        }
        return new Nodes(
                byProduct.plus(key.product(), numbered.with(key.number(), node)),
                size - (before == null ? 0 : 1) + (node == null ? 0 : 1));
    }

    private static void collect(@Nullable Object[] block, List<Node> all) {
        for (var entry : block) {
            if (entry instanceof Node node) {
                all.add(node);
            } else if (entry instanceof Object[] lower) {
                collect(lower, all);
            }
        }
    }

    /**
     * The nodes of one product.
     *
     * @param shift by how many bits a number is shifted to tell the place in the root
     */
    private record Numbered(@Nullable Object[] root, int shift) {
        static final Numbered NONE = new Numbered(new Object[WIDTH], 0);

        @Nullable Node get(int number) {
            if (number >> shift >= WIDTH) {
                return null;
            }
            var block = root;
            for (int at = shift; at > 0; at -= BITS) {
                if (!(block[place(number, at)] instanceof Object[] lower)) {
                    return null;
                }
                block = lower;
            }
            return (Node) block[place(number, 0)];
        }

        Numbered with(int number, @Nullable Node node) {
            var high = this;
            while (number >> high.shift >= WIDTH) {
                var above = new Object[WIDTH];
                above[0] = high.root;
                high = new Numbered(above, high.shift + BITS);
            }
            return new Numbered(changed(high.root, high.shift, number, node), high.shift);
        }

        private static @Nullable Object[] changed(
                @Nullable Object[] block, int shift, int number, @Nullable Node node) {
            var copy = block.clone();
            int place = place(number, shift);
            if (shift == 0) {
                copy[place] = node;
            } else {
                var lower = block[place] instanceof Object[] there ? there : new Object[WIDTH];
                copy[place] = changed(lower, shift - BITS, number, node);
            }
            return copy;
        }

        private static int place(int number, int shift) {
            return number >> shift & WIDTH - 1;
        }
    }
}
