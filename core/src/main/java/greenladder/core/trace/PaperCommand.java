package greenladder.core.trace;

import greenladder.core.change.Command;
import greenladder.core.change.OperationKind;
import greenladder.core.change.PlanChange;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.papers.Paper;
import greenladder.core.people.Permission;
import greenladder.core.people.Person;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import greenladder.core.value.Shortened;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** A command that changes one paper that is there. */
public interface PaperCommand extends Command {
    PlanKey paper();

    /** The paper as it is to be; empty where something is wrong with the command. */
    Optional<? extends Paper> changed(Snapshot snapshot, Instant at, ProblemCollector found);

    @Override
    default OperationKind kind() {
        return OperationKind.PLAN;
    }

    @Override
    default Set<PlanKey> plans() {
        return Set.of(paper());
    }

    @Override
    default Permission need(Snapshot snapshot) {
        return paper().kind().isWork() ? Permission.WORK : Permission.PLAN;
    }

    @Override
    default Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        var workspace = snapshot.workspace();
        if (workspace.papers().find(paper()).isEmpty()) {
            wrong(found, "name", "It no longer exists.");
            return new Proposal(List.of(), List.of());
        }
        return changed(snapshot, at, found)
                .map(next ->
                        new Proposal(
                                List.of(),
                                List.of(),
                                PlanChange.between(workspace, workspace.with(next), plans())))
                .orElseGet(() -> new Proposal(List.of(), List.of()));
    }

    static void wrong(ProblemCollector found, String field, String message, Object... values) {
        found.add(Problem.SINGLE, field, message.formatted(values));
    }

    /** A line as it was said: blanks and line ends become one space. */
    static String line(String text) {
        return text.strip().replaceAll("\\s+", " ");
    }

    static void requireThere(
            Snapshot snapshot, Collection<ItemKey> items, String product, ProblemCollector found) {
        items.stream()
                .filter(item ->
                        !item.product().equals(product) || snapshot.findItem(item).isEmpty())
                .findFirst()
                .ifPresent(item ->
                        wrong(found, "items", "There is no item %s in this product.", item));
    }

    static void requireHere(Snapshot snapshot, Collection<String> people, ProblemCollector found) {
        people.stream()
                .filter(who -> snapshot.findPerson(who).filter(Person::isHere).isEmpty())
                .findFirst()
                .ifPresent(who ->
                        wrong(
                                found,
                                "readers",
                                "There is nobody called “%s” here.",
                                Shortened.to(60, who)));
    }
}
