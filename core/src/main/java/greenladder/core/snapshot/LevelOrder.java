package greenladder.core.snapshot;

import greenladder.core.rank.Blocks;
import greenladder.core.value.Amount;
import java.util.AbstractList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.RandomAccess;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Function;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;

/**
 * A product's items of one level in rank order, with what stands before each of them added up by
 * blocks: a stretch of the list, its points so far and its bands cost what is drawn, not the level.
 * Immutable.
 */
public final class LevelOrder {
    /** For items of one level and product. */
    public static final Comparator<Node> BY_RANK =
            Comparator.comparing((Node node) -> node.item().rank())
                    .thenComparing(node -> node.item().key());

    static final LevelOrder NONE = new LevelOrder(Blocks.empty(BY_RANK));

    private final Blocks<Node> nodes;

    /** Worked out when it is first asked for. */
    private volatile @Nullable Live live;

    /** Items that stand next to each other and have one band; null for none. */
    public record Run(@Nullable String band, int items, Amount points) {}

    /** The items of a block that are let through, with their sizes added up. */
    private record LiveBlock(
            List<Node> nodes,
            long[] soFar,
            int unsized,
            List<Run> runs,
            AtomicReference<@Nullable Gathered> kept) {
        private record Gathered(Object what, List<?> results) {}

        @SuppressWarnings("unchecked")
        <T> List<T> gathered(Object what, Function<List<Node>, List<T>> worked) {
            var was = kept.get();
            if (was == null || !was.what().equals(what)) {
                was = new Gathered(what, worked.apply(nodes));
                kept.set(was);
            }
            return (List<T>) was.results();
        }

        static LiveBlock of(List<Node> block, Predicate<Node> lets) {
            var nodes = block.stream().filter(lets).toList();
            var soFar = new long[nodes.size() + 1];
            int unsized = 0;
            var runs = new ArrayList<Run>();
            for (int i = 0; i < nodes.size(); i++) {
                var size = nodes.get(i).rollUp().effective();
                unsized += size == null ? 1 : 0;
                soFar[i + 1] = soFar[i] + (size == null ? 0 : size.thousandths());
                join(
                        runs,
                        new Run(
                                nodes.get(i).item().details().refinement().band(),
                                1,
                                size == null ? Amount.ZERO : size));
            }
            return new LiveBlock(nodes, soFar, unsized, runs, new AtomicReference<>());
        }

        long points() {
            return soFar[soFar.length - 1];
        }
    }

    private static void join(List<Run> runs, Run run) {
        if (!runs.isEmpty() && Objects.equals(runs.getLast().band(), run.band())) {
            var before = runs.removeLast();
            runs.add(
                    new Run(
                            run.band(),
                            before.items() + run.items(),
                            before.points().plus(run.points())));
        } else {
            runs.add(run);
        }
    }

    private LevelOrder(Blocks<Node> nodes) {
        this.nodes = nodes;
    }

    LevelOrder changed(Collection<Node> removed, Collection<Node> added) {
        return removed.isEmpty() && added.isEmpty()
                ? this
                : new LevelOrder(nodes.changed(removed, added));
    }

    /** All of them, dropped ones too. */
    public List<Node> all() {
        return nodes;
    }

    /** Those that are not dropped. */
    public Live live() {
        var now = live;
        if (now == null) {
            now = found(LiveBlock.class, node -> !node.item().isDropped());
            live = now;
        }
        return now;
    }

    /**
     * Those that are let through, each stretch looked through once for all versions of the level
     * that share it.
     *
     * @param what names what is looked for
     * @param lets asks nothing but the item with what stands under it, and what {@code what} tells
     */
    public Live found(Object what, Predicate<Node> lets) {
        return new Live(nodes.each(what, block -> LiveBlock.of(block, lets)));
    }

    /**
     * What is found among the items, stretch by stretch, looked for in each once for all versions
     * of the level that share it.
     *
     * @param what names what is looked for
     */
    public <T> List<List<T>> gathered(Object what, Function<List<Node>, List<T>> found) {
        return nodes.each(what, found);
    }

    /** The items that are let through: a list, and what it comes to. */
    public static final class Live extends AbstractList<Node> implements RandomAccess {
        private final List<LiveBlock> blocks;

        /** How many items, and how many thousandths of points, stand before each block. */
        private final int[] starts;

        private final long[] soFar;
        private final int size;
        private final long points;
        private final int unsized;
        private final List<Run> runs;

        private Live(List<LiveBlock> each) {
            blocks = each.stream().filter(block -> !block.nodes().isEmpty()).toList();
            starts = new int[blocks.size()];
            soFar = new long[blocks.size()];
            int items = 0;
            int without = 0;
            long sum = 0;
            var joined = new ArrayList<Run>();
            for (int i = 0; i < starts.length; i++) {
                starts[i] = items;
                soFar[i] = sum;
                items += blocks.get(i).nodes().size();
                sum += blocks.get(i).points();
                without += blocks.get(i).unsized();
                blocks.get(i).runs().forEach(run -> join(joined, run));
            }
            size = items;
            points = sum;
            unsized = without;
            runs = List.copyOf(joined);
        }

        @Override
        public Node get(int index) {
            Objects.checkIndex(index, size);
            int block = blockOf(index);
            return blocks.get(block).nodes().get(index - starts[block]);
        }

        @Override
        public int size() {
            return size;
        }

        public Amount points() {
            return new Amount(points);
        }

        public int unsized() {
            return unsized;
        }

        public List<Run> runs() {
            return runs;
        }

        /**
         * What is worked out of the items, stretch by stretch, once for each stretch.
         *
         * @param what names what is worked out
         */
        public <T> List<List<T>> gathered(Object what, Function<List<Node>, List<T>> worked) {
            return blocks.stream().map(block -> block.gathered(what, worked)).toList();
        }

        /** The points of the items down to one, itself among them. */
        public Amount soFar(int index) {
            Objects.checkIndex(index, size);
            int block = blockOf(index);
            return new Amount(soFar[block] + blocks.get(block).soFar()[index - starts[block] + 1]);
        }

        private int blockOf(int index) {
            int found = Arrays.binarySearch(starts, index);
            return found >= 0 ? found : -found - 2;
        }
    }
}
