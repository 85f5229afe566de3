package greenladder.planning;

import greenladder.core.item.Sprint;
import greenladder.core.item.Workspace;
import greenladder.core.plan.SprintReport;
import greenladder.item.SprintEntries;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZoneOffset;
import org.springframework.stereotype.Component;

/** The figures of a sprint that come from its past. */
@Component
public class SprintFigures {
    /** In which days end. */
    private static final ZoneId ZONE = ZoneOffset.UTC;

    private final SprintEntries entries;
    private final Clock clock;

    SprintFigures(SprintEntries entries, Clock clock) {
        this.entries = entries;
        this.clock = clock;
    }

    public LocalDate today() {
        return LocalDate.ofInstant(clock.instant(), ZONE);
    }

    /**
     * What became of a sprint, as if items of products that a workspace does not have were not
     * there.
     */
    public SprintReport report(Workspace workspace, Sprint sprint) {
        var calendar = workspace.findTeam(sprint.team()).orElseThrow().calendar();
        var seen =
                entries.of(sprint.key()).stream()
                        .filter(entry ->
                                entry.item() == null
                                        || workspace
                                                .findProduct(entry.item().product())
                                                .isPresent())
                        .toList();
        return SprintReport.of(sprint, calendar, seen, ZONE, clock.instant());
    }
}
