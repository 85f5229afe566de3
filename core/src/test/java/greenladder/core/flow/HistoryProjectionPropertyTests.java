package greenladder.core.flow;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.RandomWork;
import greenladder.core.Trees;
import greenladder.core.change.Change;
import greenladder.core.change.Command;
import greenladder.core.change.Decision.Accepted;
import greenladder.core.change.Decisions;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.EditItems;
import greenladder.core.edit.NewItem;
import greenladder.core.level.Category;
import greenladder.core.plan.Capacities;
import greenladder.core.plan.ReleaseFill;
import greenladder.core.release.Release;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import greenladder.core.workspace.Workspace;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * What is folded from the log is what the snapshots of those days say, which are kept here one by
 * one: 5,000 random operations over 200 days.
 */
public class HistoryProjectionPropertyTests {
    private static final LocalDate FIRST = LocalDate.parse("2026-01-01");
    private static final int DAYS = 200;
    private static final int A_DAY = 25;

    private final HistoryProjection fold = new HistoryProjection(ZoneOffset.UTC);
    private final List<Snapshot> ends = new ArrayList<>();
    private final List<Logged> log = new ArrayList<>();

    private record Logged(Instant at, List<Change> changes, Workspace workspace) {}

    @DataProvider
    Object[][] seeds() {
        return new Object[][] {{1L}, {2L}};
    }

    private void live(long seed) {
        var work = new RandomWork(seed);
        var random = new Random(seed);
        var empty = Trees.empty();
        var snapshot =
                empty.with(
                        empty.workspace()
                                .with(new Release("spring", "MSF", "Spring", FIRST.plusDays(90)))
                                .with(new Release("summer", "MSF", "Summer", FIRST.plusDays(180))));
        for (int day = 0; day < DAYS; day++) {
            for (int i = 0; i < A_DAY; i++) {
                boolean grows = snapshot.order().size() < 60 || random.nextInt(40) == 0;
                var command =
                        grows
                                ? new CreateItems("MSF", work.entries(10))
                                : random.nextInt(8) == 0
                                        ? released(snapshot, random)
                                        : work.command(snapshot);
                var at = FIRST.plusDays(day).atTime(8, i).toInstant(ZoneOffset.UTC);
                snapshot = lived(snapshot, command, at);
            }
            ends.add(snapshot);
        }
    }

    private Past past() {
        return Past.of(fold);
    }

    private Snapshot lived(Snapshot snapshot, Command command, Instant at) {
        if (Decisions.decide(snapshot, command, at) instanceof Accepted accepted) {
            fold.take(at, "ada", accepted.changes(), snapshot.workspace());
            log.add(new Logged(at, List.copyOf(accepted.changes()), snapshot.workspace()));
            return accepted.after();
        }
        return snapshot;
    }

    private static Command released(Snapshot snapshot, Random random) {
        var slots = snapshot.order().slots();
        var key = slots.get(random.nextInt(slots.size())).key();
        var release = List.of("spring", "summer", "").get(random.nextInt(3));
        return new EditItems(List.of(key), Map.of("release", release));
    }

    @Test(dataProvider = "seeds")
    public void eachDayShouldBeAsItsSnapshotSays(long seed) {
        var tests = new HistoryProjectionPropertyTests();
        tests.live(seed);
        for (int day = 0; day < DAYS; day++) {
            tests.requireDay(FIRST.plusDays(day), tests.ends.get(day));
        }
    }

    /** Whoever does not see some of it gets what is folded of the rest alone. */
    @Test(dataProvider = "seeds")
    public void pastWithoutSomeItemsShouldBeThatOfTheOthers(long seed) {
        var tests = new HistoryProjectionPropertyTests();
        tests.live(seed);
        var hidden = new HashSet<ItemKey>();
        var last = tests.ends.getLast();
        var random = new Random(seed);
        for (int i = 0; i < 3; i++) {
            var slots = last.order().slots();
            last.requireNode(slots.get(random.nextInt(slots.size())).key())
                    .walk(node -> hidden.add(node.item().key()));
        }
        tests.requireLikeTheRest(hidden);
    }

