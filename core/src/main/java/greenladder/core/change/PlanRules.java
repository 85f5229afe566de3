package greenladder.core.change;

import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.people.Person;
import greenladder.core.product.Product;
import greenladder.core.release.Release;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Calendar;
import greenladder.core.team.Calendar.DaysOff;
import greenladder.core.team.Team;
import greenladder.core.value.Amount;
import greenladder.core.value.Days;
import greenladder.core.value.PlanKey;
import greenladder.core.value.Shortened;
import greenladder.core.workspace.PlanFacts;
import greenladder.core.workspace.Workspace;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * What holds for every plan, whatever led to it: a command that made or changed a part of it, or
 * one that took such a command back. One method a kind of part.
 *
 * @param after the snapshot with all changes
 */
record PlanRules(Snapshot before, Snapshot after, ProblemCollector found) {
    private static final int LONGEST_NAME = 120;
    private static final int LONGEST_TEXT = 1_000;
    private static final int LONGEST_SKILL = 60;
    private static final int MOST_PARTS = 200;
    private static final int MOST_DAYS = 92;
    private static final int MOST_SPRINTS = 1_000;
    private static final int MOST_ORDERED = 300;
    private static final String OUT_OF_RANGE =
            "Days lie between the years %d and %d.".formatted(Days.FIRST_YEAR, Days.LAST_YEAR);

    private static final int MOST_HOLIDAYS = 2_000;
    private static final int MOST_MILESTONES = 100;
    private static final int MOST_SKILLS = 40;
    private static final int MOST_DAYS_OFF = 400;

    void check(List<PlanChange> changes) {
        changes.stream().map(PlanChange::subject).distinct().forEach(this::check);
    }

    private void check(PlanKey subject) {
        switch (subject.kind()) {
            case PERSON ->
                    after.findPerson(subject.key())
                            .ifPresentOrElse(
                                    new PeopleRules(before, after, found)::check,
                                    () -> new PeopleRules(before, after, found).gone(subject));
            case PRODUCT ->
                    after.findProduct(subject.key())
                            .ifPresentOrElse(this::product, () -> goneProduct(subject));
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
            case BASELINE, TEST, ROUND, REVIEW, DOCUMENT ->
                    after.workspace()
                            .papers()
                            .find(subject)
                            .ifPresent(new PaperRules(after, found)::check);
        }
    }

    private void product(Product product) {
        checkName(product.name());
    }

    private void goneProduct(PlanKey subject) {
        var code = subject.key();
        boolean isUsed =
                !after.workspace().teamsOf(code).isEmpty()
                        || !after.workspace().releasesOf(code).isEmpty()
                        || before.lastNumber(code) > 0;
        if (isUsed) {
            wrong(
                    "product",
                    "%s has items, teams or releases, or had them; a product in use stays.",
                    nameOf(before.workspace(), subject));
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
                        wrong("members", "Nobody signs in as “%s”.", Shortened.inMessage(handle)));
        calendar(team);
        new PracticeRules(after, before.workspace().findTeam(team.key()).orElse(null), team, found)
                .check();
        team.products().stream()
                .filter(code -> after.findProduct(code).isEmpty())
                .forEach(code ->
                        wrong("products", "There is no product %s.", Shortened.inMessage(code)));
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
        checkText("goal", sprint.plan().goal());
        Stream.concat(sprint.plan().guests().stream(), sprint.plan().away().stream())
                .filter(handle -> after.findPerson(handle).isEmpty())
                .findFirst()
                .ifPresent(handle ->
                        wrong("people", "Nobody signs in as “%s”.", Shortened.inMessage(handle)));
        if (sprint.plan().order().size() > MOST_ORDERED) {
            wrong("items", "At most %d items can be put into an order here.", MOST_ORDERED);
        }
        var was = before.workspace().findSprint(sprint.key()).orElse(null);
        if (was == null
                || !was.start().equals(sprint.start())
                || !was.finish().equals(sprint.finish())) {
            sprintDates(sprint, was);
        }
        if (sprint.isRunning() && (was == null || !was.isRunning())) {
            others(sprint)
                    .filter(Sprint::isRunning)
                    .findFirst()
                    .ifPresent(other ->
                            wrong(
                                    "state",
                                    "%s is running; a team runs one sprint at a time.",
                                    other.name()));
        }
        if (after.workspace().findTeam(sprint.team()).isEmpty()) {
            wrong("team", "There is no team “%s”.", sprint.team());
        }
    }

    private Stream<Sprint> others(Sprint sprint) {
        return after.workspace().sprintsByKey().values().stream()
                .filter(other ->
                        other.team().equals(sprint.team()) && !other.key().equals(sprint.key()));
    }

    private void sprintDates(Sprint sprint, @Nullable Sprint was) {
        long days = sprint.finish().toEpochDay() - sprint.start().toEpochDay() + 1;
        if (days < 1) {
            wrong(
                    "finish",
                    "It ends on %s, before it starts on %s.",
                    sprint.finish(),
                    sprint.start());
        } else if (days > MOST_DAYS) {
            wrong("finish", "A sprint is at most %d days long, not %d.", MOST_DAYS, days);
        }
        if (was != null && was.isClosed()) {
            wrong("start", "%s is closed; its dates stay as they were.", was.name());
        } else if (was != null && was.isRunning() && sprint.start().isAfter(was.start())) {
            wrong("start", "%s has been started; its first day can only go back.", was.name());
        }
        if (!sprint.isClosed()) {
            others(sprint)
                    .filter(other ->
                            !other.start().isAfter(sprint.finish())
                                    && !sprint.start().isAfter(other.finish()))
                    .findFirst()
                    .ifPresent(other ->
                            wrong(
                                    "start",
                                    "It overlaps with %s (%s to %s).",
                                    other.name(),
                                    other.start(),
                                    other.finish()));
        }
        if (sprint.start().getYear() < 1990 || sprint.finish().getYear() > 2200) {
            wrong("start", "Days lie between the years 1990 and 2200.");
        }
        if (others(sprint).count() >= MOST_SPRINTS) {
            wrong("team", "A team has at most %d sprints.", MOST_SPRINTS);
        }
    }

