package greenladder.core.plan;

import static greenladder.core.plan.PlanCommand.wrong;

import greenladder.core.change.PlanChange;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.NewItem;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.SprintNote;
import greenladder.core.value.PlanKey;
import greenladder.core.value.Shortened;
import greenladder.core.workspace.Workspace;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Makes a story of the team out of a note on its sprint, which names it from then on.
 *
 * @param sprint its key
 * @param number of the note
 * @param product the code of the product in which it is made
 */
public record MakeOfNote(String sprint, int number, String product) implements PlanCommand {
    private static final int LONGEST_TITLE = 200;

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
        return snapshot.workspace();
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        var workspace = snapshot.workspace();
        var it = workspace.findSprint(sprint).orElseThrow();
        var note = it.plan().end().findNote(number);
        var its = workspace.findProduct(product);
        if (note.isEmpty()) {
            wrong(found, "note", "This note no longer exists.");
        } else if (note.get().item() != null && snapshot.findItem(note.get().item()).isPresent()) {
            wrong(found, "note", "%s was made of it already.", note.get().item());
        } else if (its.isEmpty()) {
            wrong(found, "product", "There is no such product.");
        }
        if (!found.isEmpty()) {
            return new Proposal(List.of(), List.of());
        }
        var text = note.orElseThrow().text();
        var made =
                new CreateItems(
                                product,
                                List.of(
                                        NewItem.of(
                                                Map.of(
                                                        "level",
                                                        its.orElseThrow().levels().stories().key(),
                                                        "title",
                                                        Shortened.to(LONGEST_TITLE, text),
                                                        "team",
                                                        it.team()))))
                        .propose(snapshot, at, found);
        if (!found.isEmpty()) {
            return made;
        }
        var key = made.items().getFirst();
        var next = it.with(it.plan().withNote(number, note.orElseThrow().madeInto(key)));
        return new Proposal(
                made.items(),
                made.changes(),
                PlanChange.between(workspace, workspace.with(next), plans()));
    }
}
