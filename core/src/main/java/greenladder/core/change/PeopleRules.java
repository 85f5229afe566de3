package greenladder.core.change;

import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.people.Person;
import greenladder.core.people.Role;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.PlanKey;
import greenladder.core.value.Shortened;

/**
 * Rules of people that hold after every operation: one method a rule.
 *
 * @param after the snapshot with all changes
 */
record PeopleRules(Snapshot before, Snapshot after, ProblemCollector found) {
    private static final int LONGEST_NAME = 120;

    void check(Person person) {
        if (person.name().isBlank() || person.name().length() > LONGEST_NAME) {
            wrong("name", "A name of at most %d characters is needed.", LONGEST_NAME);
        }
        checkRoles(person);
        checkAdministrators(person);
    }

    /** Whoever was there stays readable: people leave, and are not unmade. */
    void gone(PlanKey subject) {
        wrong(
                "person",
                "%s stays known here; remove them from the workspace instead.",
                PlanRules.nameOf(before.workspace(), subject));
    }

    private void checkRoles(Person person) {
        if (person.role() == Role.NO_ACCESS) {
            wrong("role", "No access is given by product, not everywhere.");
        }
        if (person.productRoles().containsValue(Role.ADMINISTRATOR)) {
            wrong("role", "Administrators look after all products, not after one alone.");
        }
        var was = before.findPerson(person.handle()).map(Person::productRoles);
        person.productRoles().keySet().stream()
                .filter(code -> after.findProduct(code).isEmpty())
                .filter(code -> was.map(roles -> !roles.containsKey(code)).orElse(true))
                .forEach(code ->
                        wrong("product", "There is no product %s.", Shortened.inMessage(code)));
    }

    private void checkAdministrators(Person changed) {
        if (administrators(before) > 0 && administrators(after) == 0) {
            wrong(
                    "role",
                    "%s is the last administrator; make somebody else one first.",
                    changed.name());
        }
    }

    private static long administrators(Snapshot snapshot) {
        return snapshot.workspace().peopleByHandle().values().stream()
                .filter(Person::isAdministrator)
                .count();
    }

    private void wrong(String field, String message, Object... values) {
        found.add(Problem.SINGLE, field, message.formatted(values));
    }
}
