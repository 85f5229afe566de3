package greenladder.plan;

import greenladder.core.item.Item;
import greenladder.core.papers.Round;
import greenladder.core.papers.TestCase;
import greenladder.core.plan.Load;
import greenladder.core.plan.SprintPart;
import greenladder.core.plan.SprintReport;
import greenladder.core.plan.SprintReport.ScopeChange.What;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import greenladder.plan.SprintPage.Burn;
import greenladder.plan.SprintPage.Change;
import greenladder.plan.SprintPage.Glance;
import greenladder.plan.SprintPage.Line;
import greenladder.plan.SprintPage.Next;
import greenladder.planning.SprintFigures;
import greenladder.web.Words;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes how a running sprint stands at a glance, and what would be pulled into it next. */
@Component
class SprintGlances {
    static final int WIDTH = 240;
    static final int HEIGHT = 64;

    /** No further than that is looked for something of the team that waits. */
    private static final int LOOKED_AT = 500;

    private static final int MOST_LINES = 6;

    private final SprintFigures figures;

    SprintGlances(SprintFigures figures) {
        this.figures = figures;
    }

    /** The first candidate of a sprint, or else the first that waits for its team, as ranked. */
    @Nullable Next next(Snapshot snapshot, Product product, Sprint sprint) {
        var candidate = Load.candidates(snapshot, sprint).stream().findFirst();
        return candidate
                .or(() ->
                        snapshot.waiting(product, product.levels().stories()).stream()
                                .limit(LOOKED_AT)
                                .filter(node -> isFor(node.item(), sprint))
                                .findFirst())
                .map(node -> next(node, candidate.isPresent()))
                .orElse(null);
    }

    private static boolean isFor(Item item, Sprint sprint) {
        return item.team() == null || item.team().equals(sprint.team());
    }

    private static Next next(Node node, boolean isCandidate) {
        var size = SprintPart.ownPart(node);
        return new Next(
                node.item().key().toString(),
                node.item().title(),
                (size == null ? "not sized" : Words.count(Words.of(size), "point"))
                        + (isCandidate ? ", candidate" : ""));
    }

    @Nullable Glance glance(Snapshot snapshot, Sprint sprint, Team team, List<SprintPart> parts) {
        if (!sprint.isRunning()) {
            return null;
        }
        var report = figures.report(snapshot, sprint);
        var since = lastWorkingDay(team);
        var tests = tests(snapshot, parts);
        return new Glance(
                burn(report),
                "Since " + Words.weekday(since),
                changes(snapshot, sprint, report, since),
                testsInWords(snapshot, tests),
                failing(snapshot, parts));
    }

    private LocalDate lastWorkingDay(Team team) {
        var day = figures.today().minusDays(1);
        for (int i = 0; i < 14 && !team.calendar().isWorkingDay(day); i++) {
            day = day.minusDays(1);
        }
        return day;
    }

    private static Burn burn(SprintReport report) {
        var days = report.days();
        double most =
                days.stream()
                        .mapToDouble(
                                day -> Math.max(day.ideal().doubleValue(), number(day.scope())))
                        .max()
                        .orElse(1);
        var left = line(days, most, day -> day.remaining() == null ? -1 : number(day.remaining()));
        var told = days.stream().filter(day -> day.remaining() != null).toList();
        var words =
                told.isEmpty()
                        ? ""
                        : "%s of %s points left; %s would be ideal"
                                .formatted(
                                        Words.of(told.getLast().remaining()),
                                        Words.of(told.getLast().scope()),
                                        Words.score(told.getLast().ideal()));
        return new Burn(left, line(days, most, day -> day.ideal().doubleValue()), words);
    }

    private static double number(@Nullable Amount amount) {
        return amount == null ? 0 : amount.toDecimal().doubleValue();
    }

    private static String line(
            List<SprintReport.Day> days, double most, ToDoubleFunction<SprintReport.Day> value) {
        double step = days.size() < 2 ? 0 : (double) WIDTH / (days.size() - 1);
        return IntStream.range(0, days.size())
                .filter(i -> value.applyAsDouble(days.get(i)) >= 0)
                .mapToObj(i ->
                        "%.1f,%.1f"
                                .formatted(
                                        i * step,
                                        HEIGHT
                                                - HEIGHT
                                                        * value.applyAsDouble(days.get(i))
                                                        / Math.max(1, most)))
                .collect(Collectors.joining(" "));
    }

    private List<Change> changes(
            Snapshot snapshot, Sprint sprint, SprintReport report, LocalDate since) {
        var then = figures.report(snapshot, sprint, since.minusDays(1)).completed().items();
        var done = new ArrayList<>(report.completed().items());
        done.removeAll(then);
        var changes = new ArrayList<Change>();
        add(changes, snapshot, "done", done);
        for (var what : What.values()) {
            var keys =
                    report.days().stream()
                            .filter(day -> !day.date().isBefore(since))
                            .flatMap(day -> day.changes().stream())
                            .filter(change -> change.what() == what)
                            .map(SprintReport.ScopeChange::item)
                            .distinct()
                            .toList();
            add(changes, snapshot, what.label(), keys);
        }
        var blocked =
                SprintPart.inSprint(snapshot, sprint.key()).stream()
                        .map(SprintPart::item)
                        .filter(key -> isBlockedSince(snapshot, key, since))
                        .toList();
        add(changes, snapshot, "blocked", blocked);
        return changes;
    }

    private boolean isBlockedSince(Snapshot snapshot, ItemKey key, LocalDate since) {
        var item = snapshot.requireNode(key).item();
        var blocked = item.times().blockedSince();
        return item.blocked() != null
                && blocked != null
                && !snapshot.workspace().dayOf(blocked).isBefore(since);
    }

    private static void add(
            List<Change> changes, Snapshot snapshot, String what, Collection<ItemKey> keys) {
        var lines = lines(snapshot, keys.stream());
        if (!lines.isEmpty()) {
            changes.add(new Change(keys.size() + " " + what, lines));
        }
    }

    private static List<Line> lines(Snapshot snapshot, Stream<ItemKey> keys) {
        return keys.flatMap(key -> snapshot.findItem(key).stream())
                .limit(MOST_LINES)
                .map(item -> new Line(item.key().toString(), item.title()))
                .toList();
    }

    private static List<TestCase> tests(Snapshot snapshot, List<SprintPart> parts) {
        var papers = snapshot.workspace().papers();
        return parts.stream()
                .flatMap(part -> papers.testsOf(part.item()).stream())
                .distinct()
                .toList();
    }

    private static Optional<Round.Result> last(Snapshot snapshot, TestCase test) {
        return snapshot.workspace().papers().lastResult(test.product(), test.key());
    }

    private static String testsInWords(Snapshot snapshot, List<TestCase> tests) {
        if (tests.isEmpty()) {
            return "";
        }
        var last = tests.stream().flatMap(test -> last(snapshot, test).stream()).toList();
        long passed = last.stream().filter(Round.Result::passed).count();
        return "%d of %s passed, %d failed, %d not tried"
                .formatted(
                        passed,
                        Words.count(tests.size(), "test"),
                        last.size() - passed,
                        tests.size() - last.size());
    }

    private static List<Line> failing(Snapshot snapshot, List<SprintPart> parts) {
        var papers = snapshot.workspace().papers();
        return lines(
                snapshot,
                parts.stream()
                        .map(SprintPart::item)
                        .filter(key ->
                                papers.testsOf(key).stream()
                                        .anyMatch(test ->
                                                last(snapshot, test)
                                                        .filter(result -> !result.passed())
                                                        .isPresent())));
    }
}
