package greenladder.bench;

import greenladder.core.change.Command;
import greenladder.core.change.Decision;
import greenladder.core.change.Decision.Accepted;
import greenladder.core.change.Decisions;
import greenladder.core.edit.EditItems;
import greenladder.core.edit.MoveItems;
import greenladder.core.edit.Target;
import greenladder.core.item.Details;
import greenladder.core.item.Hours;
import greenladder.core.item.Item;
import greenladder.core.item.Times;
import greenladder.core.level.StandardLevels;
import greenladder.core.product.Product;
import greenladder.core.rank.Rank;
import greenladder.core.rollup.RollUpSum;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.infra.Blackhole;

/**
 * What a change costs on a large snapshot, and what all roll-ups cost from nothing beside one plain
 * pass over the same items, and what a filter with its counts costs. Each goal holds 4 initiatives
 * of 4 epics of 5 features of 6 stories of 4 tasks.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
public class SnapshotBenchmark {
    private static final int[] FAN_OUT = {4, 4, 5, 6, 4};
    private static final LocalDate TODAY = LocalDate.parse("2026-05-04");
    private static final Instant NOW = Instant.parse("2026-05-04T09:00:00Z");

    @Param({"100000", "1000000"})
    int size;

    private Snapshot snapshot;
    private List<Item> items;
    private Node[] bottomUp;
    private List<Node> nodes;
    private ItemKey story;
    private int turn;

    @Setup
    public void makeLadder() {
        var product = new Product("BIG", "Big", StandardLevels.six());
        items = new ArrayList<>(size);
        var ranks = Rank.spread(null, null, size).iterator();
        while (items.size() < size) {
            grow(product, null, 0, ranks);
        }
        snapshot = Snapshot.empty().with(product).withItems(items);
        var order = new ArrayList<Node>();
        snapshot.roots("BIG").forEach(root -> root.walk(order::add));
        bottomUp = order.reversed().toArray(Node[]::new);
        nodes = order;
        story =
                items.stream()
                        .filter(item -> item.level().key().equals("story"))
                        .toList()
                        .get(1000)
                        .key();
    }

    private void grow(Product product, ItemKey parent, int depth, Iterator<Rank> ranks) {
        if (items.size() >= size) {
            return;
        }
        int number = items.size() + 1;
        var level = product.levels().all().get(depth);
        var key = new ItemKey("BIG", number);
        var amount = level.carriesPoints() && depth > 2 ? Amount.of(number % 13 + 1) : null;
        items.add(
                new Item(
                        key,
                        level,
                        level.plainKind(),
                        "Item " + number,
                        "",
                        level.states().all().get(number % 3),
                        parent,
                        ranks.next(),
                        null,
                        null,
                        null,
                        null,
                        amount,
                        amount,
                        null,
                        Hours.NONE,
                        null,
                        null,
                        null,
                        Details.NONE,
                        new Times(Instant.EPOCH, null, null, null),
                        null,
                        NOW,
                        NOW,
                        1));
        for (int i = 0; depth < FAN_OUT.length && i < FAN_OUT[depth]; i++) {
            grow(product, key, depth + 1, ranks);
        }
    }

    /**
     * One story sized anew: its own figures and those of the path to the goal, and the next
     * snapshot.
     */
    @Benchmark
    public Snapshot oneSizeChanged() {
        return decide(new EditItems(List.of(story), size(turn++ % 13 + 1)));
    }

    /**
     * One story moved to the first place of the backlog: the order of everything is derived anew.
     */
    @Benchmark
    public Snapshot oneItemMoved() {
        return decide(new MoveItems(List.of(story), new Target.Parent.Same(), new Target.First()));
    }

    /** All roll-ups from nothing, over items whose tree is known, from the tasks up. */
    @Benchmark
    public void allRollUps(Blackhole made) {
        for (var node : bottomUp) {
            made.consume(RollUpSum.of(node.item(), node.children(), snapshot.workspace()));
        }
    }

    /** One plain pass over the same items, as the floor for everything else. */
    @Benchmark
    public long plainPass() {
        long sum = 0;
        for (var node : bottomUp) {
            var own = node.item().size();
            sum += own == null ? 0 : own.thousandths();
        }
        return sum;
    }

    private static Map<String, String> size(int points) {
        return Map.of("size", Integer.toString(points));
    }

    private Snapshot decide(Command command) {
        Decision decision = Decisions.decide(snapshot, command, NOW);
        return switch (decision) {
            case Accepted accepted -> accepted.after();
            case Decision.Refused refused -> throw new IllegalStateException(refused.toString());
        };
    }
}
