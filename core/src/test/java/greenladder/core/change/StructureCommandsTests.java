package greenladder.core.change;

import static greenladder.core.Trees.accepted;
import static greenladder.core.Trees.after;
import static greenladder.core.Trees.edit;
import static greenladder.core.Trees.key;
import static greenladder.core.Trees.node;
import static greenladder.core.Trees.problems;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import greenladder.core.edit.ChangeLevel;
import greenladder.core.edit.ChangeLevel.Misfits;
import greenladder.core.edit.GatherItems;
import greenladder.core.edit.IndentItems;
import greenladder.core.edit.MergeItems;
import greenladder.core.edit.SplitItem;
import greenladder.core.edit.SplitPart;
import greenladder.core.item.Field;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.testng.annotations.Test;

/** Split, merge, gather, change of level. */
public class StructureCommandsTests {
    private static final String STORY =
            """
            feature Boarding
              story Big size=20
                task One
                task Two
              story Next size=3\
            """;

    private static Snapshot story() {
        return after(Trees.of(STORY), edit(2, "acceptance", "Seen\nHeard\nFelt"));
    }

    private static SplitPart part(
            String title, String size, List<ItemKey> children, Integer... criteria) {
        return new SplitPart(title, size, children, List.of(criteria));
    }

    private static SplitItem split(boolean keep, String size, SplitPart... parts) {
        return new SplitItem(key(2), List.of(parts), keep, size);
    }

    /** The children of an item as their numbers. */
    private static List<Integer> children(Snapshot snapshot, int number) {
        return node(snapshot, number).children().stream()
                .map(child -> child.item().key().number())
                .toList();
    }

    @Test
    public void splitShouldPutPartsBehindTheOriginalWithWhatGoesToThem() {
        var snapshot =
                after(
                        story(),
                        split(
                                true,
                                "8",
                                part("A", "5", List.of(key(3)), 0),
                                part("B", "9", List.of(key(4)), 2)));
        assertThat(Trees.titles(node(snapshot, 1).children())).isEqualTo("Big A B Next");
        assertThat(children(snapshot, 6)).containsExactly(3);
        assertThat(children(snapshot, 7)).containsExactly(4);
        assertThat(node(snapshot, 6).item().details().acceptance().text()).isEqualTo("[ ] Seen");
        assertThat(node(snapshot, 7).item().details().acceptance().text()).isEqualTo("[ ] Felt");
        assertThat(node(snapshot, 2).item().details().acceptance().text()).isEqualTo("[ ] Heard");
        assertThat(node(snapshot, 2).item().details().parts()).containsExactly(key(6), key(7));
        assertThat(node(snapshot, 7).item().details().splitFrom()).isEqualTo(key(2));
    }

    @Test
    public void splitShouldKeepTheFirstEstimateAndShowTheDriftAbove() {
        var start = after(Trees.of("feature F\n  story Big size=20"), edit(1, "size", "20"));
        var snapshot =
                after(
                        start,
                        split(true, "8", part("A", "8", List.of()), part("B", "7", List.of())));
        var big = node(snapshot, 2);
        assertThat(big.item().firstEstimate()).isEqualTo(Amount.parse("20").orElseThrow());
        assertThat(big.rollUp().effective()).hasToString("8");
        assertThat(node(snapshot, 1).rollUp().effective()).hasToString("23");
        assertThat(node(snapshot, 1).rollUp().drift(node(snapshot, 1).item()))
                .contains(Amount.parse("3").orElseThrow());
    }

    @Test
    public void originalThatDoesNotStayShouldBeDroppedWithoutItsTasks() {
        assertThat(
                        problems(
                                        story(),
                                        split(
                                                false,
                                                null,
                                                part("A", "", List.of(key(3))),
                                                part("B", "", List.of())))
                                .inWords())
                .contains("MSF4 would be dropped with MSF2");
        var snapshot =
                after(
                        story(),
                        split(
                                false,
                                null,
                                part("A", "5", List.of(key(3), key(4))),
                                part("B", "7", List.of())));
        assertThat(node(snapshot, 2).item().isDropped()).isTrue();
        assertThat(node(snapshot, 1).rollUp().effective()).hasToString("15");
    }

