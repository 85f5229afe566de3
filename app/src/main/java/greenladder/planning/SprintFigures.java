package greenladder.planning;

import greenladder.core.item.Field;
import greenladder.core.plan.Load;
import greenladder.core.plan.SprintReport;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.store.SnapshotKeeper;
import greenladder.store.SprintEntries;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** The figures of a sprint that come from its past. */
@Component
public class SprintFigures {
    private static final List<Field> OF_LOAD =
            List.of(Field.STATE, Field.ASSIGNEE, Field.SPRINT, Field.HOURS_REMAINING);

    private final SprintEntries entries;
    private final PastItems pastItems;
    private final SnapshotKeeper keeper;
    private final Clock clock;

    SprintFigures(SprintEntries entries, PastItems pastItems, SnapshotKeeper keeper, Clock clock) {
        this.entries = entries;
        this.pastItems = pastItems;
        this.keeper = keeper;
        this.clock = clock;
    }

    public Instant now() {
        return clock.instant();
    }

    public LocalDate today() {
        return LocalDate.now(clock);
    }

    /** What became of a sprint, as if items that a snapshot does not have were not there. */
    public SprintReport report(Snapshot snapshot, Sprint sprint) {
        return report(snapshot, sprint, clock.instant());
    }

    /** The same as it was at the end of a day. */
    public SprintReport report(Snapshot snapshot, Sprint sprint, LocalDate day) {
        var end = day.plusDays(1).atStartOfDay(clock.getZone()).toInstant().minusNanos(1);
        var now = clock.instant();
        return report(snapshot, sprint, end.isBefore(now) ? end : now);
    }

    private SprintReport report(Snapshot snapshot, Sprint sprint, Instant until) {
        var workspace = snapshot.workspace();
        var calendar = workspace.findTeam(sprint.team()).orElseThrow().calendar();
        var seen =
                entries.of(sprint.key()).stream()
                        .filter(entry -> !entry.at().isAfter(until))
                        .filter(entry ->
                                entry.item() == null
                                        || !snapshot.hides(entry.item())
                                                && workspace
                                                        .findProduct(entry.item().product())
                                                        .isPresent())
                        .toList();
        return SprintReport.of(sprint, calendar, seen, clock.getZone(), until);
    }

    /** Who is how busy in a sprint; of a closed one, who was so on its last day. */
    public Load load(Snapshot snapshot, Sprint sprint) {
        var closedAt = sprint.closedAt();
        if (closedAt == null) {
            return Load.of(snapshot, sprint, today());
        }
        var report = report(snapshot, sprint);
        var items =
                Stream.of(report.completed(), report.carriedOver())
                        .flatMap(share -> share.items().stream())
                        .flatMap(key ->
                                Stream.concat(
                                        Stream.of(key),
                                        snapshot.findNode(key).stream()
                                                .flatMap(node -> node.children().stream())
                                                .map(child -> child.item().key())))
                        .toList();
        var then = pastItems.at(snapshot, closedAt).with(items, OF_LOAD);
        var day = LocalDate.ofInstant(closedAt, clock.getZone());
        return Load.of(then, sprint, day.isAfter(sprint.finish()) ? sprint.finish() : day);
    }
}
