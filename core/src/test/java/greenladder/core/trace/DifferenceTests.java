package greenladder.core.trace;

import static greenladder.core.Trees.after;
import static greenladder.core.Trees.edit;
import static greenladder.core.Trees.key;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import greenladder.core.change.Command;
import greenladder.core.change.Decision.Accepted;
import greenladder.core.change.Decisions;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.DeleteItems;
import greenladder.core.edit.NewItem;
import greenladder.core.edit.Target;
import greenladder.core.item.Item;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.trace.Difference.Scope;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class DifferenceTests {
    private static final Scope ALL = new Scope("MSF", null);

    private static Set<ItemKey> keys(Snapshot snapshot) {
        var keys = new HashSet<ItemKey>();
        snapshot.roots("MSF").forEach(root -> root.walk(node -> keys.add(node.item().key())));
        return keys;
    }

    private static Difference between(Snapshot then, Snapshot now, Scope scope) {
        var keys = keys(then);
        keys.addAll(keys(now));
        return Comparison.of(then, now, scope, keys).difference();
    }

    @Test
    public void eachKindOfChangeShouldBeTold() {
        var then = Trees.of("epic E\n  story A size=3\n  story B size=5\nepic F\n  story C size=8");
        var now = after(then, edit(2, "size", "8"));
        now = after(now, edit(3, "title", "Other"));
        now = after(now, edit(5, "parent", "MSF1"));
        now = after(now, edit(3, "state", "done"));
        now =
                after(
                        now,
                        new CreateItems(
                                "MSF",
                                List.of(
                                        NewItem.of(
                                                Map.of(
                                                        "level", "story", "title", "D", "size",
                                                        "2")))));
        var difference = between(then, now, ALL);
        assertThat(difference.added()).containsExactly(key(6));
        assertThat(difference.resized()).containsExactly(key(2));
        assertThat(difference.text()).containsExactly(key(3));
        assertThat(difference.moved()).containsExactly(key(5));
        assertThat(difference.state()).contains(key(3));
        assertThat(difference.points().then()).isEqualTo(Amount.of(16));
        assertThat(difference.points().now()).isEqualTo(Amount.of(23));
        assertThat(difference.points().added()).isEqualTo(Amount.of(2));
        assertThat(difference.points().resized()).isEqualTo(Amount.of(5));
        // Below F one went, and it went with its eight points.
        var below = between(then, now, new Scope("MSF", key(4)));
        assertThat(below.removed()).containsExactly(key(5));
        assertThat(below.points().removed()).isEqualTo(Amount.of(8));
        assertThat(below.points().now()).isEqualTo(Amount.ZERO);
    }

    @Test
    public void whatIsDroppedShouldBeGoneWithAllBelow() {
        var then = Trees.of("epic E\n  story A size=3\nstory B size=5");
        var now = after(then, edit(1, "state", "dropped"));
        var difference = between(then, now, ALL);
        assertThat(difference.removed()).contains(key(1), key(2));
        assertThat(difference.points().removed()).isEqualTo(Amount.of(3));
        assertThat(difference.points().resized()).isEqualTo(Amount.ZERO);
    }

    @DataProvider
    public Object[][] seeds() {
        return new Object[][] {{1L}, {2L}, {3L}, {4L}, {5L}, {6L}};
    }

    /** Against a comparison of all items, one by one, and sums over leaves. */
    @Test(dataProvider = "seeds")
    public void differenceShouldEqualASlowOne(long seed) {
        var random = new Random(seed);
        var snapshot = Trees.of(tree(random));
        for (int round = 0; round < 12; round++) {
            var then = snapshot;
            for (int step = 0; step < 15; step++) {
                snapshot = changed(snapshot, random);
            }
            var scope = round % 3 == 0 ? new Scope("MSF", key(1)) : ALL;
            check(then, snapshot, scope, "seed %d, round %d".formatted(seed, round));
        }
    }

    /** What is brought up to date, step by step, is what is found anew. */
    @Test(dataProvider = "seeds")
    public void comparisonShouldGoOnAsItWouldBegin(long seed) {
        var random = new Random(seed);
        var then = Trees.of(tree(random));
        var told = new HashSet<ItemKey>();
        for (var scope : List.of(ALL, new Scope("MSF", key(1)))) {
            var now = then;
            var comparison = Comparison.of(then, now, scope, Set.of());
            for (int step = 0; step < 60; step++) {
                var before = now;
                for (int changes = random.nextInt(4); changes >= 0; changes--) {
                    now = changed(now, random);
                }
                comparison = comparison.goneOn(then, now, now.since(before).orElseThrow());
                assertThat(comparison.difference())
                        .as("seed %d, step %d", seed, step)
                        .isEqualTo(between(then, now, scope));
                told.addAll(comparison.difference().added());
                told.addAll(comparison.difference().removed());
            }
        }
        assertThat(told).hasSizeGreaterThan(10);
    }

    private static Amount size(Snapshot snapshot, ItemKey key) {
        return Objects.requireNonNullElse(item(snapshot, key).size(), Amount.ZERO);
    }

    /** Parts that went leave the estimate above them as it is. */
    @Test
    public void sizesShouldBeToldApartFromEstimatesAbove() {
        var then = Trees.of("epic E size=20\n  story A size=3\n  story B size=5");
        var now = after(then, edit(3, "size", "6"));
        now = after(now, edit(2, "state", "dropped"));
        var points = between(then, now, ALL).points();
        assertThat(points.sizes()).isEqualTo(Amount.of(1));
        assertThat(points.removed()).isEqualTo(Amount.of(3));
        assertThat(points.now()).isEqualTo(points.then());
        assertThat(points.resized()).isEqualTo(Amount.of(3));
    }

    private static void check(Snapshot then, Snapshot now, Scope scope, String what) {
        var difference = between(then, now, scope);
        var before = inScope(then, scope);
        var after = inScope(now, scope);
        var added = new TreeSet<>(after);
        added.removeAll(before);
        var removed = new TreeSet<>(before);
        removed.removeAll(after);
        assertThat(difference.added()).as(what).containsExactlyElementsOf(added);
        assertThat(difference.removed()).as(what).containsExactlyElementsOf(removed);
        var both = new TreeSet<>(before);
        both.retainAll(after);
        assertThat(difference.resized())
                .as(what)
                .containsExactlyElementsOf(
                        both.stream()
                                .filter(one ->
                                        !String.valueOf(item(then, one).size())
                                                .equals(String.valueOf(item(now, one).size())))
                                .toList());
        var points = difference.points();
        assertThat(points.now().minus(points.then()))
                .as(what)
                .isEqualTo(points.added().minus(points.removed()).plus(points.resized()));
        assertThat(points.sizes())
                .as(what)
                .isEqualTo(
                        difference.resized().stream()
                                .map(one -> size(now, one).minus(size(then, one)))
                                .reduce(Amount.ZERO, Amount::plus));
        assertThat(points.then()).as(what).isEqualTo(total(then, before));
        assertThat(points.now()).as(what).isEqualTo(total(now, after));
    }

    private static Item item(Snapshot snapshot, ItemKey key) {
        return snapshot.requireNode(key).item();
    }

    private static Set<ItemKey> inScope(Snapshot snapshot, Scope scope) {
        var found = new TreeSet<ItemKey>();
        for (var key : keys(snapshot)) {
            boolean there = scope.under() == null;
            boolean dropped = false;
            for (@Nullable ItemKey at = key; at != null; at = item(snapshot, at).parent()) {
                there |= at.equals(scope.under());
                dropped |= item(snapshot, at).isDropped();
            }
            if (there && !dropped) {
                found.add(key);
            }
        }
        return found;
    }

    /** What the tops of what is there come to. */
    private static Amount total(Snapshot snapshot, Set<ItemKey> there) {
        var sum = Amount.ZERO;
        for (var key : there) {
            var parent = item(snapshot, key).parent();
            var size = snapshot.requireNode(key).rollUp().effective();
            boolean top = parent == null || !there.contains(parent);
            if (top && size != null && item(snapshot, key).level().carriesPoints()) {
                sum = sum.plus(size);
            }
        }
        return sum;
    }

    private static String tree(Random random) {
        var tree = new StringBuilder();
        for (int epic = 0; epic < 5; epic++) {
            tree.append("epic E%d%s\n".formatted(epic, random.nextInt(3) == 0 ? " size=40" : ""));
            for (int story = 0; story < 4; story++) {
                tree.append("  story S%d size=%d\n".formatted(story, 1 + random.nextInt(8)));
            }
        }
        return tree.toString();
    }

    private static Snapshot changed(Snapshot snapshot, Random random) {
        var all = List.copyOf(new TreeSet<>(keys(snapshot)));
        var one = all.get(random.nextInt(all.size()));
        var item = item(snapshot, one);
        var epics =
                all.stream()
                        .map(snapshot::requireNode)
                        .map(Node::item)
                        .filter(other -> other.level().key().equals("epic"))
                        .map(Item::key)
                        .toList();
        Command command =
                switch (random.nextInt(6)) {
                    case 0 -> edit(one.number(), "size", Integer.toString(1 + random.nextInt(13)));
                    case 1 ->
                            edit(one.number(), "state", random.nextBoolean() ? "dropped" : "to-do");
                    case 2 -> edit(one.number(), "title", "T" + random.nextInt(99));
                    case 3 ->
                            item.level().key().equals("story") && !epics.isEmpty()
                                    ? edit(
                                            one.number(),
                                            "parent",
                                            epics.get(random.nextInt(epics.size())).toString())
                                    : edit(one.number(), "title", "M");
                    case 4 -> new DeleteItems(List.of(one), DeleteItems.Children.UP);
                    default ->
                            new CreateItems(
                                    "MSF",
                                    List.of(
                                            new NewItem(
                                                    null,
                                                    null,
                                                    Map.of(
                                                            "level", "story", "title", "N", "size",
                                                            "5"),
                                                    new Target.Stay())));
                };
        return Decisions.decide(snapshot, command, Trees.NOW) instanceof Accepted accepted
                ? accepted.after()
                : snapshot;
    }
}