    @Test
    public void splitThatMakesNoSenseShouldBeRefusedWithEveryReason() {
        assertThat(problems(story(), split(true, null)).inWords()).contains("at least two parts");
        var words =
                problems(
                                story(),
                                split(
                                        true,
                                        null,
                                        part("", "5", List.of(key(5)), 7),
                                        part("B", "x", List.of())))
                        .inWords();
        assertThat(words).contains("MSF5 is not a child of MSF2").contains("no criterion 8");
        assertThat(problems(story(), split(true, null, part("", "x", List.of()))).inWords())
                .contains("A title is needed")
                .contains("The size is a number");
    }

    @Test
    public void splitShouldBeTakenBackWhole() {
        var split = accepted(story(), split(true, "8", part("A", "5", List.of(key(3)), 0)));
        var back =
                after(
                        split.after(),
                        new Reverse(
                                OperationKind.UNDO,
                                1,
                                split.changes(),
                                List.of(),
                                List.of(),
                                Set.of()));
        assertThat(children(back, 1)).containsExactly(2, 5);
        assertThat(children(back, 2)).containsExactly(3, 4);
        assertThat(node(back, 2).item().details()).isEqualTo(node(story(), 2).item().details());
    }

    @Test
    public void mergeShouldBringEverythingAlong() {
        var snapshot = story();
        snapshot = after(snapshot, edit(5, "acceptance", "Heard\nSmelt"));
        snapshot = after(snapshot, edit(5, "labels", "dusk"));
        snapshot = after(snapshot, edit(2, "labels", "quay"));
        snapshot = after(snapshot, edit(2, "description", "What it was."));
        snapshot = after(snapshot, edit(2, "value", "4"));
        var merged = accepted(snapshot, new MergeItems(key(5), key(2)));
        var stays = node(merged.after(), 5).item();
        assertThat(merged.after().findNode(key(2))).isEmpty();
        assertThat(children(merged.after(), 5)).containsExactly(3, 4);
        assertThat(stays.size()).hasToString("3");
        assertThat(stays.value()).hasToString("4");
        assertThat(stays.description()).isEqualTo("What it was.");
        assertThat(stays.details().labels()).containsExactly("dusk", "quay");
        assertThat(stays.details().acceptance().text())
                .isEqualTo("[ ] Heard\n[ ] Smelt\n[ ] Seen\n[ ] Felt");
        assertThat(stays.details().merged()).containsExactly(key(2));
        var back =
                after(
                        merged.after(),
                        new Reverse(
                                OperationKind.UNDO,
                                1,
                                merged.changes(),
                                List.of(),
                                List.of(),
                                Set.of()));
        assertThat(children(back, 2)).containsExactly(3, 4);
    }

    @Test
    public void mergeWithADescendantOrAWrongLevelShouldBeRefused() {
        assertThat(problems(story(), new MergeItems(key(1), key(3))).inWords())
                .contains("stands under the other");
        assertThat(problems(story(), new MergeItems(key(3), key(1))).inWords())
                .contains("stands under the other");
        assertThat(problems(story(), new MergeItems(key(2), key(2))).inWords())
                .contains("with itself");
        var two = Trees.of("feature A\n  story S\nstory B");
        assertThat(problems(two, new MergeItems(key(3), key(1))).inWords())
                .contains("its child MSF2, a story, cannot come to stand under it");
    }

    @Test
    public void gatherShouldPutItemsUnderANewParent() {
        var snapshot = Trees.of("epic E\n  story A\nstory B\nstory C");
        var gathered =
                accepted(
                        snapshot,
                        new GatherItems(
                                List.of(key(2), key(4)),
                                Map.of("title", "New", "level", "feature", "parent", "MSF1")));
        assertThat(gathered.items()).containsExactly(key(5));
        assertThat(children(gathered.after(), 5)).containsExactly(2, 4);
        assertThat(children(gathered.after(), 1)).containsExactly(5);
        assertThat(
                        problems(
                                        snapshot,
                                        new GatherItems(
                                                List.of(key(1)),
                                                Map.of("title", "New", "level", "feature")))
                                .inWords())
                .contains("MSF1 is an epic; it cannot stand under a feature");
    }

