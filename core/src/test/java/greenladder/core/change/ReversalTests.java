package greenladder.core.change;

import static greenladder.core.Trees.accepted;
import static greenladder.core.Trees.after;
import static greenladder.core.Trees.edit;
import static greenladder.core.Trees.key;
import static greenladder.core.Trees.node;
import static greenladder.core.Trees.problems;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.RandomWork;
import greenladder.core.Trees;
import greenladder.core.change.Decision.Accepted;
import greenladder.core.edit.ChangeLevel;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.DeleteItems;
import greenladder.core.edit.DeleteItems.Children;
import greenladder.core.edit.MoveItems;
import greenladder.core.edit.NewItem;
import greenladder.core.edit.ShortenRanks;
import greenladder.core.edit.Target;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.people.Person;
import greenladder.core.release.Release;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.IntStream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class ReversalTests {
    private static final String TREE =
            """
            epic E
              feature F
                story A size=3
                story B size=5
                story C\
            """;

    private static Reverse reverse(Accepted done) {
        return new Reverse(OperationKind.UNDO, 1, done.changes(), List.of(), List.of(), Set.of());
    }

    /** Every stored field of every item. */
    private static Map<String, String> picture(Snapshot snapshot) {
        var lines = new TreeMap<String, String>();
        snapshot.order()
                .slots()
                .forEach(slot -> {
                    Item item = snapshot.requireNode(slot.key()).item();
                    var line = new StringBuilder();
                    for (var field : Field.allOf(item)) {
                        line.append(field.label())
                                .append('=')
                                .append(field.textOf(item))
                                .append(' ');
                    }
                    lines.put(slot.key().toString(), line.toString());
                });
        return lines;
    }

    @DataProvider
    public Object[][] seeds() {
        return IntStream.range(0, 30)
                .mapToObj(seed -> new Object[] {seed})
                .toArray(Object[][]::new);
    }

    @Test(dataProvider = "seeds")
    public void reversalsInReverseOrderShouldLeadBackAndForth(int seed) {
        var work = new RandomWork(seed);
        var snapshot = work.snapshot(60, 10);
        var start = picture(snapshot);
        var done = new java.util.ArrayDeque<Accepted>();
        for (int i = 0; i < 25; i++) {
            if (Decisions.decide(snapshot, work.command(snapshot), Trees.NOW)
                    instanceof Accepted accepted) {
                done.push(accepted);
                snapshot = accepted.after();
            }
        }
        var end = picture(snapshot);
        var undone = new java.util.ArrayDeque<Accepted>();
        for (var one : done) {
            var back = accepted(snapshot, reverse(one));
            undone.push(back);
            snapshot = back.after();
        }
        assertThat(picture(snapshot).entrySet())
                .as("seed %d", seed)
                .containsExactlyElementsOf(start.entrySet());
        for (var one : undone) {
            snapshot = after(snapshot, reverse(one));
        }
        assertThat(picture(snapshot).entrySet())
                .as("seed %d", seed)
                .containsExactlyElementsOf(end.entrySet());
    }

    @Test
    public void reversalWhenFieldChangedAgainShouldBeRefusedWithWhatStandsThere() {
        var first = accepted(Trees.of(TREE), edit(3, "title", "Ahoy"));
        var then = after(first.after(), edit(3, "title", "Avast"));
        assertThat(problems(then, reverse(first)).inWords())
                .isEqualTo("MSF3: the title changed again in the meantime; it is “Avast” now.");
    }

    @Test
    public void reversalShouldLeaveOtherFieldsAlone() {
        var first = accepted(Trees.of(TREE), edit(3, "title", "Ahoy"));
        var then = after(first.after(), edit(3, "size", "8"));
        var back = after(then, reverse(first));
        assertThat(node(back, 3).item().title()).isEqualTo("A");
        assertThat(node(back, 3).item().size()).hasToString("8");
    }

    @Test
    public void stateThatFollowedShouldFollowAgainRatherThanStandInTheWay() {
        var first = accepted(Trees.of(TREE), edit(3, "state", "under-way"));
        var then = after(first.after(), edit(4, "state", "done"));
        var back = after(then, reverse(first));
        assertThat(node(back, 3).item().state().key()).isEqualTo("to-do");
        assertThat(node(back, 2).item().state().key()).isEqualTo("under-way");
        var all = after(first.after(), reverse(first));
        assertThat(node(all, 2).item().state().key()).isEqualTo("to-do");
    }

    @Test
    public void madeItemThatWasWorkedOnShouldNotBeUnmade() {
        var made =
                accepted(
                        Trees.of(TREE),
                        new CreateItems(
                                "MSF",
                                List.of(NewItem.of(Map.of("level", "story", "title", "New")))));
        assertThat(problems(after(made.after(), edit(6, "value", "3")), reverse(made)).inWords())
                .contains("MSF6: the value");
        var under =
                new CreateItems(
                        "MSF",
                        List.of(
                                NewItem.of(
                                        Map.of("level", "task", "title", "T", "parent", "MSF6"))));
        assertThat(problems(after(made.after(), under), reverse(made)).inWords())
                .isEqualTo("MSF7 stands under MSF6 now.");
    }

    @Test
    public void reversalOnDeletedItemsShouldSaySo() {
        var first = accepted(Trees.of(TREE), edit(3, "title", "Ahoy"));
        var gone = after(first.after(), new DeleteItems(List.of(key(3)), Children.REFUSE));
        assertThat(problems(gone, reverse(first)).inWords()).isEqualTo("MSF3 was deleted since.");
        var deletion = accepted(Trees.of(TREE), new DeleteItems(List.of(key(3)), Children.REFUSE));
        var parentGone = after(deletion.after(), new DeleteItems(List.of(key(2)), Children.DELETE));
        assertThat(problems(parentGone, reverse(deletion)).inWords())
                .isEqualTo("MSF3 stood under MSF2, which is deleted.");
    }

    @DataProvider
    public Object[][] plans() {
        return new Object[][] {
            {"team", "tide", "The team of MSF3 no longer exists (tide)."},
            {"sprint", "tide-1", "The sprint of MSF3 no longer exists (tide-1)."},
            {"release", "spring", "The release of MSF3 no longer exists (spring)."},
        };
    }

    @Test(dataProvider = "plans")
    public void itemShouldNotGoBackToAPlanThatIsNoMore(String field, String value, String words) {
        var tree = Trees.of(TREE);
        var day = LocalDate.parse("2026-05-04");
        var planned =
                tree.with(
                        tree.workspace()
                                .with(new Team("tide", "Tide", List.of(), List.of("MSF"), Map.of()))
                                .with(
                                        new Sprint(
                                                "tide-1",
                                                "tide",
                                                "Tide 1",
                                                day,
                                                day.plusDays(13),
                                                null,
                                                null))
                                .with(new Release("spring", "MSF", "Spring", day.plusDays(30))));
        var taken = accepted(after(planned, edit(3, field, value)), edit(3, field, ""));
        assertThat(accepted(taken.after(), reverse(taken)).changes()).isNotEmpty();
        assertThat(problems(taken.after().with(tree.workspace()), reverse(taken)).inWords())
                .contains(words);
    }

    @Test
    public void itemShouldNotGoBackUnderWhatIsNoLongerAboveIt() {
        var tree = Trees.of("epic E\n  feature F\n    story A");
        var taken = accepted(tree, edit(3, "parent", ""));
        var lowered =
                after(
                        taken.after(),
                        new ChangeLevel(List.of(key(2)), "story", ChangeLevel.Misfits.DOWN));
        assertThat(problems(lowered, reverse(taken)).inWords())
                .isEqualTo("MSF3 stood under MSF2, which is a story now.");
    }

    @Test
    public void itemShouldNotGoBackToALevelThatFitsNotWhatStandsUnderIt() {
        var raised =
                accepted(
                        Trees.of("epic E\n  story A"),
                        new ChangeLevel(List.of(key(2)), "feature", ChangeLevel.Misfits.DOWN));
        var under =
                after(
                        raised.after(),
                        new CreateItems(
                                "MSF",
                                List.of(
                                        NewItem.of(
                                                Map.of(
                                                        "level", "story",
                                                        "title", "T",
                                                        "parent", "MSF2")))));
        assertThat(problems(under, reverse(raised)).inWords())
                .isEqualTo("MSF2 cannot become a story again: MSF3 stands under it.");
    }

    @Test
    public void itemShouldNotGoBackToSomebodyWhoLeft() {
        var given = after(Trees.of(TREE), edit(3, "assignee", "oona.marsh"));
        var taken = accepted(given, edit(3, "assignee", ""));
        var left = taken.after().with(new Person("oona.marsh", "Oona Marsh", true));
        assertThat(problems(left, reverse(taken)).inWords()).contains("Oona Marsh, who has left");
    }

    @Test
    public void moveShouldGoBackThroughShortenedRanks() {
        var snapshot = Trees.of("goal A\ngoal B\ngoal C\ngoal D");
        var moved =
                accepted(
                        snapshot,
                        new MoveItems(
                                List.of(key(2)), new Target.Parent.Same(), new Target.Last()));
        var shortened = accepted(moved.after(), new ShortenRanks(key(3)));
        var back =
                after(
                        shortened.after(),
                        new Reverse(
                                OperationKind.UNDO,
                                1,
                                moved.changes(),
                                List.of(),
                                List.of(shortened.changes()),
                                Set.of()));
        assertThat(Trees.titles(back.roots("MSF"))).isEqualTo("A B C D");
        var movedAgain =
                after(
                        shortened.after(),
                        new MoveItems(
                                List.of(key(2)), new Target.Parent.Same(), new Target.First()));
        assertThat(
                        problems(
                                        movedAgain,
                                        new Reverse(
                                                OperationKind.UNDO,
                                                1,
                                                moved.changes(),
                                                List.of(),
                                                List.of(shortened.changes()),
                                                Set.of()))
                                .inWords())
                .isEqualTo("MSF2: the place in the order changed again in the meantime.");
    }

    @Test
    public void placeThatIsTakenMeanwhileShouldBePassedByALittle() {
        var snapshot = Trees.of("goal A\ngoal B\ngoal C");
        var moved =
                accepted(
                        snapshot,
                        new MoveItems(
                                List.of(key(2)), new Target.Parent.Same(), new Target.Last()));
        var rank = node(snapshot, 2).item().rank();
        var taken =
                Changes.apply(
                        moved.after(),
                        List.of(
                                new Change(
                                        key(3), Field.RANK, node(snapshot, 3).item().rank(), rank)),
                        Trees.NOW);
        var back = after(taken, reverse(moved));
        assertThat(Trees.titles(back.roots("MSF"))).isEqualTo("A C B");
    }
}
