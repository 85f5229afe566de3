package greenladder.core.change;

import static greenladder.core.Trees.after;
import static greenladder.core.Trees.edit;
import static greenladder.core.Trees.key;
import static greenladder.core.Trees.node;
import static greenladder.core.Trees.problems;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.MoveItems;
import greenladder.core.edit.NewItem;
import greenladder.core.edit.OrderItems;
import greenladder.core.edit.Ordering;
import greenladder.core.edit.SettleItem;
import greenladder.core.edit.SplitItem;
import greenladder.core.edit.SplitPart;
import greenladder.core.edit.Target;
import greenladder.core.product.Refining;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.testng.annotations.Test;

public class BandsTests {
    private static final String FIVE =
            """
            story A
            story B
            story C
            story D
            story E
            """;

    /** A and B must, C could, D and E in none. */
    private static Snapshot banded() {
        var snapshot = after(Trees.of(FIVE), edit(1, "band", "must"));
        snapshot = after(snapshot, edit(3, "band", "could"));
        return after(snapshot, edit(2, "band", "Must"));
    }

    private static List<String> stories(Snapshot snapshot) {
        var product = snapshot.requireProduct("MSF");
        return snapshot.level(product, product.levels().find("story").orElseThrow()).stream()
                .map(BandsTests::inWords)
                .toList();
    }

    private static String inWords(Node node) {
        var band = node.item().details().refinement().band();
        return node.item().title() + (band == null ? "" : ":" + band);
    }

    private static MoveItems move(int number, Target target) {
        return new MoveItems(List.of(key(number)), new Target.Parent.Same(), target);
    }

    @Test
    public void bandWhenGivenShouldTakeTheItemToItsEnd() {
        assertThat(stories(banded())).containsExactly("A:must", "B:must", "C:could", "D", "E");
        assertThat(stories(after(banded(), edit(5, "band", "should"))))
                .containsExactly("A:must", "B:must", "E:should", "C:could", "D");
    }

    @Test
    public void bandWhenTakenAwayShouldPutTheItemBehindAllThatHaveOne() {
        assertThat(stories(after(banded(), edit(1, "band", ""))))
                .containsExactly("B:must", "C:could", "A", "D", "E");
    }

    @Test
    public void itemWhenDroppedIntoABandShouldTakeTheBandOfWhatIsAbove() {
        assertThat(stories(after(banded(), move(5, new Target.After(key(1))))))
                .containsExactly("A:must", "E:must", "B:must", "C:could", "D");
        assertThat(stories(after(banded(), move(5, new Target.Before(key(3))))))
                .containsExactly("A:must", "B:must", "E:must", "C:could", "D");
    }

    @Test
    public void itemShouldKeepItsBandWhereTheProductSaysSo() {
        var product = banded().requireProduct("MSF");
        var usual = product.refining();
        var staying =
                new Refining(
                        usual.bands(),
                        usual.factors(),
                        usual.formula(),
                        usual.scale(),
                        usual.checks(),
                        false,
                        true,
                        usual.defects());
        var snapshot = banded().with(product.withRefining(staying));

        assertThat(stories(after(snapshot, move(5, new Target.After(key(1))))))
                .containsExactly("A:must", "E", "B:must", "C:could", "D");
    }

    @Test
    public void itemWhenFirstShouldTakeTheBandOfWhatIsBelow() {
        assertThat(stories(after(banded(), move(4, new Target.First()))))
                .containsExactly("D:must", "A:must", "B:must", "C:could", "E");
    }

    @Test
    public void bandOfANeighbourThatIsDroppedShouldNotBeTaken() {
        var snapshot = after(banded(), edit(3, "state", "dropped"));

        assertThat(stories(after(snapshot, move(5, new Target.After(key(3))))))
                .containsExactly("A:must", "B:must", "C:could", "E:must", "D");
    }

    @Test
    public void itemsWhenMovedTogetherShouldAllTakeTheBandAndKeepTheirOrder() {
        var both =
                new MoveItems(
                        List.of(key(5), key(4)),
                        new Target.Parent.Same(),
                        new Target.After(key(1)));

        assertThat(stories(after(banded(), both)))
                .containsExactly("A:must", "D:must", "E:must", "B:must", "C:could");
    }

    @Test
    public void moveWhenTakenBackShouldGiveTheBandBack() {
        var moved = Trees.accepted(banded(), move(5, new Target.After(key(1))));
        var back =
                new Reverse(OperationKind.UNDO, 1, moved.changes(), List.of(), List.of(), Set.of());

        assertThat(stories(after(moved.after(), back))).isEqualTo(stories(banded()));
    }

    @Test
    public void itemWhenMadeInABandShouldStandAtItsEnd() {
        var made =
                after(
                        banded(),
                        new CreateItems(
                                "MSF",
                                List.of(
                                        NewItem.of(
                                                Map.of(
                                                        "title", "F", "level", "story", "band",
                                                        "must")))));

        assertThat(stories(made)).startsWith("A:must", "B:must", "F:must", "C:could");
    }