    @Test
    public void itemThatRisesShouldGoUnderTheNearestThatFits() {
        var snapshot = Trees.of("epic E\n  feature F\n    story S\n      task T");
        var risen = after(snapshot, new ChangeLevel(List.of(key(3)), "feature", Misfits.REFUSE));
        assertThat(children(risen, 1)).containsExactly(2, 3);
        assertThat(node(risen, 3).item().level().key()).isEqualTo("feature");
        assertThat(children(risen, 3)).containsExactly(4);
    }

    @Test
    public void childrenThatForbidALevelShouldBeToldOrGoWhereTheyMay() {
        var snapshot = Trees.of("epic E\n  feature F\n    story S\n    story R");
        assertThat(
                        problems(
                                        snapshot,
                                        new ChangeLevel(List.of(key(2)), "story", Misfits.REFUSE))
                                .inWords())
                .contains("its child MSF3 is a story");
        var beside = after(snapshot, new ChangeLevel(List.of(key(2)), "story", Misfits.BESIDE));
        assertThat(children(beside, 1)).containsExactly(2, 3, 4);
        var down = after(snapshot, new ChangeLevel(List.of(key(1)), "feature", Misfits.DOWN));
        assertThat(node(down, 2).item().level().key()).isEqualTo("story");
        assertThat(node(down, 3).item().level().key()).isEqualTo("task");
        assertThat(
                        problems(
                                        after(snapshot, edit(3, "size", "5")),
                                        new ChangeLevel(List.of(key(1)), "feature", Misfits.DOWN))
                                .inWords())
                .contains("has a size in points");
    }

    @Test
    public void indentShouldGoUnderTheSiblingAboveAndOutdentBack() {
        var snapshot = Trees.of("epic E\n  feature F\n    story S\n  feature G\n    story R");
        var in = after(snapshot, new IndentItems(List.of(key(4)), false));
        assertThat(children(in, 2)).containsExactly(3, 4);
        assertThat(node(in, 4).item().level().key()).isEqualTo("story");
        assertThat(node(in, 5).item().level().key()).isEqualTo("task");
        var out = after(in, new IndentItems(List.of(key(4)), true));
        assertThat(children(out, 1)).containsExactly(2, 4);
        assertThat(node(out, 4).item().level().key()).isEqualTo("feature");
        assertThat(children(out, 4)).containsExactly(5);
    }

    @Test
    public void indentWithoutAPlaceShouldBeRefused() {
        var snapshot = Trees.of("epic E\n  feature F\n    story S\n      task A\n      task B");
        assertThat(problems(snapshot, new IndentItems(List.of(key(2)), false)).inWords())
                .contains("nothing above MSF2");
        assertThat(problems(snapshot, new IndentItems(List.of(key(1)), true)).inWords())
                .contains("at the top already");
        assertThat(problems(snapshot, new IndentItems(List.of(key(5)), false)).inWords())
                .contains("no level below task");
        assertThat(problems(snapshot, new IndentItems(List.of(key(3), key(1)), true)).inWords())
                .contains("at the top");
    }

    @Test
    public void labelsShouldBeAddedAndTakenAwayBesideThoseThere() {
        var snapshot = after(Trees.of("epic A"), edit(1, "labels", "quay, Dusk , quay"));
        assertThat(node(snapshot, 1).item().details().labels()).containsExactly("quay", "Dusk");
        snapshot = after(snapshot, edit(1, "labels", "+ dawn, dusk"));
        assertThat(node(snapshot, 1).item().details().labels())
                .containsExactly("quay", "Dusk", "dawn");
        snapshot = after(snapshot, edit(1, "labels", "-dusk"));
        assertThat(Field.LABELS.textOf(node(snapshot, 1).item())).isEqualTo("quay, dawn");
        assertThat(problems(snapshot, edit(1, "labels", "x".repeat(41))).inWords())
                .contains("41 characters");
    }
}
