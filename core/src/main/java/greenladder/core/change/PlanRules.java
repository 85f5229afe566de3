package greenladder.core.change;

import greenladder.core.change.Problems.Found;
import greenladder.core.item.PlanFacts;
import greenladder.core.item.PlanKey;
import greenladder.core.item.Release;
import greenladder.core.item.Sprint;
import greenladder.core.item.Team;
import greenladder.core.item.Workspace;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Snapshot;
import java.util.List;
import java.util.Map;

/**
 * What holds for every plan, whatever led to it: a command that made or changed a part of it, or
 * one that took such a command back. One method a kind of part.
 *
 * @param after the snapshot with all changes
 */
record PlanRules(Snapshot before, Snapshot after, Found found) {
    private static final int LONGEST_NAME = 120;
    private static final int MOST_PARTS = 200;

    void check(List<PlanChange> changes) {
        changes.stream().map(PlanChange::subject).distinct().forEach(this::check);
    }

    private void check(PlanKey subject) {
        switch (subject.kind()) {
            case TEAM ->
                    after.workspace()
                            .findTeam(subject.key())
                            .ifPresentOrElse(this::team, () -> goneTeam(subject));
            case SPRINT ->
                    after.workspace()
                            .findSprint(subject.key())
                            .ifPresentOrElse(
                                    this::sprint, () -> requireUnused(subject, Mark.SPRINT));
            case RELEASE ->
                    after.workspace()
                            .findRelease(subject.key())
                            .ifPresentOrElse(
                                    this::release, () -> requireUnused(subject, Mark.RELEASE));
        }
    }

    private void team(Team team) {
        var name = team.name();
        if (checkName(name)) {
            after.workspace().teamsByKey().values().stream()
                    .filter(other -> !other.key().equals(team.key()))
                    .filter(other -> other.name().equalsIgnoreCase(name))
                    .findFirst()
                    .ifPresent(other -> wrong("name", "There is a team %s already.", name));
        }
        if (team.members().size() > MOST_PARTS || team.products().size() > MOST_PARTS) {
            wrong(
                    "members",
                    "A team has at most %d members and %d products.",
                    MOST_PARTS,
                    MOST_PARTS);
            return;
        }
        team.members().stream()
                .filter(handle -> after.findPerson(handle).isEmpty())
                .forEach(handle ->
                        wrong(
                                "members",
                                "Nobody signs in as “%s”.",
                                FieldReader.shortened(handle)));
        team.products().stream()
                .filter(code -> after.findProduct(code).isEmpty())
                .forEach(code ->
                        wrong("products", "There is no product %s.", FieldReader.shortened(code)));
    }

    private void goneTeam(PlanKey subject) {
        int items = after.countMarked(Mark.TEAM, subject.key());
        long sprints =
                after.workspace().sprintsByKey().values().stream()
                        .filter(sprint -> sprint.team().equals(subject.key()))
                        .count();
        if (items > 0 || sprints > 0) {
            wrong(
                    "team",
                    "%s still has %d items and %d sprints; give them to another team first.",
                    nameOf(before.workspace(), subject),
                    items,
                    sprints);
        }
    }

    private void sprint(Sprint sprint) {
        checkName(sprint.name());
        if (after.workspace().findTeam(sprint.team()).isEmpty()) {
            wrong("team", "There is no team “%s”.", sprint.team());
        }
    }

    private void release(Release release) {
        checkName(release.name());
        if (after.findProduct(release.product()).isEmpty()) {
            wrong("product", "There is no product %s.", release.product());
        }
    }

    private void requireUnused(PlanKey subject, Mark mark) {
        int items = after.countMarked(mark, subject.key());
        if (items > 0) {
            wrong(
                    "items",
                    "%s holds %d %s; say where they go first.",
                    nameOf(before.workspace(), subject),
                    items,
                    items == 1 ? "item" : "items");
        }
    }

    private boolean checkName(String name) {
        boolean fits = !name.isBlank() && name.length() <= LONGEST_NAME;
        if (!fits) {
            wrong("name", "A name of at most %d characters is needed.", LONGEST_NAME);
        }
        return fits;
    }

    private void wrong(String field, String message, Object... values) {
        found.add(Problem.SINGLE, field, message.formatted(values));
    }

    /** What people call a part of the plan. */
    static String nameOf(Workspace workspace, PlanKey subject) {
        return PlanFacts.of(workspace, subject).getOrDefault("name", subject.key());
    }

    /** What people call a fact: what stands before the first dot, in words. */
    static String wordOf(String fact) {
        return Map.of("startedAt", "its start", "closedAt", "its close")
                .getOrDefault(fact, fact.split("\\.", 2)[0]);
    }
}
