package greenladder.core.change;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import greenladder.core.people.Person;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Board;
import greenladder.core.team.Board.Column;
import greenladder.core.team.Board.Place;
import greenladder.core.team.Calendar;
import greenladder.core.team.Calendar.Member;
import greenladder.core.team.Calendar.Skill;
import greenladder.core.team.HandOver;
import greenladder.core.team.HandOver.Taker;
import greenladder.core.team.Practice;
import greenladder.core.team.StepRule;
import greenladder.core.team.Team;
import greenladder.core.value.PlanKey;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Each limit of a board and of a team's rules from both sides. */
public class PracticeRulesTests {
    private static final Place READY = new Place("story", null, "ready");
    private static final Place DONE = new Place("story", null, "done");
    private static final Team TEAM =
            new Team("north", "North", List.of("ada", "eve"), List.of("MSF"), Map.of())
                    .with(
                            new Calendar(
                                    Calendar.USUAL_FOCUS,
                                    Calendar.MONDAY_TO_FRIDAY,
                                    Collections.emptySortedMap(),
                                    new TreeMap<>(
                                            Map.of(
                                                    "ada",
                                                    new Member(
                                                            null,
                                                            null,
                                                            Set.of(),
                                                            List.of(new Skill("Test", null)),
                                                            List.of())))));

    private static Snapshot before() {
        var tree = Trees.of("epic E");
        return tree.with(
                tree.workspace()
                        .with(new Person("ada", "Ada"))
                        .with(new Person("eve", "Eve", true))
                        .with(TEAM));
    }

    private static List<String> found(Team was, Team is) {
        var before = before();
        var found = new Problems.ProblemCollector();
        new PlanRules(
                        before.with(before.workspace().with(was)),
                        before.with(before.workspace().with(is)),
                        found)
                .check(List.of(new PlanChange(PlanKey.team("north"), "name", null, "any")));
        return found.all().all().stream().map(Problem::field).toList();
    }

    private static Column column(String name, Place... places) {
        return new Column(name.isBlank() ? "k" : name.toLowerCase(), name, null, List.of(places));
    }

    private static Column column(String key, @Nullable Integer limit) {
        return new Column(key, "Ready", limit, List.of(READY));
    }

    private static Board board(Column... columns) {
        return new Board(List.of(columns), List.of(), "");
    }

    private static Board shown(String... fields) {
        return new Board(List.of(column("Ready", READY)), List.of(fields), "");
    }

    /** Each of its columns holds a state that no other one holds. */
    private static Board wide(int columns) {
        var levels = List.of("goal", "initiative", "epic", "feature", "story", "task");
        var states = List.of("to-do", "under-way", "done", "dropped", "ready", "in-test");
        return board(
                IntStream.range(0, columns)
                        .mapToObj(one ->
                                column(
                                        "C" + one,
                                        new Place(levels.get(one % 6), null, states.get(one / 6))))
                        .toArray(Column[]::new));
    }

    @DataProvider
    Object[][] boards() {
        return new Object[][] {
            {board(), ""},
            {board(column("Ready", READY), column("Done", DONE)), ""},
            {board(column("Ready", READY), column("READY", DONE)), "columns"},
            {board(column("Ready", READY), column("Done", DONE, READY)), "columns"},
            {board(column("Ready")), "columns"},
            {board(column(" ", READY)), "columns"},
            {board(column("a\tb", READY)), "columns"},
            {board(column("n".repeat(40), READY)), ""},
            {board(new Column("k", "n".repeat(60), null, List.of(READY))), ""},
            {board(new Column("k", "n".repeat(61), null, List.of(READY))), "columns"},
            {board(column(" ", 1)), "columns"},
            {board(column("k".repeat(40), 1)), ""},
            {board(column("k".repeat(41), 1)), "columns"},
            {board(column("k", 0)), "limit"},
            {board(column("k", 999)), ""},
            {board(column("k", 1_000)), "limit"},
            {board(column("Ready", new Place("story", "bug", "ready"))), ""},
            {board(column("Ready", new Place("story", "ghost", "ready"))), "columns"},
            {board(column("Ready", new Place("story", null, "nowhere"))), "columns"},
            {board(column("Ready", new Place("saga", null, "ready"))), "columns"},
            {shown("size", "assignee"), ""},
            {shown("nothing"), "cards"},
            {shown("size,assignee"), "cards"},
            {shown(Collections.nCopies(30, "size").toArray(String[]::new)), ""},
            {shown(Collections.nCopies(31, "size").toArray(String[]::new)), "cards"},
            {wide(31), "columns"},
        };
    }

