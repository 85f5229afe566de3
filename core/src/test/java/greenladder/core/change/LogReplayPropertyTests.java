package greenladder.core.change;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.RandomWork;
import greenladder.core.Trees;
import greenladder.core.change.Decision.Accepted;
import greenladder.core.level.Level;
import greenladder.core.level.Levels;
import greenladder.core.level.State;
import greenladder.core.level.States;
import greenladder.core.people.Person;
import greenladder.core.people.Role;
import greenladder.core.product.Product;
import greenladder.core.setup.KeepPeople;
import greenladder.core.setup.SetUpProduct;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.snapshot.SnapshotDifference;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.IntStream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * A snapshot at one operation and the log after it, as it stands in the log as texts, are the
 * snapshot that was made when it was written: over random work, plans, set-ups and reversals.
 */
public class LogReplayPropertyTests {
    private static final int STEPS = 150;

    @DataProvider
    public Object[][] seeds() {
        return IntStream.range(0, 6).mapToObj(seed -> new Object[] {seed}).toArray(Object[][]::new);
    }

    private record Logged(Instant at, List<Change> changes, List<PlanChange> plans) {}

    @Test(dataProvider = "seeds")
    public void replayOfTheLogShouldBeTheSnapshotThatWasMade(int seed) {
        var random = new Random(seed);
        var work = new RandomWork(seed);
        var first = work.snapshot(60, 0);
        var made = first;
        var log = new ArrayList<Logged>();
        for (int step = 0; step < STEPS; step++) {
            var at = Trees.NOW.plusSeconds(step);
            if (Decisions.decide(made, command(random, work, made, log), at, "ines.rowe")
                            instanceof Accepted accepted
                    && !accepted.isEmpty()) {
                log.add(new Logged(at, accepted.changes(), accepted.plans()));
                made = accepted.after();
            }
        }
        assertThat(log).hasSizeGreaterThan(STEPS / 4);
        var replayed = first;
        for (var one : log) {
            replayed =
                    Changes.replay(
                            replayed,
                            one.plans(),
                            one.changes().stream().map(LogReplayPropertyTests::asRead).toList(),
                            one.at());
        }
        requireSame(made, replayed, log);
    }

    private static void requireSame(Snapshot made, Snapshot replayed, List<Logged> log) {
        var items = new TreeSet<ItemKey>();
        made.order().slots().forEach(slot -> items.add(slot.key()));
        log.forEach(one -> one.changes().forEach(change -> items.add(change.item())));
        assertThat(SnapshotDifference.ofItems(made, replayed, items, 10)).isEmpty();
        assertThat(SnapshotDifference.ofAll(made, replayed)).isEmpty();
        assertThat(
                        SnapshotDifference.ofPlans(
                                made,
                                replayed,
                                List.of(
                                        PlanKey.product("MSF"),
                                        PlanKey.person("new.hand"),
                                        PlanKey.person("ines.rowe"))))
                .isEmpty();
    }

    /** A change as it comes back from the texts of the log. */
    private static Change asRead(Change change) {
        return Change.read(
                change.item(),
                change.field(),
                change.textBefore(),
                change.textAfter(),
                change.followed());
    }

    private static Command command(
            Random random, RandomWork work, Snapshot snapshot, List<Logged> log) {
        return switch (random.nextInt(10)) {
            case 0 -> new SetUpProduct(other(random, snapshot.requireProduct("MSF")));
            case 1 ->
                    new KeepPeople(
                            List.of(
                                    new Person("new.hand", "New Hand " + random.nextInt(5))
                                            .as(Role.TEAM_MEMBER)
                                            .asIn(
                                                    "MSF",
                                                    random.nextBoolean()
                                                            ? Role.STAKEHOLDER
                                                            : null)));
            case 2 -> log.isEmpty() ? work.command(snapshot) : reverse(log.getLast());
            default -> work.command(snapshot);
        };
    }

    private static Reverse reverse(Logged last) {
        return new Reverse(
                OperationKind.UNDO, 1, last.changes(), last.plans(), List.of(), Set.of());
    }

    /** The product with a state more on one level, or with another name of one. */
    private static Product other(Random random, Product product) {
        var levels = new ArrayList<Level>(product.levels().all());
        int at = random.nextInt(levels.size());
        var level = levels.get(at);
        var states = new ArrayList<>(level.states().all());
        if (random.nextBoolean()) {
            var key = "more-" + states.size();
            states.add(new State(key, "More", states.get(random.nextInt(4)).category()));
        } else {
            var was = states.getFirst();
            states.set(0, new State(was.key(), was.name() + "!", was.category()));
        }
        levels.set(
                at,
                new Level(
                        level.key(),
                        level.name(),
                        level.plural(),
                        level.index(),
                        level.measure(),
                        level.followsChildren(),
                        level.kinds(),
                        new States(states)));
        return product.withLevels(new Levels(levels));
    }
}
