package greenladder.core.setup;

import greenladder.core.change.Command;
import greenladder.core.change.OperationKind;
import greenladder.core.change.PlanChange;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.people.Permission;
import greenladder.core.people.Person;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.PlanKey;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;

/** Keeps people as they are to be: new ones, others by other names or with other roles. */
public record KeepPeople(List<Person> people) implements Command {
    public KeepPeople {
        people = List.copyOf(people);
    }

    @Override
    public OperationKind kind() {
        return OperationKind.PEOPLE;
    }

    @Override
    public Set<PlanKey> plans() {
        return people.stream()
                .map(person -> PlanKey.person(person.handle()))
                .collect(Collectors.toCollection(TreeSet::new));
    }

    /** Everybody may call themself otherwise; what was decided says what else it takes. */
    @Override
    public Permission need(Snapshot snapshot) {
        return Permission.READ;
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        var next = snapshot.workspace();
        for (var person : people) {
            next = next.with(person);
        }
        return new Proposal(
                List.of(), List.of(), PlanChange.between(snapshot.workspace(), next, plans()));
    }
}
