package greenladder.core.change;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import greenladder.core.item.Milestone;
import greenladder.core.people.Person;
import greenladder.core.release.Release;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.sprint.SprintPlan;
import greenladder.core.team.Calendar;
import greenladder.core.team.Calendar.DaysOff;
import greenladder.core.team.Calendar.Member;
import greenladder.core.team.Calendar.Skill;
import greenladder.core.team.Team;
import greenladder.core.value.Amount;
import greenladder.core.value.PlanKey;
import greenladder.core.workspace.Workspace;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Each limit of a plan from both sides. */
public class PlanRulesTests {
    private static final LocalDate DAY = LocalDate.of(2026, 5, 4);
    private static final Team TEAM =
            new Team("north", "North", List.of("ada"), List.of("MSF"), Map.of());
    private static final Sprint SPRINT =
            new Sprint("north-1", "north", "One", DAY, DAY.plusDays(11), null, null);

    private static Snapshot before() {
        var tree = Trees.of("epic E\n  story S\n");
        return tree.with(
                tree.workspace()
                        .with(new Person("ada", "Ada"))
                        .with(TEAM)
                        .with(
                                new Team("south", "South", List.of(), List.of("MSF"), Map.of())
                                        .with(calendar(Map.of("ada", share(30)))))
                        .with(SPRINT)
                        .with(
                                new Sprint(
                                        "north-0",
                                        "north",
                                        "Zero",
                                        DAY.minusDays(14),
                                        DAY.minusDays(3),
                                        null,
                                        null)));
    }

    /** The fields of what is found where a part of the plan becomes another one. */
    private static List<String> found(Snapshot before, Workspace after, PlanKey subject) {
        var found = new Problems.ProblemCollector();
        new PlanRules(before, before.with(after), found)
                .check(List.of(new PlanChange(subject, "name", null, "any")));
        return found.all().all().stream().map(Problem::field).toList();
    }

    private static List<String> found(Team team) {
        var before = before();
        return found(before, before.workspace().with(team), PlanKey.team(team.key()));
    }

    private static List<String> found(Sprint sprint) {
        return found(before(), sprint);
    }

    private static List<String> found(Snapshot before, Sprint sprint) {
        return found(before, before.workspace().with(sprint), PlanKey.sprint(sprint.key()));
    }

    private static List<String> found(Release release) {
        var before = before();
        return found(before, before.workspace().with(release), PlanKey.release(release.key()));
    }

    private static Calendar calendar(Map<String, Member> members) {
        return new Calendar(
                Calendar.USUAL_FOCUS,
                Calendar.MONDAY_TO_FRIDAY,
                Collections.emptySortedMap(),
                new TreeMap<>(members));
    }

    private static Calendar calendar(Amount focus, Set<DayOfWeek> weekdays, int holidays) {
        var days = new TreeMap<LocalDate, String>();
        IntStream.range(0, holidays).forEach(day -> days.put(DAY.plusDays(day), "Holiday"));
        return new Calendar(focus, weekdays, days, Collections.emptySortedMap());
    }

    private static Calendar holiday(String name) {
        return new Calendar(
                Calendar.USUAL_FOCUS,
                Calendar.MONDAY_TO_FRIDAY,
                new TreeMap<>(Map.of(DAY, name)),
                Collections.emptySortedMap());
    }

    private static Team with(Member member) {
        return TEAM.with(calendar(Map.of("ada", member)));
    }

    private static Member hours(Amount hours) {
        return new Member(hours, null, Set.of(), List.of(), List.of());
    }

    private static Member share(int share) {
        return new Member(null, share, Set.of(), List.of(), List.of());
    }

    private static Member skills(int count, String name) {
        var skills =
                IntStream.range(0, count)
                        .mapToObj(one -> new Skill(count == 1 ? name : name + one, null))
                        .toList();
        return new Member(null, null, Set.of(), skills, List.of());
    }

    private static Member off(DaysOff... off) {
        return new Member(null, null, Set.of(), List.of(), List.of(off));
    }

    private static Member offOften(int times) {
        return off(
                IntStream.range(0, times)
                        .mapToObj(DAY::plusDays)
                        .map(day -> new DaysOff(day, day, ""))
                        .toArray(DaysOff[]::new));
    }

    private static Team named(String name) {
        return TEAM.with(name, TEAM.members(), TEAM.products(), Map.of());
    }

    private static List<String> many(String name, int count) {
        return IntStream.range(0, count).mapToObj(one -> name + one).toList();
    }