    @Test(dataProvider = "boards")
    public void boardShouldKeepItsLimits(Board board, String field) {
        assertThat(found(TEAM, TEAM.with(TEAM.practice().with(board))))
                .isEqualTo(field.isEmpty() ? List.of() : List.of(field));
    }

    private static HandOver handOver(
            String key, String state, @Nullable Taker to, @Nullable String moveTo, boolean on) {
        return new HandOver(key, "story", state, to, moveTo, on);
    }

    private static StepRule step(
            String key, @Nullable String from, String to, @Nullable Taker who) {
        return new StepRule(key, "story", from, to, who, true);
    }

    private static Practice rules(Object... rules) {
        return Practice.NONE.withRules(
                Arrays.stream(rules)
                        .filter(HandOver.class::isInstance)
                        .map(HandOver.class::cast)
                        .toList(),
                Arrays.stream(rules)
                        .filter(StepRule.class::isInstance)
                        .map(StepRule.class::cast)
                        .toList());
    }

    private static Practice many(int handOvers, int steps) {
        return Practice.NONE.withRules(
                Collections.nCopies(
                        handOvers, handOver("h", "ready", Taker.person("ada"), null, false)),
                Collections.nCopies(steps, step("s", null, "done", null)));
    }

    @DataProvider
    Object[][] practices() {
        var ada = Taker.person("ada");
        return new Object[][] {
            {rules(handOver("h", "ready", ada, null, true)), ""},
            {rules(handOver("h", "ready", Taker.skill("test"), null, true)), ""},
            {rules(handOver("h", "ready", Taker.skill("sing"), null, true)), "to"},
            {rules(handOver("h", "ready", Taker.person("zoe"), null, true)), "to"},
            {rules(handOver("h", "ready", Taker.person("eve"), null, true)), "to"},
            {rules(handOver("h", "ready", null, null, true)), "to"},
            {rules(handOver("h", "ready", null, "in-test", true)), ""},
            {rules(handOver("h", "ready", ada, "ready", false)), "moveTo"},
            {rules(handOver("h", "ready", null, "nowhere", true)), "state"},
            {rules(handOver("h", "nowhere", ada, null, true)), "state"},
            {rules(handOver("H", "ready", ada, null, true)), "rules"},
            {rules(handOver("h".repeat(40), "ready", ada, null, true)), ""},
            {rules(handOver("h".repeat(41), "ready", ada, null, true)), "rules"},
            {
                rules(
                        handOver("a", "ready", ada, null, true),
                        handOver("b", "ready", ada, null, false)),
                ""
            },
            {
                rules(
                        handOver("a", "ready", ada, null, true),
                        handOver("b", "ready", ada, null, true)),
                "state"
            },
            {
                rules(
                        handOver("a", "ready", null, "in-test", true),
                        handOver("b", "in-test", null, "done", true)),
                ""
            },
            {
                rules(
                        handOver("a", "ready", null, "in-test", true),
                        handOver("b", "in-test", null, "ready", true)),
                "moveTo"
            },
            {rules(step("s", null, "done", null)), ""},
            {rules(step("s", "ready", "done", ada)), ""},
            {rules(step("s", "nowhere", "done", null)), "state"},
            {rules(step("s", null, "nowhere", null)), "state"},
            {rules(step("s", null, "done", Taker.person("zoe"))), "to"},
            {rules(step("", null, "done", null)), "rules"},
            {many(50, 50), ""},
            {many(50, 51), "rules"},
        };
    }

    @Test(dataProvider = "practices")
    public void rulesShouldKeepTheirLimits(Practice practice, String field) {
        assertThat(found(TEAM, TEAM.with(practice)))
                .isEqualTo(field.isEmpty() ? List.of() : List.of(field));
    }

    /** As where a state went away since. */
    @Test
    public void whatIsNotChangedShouldNotBeJudged() {
        var amiss =
                TEAM.with(
                        rules(handOver("h", "nowhere", Taker.person("ada"), null, true))
                                .with(board(column("Ready", new Place("story", null, "nowhere")))));
        assertThat(found(amiss, amiss)).isEmpty();
        assertThat(found(amiss, amiss.with(amiss.practice().with(shown("size"))))).isEmpty();
        assertThat(found(amiss, amiss.with(amiss.practice().with(shown("nothing")))))
                .containsExactly("cards");
        assertThat(
                        found(
                                amiss,
                                amiss.with(
                                        amiss.practice()
                                                .withRules(
                                                        amiss.practice().handOvers(),
                                                        List.of(step("s", null, "done", null))))))
                .containsExactly("state");
    }
}
