package greenladder.core.work;

import static greenladder.core.work.Crew.edit;
import static greenladder.core.work.Crew.key;
import static greenladder.core.work.Crew.keys;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.snapshot.Node;
import greenladder.core.team.Board;
import greenladder.core.team.Board.Column;
import greenladder.core.team.Board.Place;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class BoardTests {
    private static final Column WAITS = column("waits", null, "story/to-do", "story/ready");
    private static final Column WORKS =
            column("works", 2, "story/under-way", "story/bug/ready", "task/under-way");
    private static final Column ENDS = column("ends", null, "story/in-test", "story/done");

    private static Column column(String key, Integer limit, String... places) {
        return new Column(
                key,
                key,
                limit,
                Stream.of(places)
                        .map(text -> text.split("/"))
                        .map(parts ->
                                parts.length == 2
                                        ? new Place(parts[0], null, parts[1])
                                        : new Place(parts[0], parts[1], parts[2]))
                        .toList());
    }

    private static KeepPractice laidOut(Column... columns) {
        return new KeepPractice(
                "lantern", practice -> practice.with(new Board(List.of(columns), List.of(), "")));
    }

    private static Crew crew() {
        var crew = new Crew("story A\n  task T\nstory B kind=bug state=ready\nstory C state=ready");
        return crew.does(
                new greenladder.core.edit.EditItems(keys(1, 3, 4), Map.of("team", "lantern")));
    }

    private static List<String> in(Crew crew, String column) {
        var cards =
                BoardCards.of(
                        crew.snapshot,
                        crew.snapshot.workspace().findTeam("lantern").orElseThrow(),
                        null,
                        crew.snapshot.workspace().dayOf(crew.now),
                        20);
        return cards.columns().get(column).stream()
                .map(Node::item)
                .map(item -> item.title())
                .toList();
    }

    @Test
    public void teamWithoutASetUpShouldHaveAColumnForEachState() {
        var crew = crew();
        var team = crew.snapshot.workspace().findTeam("lantern").orElseThrow();

        assertThat(Boards.of(crew.snapshot.workspace(), team).columns())
                .extracting(Column::name)
                .containsExactly("To do", "Ready", "Under way", "In test", "Done");
        assertThat(in(crew, "ready")).containsExactly("B", "C");
    }

    @Test
    public void kindShouldStandInAColumnOfItsOwn() {
        var crew = crew().does(laidOut(WAITS, WORKS, ENDS));

        assertThat(in(crew, "waits")).containsExactly("A", "C");
        assertThat(in(crew, "works")).containsExactly("B");
    }

    @Test
    public void cardShouldKeepItsStateWithinAColumnAndElseGetTheFirst() {
        var crew = crew().does(laidOut(WAITS, WORKS, ENDS));

        crew.does(new MoveCard(keys(4), "lantern", "waits", Map.of(), null));
        assertThat(crew.item(4).state().key()).isEqualTo("ready");
        crew.does(new MoveCard(keys(1, 4), "lantern", "ends", Map.of("assignee", "ben"), null));
        assertThat(crew.item(1).state().key()).isEqualTo("in-test");
        assertThat(crew.item(4).assignee()).isEqualTo("ben");
        assertThat(crew.wrong(new MoveCard(keys(2), "lantern", "ends", Map.of(), null)))
                .containsExactly("“ends” holds no state of tasks; MSF2 cannot go there.");
        assertThat(crew.wrong(new MoveCard(keys(1), "lantern", "gone", Map.of(), null)))
                .containsExactly("There is no such column on the board any more; look again.");
    }

    @Test
    public void queueShouldShowItsTopAndWhatWasDoneLately() {
        var crew = crew().does(edit(1, "state", "done")).does(edit(3, "state", "under-way"));

        assertThat(in(crew, "done")).containsExactly("A");
        assertThat(in(crew, "under-way")).containsExactly("B");
        assertThat(in(crew.later(21), "done")).isEmpty();
    }

    @Test
    public void cardShouldComeBeforeAnotherInTheBacklog() {
        var crew = crew();

        crew.does(new MoveCard(keys(4), "lantern", "", Map.of(), new MoveCard.Order(null, key(3))));

        assertThat(in(crew, "ready")).containsExactly("C", "B");
    }

    @Test
    public void boardShouldBeTakenBackAndFollowTheStatesAgain() {
        var crew = crew().does(laidOut(WAITS, WORKS, ENDS));
        assertThat(crew.takesBack().snapshot.workspace().findTeam("lantern").orElseThrow())
                .satisfies(team -> assertThat(team.practice().board()).isEqualTo(Board.NONE));

        crew.does(laidOut(WAITS, WORKS, ENDS)).does(KeepPractice.usualBoard("lantern"));

        assertThat(in(crew, "ready")).containsExactly("B", "C");
    }

    @DataProvider
    Object[][] wrongBoards() {
        return new Object[][] {
            {
                laidOut(column("a", -1, "story/done")),
                "A limit is between 1 and 999, not -1; leave it empty for none."
            },
            {laidOut(column("a", null)), "“a” would hold no state; give it one, or remove it."},
            {
                laidOut(column("a", null, "story/done"), column("b", null, "story/done")),
                "“Done” is in “a” and in “b”; a state can be in one column only."
            },
            {
                laidOut(column("a", null, "story/asleep")),
                "There is no state “story/asleep” in Lantern."
            },
            {
                laidOut(
                        column("a", null, "story/done"),
                        new Column("b", "A", null, List.of(new Place("story", null, "ready")))),
                "There are two columns “A”."
            },
        };
    }

    @Test(dataProvider = "wrongBoards")
    public void wrongBoardShouldBeRefused(KeepPractice wrong, String message) {
        assertThat(crew().wrong(wrong)).contains(message);
    }

    @Test
    public void ownWorkShouldHoldWhatOneLeadsAndHelpsWith() {
        var crew = crew();
        crew.does(edit(1, "assignee", "ada", "state", "under-way"))
                .does(edit(3, "assignee", "ben", "helpers", "ada"))
                .does(edit(4, "assignee", "ada", "blocked", "rain"))
                .does(edit(3, "waitsFor", "MSF1"));

        var own = OwnWork.of(crew.snapshot, "ada");

        assertThat(own.underWay()).extracting(node -> node.item().title()).containsExactly("A");
        assertThat(own.waiting()).extracting(node -> node.item().title()).containsExactly("C", "B");
        assertThat(own.forOthers()).containsOnlyKeys(key(1));
    }
}