    @DataProvider
    Object[][] teams() {
        return new Object[][] {
            {named(" "), "name"},
            {named("n".repeat(120)), ""},
            {named("n".repeat(121)), "name"},
            {named("sOUTH"), "name"},
            {TEAM.with("North", List.of("zoe"), List.of("MSF"), Map.of()), "members"},
            {TEAM.with("North", List.of(), List.of("NONE"), Map.of()), "products"},
            {TEAM.with("North", Collections.nCopies(200, "ada"), List.of("MSF"), Map.of()), ""},
            {TEAM.with("North", Collections.nCopies(201, "ada"), List.of(), Map.of()), "members"},
            {TEAM.with("North", List.of(), Collections.nCopies(200, "MSF"), Map.of()), ""},
            {TEAM.with("North", List.of(), many("P", 201), Map.of()), "members"},
            {TEAM.with(calendar(Amount.ZERO, Calendar.MONDAY_TO_FRIDAY, 0)), "focus"},
            {TEAM.with(calendar(new Amount(1), Calendar.MONDAY_TO_FRIDAY, 0)), ""},
            {TEAM.with(calendar(Amount.of(1), Calendar.MONDAY_TO_FRIDAY, 0)), ""},
            {TEAM.with(calendar(new Amount(1001), Calendar.MONDAY_TO_FRIDAY, 0)), "focus"},
            {TEAM.with(calendar(Amount.of(1), Set.of(), 0)), "weekdays"},
            {TEAM.with(calendar(Amount.of(1), Set.of(DayOfWeek.SUNDAY), 2_000)), ""},
            {TEAM.with(calendar(Amount.of(1), Set.of(DayOfWeek.SUNDAY), 2_001)), "holidays"},
            {TEAM.with(holiday(" ")), "holidays"},
            {TEAM.with(holiday("h".repeat(120))), ""},
            {TEAM.with(holiday("h".repeat(121))), "holidays"},
            {with(hours(Amount.ZERO)), ""},
            {with(hours(new Amount(-1))), "members"},
            {with(hours(Amount.of(24))), ""},
            {with(hours(new Amount(24_001))), "members"},
            {with(share(-1)), "members"},
            {with(share(0)), ""},
            {with(share(70)), ""},
            {with(share(71)), "members"},
            {with(share(101)), "members"},
            {with(skills(40, "s")), ""},
            {with(skills(41, "s")), "members"},
            {with(skills(1, "s".repeat(60))), ""},
            {with(skills(1, "s".repeat(61))), "members"},
            {with(skills(1, " ")), "members"},
            {with(skills(1, "a=b")), "members"},
            {with(offOften(400)), ""},
            {with(offOften(401)), "members"},
            {with(off(new DaysOff(DAY, DAY, ""))), ""},
            {with(off(new DaysOff(DAY, DAY.minusDays(1), ""))), "members"},
            {
                with(
                        off(
                                new DaysOff(DAY, DAY.plusDays(2), ""),
                                new DaysOff(DAY.plusDays(2), DAY.plusDays(3), ""))),
                "members"
            },
            {
                with(
                        off(
                                new DaysOff(DAY.plusDays(3), DAY.plusDays(3), ""),
                                new DaysOff(DAY, DAY.plusDays(2), ""))),
                ""
            },
            {with(off(new DaysOff(DAY, DAY, "w".repeat(120)))), ""},
            {with(off(new DaysOff(DAY, DAY, "w".repeat(121)))), "members"},
        };
    }

    @Test(dataProvider = "teams")
    public void teamShouldKeepItsLimits(Team team, String field) {
        assertThat(found(team)).isEqualTo(field.isEmpty() ? List.of() : List.of(field));
    }

    @Test
    public void teamThatStillHasWorkShouldStay() {
        var before = before();
        assertThat(found(before, before.workspace().withoutTeam("north"), PlanKey.team("north")))
                .containsExactly("team");
        assertThat(found(before, before.workspace().withoutTeam("south"), PlanKey.team("south")))
                .isEmpty();
        var given = Trees.after(before, Trees.edit(2, "team", "south"));
        assertThat(found(given, given.workspace().withoutTeam("south"), PlanKey.team("south")))
                .containsExactly("team");
    }

    @Test
    public void sprintThatHoldsNothingShouldGo() {
        var before = before();
        assertThat(
                        found(
                                before,
                                before.workspace().withoutSprint("north-1"),
                                PlanKey.sprint("north-1")))
                .isEmpty();
    }

    private static Sprint sprint(LocalDate start, LocalDate finish) {
        return new Sprint("north-1", "north", "One", start, finish, null, null);
    }

    private static SprintPlan plan(@Nullable String goal, int ordered, String guest, String away) {
        var none = SprintPlan.NONE;
        return new SprintPlan(
                goal,
                none.capacity(),
                IntStream.rangeClosed(1, ordered).mapToObj(Trees::key).toList(),
                none.agreed(),
                guest.isEmpty() ? Set.of() : Set.of(guest),
                away.isEmpty() ? Set.of() : Set.of(away),
                none.committed(),
                none.completed(),
                none.available(),
                none.end());
    }