    private void checkText(String field, @Nullable String text) {
        if (text != null && text.length() > LONGEST_TEXT) {
            wrong(field, "At most %d characters are allowed, not %d.", LONGEST_TEXT, text.length());
        }
    }

    private void calendar(Team team) {
        var calendar = team.calendar();
        if (calendar.focus().compareTo(Amount.ZERO) <= 0
                || calendar.focus().compareTo(Amount.of(1)) > 0) {
            wrong("focus", "The focus factor is above 0 and at most 1, not %s.", calendar.focus());
        }
        if (calendar.weekdays().isEmpty()) {
            wrong("weekdays", "A team works on at least one day of the week.");
        }
        if (calendar.holidays().size() > MOST_HOLIDAYS) {
            wrong("holidays", "At most %d holidays are allowed.", MOST_HOLIDAYS);
        }
        calendar.holidays().values().stream()
                .filter(name -> name.isBlank() || name.length() > LONGEST_NAME)
                .findFirst()
                .ifPresent(name ->
                        wrong(
                                "holidays",
                                "A holiday has a name of at most %d characters.",
                                LONGEST_NAME));
        if (!calendar.holidays().keySet().stream().allMatch(Days::isWithin)) {
            wrong("holidays", OUT_OF_RANGE);
        }
        calendar.members().forEach((handle, member) -> member(handle, member));
    }

    private void member(String handle, Calendar.Member member) {
        var who = after.findPerson(handle).map(Person::name).orElse(Shortened.inMessage(handle));
        var hours = member.hours();
        if (hours.compareTo(Amount.ZERO) < 0 || hours.compareTo(Amount.of(24)) > 0) {
            wrong("members", "%s has between 0 and 24 hours a day, not %s.", who, hours);
        }
        int share = Objects.requireNonNullElse(member.share(), 0);
        if (share < 0 || share > 100) {
            wrong("members", "%s gives a share between 0 and 100 %%, not %d.", who, share);
        }
        int all =
                after.workspace().teamsByKey().values().stream()
                        .map(other -> other.calendar().member(handle).share())
                        .filter(Objects::nonNull)
                        .mapToInt(Integer::intValue)
                        .sum();
        if (share > 0 && share <= 100 && all > 100) {
            wrong(
                    "members",
                    "The shares of %s in all teams come to %d %%; 100 is all there is.",
                    who,
                    all);
        }
        if (member.skills().size() > MOST_SKILLS || member.daysOff().size() > MOST_DAYS_OFF) {
            wrong(
                    "members",
                    "%s has at most %d skills and %d stretches of days off.",
                    who,
                    MOST_SKILLS,
                    MOST_DAYS_OFF);
            return;
        }
        for (var skill : member.skills()) {
            if (skill.name().isBlank()
                    || skill.name().length() > LONGEST_SKILL
                    || skill.name().matches("(?s).*[\t\n=].*")) {
                wrong(
                        "members",
                        "A skill of %s is a word of at most %d characters.",
                        who,
                        LONGEST_SKILL);
            }
        }
        DaysOff last = null;
        for (var off :
                member.daysOff().stream().sorted(Comparator.comparing(DaysOff::from)).toList()) {
            if (!Days.isWithin(off.from()) || !Days.isWithin(off.to())) {
                wrong("members", OUT_OF_RANGE);
            } else if (off.to().isBefore(off.from())) {
                wrong("members", "Days off of %s end before they begin on %s.", who, off.from());
            } else if (last != null && !off.from().isAfter(last.to())) {
                wrong(
                        "members",
                        "Days off of %s from %s overlap with those from %s.",
                        who,
                        off.from(),
                        last.from());
            }
            if (off.why().length() > LONGEST_NAME) {
                wrong("members", "Why %s is off has at most %d characters.", who, LONGEST_NAME);
            }
            last = off;
        }
    }

    private void release(Release release) {
        checkName(release.name());
        checkText("goal", release.goal());
        if (release.start() != null && release.date().isBefore(release.start())) {
            wrong("date", "The date %s is before the start %s.", release.date(), release.start());
        }
        if (release.date().getYear() < 1990 || release.date().getYear() > 2200) {
            wrong("date", "Days lie between the years 1990 and 2200.");
        }
        if (release.milestones().size() > MOST_MILESTONES) {
            wrong("milestones", "At most %d milestones are allowed.", MOST_MILESTONES);
        }
        release.milestones().stream()
                .filter(one -> one.name().isBlank() || one.name().length() > LONGEST_NAME)
                .findFirst()
                .ifPresent(one ->
                        wrong(
                                "milestones",
                                "A milestone has a name of at most %d characters.",
                                LONGEST_NAME));
        release.teams().stream()
                .filter(team -> after.workspace().findTeam(team).isEmpty())
                .forEach(team ->
                        wrong("teams", "There is no team “%s”.", Shortened.inMessage(team)));
        release.others().stream()
                .filter(code -> after.findProduct(code).isEmpty())
                .forEach(code ->
                        wrong("products", "There is no product %s.", Shortened.inMessage(code)));
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
