package greenladder.core.change;

import static greenladder.core.Trees.after;
import static greenladder.core.Trees.edit;
import static greenladder.core.Trees.key;
import static greenladder.core.Trees.node;
import static greenladder.core.Trees.problems;
import static greenladder.core.Trees.titles;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import greenladder.core.RandomWork;
import greenladder.core.Trees;
import greenladder.core.change.Decision.Accepted;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.DeleteItems;
import greenladder.core.edit.DeleteItems.Children;
import greenladder.core.edit.MoveItems;
import greenladder.core.edit.NewItem;
import greenladder.core.edit.ShortenRanks;
import greenladder.core.edit.Target;
import greenladder.core.item.Field;
import greenladder.core.product.Refining;
import greenladder.core.product.Scale;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class DecisionsTests {
    private static final String TREE =
            """
            goal G
              initiative I
                epic E size=20
                  feature F
                    story A size=3
                    story B size=5
                    story C
                      task T hours.estimate=4
                  feature H\
            """;

    private static MoveItems move(Target target, int... numbers) {
        return new MoveItems(keys(numbers), new Target.Parent.Same(), target);
    }

    private static MoveItems under(Integer parent, int... numbers) {
        return new MoveItems(
                keys(numbers),
                new Target.Parent.Under(parent == null ? null : key(parent)),
                new Target.Stay());
    }

    private static List<ItemKey> keys(int... numbers) {
        return Arrays.stream(numbers).mapToObj(Trees::key).toList();
    }

    private static String stories(Snapshot snapshot) {
        var product = snapshot.requireProduct("MSF");
        return titles(snapshot.level(product, product.levels().find("story").orElseThrow()));
    }

    @DataProvider
    public Object[][] badFields() {
        return new Object[][] {
            {5, "title", " ", "A title is needed."},
            {
                5,
                "title",
                "x".repeat(501),
                "The title is 501 characters long; at most 500 are allowed."
            },
            {
                5,
                "description",
                "x".repeat(100_001),
                "The description is 100,001 characters long; at most 100,000 are allowed."
            },
            {5, "size", "five", "The size is a number with at most three decimals, not “five”."},
            {5, "size", "-1", "The size must be between 0 and 10,000, not -1."},
            {5, "size", "10000.5", "The size must be between 0 and 10,000, not 10000.5."},
            {
                5,
                "level",
                "saga",
                "There is no level “saga”; there are: goal, initiative, epic, feature, story, task."
            },
            {
                5,
                "kind",
                "riddle",
                "“riddle” is not a kind of story; there are: story, bug, spike, enabler."
            },
            {
                5,
                "state",
                "parked",
                "“parked” is not a state of a story; there are: to-do, ready, under-way, in-test,"
                        + " done, dropped."
            },
            {5, "assignee", "nobody.here", "Nobody signs in as “nobody.here”."},
            {5, "start", "soon", "The start is a date such as 2026-11-12, not “soon”."},
            {5, "hours.remaining", "3", "Work that is a story carries points, not hours."},
            {8, "size", "3", "Work that is a task carries hours, not points."},
            {5, "rank", "V", "There is no field “rank” that can be set."},
            {
                5,
                "parent",
                "MSF6",
                "MSF6 is a story; a story cannot stand under it, only under a higher level."
            },
            {5, "parent", "MSF99", "There is no item “MSF99” to stand above."},
            {3, "parent", "MSF5", "MSF5 stands under MSF3 already; the two would go in a circle."},
            {4, "level", "story", "MSF4 cannot become a story: its child MSF5 is a story."},
        };
    }

    @Test(dataProvider = "badFields")
    public void badFieldShouldBeRefusedByName(
            int item, String field, String value, String message) {
        assertThat(problems(Trees.of(TREE), edit(item, field, value)).all())
                .containsExactly(new Problem(field, message));
    }

    @Test
    public void datesReversedShouldBeRefused() {
        var snapshot = after(Trees.of(TREE), edit(5, "start", "2026-06-02"));
        assertThat(problems(snapshot, edit(5, "finish", "2026-06-01")).messageOf("finish"))
                .contains("The finish 2026-06-01 is before the start 2026-06-02.");
    }

    @Test
    public void bulkWithOneWrongEntryShouldNameItAndMakeNothing() {
        var good = NewItem.of(Map.of("level", "story", "title", "Good"));
        var bad =
                NewItem.of(Map.of("level", "story", "title", "Bad", "size", "x", "colour", "red"));
        assertThat(problems(Trees.of(TREE), new CreateItems("MSF", List.of(good, bad))).all())
                .extracting(Problem::entry, Problem::field)
                .containsExactly(tuple(1, "colour"), tuple(1, "size"));
    }

    @Test
    public void titleAloneShouldBeEnough() {
        var snapshot =
                after(
                        Trees.empty(),
                        new CreateItems(
                                "MSF",
                                List.of(
                                        NewItem.of(
                                                Map.of(
                                                        "level",
                                                        "epic",
                                                        "title",
                                                        " New \n epic ")))));
        var item = node(snapshot, 1).item();
        assertThat(item.title()).isEqualTo("New epic");
        assertThat(item.kind()).isEqualTo("epic");
        assertThat(item.state().key()).isEqualTo("to-do");
        assertThat(item.isLoose()).isTrue();
    }

    @Test
    public void firstEstimateShouldStay() {
        var snapshot = after(after(Trees.of(TREE), edit(5, "size", "8")), edit(5, "size", ""));
        assertThat(node(snapshot, 5).item().firstEstimate()).isEqualTo(Amount.of(3));
        assertThat(node(snapshot, 5).item().size()).isNull();
    }

    @Test
    public void remainingHoursShouldBeginAsEstimated() {
        assertThat(node(Trees.of(TREE), 8).item().hours().remaining()).isEqualTo(Amount.of(4));
    }

    @Test
    public void statesOfFollowingLevelsShouldFollowTheirLeaves() {
        var snapshot = after(Trees.of(TREE), edit(5, "state", "done"));
        assertThat(node(snapshot, 4).item().state().key()).isEqualTo("under-way");
        assertThat(node(snapshot, 3).item().state().key()).isEqualTo("under-way");
        assertThat(node(snapshot, 2).item().state().key()).isEqualTo("under-way");
        assertThat(node(snapshot, 1).item().state().key())
                .as("goals do not follow")
                .isEqualTo("to-do");

        snapshot = after(after(snapshot, edit(6, "state", "done")), edit(7, "state", "dropped"));
        assertThat(node(snapshot, 4).item().state().key()).isEqualTo("done");
        assertThat(node(snapshot, 3).item().state().key())
                .as("feature H is open")
                .isEqualTo("under-way");
    }

    @Test
    public void stateSetByHandShouldStayUntilTheCategoryChanges() {
        var snapshot = after(Trees.of(TREE), edit(4, "state", "done"));
        assertThat(node(snapshot, 4).item().state().key()).isEqualTo("done");
        snapshot = after(snapshot, edit(5, "size", "2"));
        assertThat(node(snapshot, 4).item().state().key()).isEqualTo("done");
        snapshot = after(snapshot, edit(5, "state", "under-way"));
        assertThat(node(snapshot, 4).item().state().key()).isEqualTo("under-way");
    }

    @Test
    public void moveShouldTakeEverythingUnderItAlong() {
        var snapshot = after(Trees.of(TREE), under(null, 4));
        assertThat(node(snapshot, 4).item().parent()).isNull();
        assertThat(titles(node(snapshot, 4).children())).isEqualTo("A B C");
        assertThat(titles(node(snapshot, 3).children())).isEqualTo("H");
    }

    @Test
    public void movesShouldKeepTheMutualOrderOfSeveral() {
        var snapshot = Trees.of("story A\nstory B\nstory C\nstory D\nstory E");
        assertThat(stories(after(snapshot, move(new Target.Before(key(1)), 5, 3))))
                .isEqualTo("C E A B D");
        assertThat(stories(after(snapshot, move(new Target.After(key(4)), 1, 2))))
                .isEqualTo("C D A B E");
        assertThat(stories(after(snapshot, move(new Target.First(), 4)))).isEqualTo("D A B C E");
        assertThat(stories(after(snapshot, move(new Target.Last(), 1, 3)))).isEqualTo("B D E A C");
        assertThat(stories(after(snapshot, move(new Target.Up(), 3)))).isEqualTo("A C B D E");
        assertThat(stories(after(snapshot, move(new Target.Down(), 1, 2)))).isEqualTo("C A B D E");
    }

    @Test
    public void positionShouldBeThePosition() {
        var snapshot = Trees.of("story A\nstory B\nstory C\nstory D\nstory E");
        for (int item = 1; item <= 5; item++) {
            for (int position = 1; position <= 5; position++) {
                var moved = after(snapshot, move(new Target.Position(position), item));
                assertThat(moved.position(node(moved, item).item())).isEqualTo(position);
            }
        }
        assertThat(problems(snapshot, move(new Target.Position(6), 1)).messageOf("position"))
                .contains("There is no position 6; positions go from 1 to 5.");
        assertThat(problems(snapshot, move(new Target.Position(0), 1)).messageOf("position"))
                .isPresent();
    }

    @Test
    public void deletionShouldNotTakeChildrenSilently() {
        var snapshot = Trees.of(TREE);
        assertThat(
                        problems(snapshot, new DeleteItems(keys(4), Children.REFUSE))
                                .messageOf("children"))
                .contains("MSF4 has 3 children: say whether they are deleted with it or move up.");
        assertThat(
                        titles(
                                node(after(snapshot, new DeleteItems(keys(4), Children.UP)), 3)
                                        .children()))
                .isEqualTo("A B C H");
        assertThat(after(snapshot, new DeleteItems(keys(4), Children.DELETE)).itemCount())
                .isEqualTo(4);
    }

    @Test
    public void numberOfDeletedItemShouldNotComeBack() {
        var snapshot = after(Trees.of("story A"), new DeleteItems(keys(1), Children.REFUSE));
        var made =
                Trees.accepted(
                        snapshot,
                        new CreateItems(
                                "MSF",
                                List.of(NewItem.of(Map.of("level", "story", "title", "B")))));
        assertThat(made.items()).containsExactly(key(2));
    }

    @Test
    public void shortRanksShouldKeepTheOrder() {
        var snapshot = Trees.of("story A\nstory B\nstory C");
        for (int i = 0; i < 300; i++) {
            snapshot = after(snapshot, move(new Target.After(key(1)), i % 2 == 0 ? 3 : 2));
        }
        var middle = node(snapshot, 2).item();
        assertThat(middle.rank().text()).hasSizeGreaterThan(40);
        var before = stories(snapshot);
        snapshot = after(snapshot, new ShortenRanks(key(2)));
        assertThat(stories(snapshot)).isEqualTo(before);
        assertThat(node(snapshot, 2).item().rank().text()).hasSizeLessThan(13);
    }

    @Test
    public void changesTurnedRoundShouldGiveBackWhatWas() {
        var work = new RandomWork(11);
        var snapshot = work.snapshot(60, 10);
        for (int i = 0; i < 60; i++) {
            if (Decisions.decide(snapshot, work.command(snapshot), Trees.NOW)
                    instanceof Accepted accepted) {
                var back =
                        Changes.apply(accepted.after(), turnedRound(accepted.changes()), Trees.NOW);
                assertThat(content(back)).isEqualTo(content(snapshot));
                snapshot = accepted.after();
            }
        }
    }

    private static List<Change> turnedRound(List<Change> changes) {
        return changes.reversed().stream()
                .map(change ->
                        new Change(change.item(), change.field(), change.after(), change.before()))
                .toList();
    }

    private static Map<ItemKey, Map<Field, String>> content(Snapshot snapshot) {
        var content = new HashMap<ItemKey, Map<Field, String>>();
        snapshot.order()
                .slots()
                .forEach(slot -> {
                    var texts = new HashMap<Field, String>();
                    var item = snapshot.requireNode(slot.key()).item();
                    for (var field : Field.allOf(item)) {
                        texts.put(field, field.textOf(item));
                    }
                    content.put(slot.key(), texts);
                });
        return content;
    }

    @Test
    public void sizeWhenGivenAsALabelOfTheScaleShouldBeItsStep() {
        var product = Trees.empty().requireProduct("MSF");
        var standard = product.refining();
        var shirts =
                product.withRefining(
                        new Refining(
                                standard.bands(),
                                standard.factors(),
                                standard.formula(),
                                Scale.SHIRTS,
                                standard.checks()));
        var snapshot = Trees.of("story A").with(shirts);
        assertThat(Trees.node(after(snapshot, edit(1, "size", "xl")), 1).item().size())
                .hasToString("13");
    }
}