    @DataProvider
    Object[][] sprints() {
        var late = LocalDate.of(2200, 12, 31);
        var early = LocalDate.of(1990, 1, 1);
        return new Object[][] {
            {new Sprint("north-1", "north", " ", DAY, DAY.plusDays(11), null, null), "name"},
            {new Sprint("new", "none", "One", DAY, DAY, null, null), "team"},
            {SPRINT.with(plan("g".repeat(1_000), 300, "ada", "ada")), ""},
            {SPRINT.with(plan("g".repeat(1_001), 0, "", "")), "goal"},
            {SPRINT.with(plan(null, 301, "", "")), "items"},
            {SPRINT.with(plan(null, 0, "zoe", "")), "people"},
            {SPRINT.with(plan(null, 0, "", "zoe")), "people"},
            {sprint(DAY, DAY), ""},
            {sprint(DAY, DAY.minusDays(1)), "finish"},
            {sprint(DAY, DAY.plusDays(91)), ""},
            {sprint(DAY, DAY.plusDays(92)), "finish"},
            {sprint(DAY.minusDays(2), DAY), ""},
            {sprint(DAY.minusDays(3), DAY), "start"},
            {sprint(DAY.minusDays(20), DAY.minusDays(15)), ""},
            {sprint(DAY.minusDays(20), DAY.minusDays(14)), "start"},
            {sprint(late, late), ""},
            {sprint(late, late.plusDays(1)), "start"},
            {sprint(early, early), ""},
            {sprint(early.minusDays(1), early), "start"},
        };
    }

    @Test(dataProvider = "sprints")
    public void sprintShouldKeepItsLimits(Sprint sprint, String field) {
        assertThat(found(sprint)).isEqualTo(field.isEmpty() ? List.of() : List.of(field));
    }

    private static Snapshot withSprint(Sprint sprint) {
        var before = before();
        return before.with(before.workspace().with(sprint));
    }

    @Test
    public void startedSprintShouldBeginNoLater() {
        var running = withSprint(SPRINT.startedAt(Trees.NOW));
        assertThat(found(running, sprint(DAY.plusDays(1), DAY.plusDays(9)).startedAt(Trees.NOW)))
                .containsExactly("start");
        assertThat(found(running, sprint(DAY.minusDays(1), DAY.plusDays(9)).startedAt(Trees.NOW)))
                .isEmpty();
    }

    @Test
    public void closedSprintShouldKeepItsDates() {
        var closed = withSprint(SPRINT.startedAt(Trees.NOW).closedAt(Trees.NOW));
        var other = sprint(DAY, DAY.plusDays(9)).startedAt(Trees.NOW).closedAt(Trees.NOW);
        assertThat(found(closed, other)).containsExactly("start");
        assertThat(found(closed, SPRINT.startedAt(Trees.NOW).closedAt(Trees.NOW))).isEmpty();
    }

    @Test
    public void teamShouldRunOneSprintAtATime() {
        var zero = before().workspace().findSprint("north-0").orElseThrow();
        assertThat(found(withSprint(zero.startedAt(Trees.NOW)), SPRINT.startedAt(Trees.NOW)))
                .containsExactly("state");
        assertThat(found(SPRINT.startedAt(Trees.NOW))).isEmpty();
    }

    private static Release release(String name, LocalDate date) {
        return new Release("spring", "MSF", name, date);
    }

    private static Release release(
            String product,
            List<String> others,
            @Nullable LocalDate start,
            @Nullable String goal,
            List<String> teams,
            List<Milestone> milestones) {
        return new Release(
                "spring",
                product,
                "Spring",
                DAY,
                others,
                start,
                goal,
                teams,
                milestones,
                null,
                null);
    }

    private static Release milestones(int count, String name) {
        return release(
                "MSF",
                List.of(),
                null,
                null,
                List.of(),
                Collections.nCopies(count, new Milestone(name, DAY)));
    }

    @DataProvider
    Object[][] releases() {
        return new Object[][] {
            {release(" ", DAY), "name"},
            {release("r".repeat(120), DAY), ""},
            {release("r".repeat(121), DAY), "name"},
            {release("R", LocalDate.of(1990, 1, 1)), ""},
            {release("R", LocalDate.of(1989, 12, 31)), "date"},
            {release("R", LocalDate.of(2200, 12, 31)), ""},
            {release("R", LocalDate.of(2201, 1, 1)), "date"},
            {release("MSF", List.of("MSF"), DAY, "g", List.of("north"), List.of()), ""},
            {release("MSF", List.of(), DAY.plusDays(1), null, List.of(), List.of()), "date"},
            {release("MSF", List.of(), null, "g".repeat(1_001), List.of(), List.of()), "goal"},
            {release("MSF", List.of(), null, null, List.of("none"), List.of()), "teams"},
            {release("MSF", List.of("NONE"), null, null, List.of(), List.of()), "products"},
            {release("NONE", List.of(), null, null, List.of(), List.of()), "product"},
            {milestones(100, "m".repeat(120)), ""},
            {milestones(101, "m"), "milestones"},
            {milestones(1, " "), "milestones"},
            {milestones(1, "m".repeat(121)), "milestones"},
        };
    }

    @Test(dataProvider = "releases")
    public void releaseShouldKeepItsLimits(Release release, String field) {
        assertThat(found(release)).isEqualTo(field.isEmpty() ? List.of() : List.of(field));
    }
}
