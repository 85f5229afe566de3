package greenladder.demo;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.RunningDemo;
import greenladder.core.change.Change;
import greenladder.core.item.Field;
import greenladder.core.level.Category;
import greenladder.core.sprint.Sprint;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import greenladder.log.ChangeLog;
import greenladder.store.SnapshotKeeper;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.springframework.beans.factory.annotation.Autowired;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.Test;

/**
 * The demo's history hangs together: what sprints came to can be told from the change log alone.
 */
public class DemoHistoryIntegrationTests extends RunningDemo {
    private static final List<String> DEMO = List.of("MSF", "QUA");

    @Autowired private ChangeLog log;
    @Autowired private SnapshotKeeper keeper;

    private record Event(Instant at, Change change) {}

    private final List<Event> events = new ArrayList<>();

    @BeforeClass
    public void readTheLog() {
        long from = 0;
        for (var some = log.entriesAfter(from, 1000);
                !some.isEmpty();
                some = log.entriesAfter(from, 1000)) {
            for (var entry : some) {
                // Other tests make products, and histories, of their own.
                entry.changes().stream()
                        .filter(change -> DEMO.contains(change.item().product()))
                        .forEach(change -> events.add(new Event(entry.operation().at(), change)));
                from = entry.operation().id();
            }
        }
    }

    /** What stood in a sprint at a time, by the log. */
    private Set<ItemKey> inSprint(Sprint sprint, Instant at) {
        var inside = new HashSet<ItemKey>();
        events.stream()
                .filter(event -> !event.at().isAfter(at))
                .filter(event -> event.change().field() == Field.SPRINT)
                .forEach(event -> {
                    if (sprint.key().equals(event.change().after())) {
                        inside.add(event.change().item());
                    } else {
                        inside.remove(event.change().item());
                    }
                });
        return inside;
    }

    private Set<ItemKey> doneBy(Instant at) {
        var states = new HashMap<ItemKey, String>();
        events.stream()
                .filter(event -> !event.at().isAfter(at))
                .filter(event -> event.change().field() == Field.STATE)
                .forEach(event ->
                        states.put(
                                event.change().item(),
                                event.change().after(String.class).orElse("")));
        var done = new HashSet<ItemKey>();
        states.forEach((key, state) -> {
            if (state.equals("done")) {
                done.add(key);
            }
        });
        return done;
    }

    private static final List<String> TEAMS = List.of("lantern", "gannet", "tidewater");

    private List<Sprint> sprints(boolean closed) {
        return keeper.whole().workspace().sprintsByKey().values().stream()
                .filter(sprint -> TEAMS.contains(sprint.team()))
                .filter(sprint -> sprint.startedAt() != null && sprint.isClosed() == closed)
                .toList();
    }

    @Test
    public void demoShouldHaveItsSize() {
        var snapshot = keeper.whole();
        var counts = new HashMap<String, Integer>();
        for (var product : DEMO) {
            for (var level : snapshot.requireProduct(product).levels().all()) {
                counts.merge(level.key(), snapshot.orderOf(product, level).size(), Integer::sum);
            }
        }
        assertThat(counts.get("goal")).isEqualTo(6);
        assertThat(counts.get("initiative")).isEqualTo(10);
        assertThat(counts.get("epic")).isGreaterThanOrEqualTo(25);
        assertThat(counts.get("feature")).isGreaterThanOrEqualTo(70);
        assertThat(counts.get("story")).isGreaterThanOrEqualTo(310);
        assertThat(counts.get("task")).isGreaterThanOrEqualTo(650);
        assertThat(sprints(true)).hasSize(18);
        assertThat(sprints(false)).hasSize(3);
    }

