package greenladder.core.plan;

import static greenladder.core.plan.PlanCommand.wrong;

import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.sprint.SprintNote;
import greenladder.core.sprint.SprintNote.Kind;
import greenladder.core.value.PlanKey;
import greenladder.core.workspace.Workspace;
import java.time.Instant;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Writes, changes or takes away a note on a sprint. Whoever works for one of the team's products
 * may.
 *
 * @param sprint its key
 * @param number of the note; 0 for a new one
 * @param about what a new one is about; null otherwise
 * @param text blank takes it away
 */
public record KeepNote(String sprint, int number, @Nullable Kind about, String text)
        implements PlanCommand {
    public static final int LONGEST = 1_000;
    public static final int MOST = 200;

    @Override
    public Set<PlanKey> plans() {
        return Set.of(PlanKey.sprint(sprint));
    }

    @Override
    public String fact() {
        return SprintNote.fact(number);
    }

    @Override
    public Permission need(Snapshot snapshot) {
        return Permission.WORK;
    }

    @Override
    public Workspace plan(Snapshot snapshot, Instant at, ProblemCollector found) {
        var workspace = snapshot.workspace();
        var it = workspace.findSprint(sprint).orElseThrow();
        var end = it.plan().end();
        var flat = text.strip().replaceAll("\\s+", " ");
        if (flat.length() > LONGEST) {
            wrong(
                    found,
                    "text",
                    "A note has at most %,d characters, this has %,d.",
                    LONGEST,
                    flat.length());
            return workspace;
        }
        if (number > 0) {
            var note = end.findNote(number);
            if (note.isEmpty()) {
                wrong(found, "note", "This note no longer exists.");
                return workspace;
            }
            return workspace.with(
                    it.with(
                            it.plan()
                                    .withNote(
                                            number,
                                            flat.isEmpty() ? null : note.get().saying(flat))));
        }
        if (flat.isEmpty() || about == null) {
            wrong(found, "text", "Write something first.");
        } else if (end.notes().size() >= MOST) {
            wrong(found, "text", "A sprint has at most %d notes.", MOST);
        }
        return about == null ? workspace : workspace.with(noted(it, about, flat));
    }

    /** A sprint with one more note. */
    static Sprint noted(Sprint sprint, Kind about, String text) {
        int number = sprint.plan().end().nextNumber();
        var note = new SprintNote(number, about, text, null);
        return sprint.with(sprint.plan().withNote(number, note));
    }
}
