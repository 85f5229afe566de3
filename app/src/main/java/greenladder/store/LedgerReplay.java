package greenladder.store;

import greenladder.core.change.Change;
import greenladder.core.change.Changes;
import greenladder.core.plan.SprintEntry;
import greenladder.core.plan.SprintLedger;
import greenladder.core.release.Release;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import greenladder.core.value.ItemKey;
import greenladder.core.workspace.Workspace;
import greenladder.log.ChangeLog;
import greenladder.log.LogFollower;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Makes the ledgers of all sprints out of the change log, for databases of before there were any.
 * Starts and closes are taken from the sprints as they are, since older logs do not tell of them.
 */
public final class LedgerReplay {
    private static final Logger LOG = LoggerFactory.getLogger(LedgerReplay.class);

    private final Deque<SprintEntry> marks;
    private final List<SprintEntry> entries = new ArrayList<>();
    private Snapshot snapshot;

    private LedgerReplay(Workspace workspace) {
        this.snapshot = Snapshot.empty().with(workspace);
        this.marks = new ArrayDeque<>(marks(workspace.sprintsByKey().values()));
    }

    private static List<SprintEntry> marks(Collection<Sprint> sprints) {
        var marks = new ArrayList<SprintEntry>();
        for (var sprint : sprints) {
            add(marks, sprint.key(), SprintEntry.Kind.START, sprint.startedAt());
            add(marks, sprint.key(), SprintEntry.Kind.CLOSE, sprint.closedAt());
        }
        marks.sort(Comparator.comparing(SprintEntry::at));
        return marks;
    }

    private static void add(
            List<SprintEntry> marks, String sprint, SprintEntry.Kind kind, @Nullable Instant at) {
        if (at != null) {
            marks.add(new SprintEntry(at, sprint, kind, null, false, null, false));
        }
    }

    /** All lines, in the order of the log. */
    public static List<SprintEntry> of(ChangeLog log, Workspace workspace) {
        var replay = new LedgerReplay(workspace);
        for (var next = log.entriesAfter(0, LogFollower.STEP);
                !next.isEmpty();
                next = log.entriesAfter(next.getLast().operation().id(), LogFollower.STEP)) {
            next.forEach(replay::take);
        }
        replay.entries.addAll(replay.marks);
        return replay.entries;
    }

    private void take(ChangeLog.Entry entry) {
        var at = entry.operation().at();
        while (!marks.isEmpty() && isBefore(Objects.requireNonNull(marks.peek()), at)) {
            entries.add(marks.remove());
        }
        snapshot = snapshot.with(named(snapshot.workspace(), entry.changes()));
        var after = applied(entry.changes(), at);
        entries.addAll(SprintLedger.between(snapshot, after, entry.changes(), List.of(), at));
        snapshot = after;
    }

    /** Items in states or on levels that are not there any more stay as they were before. */
    private Snapshot applied(List<Change> changes, Instant at) {
        try {
            return Changes.apply(snapshot, changes, at);
        } catch (IllegalArgumentException e) {
            LOG.debug("not all of the log can be lived through again", e);
        }
        var byItem = new LinkedHashMap<ItemKey, List<Change>>();
        changes.forEach(change ->
                byItem.computeIfAbsent(change.item(), any -> new ArrayList<>()).add(change));
        var next = snapshot;
        for (var some : byItem.values()) {
            try {
                next = Changes.apply(next, some, at);
            } catch (IllegalArgumentException e) {
                LOG.debug("passed over", e);
            }
        }
        return next;
    }

    /** With what changes name and no longer exists: the log does not always tell what it was. */
    private static Workspace named(Workspace workspace, List<Change> changes) {
        var named = workspace;
        for (var change : changes) {
            if (!(change.after() instanceof String key)) {
                continue;
            }
            var day = LocalDate.EPOCH;
            var product = change.item().product();
            named =
                    switch (change.field().base()) {
                        case SPRINT ->
                                named.findSprint(key).isPresent()
                                        ? named
                                        : named.with(
                                                new Sprint(key, "", key, day, day, null, null));
                        case RELEASE ->
                                named.findRelease(key).isPresent()
                                        ? named
                                        : named.with(new Release(key, product, key, day));
                        case TEAM ->
                                named.findTeam(key).isPresent()
                                        ? named
                                        : named.with(
                                                new Team(key, key, List.of(), List.of(), Map.of()));
                        default -> named;
                    };
        }
        return named;
    }

    /** A close moves what is left in the moment in which it happens; a start moves nothing. */
    private static boolean isBefore(SprintEntry mark, Instant at) {
        return mark.kind() == SprintEntry.Kind.CLOSE
                ? !mark.at().isAfter(at)
                : mark.at().isBefore(at);
    }
}