    private void requireLikeTheRest(Set<ItemKey> hidden) {
        var rest = Past.of(folded(key -> !hidden.contains(key), hidden));
        var parts = new HashMap<Past.Part, HistoryProjection>();
        var holder = new Past[1];
        holder[0] =
                Past.without(
                        fold,
                        Set.of(),
                        hidden,
                        part ->
                                parts.computeIfAbsent(
                                        part,
                                        any -> folded(holder[0].members(part)::contains, hidden)));
        var seen = holder[0];
        var last = FIRST.plusDays(DAYS);
        var keys = new HashSet<ItemKey>();
        log.forEach(one -> one.changes().forEach(change -> keys.add(change.item())));
        assertThat(seen.changed("MSF", FIRST, last)).isEqualTo(rest.changed("MSF", FIRST, last));
        for (int day = 0; day < DAYS; day += 9) {
            var date = FIRST.plusDays(day);
            for (var key : keys) {
                assertThat(seen.standing(key, date))
                        .as("%s on %s", key, date)
                        .isEqualTo(rest.standing(key, date));
            }
            for (var release : List.of("spring", "summer")) {
                assertThat(seen.release(release, date))
                        .as("%s on %s", release, date)
                        .isEqualTo(rest.release(release, date));
            }
            for (var attribute : List.of("kind", "state", "age")) {
                assertThat(seen.open("MSF", "story", null, attribute, date, null))
                        .isEqualTo(rest.open("MSF", "story", null, attribute, date, null));
            }
        }
        assertThat(seen.finished("MSF", FIRST, last).stream().mapToInt(Map::size).sum())
                .isEqualTo(rest.finished("MSF", FIRST, last).stream().mapToInt(Map::size).sum());
        assertThat(seen.underWay("MSF", "story"))
                .containsExactlyInAnyOrderElementsOf(rest.underWay("MSF", "story"));
        assertThat(parts).isNotEmpty();
        assertThat(parts.size()).isLessThan(keys.size() / 4);
    }

    /** Of some items, as if what is hidden had never been above them. */
    private HistoryProjection folded(Predicate<ItemKey> members, Set<ItemKey> hidden) {
        var some = new HistoryProjection(ZoneOffset.UTC);
        for (var one : log) {
            some.take(
                    one.at(),
                    "ada",
                    one.changes().stream()
                            .filter(change -> members.test(change.item()))
                            .map(change ->
                                    change.after() instanceof ItemKey parent
                                                    && hidden.contains(parent)
                                            ? new Change(
                                                    change.item(),
                                                    change.field(),
                                                    change.before(),
                                                    null)
                                            : change)
                            .toList(),
                    one.workspace());
        }
        return some;
    }

    private void requireDay(LocalDate day, Snapshot snapshot) {
        requireOpen(day, snapshot, null);
        if (day.getDayOfMonth() == 1) {
            requireOpen(
                    day,
                    snapshot,
                    ends.getLast().order().slots().stream()
                            .map(slot -> slot.key())
                            .filter(key -> key.number() % 3 == 0)
                            .collect(Collectors.toSet()));
        }
        for (var slot : snapshot.order().slots()) {
            requireStanding(day, snapshot.requireNode(slot.key()));
        }
        if (day.getDayOfMonth() == 1) {
            requireStood(day, snapshot);
        }
        requireReleases(day, snapshot);
    }

    /** What stood under an item is the leaves that its snapshot had there. */
    private void requireStood(LocalDate day, Snapshot snapshot) {
        var those = new HashSet<>(past().changed("MSF", day.plusDays(1), FIRST.plusDays(DAYS)));
        snapshot.order().slots().forEach(slot -> those.add(slot.key()));
        var product = snapshot.requireProduct("MSF");
        for (var slot : snapshot.order().slots()) {
            var top = snapshot.requireNode(slot.key());
            if (top.item().isDropped() || !isUnderNothingDropped(snapshot, top)) {
                continue;
            }
            var leaves = new HashSet<ItemKey>();
            top.walk(node -> {
                if (node.item().level().carriesPoints()
                        && !node.item().isDropped()
                        && isUnderNothingDropped(snapshot, node)
                        && !node.rollUp().hasPointChildren()) {
                    leaves.add(node.item().key());
                }
            });
            assertThat(Stood.under(past(), product, slot.key(), day, those))
                    .as("%s on %s", slot.key(), day)
                    .extracting(Stood::item)
                    .containsExactlyInAnyOrderElementsOf(leaves);
        }
    }

