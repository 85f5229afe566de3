package greenladder.demo;

import greenladder.core.plan.Sprints;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import greenladder.frame.DemoMenu;
import greenladder.store.SnapshotKeeper;
import greenladder.web.Words;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.util.Comparator;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/** Lets days go by in the demo, with or without the sample teams working through them. */
@Component
@Profile("demo")
class DemoDays implements DemoMenu {
    private static final LocalTime EVENING = LocalTime.of(18, 0);

    /** In days: a sprint that cannot be ended does not hold up the days for ever. */
    private static final int LONGEST_WAIT = 7;

    private final DemoClock clock;
    private final DemoCrew crew;
    private final SnapshotKeeper keeper;

    DemoDays(DemoClock clock, DemoCrew crew, SnapshotKeeper keeper) {
        this.clock = clock;
        this.crew = crew;
        this.keeper = keeper;
    }

    private LocalDate date() {
        return LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC);
    }

    @Override
    public String today() {
        return Words.day(date());
    }

    /** On to the evening of the next day; one request at a time, so that no day is lived twice. */
    synchronized LocalDate next(boolean work) {
        var day = date().plusDays(1);
        if (work) {
            crew.live(day);
        }
        var evening = day.atTime(EVENING).toInstant(ZoneOffset.UTC);
        if (evening.isAfter(clock.instant())) {
            clock.goTo(evening);
        }
        return day;
    }

    /** The last day of a sprint that runs; empty where none does. */
    Optional<LocalDate> endOfSprint() {
        return lastDays().max(Comparator.naturalOrder());
    }

    /**
     * Whether a sprint waits for its end after its last day: where that was not lived through, as
     * on the first day of the demo, its team ends it on the next day on which it works.
     */
    boolean isEnding(LocalDate day) {
        return lastDays()
                .anyMatch(last -> !last.isAfter(day) && !day.isAfter(last.plusDays(LONGEST_WAIT)));
    }

    private Stream<LocalDate> lastDays() {
        var workspace = keeper.whole().workspace();
        return workspace.teamsByKey().values().stream()
                .map(Team::key)
                .flatMap(team -> Sprints.of(workspace, team).stream())
                .filter(Sprint::isRunning)
                .map(Sprint::finish);
    }
}
