package greenladder.core.trace;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.RandomWork;
import greenladder.core.Trees;
import greenladder.core.change.Decision.Accepted;
import greenladder.core.change.Decisions;
import greenladder.core.edit.EditItems;
import greenladder.core.item.LinkType;
import greenladder.core.item.Measure;
import greenladder.core.plan.SprintPart;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class GoalEffortTests {
    private static Snapshot shared(Snapshot snapshot, ItemKey from, ItemKey to, int percent) {
        var link = new LinkItems(from, LinkType.CONTRIBUTES_TO, to, Amount.of(percent));
        return Decisions.decide(snapshot, link, Trees.NOW) instanceof Accepted accepted
                ? accepted.after()
                : snapshot;
    }

    @Test
    public void shareShouldMoveItsPartOfEffortAndOfWhatIsDone() {
        var snapshot =
                Trees.of(
                        """
                        goal A
                          feature F
                            story X size=8 state=done
                            story Y size=12 state=under-way
                        goal B
                        """);
        snapshot = shared(snapshot, Trees.key(2), Trees.key(5), 25);
        var effort = GoalEffort.of(snapshot);

        assertThat(effort.find(Trees.key(1)).begun()).isEqualByComparingTo("9");
        assertThat(effort.find(Trees.key(5)).begun()).isEqualByComparingTo("3");

        assertThat(effort.find(Trees.key(1)).effort()).isEqualByComparingTo("15");
        assertThat(effort.find(Trees.key(1)).done()).isEqualByComparingTo("6");
        assertThat(effort.find(Trees.key(5)).effort()).isEqualByComparingTo("5");
        assertThat(effort.find(Trees.key(5)).done()).isEqualByComparingTo("2");
    }

    @DataProvider
    Object[][] seeds() {
        return new Object[][] {{1}, {2}, {3}, {4}};
    }

    /** Against own parts shared out one by one; and the shares add up to the whole. */
    @Test(dataProvider = "seeds")
    public void effortShouldEqualASlowSecondComputation(int seed) {
        var random = new Random(seed);
        var work = new RandomWork(seed);
        var snapshot = work.snapshot(150, 60);
        var goals = new ArrayList<ItemKey>();
        var keys = new ArrayList<ItemKey>();
        for (var slot : snapshot.order().slots()) {
            var level = snapshot.requireNode(slot.key()).item().level();
            (level.key().equals("goal") ? goals : keys).add(slot.key());
        }
        for (int i = 0; i < 40; i++) {
            snapshot =
                    shared(
                            snapshot,
                            keys.get(random.nextInt(keys.size())),
                            goals.get(random.nextInt(goals.size())),
                            1 + random.nextInt(60));
        }
        var effort = GoalEffort.of(snapshot);
        var slow = new HashMap<Optional<ItemKey>, BigDecimal>();
        for (var root : snapshot.roots("MSF")) {
            addSlow(snapshot, root, Map.of(), Optional.empty(), Set.copyOf(goals), slow);
        }
        var sum = effort.withoutGoal().effort();
        for (var goal : effort.byGoal().entrySet()) {
            sum = sum.add(goal.getValue().effort());
            assertThat(goal.getValue().effort())
                    .as(goal.getKey().toString())
                    .isEqualByComparingTo(
                            slow.getOrDefault(Optional.of(goal.getKey()), BigDecimal.ZERO));
        }
        assertThat(sum).isEqualByComparingTo(effort.total().effort());
        assertThat(effort.withoutGoal().effort())
                .isEqualByComparingTo(
                        slow.getOrDefault(Optional.<ItemKey>empty(), BigDecimal.ZERO));
    }

    private static void addSlow(
            Snapshot snapshot,
            Node node,
            Map<ItemKey, Amount> shares,
            Optional<ItemKey> home,
            Set<ItemKey> goals,
            Map<Optional<ItemKey>, BigDecimal> slow) {
        var item = node.item();
        if (item.isDropped()) {
            return;
        }
        var itsHome = item.level().key().equals("goal") ? Optional.of(item.key()) : home;
        var own = new HashMap<ItemKey, Amount>();
        item.details().trace().stream()
                .filter(link -> link.share() != null && goals.contains(link.to()))
                .forEach(link -> own.put(link.to(), link.share()));
        var its = own.isEmpty() ? shares : own;
        var part = item.level().carriesPoints() ? SprintPart.ownPart(node) : null;
        if (part != null) {
            var left = part.toDecimal();
            for (var share : its.entrySet()) {
                var moved =
                        part.toDecimal().multiply(share.getValue().toDecimal()).movePointLeft(2);
                slow.merge(Optional.of(share.getKey()), moved, BigDecimal::add);
                left = left.subtract(moved);
            }
            slow.merge(itsHome, left, BigDecimal::add);
        }
        node.children().forEach(child -> addSlow(snapshot, child, its, itsHome, goals, slow));
    }

    @Test
    public void attainmentShouldGoEitherWayAndBeyond() {
        var down = new Measure(Amount.of(14), Amount.of(7), "minutes");
        assertThat(down.attainment(Amount.of(14))).isZero();
        assertThat(down.attainment(Amount.of(7))).isEqualTo(1.0);
        assertThat(down.attainment(Amount.of(21))).isEqualTo(-1.0);
        var up = new Measure(Amount.of(20), Amount.of(90), "%");
        assertThat(up.attainment(Amount.of(160))).isEqualTo(2.0);
    }

    /** What is up of one is down of the other. */
    @Test(dataProvider = "seeds")
    public void impactShouldBeTheSameSeenFromEitherEnd(int seed) {
        var random = new Random(seed);
        var snapshot = new RandomWork(seed).snapshot(60, 30);
        var keys = snapshot.order().slots().stream().map(slot -> slot.key()).toList();
        for (int i = 0; i < 15; i++) {
            snapshot =
                    shared(
                            snapshot,
                            keys.get(random.nextInt(keys.size())),
                            keys.get(random.nextInt(keys.size())),
                            1);
        }
        var all = new HashMap<ItemKey, Impact>();
        for (var key : keys) {
            all.put(key, Impact.of(snapshot, snapshot.requireNode(key)));
        }
        for (var key : keys) {
            for (var other : all.get(key).up()) {
                assertThat(all.get(other).down()).as("%s over %s", other, key).contains(key);
            }
            assertThat(new HashSet<>(all.get(key).up())).doesNotContain(key);
        }
    }

    @Test
    public void eachKindOfGapShouldBeFoundAndGoAway() {
        var snapshot =
                Trees.of(
                        """
                        goal A
                        epic B
                          story C size=3 state=ready
                        story D
                        """);
        assertThat(kinds(snapshot, 1)).contains(Gap.Kind.NO_WORK, Gap.Kind.NO_MEASURE);
        assertThat(kinds(snapshot, 2)).contains(Gap.Kind.NO_GOAL, Gap.Kind.LOOSE);
        assertThat(kinds(snapshot, 4))
                .contains(Gap.Kind.LOOSE, Gap.Kind.NO_CRITERIA, Gap.Kind.NOT_SIZED);
        snapshot = Trees.after(snapshot, Trees.edit(4, "size", "5"));
        snapshot = Trees.after(snapshot, Trees.edit(4, "acceptance", "It works"));
        snapshot = Trees.after(snapshot, Trees.edit(4, "parent", "MSF2"));
        snapshot = Trees.after(snapshot, Trees.edit(2, "parent", "MSF1"));
        assertThat(kinds(snapshot, 4)).isEmpty();
        assertThat(kinds(snapshot, 2)).isEmpty();
        snapshot =
                Trees.after(
                        snapshot,
                        new EditItems(List.of(Trees.key(2)), Map.of("finish", "2026-06-01")));
        snapshot =
                Trees.after(
                        snapshot,
                        new EditItems(List.of(Trees.key(4)), Map.of("finish", "2026-07-01")));
        assertThat(kinds(snapshot, 4)).containsExactly(Gap.Kind.AFTER_PARENT);
        snapshot = Trees.after(snapshot, Trees.edit(4, "state", "under-way"));
        assertThat(
                        new Gaps(
                                        snapshot,
                                        snapshot.requireProduct("MSF"),
                                        Trees.NOW.plusSeconds(15 * 86_400L),
                                        null,
                                        null)
                                .of(Gap.Kind.STALE))
                .extracting(Gap::item)
                .containsExactly(Trees.key(4));
    }

    private static Set<Gap.Kind> kinds(Snapshot snapshot, int number) {
        var found = new HashSet<Gap.Kind>();
        for (var kind : Gap.Kind.values()) {
            new Gaps(snapshot, snapshot.requireProduct("MSF"), Trees.NOW, null, null)
                    .of(kind).stream()
                            .filter(gap -> gap.item().equals(Trees.key(number)))
                            .forEach(gap -> found.add(gap.kind()));
        }
        return found;
    }
}
