package greenladder.core.work;

import static greenladder.core.work.Crew.edit;
import static greenladder.core.work.Crew.key;
import static greenladder.core.work.Crew.rule;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.change.Change;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.EditItems;
import greenladder.core.edit.NewItem;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.team.HandOver;
import greenladder.core.team.HandOver.Taker;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Random;
import java.util.stream.Collectors;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class HandingOverTests {
    private static final String STORY = "story A state=under-way";
    private static final List<String> STATES =
            List.of("to-do", "ready", "under-way", "in-test", "done");

    private static Crew crew() {
        return new Crew(STORY).does(edit(1, "team", "lantern", "assignee", "ada"));
    }

    @Test
    public void enteringAStateShouldGiveTheItemToWhoeverHasTheSkill() {
        var crew = crew().ruled(rule(1, "in-test", Taker.skill("testing"), null));

        crew.does(edit(1, "state", "in-test"));

        assertThat(crew.item(1).assignee()).isEqualTo("cleo");
        assertThat(crew.item(1).details().doing().handedOver()).hasToString("rule-1 ada");
    }

    @Test
    public void comingBackShouldGiveItToWhoeverPassedItOn() {
        var crew = crew().ruled(rule(1, "in-test", Taker.person("cleo"), null));

        crew.does(edit(1, "state", "in-test")).does(edit(1, "state", "under-way"));

        assertThat(crew.item(1).assignee()).isEqualTo("ada");
        assertThat(crew.item(1).details().doing().handedOver()).isNull();
    }

    @Test
    public void somebodyNamedInTheSameStepShouldKeepIt() {
        var crew = crew().ruled(rule(1, "in-test", Taker.person("cleo"), null));

        crew.does(edit(1, "state", "in-test", "assignee", "ben"));

        assertThat(crew.item(1).assignee()).isEqualTo("ben");
    }

    @Test
    public void ruleShouldMoveTheItemOnAndHoldAgainThere() {
        var crew =
                crew().ruled(
                                rule(1, "under-way", null, "in-test"),
                                rule(2, "in-test", Taker.person("ben"), null))
                        .does(edit(1, "state", "to-do"));

        crew.does(edit(1, "state", "under-way"));

        assertThat(crew.item(1).state().key()).isEqualTo("in-test");
        assertThat(crew.item(1).assignee()).isEqualTo("ben");
    }

    @Test
    public void ruleThatIsSwitchedOffShouldDoNothing() {
        var crew = crew().ruled(rule(1, "in-test", Taker.person("cleo"), null).switched(false));

        crew.does(edit(1, "state", "in-test"));

        assertThat(crew.item(1).assignee()).isEqualTo("ada");
    }

    @Test
    public void newItemInAStateShouldBeHandedOverAsWell() {
        var crew = crew().ruled(rule(1, "in-test", Taker.person("cleo"), null));

        crew.does(
                new CreateItems(
                        "MSF",
                        List.of(
                                NewItem.of(
                                        Map.of(
                                                "level", "story",
                                                "title", "B",
                                                "team", "lantern",
                                                "state", "in-test")))));

        assertThat(crew.item(2).assignee()).isEqualTo("cleo");
    }

    @DataProvider
    Object[][] wrongRules() {
        return new Object[][] {
            {
                List.of(rule(1, "in-test", Taker.person("dov"), null)),
                "Dov has left; choose somebody else."
            },
            {List.of(rule(1, "in-test", Taker.person("eve"), null)), "Nobody signs in as “eve”."},
            {
                List.of(rule(1, "in-test", Taker.skill("singing"), null)),
                "Nobody in Lantern has the skill “singing”; say so in its calendar first."
            },
            {
                List.of(rule(1, "in-test", null, null)),
                "A rule says who gets the item, or where it goes on to."
            },
            {
                List.of(rule(1, "asleep", Taker.person("ben"), null)),
                "There is no state “asleep” here."
            },
            {
                List.of(
                        rule(1, "under-way", null, "in-test"),
                        rule(2, "in-test", null, "under-way")),
                "These rules would run in a circle: Under way → In test → Under way."
            },
            {
                List.of(
                        rule(1, "in-test", Taker.person("ben"), null),
                        rule(2, "in-test", Taker.person("cleo"), null)),
                "There is a rule for “In test” already; switch that one off first."
            },
        };
    }

    @Test(dataProvider = "wrongRules")
    public void wrongRuleShouldBeRefused(List<HandOver> rules, String message) {
        var command = new KeepPractice("lantern", practice -> practice.withRules(rules, List.of()));

        assertThat(crew().wrong(command)).contains(message);
    }

    @DataProvider
    Object[][] seeds() {
        return new Object[][] {{1L}, {2L}, {3L}, {4L}, {5L}};
    }

    /** Whatever rules there are: every chain ends, and undo brings back what was. */
    @Test(dataProvider = "seeds")
    public void chainsShouldEndAndGoBackTogether(long seed) {
        var random = new Random(seed);
        var crew = new Crew("story A\nstory B\nstory C");
        crew.does(new EditItems(Crew.keys(1, 2, 3), Map.of("team", "lantern", "assignee", "ada")));
        int changed = 0;
        for (int round = 0; round < 400; round++) {
            var rules = rules(random);
            var kept =
                    new KeepPractice("lantern", practice -> practice.withRules(rules, List.of()));
            if (crew.wrong(kept).isEmpty()) {
                crew.does(kept);
            }
            int number = 1 + random.nextInt(3);
            var before = known(crew.item(number));
            crew.does(edit(number, "state", STATES.get(random.nextInt(STATES.size()))));
            long steps =
                    crew.last.changes().stream()
                            .filter(change -> change.field() == Field.STATE)
                            .map(Change::after)
                            .distinct()
                            .count();
            assertThat(steps).isLessThanOrEqualTo(STATES.size());
            if (!crew.last.changes().isEmpty() && random.nextInt(3) == 0) {
                crew.takesBack();
                assertThat(known(crew.item(number))).isEqualTo(before);
                changed++;
            }
        }
        assertThat(changed).isGreaterThan(20);
    }

    private static List<String> known(Item item) {
        return List.of(
                item.state().key(),
                Objects.requireNonNullElse(item.assignee(), ""),
                String.valueOf(item.details().doing().handedOver()));
    }

    private static List<HandOver> rules(Random random) {
        var takers = List.of(Taker.person("ada"), Taker.person("ben"), Taker.skill("testing"));
        var rules = new ArrayList<HandOver>();
        for (int i = 0; i < 3; i++) {
            var to = random.nextBoolean() ? takers.get(random.nextInt(takers.size())) : null;
            var moveTo = random.nextInt(3) == 0 ? STATES.get(random.nextInt(STATES.size())) : null;
            rules.add(rule(i, STATES.get(random.nextInt(STATES.size())), to, moveTo));
        }
        return rules.stream()
                .collect(Collectors.toMap(HandOver::state, one -> one, (one, other) -> one))
                .values()
                .stream()
                .toList();
    }

    @Test
    public void waitingShouldLiftWhenWhatIsWaitedForIsDone() {
        var crew = new Crew("story A\nstory B");
        crew.does(edit(1, "waitsFor", "MSF2", "askAgain", "2026-06-01"));
        assertThat(crew.item(1).blocked()).isEqualTo("waits for MSF2");
        assertThat(crew.item(1).times().blockedSince()).isNotNull();

        crew.does(edit(2, "state", "done"));

        assertThat(crew.item(1).blocked()).isNull();
        assertThat(crew.item(1).details().custom()).isEmpty();
        assertThat(crew.takesBack().item(1).blocked()).isEqualTo("waits for MSF2");
    }

    @Test
    public void unblockingShouldEndTheWaiting() {
        var crew = new Crew("story A").does(edit(1, "waitsOn", "the harbour office"));

        crew.does(edit(1, "blocked", ""));

        assertThat(crew.item(1).details().custom()).isEmpty();
    }

    @Test
    public void acceptanceShouldEndWhenWorkIsTakenUpAgain() {
        var crew = crew().does(edit(1, "state", "done")).does(new Accept(List.of(key(1)), "ben"));
        assertThat(crew.item(1).details().doing().accepted()).isEqualTo("ben");

        crew.does(edit(1, "state", "in-test"));

        assertThat(crew.item(1).details().doing().accepted()).isNull();
        assertThat(crew.wrong(new Accept(List.of(key(1)), "ben")))
                .containsExactly("MSF1 is In test; what is done can be accepted.");
    }
}