    @Test
    public void closedSprintsShouldHaveCommitmentsChangesOfScopeAndLeftovers() {
        int added = 0;
        int removed = 0;
        int carried = 0;
        for (var sprint : sprints(true)) {
            var committed = inSprint(sprint, sprint.startedAt());
            var atClose = inSprint(sprint, sprint.closedAt().minusSeconds(3600));
            assertThat(committed).as(sprint.key()).isNotEmpty();
            assertThat(doneBy(sprint.closedAt())).as(sprint.key()).containsAnyElementsOf(committed);
            added += (int) atClose.stream().filter(key -> !committed.contains(key)).count();
            removed += (int) committed.stream().filter(key -> !atClose.contains(key)).count();
            carried +=
                    (int)
                            atClose.stream()
                                    .filter(key -> !doneBy(sprint.closedAt()).contains(key))
                                    .count();
        }
        assertThat(added).isGreaterThan(3);
        assertThat(removed).isGreaterThan(3);
        assertThat(carried).isGreaterThan(6);
    }

    @Test
    public void oneSprintShouldHaveGoneWrong() {
        var completed = new HashMap<String, Double>();
        for (var sprint : sprints(true)) {
            var done = doneBy(sprint.closedAt());
            completed.put(
                    sprint.key(),
                    inSprint(sprint, sprint.closedAt().minusSeconds(3600)).stream()
                            .filter(done::contains)
                            .map(key -> keeper.whole().requireNode(key).item().size())
                            .filter(Objects::nonNull)
                            .mapToDouble(size -> size.thousandths() / 1000.0)
                            .sum());
        }
        double mean =
                completed.entrySet().stream()
                        .filter(one -> one.getKey().startsWith("gannet"))
                        .mapToDouble(Map.Entry::getValue)
                        .average()
                        .orElseThrow();
        assertThat(completed.get("gannet-4")).isLessThan(mean * 0.7);
    }

    @Test
    public void hoursShouldRunDownWithinASprint() {
        var sprint =
                sprints(true).stream()
                        .filter(one -> one.key().equals("gannet-2"))
                        .findFirst()
                        .orElseThrow();
        assertThat(remainingHours(sprint, sprint.startedAt().plusSeconds(60)))
                .isGreaterThan(remainingHours(sprint, sprint.closedAt()));
    }

    private double remainingHours(Sprint sprint, Instant at) {
        var snapshot = keeper.whole();
        var stories = inSprint(sprint, at);
        var remaining = new HashMap<ItemKey, Double>();
        events.stream()
                .filter(event -> !event.at().isAfter(at))
                .filter(event -> event.change().field() == Field.HOURS_REMAINING)
                .filter(event ->
                        snapshot.findItem(event.change().item())
                                .filter(item -> stories.contains(item.parent()))
                                .isPresent())
                .forEach(event ->
                        remaining.put(
                                event.change().item(),
                                event.change()
                                        .after(Amount.class)
                                        .orElse(Amount.ZERO)
                                        .toDecimal()
                                        .doubleValue()));
        return remaining.values().stream().mapToDouble(Double::doubleValue).sum();
    }

    @Test
    public void nothingShouldHappenBeforeItsItemWasMadeOrAfterNow() {
        var made = new HashSet<ItemKey>();
        Instant last = Instant.EPOCH;
        for (var event : events) {
            if (event.change().field() == Field.EXISTS) {
                made.add(event.change().item());
            }
            assertThat(made).contains(event.change().item());
            assertThat(event.at()).isAfterOrEqualTo(last);
            last = event.at();
        }
    }

    @Test
    public void currentSprintShouldStandHalfWay() {
        for (var sprint : sprints(false)) {
            var categories = new HashSet<Category>();
            keeper.whole()
                    .order()
                    .slots()
                    .forEach(slot -> {
                        var item = keeper.whole().requireNode(slot.key()).item();
                        if (sprint.key().equals(item.sprint())) {
                            categories.add(item.category());
                        }
                    });
            assertThat(categories)
                    .as(sprint.key())
                    .contains(Category.TO_DO, Category.IN_PROGRESS, Category.DONE);
        }
    }
}
