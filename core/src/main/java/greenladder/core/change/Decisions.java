package greenladder.core.change;

import greenladder.core.change.Decision.Accepted;
import greenladder.core.change.Decision.Refused;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.item.StandardFields;
import greenladder.core.snapshot.Snapshot;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * What a command does to a snapshot: pure, so that a what-if asks the same way as the real thing.
 */
public final class Decisions {
    /** The most items that one command makes. */
    public static final int MOST_ENTRIES = 5_000;

    private Decisions() {}

    /**
     * Decides a command, whole: either every change that it makes, states that follow included, or
     * every problem found.
     *
     * @param at when it happens; the time of change of what changes
     */
    public static Decision decide(Snapshot snapshot, Command command, Instant at) {
        return decide(snapshot, command, at, null);
    }

    /**
     * Decides a command of somebody, whole.
     *
     * @param who their sign-in name, kept with each item that they make
     */
    public static Decision decide(
            Snapshot snapshot, Command command, Instant at, @Nullable String who) {
        var found = new ProblemCollector();
        command.items().stream()
                .filter(key -> snapshot.findNode(key).isEmpty())
                .forEach(key ->
                        found.add(Problem.SINGLE, "item", "There is no item %s.".formatted(key)));
        if (!found.isEmpty()) {
            return new Refused(found.all());
        }
        var drawn = command.propose(snapshot, at, found);
        if (!found.isEmpty()) {
            return new Refused(found.all());
        }
        var workspace = PlanChange.apply(snapshot.workspace(), drawn.plans());
        var changes = new ArrayList<>(drawn.changes());
        if (!command.isTakingBack() && who != null) {
            drawn.changes().stream()
                    .filter(change -> change.field().equals(Field.EXISTS) && change.after() != null)
                    .forEach(made ->
                            changes.add(new Change(made.item(), Field.RAISED_BY, null, who)));
        }
        SetupFit.check(snapshot, workspace, drawn.plans(), changes, found);
        if (!found.isEmpty()) {
            return new Refused(found.all());
        }
        var after = Changes.apply(snapshot, workspace, changes, at);
        if (!command.isTakingBack() && !command.isSettingUp()) {
            var work = FollowingWork.of(snapshot, after, changes, at);
            if (!work.isEmpty()) {
                changes.addAll(work);
                after = Changes.apply(snapshot, workspace, changes, at);
            }
        }
        new PlanRules(snapshot, after, found).check(drawn.plans());
        new LinkRules(after, found).check(changes);
        if (who != null && !command.isTakingBack()) {
            requireAmongReaders(changes, who, found);
        }
        if (!found.isEmpty()) {
            return new Refused(found.all());
        }
        var following =
                command.isSettingUp()
                        ? List.<Change>of()
                        : command.following(
                                FollowingStates.of(snapshot, after, changes), snapshot, after);
        if (!following.isEmpty()) {
            changes.addAll(following);
            after = Changes.apply(snapshot, workspace, changes, at);
        }
        var notes = new ArrayList<>(FollowingLines.of(snapshot, after, changes));
        if (!command.isTakingBack()) {
            notes.addAll(FollowingWords.of(snapshot, after, changes, at));
        }
        if (!notes.isEmpty()) {
            changes.addAll(notes);
            after = Changes.apply(snapshot, workspace, changes, at);
        }
        return new Accepted(drawn.items(), List.copyOf(changes), drawn.plans(), after);
    }

    /** Nobody hides work from themself by a slip. */
    private static void requireAmongReaders(
            List<Change> changes, String who, ProblemCollector found) {
        changes.stream()
                .filter(change -> change.field().label().equals(StandardFields.READERS))
                .flatMap(change -> change.after(String.class).stream())
                .filter(readers -> !List.of(readers.split(", ")).contains(who))
                .findFirst()
                .ifPresent(readers ->
                        found.add(
                                Problem.SINGLE,
                                StandardFields.READERS,
                                "Include yourself, or you will no longer see it."));
    }

    public static List<Change> differences(Item item, Map<Field, @Nullable Object> kept) {
        var changes = new ArrayList<Change>();
        kept.forEach((field, value) -> {
            var change = Change.of(item, field, value);
            if (change.differs()) {
                changes.add(change);
            }
        });
        return changes;
    }
}
