package greenladder.core.trace;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.RandomWork;
import greenladder.core.Trees;
import greenladder.core.change.Command;
import greenladder.core.change.Decision.Accepted;
import greenladder.core.change.Decisions;
import greenladder.core.edit.EditItems;
import greenladder.core.edit.MergeItems;
import greenladder.core.item.LinkType;
import greenladder.core.plan.Journal;
import greenladder.core.plan.KeepSprints;
import greenladder.core.plan.PlanIntoSprint;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Team;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Gaps kept from change to change are those that somebody finds who looks for the first time. */
public class GapsPropertyTests {
    private static final int STEPS = 200;

    @DataProvider
    public Object[][] seeds() {
        return IntStream.range(0, 5).mapToObj(seed -> new Object[] {seed}).toArray(Object[][]::new);
    }

    @Test(dataProvider = "seeds")
    public void gapsAfterAnyChangeShouldBeThoseOfAFirstLook(int seed) {
        var random = new Random(seed);
        var work = new RandomWork(seed);
        var snapshot = work.snapshot(60, 0);
        var team = new Team("lantern", "Lantern", List.of(), List.of("MSF"), Map.of());
        snapshot = snapshot.with(snapshot.workspace().with(team));
        snapshot =
                Trees.after(
                        snapshot, new KeepSprints(List.of(Journal.sprint(1), Journal.sprint(2))));
        var seen = new EnumMap<Gap.Kind, Integer>(Gap.Kind.class);
        for (int step = 1; step <= STEPS; step++) {
            var now = Trees.NOW.plusSeconds(60L * step);
            var command =
                    random.nextInt(3) == 0
                            ? work.command(snapshot)
                            : linked(random, snapshot, step);
            if (Decisions.decide(snapshot, command, now) instanceof Accepted accepted) {
                snapshot = accepted.after();
            }
            // Not after each step: what changed since the last look may be several steps.
            if (random.nextInt(3) > 0) {
                var kept = found(snapshot, now);
                assertThat(kept).as("after %s", command).isEqualTo(found(anew(snapshot), now));
                assertThat(covered(snapshot))
                        .as("after %s", command)
                        .isEqualTo(covered(anew(snapshot)));
                if (step % 4 == 0) {
                    requireSlow(snapshot, now, kept);
                }
                kept.forEach((kind, gaps) -> seen.merge(kind, gaps.size(), Integer::sum));
            }
        }
        assertThat(seen.get(Gap.Kind.SUSPECT)).isPositive();
        assertThat(seen.get(Gap.Kind.BLOCKED_BY_LATER)).isPositive();
    }

    private static Command linked(Random random, Snapshot snapshot, int step) {
        var one = any(random, snapshot);
        var other = any(random, snapshot);
        return switch (random.nextInt(6)) {
            case 0, 1 -> new LinkItems(one, LinkType.DEPENDS_ON, other, null);
            case 2 ->
                    new LinkItems(
                            one,
                            random.nextBoolean() ? LinkType.COVERS : LinkType.RELATES_TO,
                            other,
                            null);
            case 3 ->
                    new PlanIntoSprint(
                            List.of(one), Journal.sprint(1 + random.nextInt(2)).key(), false);
            case 4 -> new MergeItems(one, other);
            default -> new EditItems(List.of(one), Map.of("title", "Reworded " + step));
        };
    }

    private static ItemKey any(Random random, Snapshot snapshot) {
        var slots = snapshot.order().slots();
        return slots.get(random.nextInt(slots.size())).key();
    }

    private static Map<Gap.Kind, List<Gap>> found(Snapshot snapshot, Instant now) {
        var found = new EnumMap<Gap.Kind, List<Gap>>(Gap.Kind.class);
        var gaps = new Gaps(snapshot, snapshot.requireProduct("MSF"), now, null, null);
        for (var kind : Gap.Kind.values()) {
            found.put(kind, List.copyOf(gaps.of(kind)));
        }
        return found;
    }

    /** The same by their words alone, over all items. */
    private static void requireSlow(
            Snapshot snapshot, Instant now, Map<Gap.Kind, List<Gap>> found) {
        var slow = new SlowGaps(snapshot);
        for (var kind : SlowGaps.KINDS) {
            assertThat(found.get(kind).stream().map(Gap::item).collect(Collectors.toSet()))
                    .as("%s at %s", kind, now)
                    .isEqualTo(slow.of(kind));
        }
        var product = snapshot.requireProduct("MSF");
        var level = product.levels().all().get(1);
        for (var row : Coverage.of(snapshot, product, level, Coverage.By.STATE).rows()) {
            assertThat(row.cells()).isEqualTo(slow.byState(row.node().item()));
        }
    }

    private static List<Map<String, Coverage.Cell>> covered(Snapshot snapshot) {
        var product = snapshot.requireProduct("MSF");
        return Stream.of(Coverage.By.RELEASE, Coverage.By.TEAM, Coverage.By.STATE)
                .flatMap(by ->
                        Coverage.of(snapshot, product, product.levels().all().get(1), by)
                                .rows()
                                .stream())
                .map(Coverage.Row::cells)
                .toList();
    }

    private static Snapshot anew(Snapshot snapshot) {
        return Snapshot.empty()
                .with(snapshot.workspace())
                .withItems(
                        snapshot.order().slots().stream()
                                .map(slot -> snapshot.requireNode(slot.key()))
                                .map(Node::item)
                                .toList());
    }
}
