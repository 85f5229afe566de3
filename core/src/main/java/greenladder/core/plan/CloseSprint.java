package greenladder.core.plan;

import static greenladder.core.plan.PlanCommand.wrong;

import greenladder.core.change.Change;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.item.Field;
import greenladder.core.item.Refinement;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.sprint.SprintNote;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import greenladder.core.value.Shortened;
import greenladder.core.workspace.Workspace;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Closes a sprint: notes what was done, and sends what was not to where it is wanted.
 *
 * @param sprint its key
 * @param unfinishedTo {@link #BACKLOG}, {@link #NEXT} or the key of another sprint of the team
 * @param singly the same for single items
 * @param nextDays how long the next sprint is, where it has to be made; null for as long as this
 * @param nextName what it is called then; null for the same with the next number
 * @param notes what the team notes as it looks back
 */
public record CloseSprint(
        String sprint,
        String unfinishedTo,
        Map<ItemKey, String> singly,
        @Nullable Integer nextDays,
        @Nullable String nextName,
        Map<SprintNote.Kind, List<String>> notes)
        implements PlanCommand {
    public static final String BACKLOG = "backlog";
    public static final String NEXT = "next";

    private static final int MOST_NOTES = 60;

    public CloseSprint {
        singly = Map.copyOf(singly);
        notes = new TreeMap<>(notes);
    }

    /** Without notes. */
    public CloseSprint(
            String sprint,
            String unfinishedTo,
            Map<ItemKey, String> singly,
            @Nullable Integer nextDays,
            @Nullable String nextName) {
        this(sprint, unfinishedTo, singly, nextDays, nextName, Map.of());
    }

    @Override
    public Set<PlanKey> plans() {
        return Set.of(PlanKey.sprint(sprint));
    }

    @Override
    public boolean goesThroughHidden() {
        return true;
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        var before = snapshot.workspace();
        var it = before.findSprint(sprint).orElseThrow();
        if (it.startedAt() == null) {
            wrong(found, "state", "%s has not been started.", it.name());
        } else if (it.isClosed()) {
            wrong(found, "state", "%s is closed already.", it.name());
        }
        if (notes.values().stream()
                .flatMap(List::stream)
                .anyMatch(note -> note.length() > KeepNote.LONGEST)) {
            wrong(found, "notes", "A note has at most %,d characters.", KeepNote.LONGEST);
        } else if (notes.values().stream().mapToInt(List::size).sum() > MOST_NOTES) {
            wrong(found, "notes", "At most %d notes are written at once.", MOST_NOTES);
        }
        singly.keySet().stream()
                .filter(key ->
                        snapshot.findItem(key)
                                .filter(item -> sprint.equals(item.sprint()))
                                .isEmpty())
                .forEach(key -> wrong(found, "items", "%s is not in %s.", key, it.name()));
        Stream.concat(Stream.of(unfinishedTo), singly.values().stream())
                .distinct()
                .filter(to -> !to.equals(BACKLOG) && !to.equals(NEXT) && !isOpenOf(before, it, to))
                .forEach(to ->
                        wrong(
                                found,
                                "unfinishedTo",
                                "“%s” is no open sprint of this team.",
                                shortened(to)));
        if (!found.isEmpty()) {
            return new Proposal(List.of(), List.of());
        }
        var plans = new LinkedHashSet<PlanKey>(plans());
        var workspace = plan(snapshot, at, found);
        var changes = new ArrayList<Change>();
        for (var node : unfinished(snapshot, sprint)) {
            var item = node.item();
            var to = singly.getOrDefault(item.key(), unfinishedTo);
            if (to.equals(NEXT) && Sprints.after(workspace, it).isEmpty()) {
                var next = next(workspace, it);
                workspace = workspace.with(next);
                plans.add(PlanKey.sprint(next.key()));
            }
            changes.add(new Change(item.key(), Field.SPRINT, sprint, keyOf(workspace, it, to)));
        }
        for (var node : Load.candidates(snapshot, it)) {
            if (sprint.equals(node.item().details().refinement().candidate())) {
                changes.add(
                        new Change(node.item().key(), Field.CANDIDATE, sprint, Refinement.NEXT));
            }
        }
        return PlanCommand.drawn(snapshot, workspace, plans, changes);
    }

    @Override
    public Workspace plan(Snapshot snapshot, Instant at, ProblemCollector found) {
        var workspace = snapshot.workspace();
        var it = workspace.findSprint(sprint).orElseThrow();
        var done = SprintPart.inSprint(snapshot, sprint).stream().filter(SprintPart::done).toList();
        var closed =
                it.closed(
                        at,
                        StartSprint.tallies(done, workspace, it.team()),
                        Availability.of(workspace, it).hours(),
                        ClosingPicture.of(snapshot, it));
        for (var about : notes.entrySet()) {
            for (var note : about.getValue()) {
                closed = KeepNote.noted(closed, about.getKey(), note);
            }
        }
        return workspace.with(closed);
    }

    /** What is neither done nor dropped of what a sprint holds, tasks of their own too. */
    public static List<Node> unfinished(Snapshot snapshot, String sprint) {
        return snapshot.marked(Mark.SPRINT, sprint).stream()
                .filter(node -> SprintPart.isOpen(node.item()))
                .toList();
    }

    private static boolean isOpenOf(Workspace workspace, Sprint it, String key) {
        return workspace
                .findSprint(key)
                .filter(one ->
                        one.team().equals(it.team())
                                && !one.isClosed()
                                && !one.key().equals(it.key()))
                .isPresent();
    }

    private static @Nullable String keyOf(Workspace workspace, Sprint it, String to) {
        return switch (to) {
            case BACKLOG -> null;
            case NEXT -> Sprints.after(workspace, it).map(Sprint::key).orElse(null);
            default -> to;
        };
    }

    private Sprint next(Workspace workspace, Sprint it) {
        long days =
                nextDays != null
                        ? nextDays
                        : it.finish().toEpochDay() - it.start().toEpochDay() + 1;
        return Sprints.following(
                workspace, it, nextName == null ? Sprints.nextName(it.name()) : nextName, days);
    }

    private static String shortened(String text) {
        return Shortened.to(60, text);
    }
}
