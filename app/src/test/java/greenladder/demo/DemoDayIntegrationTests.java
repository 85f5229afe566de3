package greenladder.demo;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.GreenLadderApplication;
import greenladder.core.item.Field;
import greenladder.core.level.Category;
import greenladder.core.plan.Load;
import greenladder.core.plan.SprintReport;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.value.Amount;
import greenladder.log.ChangeLog;
import greenladder.planning.SprintFigures;
import greenladder.store.SnapshotKeeper;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ApplicationContext;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** On whatever day somebody starts the demo, its teams are in the middle of their sprints. */
public class DemoDayIntegrationTests {
    private static final List<String> TEAMS = List.of("lantern", "gannet", "tidewater");

    /** Each day of two weeks, at another hour. */
    @DataProvider
    public Object[][] days() {
        return IntStream.range(0, 14)
                .mapToObj(day ->
                        new Object[] {
                            LocalDate.parse("2026-11-02")
                                    .plusDays(day)
                                    .atTime(day * 7 % 24, 20)
                                    .toInstant(ZoneOffset.UTC)
                                    .toString()
                        })
                .toArray(Object[][]::new);
    }

    @Test(dataProvider = "days")
    public void demoShouldBeAlive(String start) {
        try (var started =
                new SpringApplicationBuilder(GreenLadderApplication.class)
                        .profiles("demo")
                        .run(
                                "--server.port=0",
                                "--greenladder.demo.start=" + start,
                                "--greenladder.database=jdbc:h2:mem:" + start.replaceAll("\\W", ""),
                                "--spring.main.banner-mode=off")) {
            var snapshot = started.getBean(SnapshotKeeper.class).whole();
            var figures = started.getBean(SprintFigures.class);
            nobodyShouldHaveWorkedOnAWeekend(started);
            for (var sprint : running(snapshot)) {
                var report = figures.report(snapshot, sprint);
                sprintShouldBeInItsMiddle(snapshot, sprint, report);
                burndownShouldHaveMoved(figures.today(), sprint, report);
            }
            loadShouldDiffer(started, snapshot);
        }
    }

    private static List<Sprint> running(Snapshot snapshot) {
        var running =
                snapshot.workspace().sprintsByKey().values().stream()
                        .filter(Sprint::isRunning)
                        .toList();
        assertThat(running).extracting(Sprint::team).containsExactlyInAnyOrderElementsOf(TEAMS);
        return running;
    }

    private static void nobodyShouldHaveWorkedOnAWeekend(ApplicationContext started) {
        var log = started.getBean(ChangeLog.class);
        var working = new ArrayList<DayOfWeek>();
        for (long from = 0; ; ) {
            var some = log.entriesAfter(from, 1_000);
            if (some.isEmpty()) {
                break;
            }
            from = some.getLast().operation().id();
            some.stream()
                    .filter(one -> one.changes().stream().anyMatch(it -> it.field() == Field.STATE))
                    .forEach(one ->
                            working.add(
                                    one.operation().at().atZone(ZoneOffset.UTC).getDayOfWeek()));
        }
        assertThat(working).isNotEmpty().doesNotContain(DayOfWeek.SATURDAY, DayOfWeek.SUNDAY);
    }

    private static void sprintShouldBeInItsMiddle(
            Snapshot snapshot, Sprint sprint, SprintReport report) {
        var states =
                snapshot.marked(Mark.SPRINT, sprint.key()).stream()
                        .filter(node -> node.item().level().carriesPoints())
                        .map(node -> node.item().category())
                        .toList();
        assertThat(states)
                .as(sprint.key())
                .contains(Category.TO_DO, Category.IN_PROGRESS, Category.DONE);
        assertThat(report.days().stream().filter(day -> day.remaining() == null))
                .as("days ahead of %s", sprint.key())
                .isNotEmpty();
        assertThat(
                        snapshot.marked(Mark.SPRINT, sprint.key()).stream()
                                .flatMap(node -> node.children().stream())
                                .filter(task -> task.item().assignee() != null)
                                .filter(task -> task.item().hours().estimate() != null))
                .as("tasks with people and hours of %s", sprint.key())
                .hasSizeGreaterThan(3);
    }

    /** On the last working day that is over, in points as well as in hours. */
    private static void burndownShouldHaveMoved(
            LocalDate today, Sprint sprint, SprintReport report) {
        var over =
                report.days().stream()
                        .filter(SprintReport.Day::workingDay)
                        .filter(day -> day.date().isBefore(today))
                        .toList();
        var last = over.getLast();
        var before = over.get(over.size() - 2);
        assertThat(last.remaining()).as(sprint.key()).isNotEqualTo(before.remaining());
        assertThat(last.remainingHours()).as(sprint.key()).isNotEqualTo(before.remainingHours());
    }

    /** One team has more to do than its people can, one has room. */
    private static void loadShouldDiffer(ApplicationContext started, Snapshot snapshot) {
        var figures = started.getBean(SprintFigures.class);
        var loads =
                running(snapshot).stream()
                        .map(sprint -> figures.load(snapshot, sprint))
                        .map(load -> {
                            double needed =
                                    Stream.concat(
                                                    load.people().stream()
                                                            .map(Load.OfPerson::remaining),
                                                    load.nobody().stream()
                                                            .map(task ->
                                                                    task.hours() == null
                                                                            ? Amount.ZERO
                                                                            : task.hours()))
                                            .mapToDouble(hours -> hours.toDecimal().doubleValue())
                                            .sum();
                            double there =
                                    load.people().stream()
                                            .mapToDouble(one -> one.capacity().doubleValue())
                                            .sum();
                            return needed / there;
                        })
                        .toList();
        assertThat(loads).anySatisfy(load -> assertThat(load).isGreaterThan(1.0));
        assertThat(loads).anySatisfy(load -> assertThat(load).isLessThan(0.8));
    }
}
