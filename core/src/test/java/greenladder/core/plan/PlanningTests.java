package greenladder.core.plan;

import static greenladder.core.plan.Journal.MONDAY;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import greenladder.core.release.Release;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Calendar;
import greenladder.core.team.Calendar.DaysOff;
import greenladder.core.team.Calendar.Member;
import greenladder.core.team.Calendar.Skill;
import greenladder.core.team.Mix;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import greenladder.core.workspace.PlanFacts;
import java.math.BigDecimal;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class PlanningTests {
    private static ItemKey key(int number) {
        return Trees.key(number);
    }

    private static Journal journal(String tree) {
        return new Journal(tree)
                .does(new KeepSprints(List.of(Journal.sprint(1), Journal.sprint(2))));
    }

    private static PlanIntoSprint plan(int sprint, boolean candidates, int item) {
        return new PlanIntoSprint(List.of(key(item)), "lantern-" + sprint, candidates);
    }

    private static Calendar calendar(Map<String, Member> members) {
        return new Calendar(
                Calendar.USUAL_FOCUS,
                Calendar.MONDAY_TO_FRIDAY,
                new TreeMap<>(Map.of(MONDAY.plusDays(3), "Harbour day")),
                new TreeMap<>(members));
    }

    private static Member member(int hours, Integer share, DaysOff... off) {
        return new Member(Amount.of(hours), share, Set.of(), List.of(), List.of(off));
    }

    private static List<Object> sprints(Journal journal, int... items) {
        return java.util.Arrays.stream(items)
                .mapToObj(one -> (Object) journal.snapshot.requireNode(key(one)).item().sprint())
                .toList();
    }

    @Test
    public void parentShouldPlanItsOpenLeavesAndItselfWhileItBringsPoints() {
        var journal =
                journal(
                                """
                                feature F size=20
                                  story A size=5
                                  story B state=done size=3
                                  story C
                                feature G size=5
                                  story D size=5
                                """)
                        .does(plan(1, false, 1))
                        .does(plan(2, false, 5));
        assertThat(sprints(journal, 1, 2, 3, 4))
                .containsExactly("lantern-1", "lantern-1", null, "lantern-1");
        assertThat(sprints(journal, 5, 6)).containsExactly(null, "lantern-2");
        assertThat(SprintPart.inSprint(journal.snapshot, "lantern-1"))
                .extracting(SprintPart::amount)
                .containsExactly(Amount.of(12), Amount.of(5), null);
        assertThat(journal.snapshot.requireNode(key(2)).item().team()).isEqualTo("lantern");
    }

    @Test
    public void whatIsDoneOrDroppedShouldNotBePlanned() {
        var journal = journal("story A state=done\nstory B state=dropped");
        assertThat(journal.wrong(plan(1, false, 1)))
                .containsExactly("MSF1 is done; there is nothing left to plan.");
        assertThat(journal.wrong(plan(1, true, 2)))
                .containsExactly("MSF2 is dropped; there is nothing left to plan.");
    }

    @Test
    public void candidatesShouldStandBesideUntilTheyAreCommitted() {
        var journal = journal("story A size=3\nstory B size=2").does(plan(1, true, 1));
        assertThat(Load.candidates(journal.snapshot, journal.the(1))).hasSize(1);
        assertThat(SprintPart.inSprint(journal.snapshot, "lantern-1")).isEmpty();
        journal.does(plan(1, false, 1));
        assertThat(Load.candidates(journal.snapshot, journal.the(1))).isEmpty();
        assertThat(SprintPart.inSprint(journal.snapshot, "lantern-1")).hasSize(1);
    }

    @Test
    public void candidateForTheNextSprintShouldBeOneOfTheFirstThatHasNotStarted() {
        var journal =
                journal("story A size=3")
                        .does(Trees.edit(1, "team", "lantern"))
                        .does(Trees.edit(1, "candidate", "yes"));
        assertThat(Load.candidates(journal.snapshot, journal.the(1))).hasSize(1);
        journal.does(new StartSprint("lantern-1"));
        assertThat(Load.candidates(journal.snapshot, journal.the(1))).isEmpty();
        assertThat(Load.candidates(journal.snapshot, journal.the(2))).hasSize(1);
    }

    @Test
    public void taskShouldBelongToTheSprintOfItsNearestAncestorUnlessItHasItsOwn() {
        var journal =
                journal("story A size=3\n  task T hours.estimate=4\n  task U hours.estimate=2")
                        .does(plan(1, false, 1))
                        .does(plan(2, false, 3));
        assertThat(SprintPart.tasksIn(journal.snapshot, "lantern-1"))
                .extracting(SprintPart::item)
                .containsExactly(key(2));
        assertThat(SprintPart.tasksIn(journal.snapshot, "lantern-2"))
                .extracting(SprintPart::amount)
                .containsExactly(Amount.of(2));
    }

    @DataProvider
    public Object[][] badSprints() {
        var one = Journal.sprint(3);
        return new Object[][] {
            {one.on(one.start(), one.start().minusDays(1)), "before it starts"},
            {one.on(one.start(), one.start().plusDays(400)), "at most 92 days long, not 401"},
            {one.on(MONDAY, MONDAY), "It overlaps with Tide 1"},
            {one.named(" "), "A name of at most 120 characters is needed."},
        };
    }

    @Test(dataProvider = "badSprints")
    public void sprintShouldBeOfSomeLengthApartFromOthers(Sprint sprint, String words) {
        assertThat(journal("story A").wrong(KeepSprints.of(sprint)))
                .singleElement()
                .asString()
                .contains(words);
    }

    @Test
    public void sprintShouldBeStartedOnceAndAloneAndClosedAfterThat() {
        var journal = journal("story A");
        var close = new CloseSprint("lantern-1", CloseSprint.BACKLOG, Map.of(), null, null);
        assertThat(journal.wrong(close)).containsExactly("Tide 1 has not been started.");
        journal.does(new StartSprint("lantern-1"));
        assertThat(journal.wrong(new StartSprint("lantern-1")))
                .containsExactly("Tide 1 has been started already.");
        assertThat(journal.wrong(new StartSprint("lantern-2")))
                .containsExactly("Tide 1 is running; a team runs one sprint at a time.");
        journal.does(close);
        assertThat(journal.wrong(close)).containsExactly("Tide 1 is closed already.");
        assertThat(journal.wrong(plan(1, false, 1)))
                .containsExactly("Tide 1 is closed; nothing is planned into it any more.");
        assertThat(journal.wrong(KeepSprints.of(journal.the(1).on(MONDAY, MONDAY))))
                .containsExactly("Tide 1 is closed; its dates stay as they were.");
    }

    @Test
    public void closeShouldSendEachUnfinishedItemWhereItIsWanted() {
        var journal =
                journal("story A\nstory B\nstory C state=done")
                        .does(plan(1, false, 1))
                        .does(plan(1, false, 2));
        journal.does(new StartSprint("lantern-1"));
        assertThat(journal.wrong(new CloseSprint("lantern-1", "gannet-1", Map.of(), null, null)))
                .containsExactly("“gannet-1” is no open sprint of this team.");
        journal.does(
                new CloseSprint(
                        "lantern-1",
                        CloseSprint.NEXT,
                        Map.of(key(2), CloseSprint.BACKLOG),
                        null,
                        null));
        assertThat(sprints(journal, 1, 2)).containsExactly("lantern-2", null);
    }

    @Test
    public void closeShouldMakeTheNextSprintWhereThereIsNone() {
        var journal = journal("story A").does(plan(2, false, 1));
        journal.does(new StartSprint("lantern-2"))
                .does(new CloseSprint("lantern-2", CloseSprint.NEXT, Map.of(), 5, null));
        var next = journal.the(3);
        assertThat(next.name()).isEqualTo("Tide 3");
        assertThat(next.start()).isEqualTo(MONDAY.plusWeeks(4));
        assertThat(next.finish()).isEqualTo(next.start().plusDays(4));
        assertThat(sprints(journal, 1)).containsExactly("lantern-3");
    }

    @Test
    public void sprintInUseShouldGoOnlyOnceItIsSaidWhereItsItemsGo() {
        var journal = journal("story A\nstory B").does(plan(1, false, 1)).does(plan(1, true, 2));
        assertThat(journal.wrong(new RemoveSprint("lantern-1", null)))
                .containsExactly("Tide 1 holds 1 item; say where they go first.");
        journal.does(new RemoveSprint("lantern-1", "lantern-2"));
        assertThat(sprints(journal, 1)).containsExactly("lantern-2");
        assertThat(journal.snapshot.requireNode(key(2)).item().details().refinement().candidate())
                .isEqualTo("next");
    }

    @Test
    public void sprintShouldHaveAnOrderOfItsOwn() {
        var journal = journal("story A\nstory B\nstory C");
        for (int i = 1; i <= 3; i++) {
            journal.does(plan(1, false, i));
        }
        journal.does(new OrderSprint("lantern-1", List.of(key(3)), key(1)));
        assertThat(SprintPart.inSprint(journal.snapshot, "lantern-1"))
                .extracting(SprintPart::item)
                .containsExactly(key(3), key(1), key(2));
        assertThat(journal.snapshot.position(journal.snapshot.requireNode(key(3)).item()))
                .isEqualTo(3);
    }

    @Test
    public void teamShouldAgreeToWhatStandsInItsSprint() {
        var journal = journal("story A").does(plan(1, false, 1));
        journal.does(new AgreeOn("lantern-1", key(1), true));
        assertThat(journal.the(1).plan().agreed()).containsExactly(key(1));
        journal.does(new AgreeOn("lantern-1", key(1), false));
        assertThat(journal.the(1).plan().agreed()).isEmpty();
        assertThat(journal.wrong(new AgreeOn("lantern-2", key(1), true)))
                .containsExactly("MSF1 is not in Tide 2.");
    }

    @Test
    public void availabilityShouldLeaveOutHolidaysDaysOffAndWhatGoesIntoTalk() {
        var journal = journal("story A");
        var off = new DaysOff(MONDAY, MONDAY.plusDays(1), "away");
        journal.does(new KeepCalendar("lantern", calendar(Map.of("ada", member(6, null, off)))));
        var available = Availability.of(journal.snapshot.workspace(), journal.the(1));
        // Ten working days, less a holiday, less two days off: seven of 6 h × 0.8.
        assertThat(available.hours("ada", MONDAY)).isEqualByComparingTo("33.6");
        assertThat(available.hours("ben", MONDAY)).isEqualByComparingTo("57.6");
        assertThat(available.hours()).isEqualByComparingTo("91.2");
        assertThat(available.hours("ada", MONDAY.plusDays(10))).isEqualByComparingTo("9.6");
        assertThat(available.partlyAway()).containsExactly("ada");
    }

    @Test
    public void shareShouldCutTheHoursAndGuestsAddTheirs() {
        var journal = journal("story A");
        journal.does(new KeepCalendar("lantern", calendar(Map.of("ada", member(5, 50)))));
        var sprint = journal.the(1);
        journal.does(
                KeepSprints.of(sprint.with(sprint.plan().withPeople(Set.of(), Set.of("ben")))));
        var available = Availability.of(journal.snapshot.workspace(), journal.the(1));
        assertThat(available.people()).containsExactly("ada");
        assertThat(available.onDay("ada", MONDAY)).isEqualByComparingTo("2");
        assertThat(available.onDay("ada", MONDAY.plusDays(5))).isEqualByComparingTo("0");
    }

    @DataProvider
    public Object[][] badMembers() {
        var day = MONDAY;
        return new Object[][] {
            {member(30, null), "Ada has between 0 and 24 hours a day, not 30."},
            {member(8, 200), "Ada gives a share between 0 and 100 %, not 200."},
            {
                member(
                        8,
                        null,
                        new DaysOff(day, day.plusDays(3), ""),
                        new DaysOff(day.plusDays(3), day.plusDays(4), "")),
                "Days off of Ada from 2026-05-07 overlap with those from 2026-05-04."
            },
            {
                member(8, null, new DaysOff(day, day.minusDays(1), "")),
                "Days off of Ada end before they begin on 2026-05-04."
            },
        };
    }

    @Test(dataProvider = "badMembers")
    public void whatIsSaidOfAMemberShouldBePossible(Member member, String words) {
        assertThat(
                        journal("story A")
                                .wrong(
                                        new KeepCalendar(
                                                "lantern", calendar(Map.of("ada", member)))))
                .containsExactly(words);
    }

    @Test
    public void calendarShouldBeReadFromItsFactsAsItWas() {
        var calendar =
                new Calendar(
                        new Amount(750),
                        Set.of(DayOfWeek.MONDAY, DayOfWeek.SUNDAY),
                        new TreeMap<>(Map.of(MONDAY, "Tide's day")),
                        new TreeMap<>(
                                Map.of(
                                        "ada.b",
                                        new Member(
                                                Amount.of(6),
                                                40,
                                                Set.of(DayOfWeek.FRIDAY),
                                                List.of(
                                                        new Skill("testing", Amount.of(2)),
                                                        new Skill("interface", null)),
                                                List.of(new DaysOff(MONDAY, MONDAY, "moving"))))));
        var workspace = journal("story A").snapshot.workspace();
        var team = workspace.findTeam("lantern").orElseThrow().with(calendar);
        var facts = PlanFacts.of(workspace.with(team), PlanKey.team("lantern"));
        assertThat(PlanFacts.put(workspace, PlanKey.team("lantern"), facts).findTeam("lantern"))
                .contains(team);
    }

    @Test
    public void capacityShouldBeTheVelocityByTheHoursThatThereAre() {
        var journal = journal("story A size=20 state=done\nstory B size=5");
        assertThat(capacity(journal, 1).points()).isNull();
        var sprint = journal.the(1);
        journal.does(KeepSprints.of(sprint.with(sprint.plan().withCapacity(Amount.of(11)))));
        assertThat(capacity(journal, 1)).isEqualTo(new Capacity(BigDecimal.valueOf(11), true));
        journal.does(Trees.edit(1, "state", "to-do"))
                .does(plan(1, false, 1))
                .does(new StartSprint("lantern-1"))
                .does(Trees.edit(1, "state", "done"))
                .does(new CloseSprint("lantern-1", "backlog", Map.of(), null, null));
        assertThat(capacity(journal, 2).points()).isEqualByComparingTo("20");
        var off = new DaysOff(MONDAY.plusWeeks(2), MONDAY.plusWeeks(4), "away");
        journal.does(
                new KeepCalendar(
                        "lantern",
                        new Calendar(
                                Calendar.USUAL_FOCUS,
                                Calendar.MONDAY_TO_FRIDAY,
                                new TreeMap<>(),
                                new TreeMap<>(Map.of("ada", member(8, null, off))))));
        var capacity = capacity(journal, 2);
        assertThat(capacity.points()).isEqualByComparingTo("10");
        assertThat(capacity.over(Amount.of(17))).isEqualByComparingTo("7");
        assertThat(capacity.over(Amount.of(10))).isNull();
    }

    private static Capacity capacity(Journal journal, int number) {
        return Capacity.of(
                journal.snapshot, journal.the(number), Velocity.of(journal.snapshot, "lantern", 3));
    }

    @Test
    public void tasksShouldBeLaidIntoTheEarliestFreeHoursAndTheRestIsBeyond() {
        var journal = new Journal("story X");
        journal.does(KeepSprints.of(Journal.sprint(1)));
        journal.does(
                new KeepCalendar(
                        "lantern",
                        new Calendar(
                                Amount.of(1),
                                Calendar.MONDAY_TO_FRIDAY,
                                new TreeMap<>(),
                                new TreeMap<>(Map.of("ada", member(6, null))))));
        journal.does(Trees.edit(1, "sprint", "lantern-1"));
        for (int hours : List.of(4, 6, 5)) {
            journal.does(
                    new greenladder.core.edit.CreateItems(
                            "MSF",
                            List.of(
                                    greenladder.core.edit.NewItem.of(
                                            Map.of(
                                                    "level", "task",
                                                    "title", "T",
                                                    "parent", "MSF1",
                                                    "assignee", "ada",
                                                    "skill", "testing",
                                                    "hours.estimate", Integer.toString(hours))))));
        }
        var three = load(journal, MONDAY.plusDays(9)).people().getFirst();
        assertThat(three.days())
                .extracting(Load.OnDay::hours)
                .containsExactly(hours(6), hours(6), hours(3));
        assertThat(three.days().get(1).tasks())
                .extracting(Load.Laid::hours)
                .containsExactly(Amount.of(4), Amount.of(2));
        assertThat(three.beyond()).isEmpty();
        assertThat(three.capacity()).isEqualByComparingTo("18");
        var two = load(journal, MONDAY.plusDays(10)).people().getFirst();
        assertThat(two.beyond()).extracting(Load.TaskHours::hours).containsExactly(Amount.of(3));
        assertThat(two.isOver()).isTrue();
        assertThat(load(journal, MONDAY).skills())
                .extracting(Load.OfSkill::skill, Load.OfSkill::remaining)
                .containsExactly(org.assertj.core.groups.Tuple.tuple("testing", Amount.of(15)));
    }

    private static BigDecimal hours(int hours) {
        return BigDecimal.valueOf(hours * 100L, 2);
    }

    private static Load load(Journal journal, LocalDate day) {
        return Load.of(journal.snapshot, journal.the(1), day);
    }

    private static Release release(String key, int weeks) {
        return new Release(
                key,
                "MSF",
                key,
                MONDAY.plusWeeks(weeks),
                List.of(),
                null,
                null,
                List.of("lantern"),
                List.of(),
                null);
    }

    private static ReleaseFill fill(Journal journal, String key) {
        return ReleaseFill.of(
                        journal.snapshot,
                        List.copyOf(journal.snapshot.workspace().releasesOf("MSF")),
                        new Capacities(journal.snapshot))
                .get(key);
    }

    @Test
    public void releaseShouldHoldWhatNamesItWithAllThatStandsBelow() {
        var journal =
                journal(
                                """
                                feature F size=20
                                  story A size=5 state=done
                                  story B size=3
                                feature G size=8
                                """)
                        .does(new KeepRelease(release("may", 8)))
                        .does(new KeepRelease(release("june", 12)));
        journal.does(Trees.edit(1, "release", "may"))
                .does(Trees.edit(3, "release", "june"))
                .does(Trees.edit(4, "release", "june"));
        assertThat(fill(journal, "may").planned()).isEqualTo(Amount.of(17));
        assertThat(fill(journal, "may").done()).isEqualTo(Amount.of(5));
        assertThat(fill(journal, "june").planned()).isEqualTo(Amount.of(11));
        assertThat(fill(journal, "june").capacity()).isNull();
    }

    @Test
    public void sprintOfTwoReleasesShouldBeSharedByTheSizesPlannedIntoIt() {
        var journal =
                journal("story A size=6\nstory B size=2")
                        .does(new KeepRelease(release("may", 8)))
                        .does(new KeepRelease(release("june", 12)));
        var sprint = journal.the(1);
        journal.does(KeepSprints.of(sprint.with(sprint.plan().withCapacity(Amount.of(12)))));
        journal.does(plan(1, false, 1)).does(plan(1, false, 2));
        journal.does(Trees.edit(1, "release", "may")).does(Trees.edit(2, "release", "june"));
        assertThat(fill(journal, "may").capacity()).isEqualByComparingTo("9");
        assertThat(fill(journal, "june").capacity()).isEqualByComparingTo("3");
        assertThat(fill(journal, "may").over()).isNull();
        journal.does(Trees.edit(1, "size", "40"));
        assertThat(fill(journal, "may").over()).isPositive();
    }

    @Test
    public void releasingShouldSendWhatIsNotDoneWhereItIsWanted() {
        var journal =
                journal("story A size=6 state=done\nstory B size=2")
                        .does(new KeepRelease(release("may", 8)))
                        .does(new KeepRelease(release("june", 12)));
        journal.does(Trees.edit(1, "release", "may")).does(Trees.edit(2, "release", "may"));
        var may = journal.snapshot.workspace().findRelease("may").orElseThrow();
        journal.does(new ChangeRelease(may, true, "june"));
        assertThat(journal.snapshot.requireNode(key(1)).item().release()).isEqualTo("may");
        assertThat(journal.snapshot.requireNode(key(2)).item().release()).isEqualTo("june");
        assertThat(journal.snapshot.workspace().findRelease("may"))
                .hasValueSatisfying(one -> assertThat(one.isReleased()).isTrue());
        journal.does(Trees.edit(1, "size", "60"));
        assertThat(fill(journal, "may").planned()).isEqualTo(Amount.of(8));
        assertThat(fill(journal, "may").done()).isEqualTo(Amount.of(6));
    }

    @Test
    public void itemShouldBePlannedBeforeAnotherOfTheSprint() {
        var journal =
                journal("story A size=1\nstory B size=1\nstory C size=1")
                        .does(plan(1, false, 1))
                        .does(plan(1, false, 2))
                        .does(new PlanIntoSprint(List.of(key(3)), "lantern-1", false, key(2)));
        assertThat(SprintPart.inSprint(journal.snapshot, "lantern-1"))
                .extracting(SprintPart::item)
                .containsExactly(key(1), key(3), key(2));
    }

    @Test
    public void mixShouldBeKeptAsTheTeamSaid() {
        var mix = new Mix("kind", Map.of("bug", 20, "in between", 30));
        assertThat(Mix.of(mix.text())).isEqualTo(mix);
    }
}