    @Test
    public void itemWhenMadeAtAPlaceShouldTakeTheBandOfWhatIsAbove() {
        assertThat(stories(made(new Target.After(key(1)), Map.of())))
                .startsWith("A:must", "F:must", "B:must", "C:could");
    }

    @Test
    public void bandWhenGivenWithAPlaceShouldCount() {
        assertThat(stories(made(new Target.Before(key(3)), Map.of("band", "could"))))
                .startsWith("A:must", "B:must", "F:could", "C:could");
        var moved =
                new MoveItems(
                        List.of(key(5)),
                        new Target.Parent.Same(),
                        new Target.Before(key(3)),
                        Map.of("band", "could"));
        assertThat(stories(after(banded(), moved)))
                .containsExactly("A:must", "B:must", "E:could", "C:could", "D");
    }

    private static Snapshot made(Target target, Map<String, String> more) {
        var fields = new HashMap<>(Map.of("title", "F", "level", "story"));
        fields.putAll(more);
        return after(
                banded(), new CreateItems("MSF", List.of(new NewItem(null, null, fields, target))));
    }

    @Test
    public void bandWhenUnknownShouldNameThoseThatThereAre() {
        assertThat(problems(banded(), edit(1, "band", "asap")).inWords())
                .contains("“asap” is not a band of Crossing")
                .contains("Must, Should, Could");
    }

    @Test
    public void itemWhenMovedAndGivenToATeamShouldDoBothAtOnceOrNothing() {
        var unknown =
                new MoveItems(
                        List.of(key(5)),
                        new Target.Parent.Same(),
                        new Target.First(),
                        Map.of("team", "nobody"));
        var sized =
                new MoveItems(
                        List.of(key(5)),
                        new Target.Parent.Same(),
                        new Target.First(),
                        Map.of("size", "3"));

        assertThat(problems(banded(), unknown).inWords()).contains("no team");
        assertThat(node(after(banded(), sized), 5).item().size()).hasToString("3");
    }

    @Test
    public void orderWhenGivenShouldKeepTheBandsAndTheOtherPlaces() {
        var snapshot = after(banded(), edit(4, "band", "must"));
        var keys = Stream.of(3, 4, 2, 1).map(Trees::key).toList();

        assertThat(stories(after(snapshot, new OrderItems(keys))))
                .containsExactly("D:must", "B:must", "A:must", "C:could", "E");
    }

    @Test
    public void orderWhenAnItemIsNamedTwiceShouldBeRefused() {
        assertThat(problems(banded(), new OrderItems(List.of(key(1), key(2), key(1)))).inWords())
                .contains("named twice");
    }

    @Test
    public void storiesWhenOrderedAsTheirParentsStandShouldFollowThem() {
        var snapshot =
                Trees.of(
                        """
                        feature F
                        feature G
                        story A
                        story B
                        story C
                        story D
                        story E
                        """);
        for (var child : Map.of(3, "MSF2", 4, "MSF1", 6, "MSF2", 7, "MSF1").entrySet()) {
            snapshot = after(snapshot, edit(child.getKey(), "parent", child.getValue()));
        }
        var product = snapshot.requireProduct("MSF");
        var level = product.levels().find("story").orElseThrow();
        var keys = Ordering.asParentsStand(snapshot, product, level);

        assertThat(stories(after(snapshot, new OrderItems(keys))))
                .containsExactly("B", "E", "A", "D", "C");
    }

    @Test
    public void decisionWhenNotedShouldStandOnTheItemWithDayAndName() {
        var snapshot = after(banded(), edit(1, "agenda", "which ramp?"));
        snapshot =
                after(snapshot, new SettleItem(key(1), "oona.marsh", "both ramps\n first", false));
        snapshot = after(snapshot, new SettleItem(key(1), "oona.marsh", "card only", true));

        assertThat(node(snapshot, 1).item().details().refinement().decisions())
                .map(Object::toString)
                .containsExactly(
                        "2026-05-04 oona.marsh both ramps first",
                        "2026-05-04 oona.marsh card only");
        assertThat(node(snapshot, 1).item().details().refinement().agenda()).isNull();
        assertThat(problems(snapshot, new SettleItem(key(1), "oona.marsh", " ", false)).inWords())
                .contains("A line needs a text");
    }

    @Test
    public void factorsWhenOutOfRangeOrUnknownShouldBeRefused() {
        assertThat(problems(banded(), edit(1, "factors.impact", "11")).inWords())
                .contains("Impact is a number from 0 to 10");
        assertThat(problems(banded(), edit(1, "factors.glory", "1")).inWords())
                .contains("no factor “glory”");
        assertThat(node(after(banded(), edit(1, "factors.impact", "2.5")), 1).item().details())
                .extracting(details -> details.refinement().factors().get("impact"))
                .hasToString("2.5");
    }

    @Test
    public void partsWhenSplitShouldStayInTheBand() {
        var split =
                new SplitItem(
                        key(1),
                        List.of(new SplitPart("Half", "", List.of(), List.of())),
                        true,
                        null);

        assertThat(stories(after(banded(), split))).startsWith("A:must", "Half:must", "B:must");
    }
}