    private static boolean isUnderNothingDropped(Snapshot snapshot, Node node) {
        return snapshot.ancestors(node.item()).stream().noneMatch(one -> one.item().isDropped());
    }

    /**
     * @param only the items that count; null for all
     */
    private void requireOpen(LocalDate day, Snapshot snapshot, @Nullable Set<ItemKey> only) {
        var open = new HashMap<String, Integer>();
        for (var slot : snapshot.order().slots()) {
            var item = snapshot.requireNode(slot.key()).item();
            boolean isOpen =
                    !item.isDone()
                            && !item.isDropped()
                            && (only == null || only.contains(item.key()));
            if (isOpen && item.level().key().equals("story")) {
                open.merge(item.kind(), 1, Integer::sum);
            }
        }
        var told = new HashMap<String, Integer>();
        past().open("MSF", "story", null, "kind", day, only)
                .forEach(row -> told.put(row.value(), row.items()));
        assertThat(told).isEqualTo(open);
    }

    private void requireStanding(LocalDate day, Node node) {
        var item = node.item();
        if (!node.rollUp().hasPointChildren() || item.isDropped()) {
            return;
        }
        var told = past().standing(item.key(), day);
        var rollUp = node.rollUp();
        assertThat(told.scopeAmount())
                .as("%s on %s", item.key(), day)
                .isEqualTo(rollUp.effective());
        assertThat(told.doneAmount()).isEqualTo(rollUp.points().done());
        assertThat(told.inProgressAmount()).isEqualTo(rollUp.points().inProgress());
        assertThat(told.leaves()).isEqualTo(rollUp.leafCount());
        assertThat(told.leavesDone()).isEqualTo(rollUp.leaves().done());
        assertThat(told.unsized()).isEqualTo(rollUp.unsized());
        assertThat(new Amount(told.invested())).isEqualTo(orZero(rollUp.hoursInvested()));
    }

    private static Amount orZero(Amount amount) {
        return amount == null ? Amount.ZERO : amount;
    }

    private void requireReleases(LocalDate day, Snapshot snapshot) {
        var releases = snapshot.workspace().releasesOf("MSF");
        var fills = ReleaseFill.of(snapshot, releases, new Capacities(snapshot));
        for (var release : releases) {
            var told = past().release(release.key(), day);
            assertThat(told.points())
                    .as("%s on %s", release.key(), day)
                    .isEqualTo(fills.get(release.key()).planned());
            assertThat(told.doneAmount()).isEqualTo(fills.get(release.key()).done());
        }
    }

    /** However often an item was reopened, and whatever else happened to it. */
    @Test
    public void reopenedShouldBeCountedWithinTheDays() {
        var tests = new HistoryProjectionPropertyTests();
        var snapshot = Trees.of("story A size=3\n");
        var made =
                List.copyOf(
                        Trees.accepted(
                                        Trees.empty(),
                                        new CreateItems(
                                                "MSF",
                                                List.of(
                                                        NewItem.of(
                                                                Map.of(
                                                                        "level", "story", "title",
                                                                        "A", "size", "3")))))
                                .changes());
        tests.fold.take(
                FIRST.atStartOfDay().toInstant(ZoneOffset.UTC), "ada", made, snapshot.workspace());
        for (int day = 1; day <= 10; day++) {
            var state = day % 2 == 1 ? "done" : "in-test";
            var at = FIRST.plusDays(day).atTime(9, 0).toInstant(ZoneOffset.UTC);
            snapshot = tests.lived(snapshot, Trees.edit(1, "state", state), at);
        }
        var all = Reopened.between(tests.past(), "MSF", FIRST, FIRST.plusDays(10));
        assertThat(all).containsExactly(new Reopened(new ItemKey("MSF", 1), 5, 1.0, false));
        assertThat(Reopened.between(tests.past(), "MSF", FIRST.plusDays(3), FIRST.plusDays(7)))
                .extracting(Reopened::times)
                .containsExactly(2);
        assertThat(snapshot.requireNode(Trees.key(1)).item().category())
                .isEqualTo(Category.IN_PROGRESS);
    }
}
