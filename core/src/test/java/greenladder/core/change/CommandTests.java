package greenladder.core.change;

import static greenladder.core.Trees.after;
import static greenladder.core.Trees.key;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import greenladder.core.edit.AttachFile;
import greenladder.core.edit.ChangeLevel;
import greenladder.core.edit.ChangeLevel.Misfits;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.DeleteItems;
import greenladder.core.edit.DeleteItems.Children;
import greenladder.core.edit.DetachFile;
import greenladder.core.edit.EditItems;
import greenladder.core.edit.EditList;
import greenladder.core.edit.GatherItems;
import greenladder.core.edit.IndentItems;
import greenladder.core.edit.ListStep;
import greenladder.core.edit.MergeItems;
import greenladder.core.edit.MoveItems;
import greenladder.core.edit.NewItem;
import greenladder.core.edit.OrderItems;
import greenladder.core.edit.PromoteLine;
import greenladder.core.edit.SettleItem;
import greenladder.core.edit.ShortenRanks;
import greenladder.core.edit.SplitItem;
import greenladder.core.edit.Target;
import greenladder.core.item.Attachment;
import greenladder.core.item.Field;
import greenladder.core.people.Permission;
import greenladder.core.product.Refining;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** What each command is called and asks of whoever gives it: tasks are for all who work. */
public class CommandTests {
    /** MSF1 is a story, MSF2 and MSF3 are tasks, MSF9 is not there. */
    private static final Snapshot SNAPSHOT = Trees.of("story S\n  task T\n  task U");

    private static final Target.Parent.Under NOWHERE = new Target.Parent.Under(null);

    private static Command create(String... levels) {
        return new CreateItems(
                "MSF",
                List.of(levels).stream().map(level -> NewItem.of(Map.of("level", level))).toList());
    }

    private static Command createFirst(String level) {
        return new CreateItems(
                "MSF",
                List.of(new NewItem(null, null, Map.of("level", level), new Target.First())));
    }

    private static Command edit(String field, String text, int... items) {
        return new EditItems(keys(items), Map.of(field, text));
    }

    private static List<ItemKey> keys(int... items) {
        return Arrays.stream(items).mapToObj(Trees::key).toList();
    }

    private static Command move(int... items) {
        return new MoveItems(keys(items), new Target.Parent.Same(), new Target.First());
    }

    private static Command level(String level, int... items) {
        return new ChangeLevel(keys(items), level, Misfits.REFUSE);
    }

    private static Command split(int item) {
        return new SplitItem(key(item), List.of(), true, null);
    }

    @DataProvider
    Object[][] commands() {
        var file = new Attachment("f", 1, "text/plain", "f");
        return new Object[][] {
            {create("task"), OperationKind.CREATE, Permission.WORK},
            {create("story"), OperationKind.CREATE, Permission.RAISE},
            {create("task", "story"), OperationKind.CREATE, Permission.RAISE},
            {create("epic", "story"), OperationKind.CREATE, Permission.SHAPE},
            {createFirst("story"), OperationKind.CREATE, Permission.SHAPE},
            {edit("state", "done", 1), OperationKind.EDIT, Permission.WORK},
            {edit("title", "X", 1), OperationKind.EDIT, Permission.SHAPE},
            {edit("title", "X", 2, 3), OperationKind.EDIT, Permission.WORK},
            {edit("title", "X", 1, 2), OperationKind.EDIT, Permission.SHAPE},
            {edit("title", "X", 9), OperationKind.EDIT, Permission.WORK},
            {edit("level", "story", 2), OperationKind.EDIT, Permission.SHAPE},
            {edit("level", "task", 2), OperationKind.EDIT, Permission.WORK},
            {move(2), OperationKind.MOVE, Permission.WORK},
            {move(1), OperationKind.MOVE, Permission.SHAPE},
            {new OrderItems(keys(2, 3)), OperationKind.ORDER, Permission.WORK},
            {new OrderItems(keys(1)), OperationKind.ORDER, Permission.SHAPE},
            {new SettleItem(key(1), "ada", "w", true), OperationKind.SETTLE, Permission.WORK},
            {
                new EditList(key(1), Field.CHECKLIST, new ListStep.Add("a")),
                OperationKind.EDIT,
                Permission.WORK
            },
            {new PromoteLine(key(1), 0, "a", "task"), OperationKind.PROMOTE, Permission.WORK},
            {new PromoteLine(key(1), 0, "a", "story"), OperationKind.PROMOTE, Permission.SHAPE},
            {new AttachFile(key(1), file), OperationKind.ATTACH, Permission.WORK},
            {new DetachFile(key(1), "f"), OperationKind.DETACH, Permission.WORK},
            {split(2), OperationKind.SPLIT, Permission.WORK},
            {split(1), OperationKind.SPLIT, Permission.SHAPE},
            {new MergeItems(key(2), key(3)), OperationKind.MERGE, Permission.WORK},
            {new MergeItems(key(1), key(3)), OperationKind.MERGE, Permission.SHAPE},
            {new GatherItems(keys(2), Map.of()), OperationKind.GATHER, Permission.SHAPE},
            {level("task", 2), OperationKind.LEVEL, Permission.WORK},
            {level("story", 2), OperationKind.LEVEL, Permission.SHAPE},
            {level("task", 1), OperationKind.LEVEL, Permission.SHAPE},
            {new IndentItems(keys(2), true), OperationKind.INDENT, Permission.SHAPE},
            {new DeleteItems(keys(2), Children.REFUSE), OperationKind.DELETE, Permission.WORK},
            {new DeleteItems(keys(1), Children.REFUSE), OperationKind.DELETE, Permission.SHAPE},
            {new ShortenRanks(key(1)), OperationKind.RANKS, Permission.READ},
        };
    }

    @Test
    public void storyWhenOwnersWithdrewRaisingShouldTakeTheRightToShape() {
        var product = SNAPSHOT.requireProduct("MSF");
        var standard = product.refining();
        var withdrawn =
                new Refining(
                        standard.bands(),
                        standard.factors(),
                        standard.formula(),
                        standard.scale(),
                        standard.checks(),
                        true,
                        false,
                        standard.defects());
        assertThat(create("story").need(SNAPSHOT.with(product.withRefining(withdrawn))))
                .isEqualTo(Permission.SHAPE);
    }

    @Test(dataProvider = "commands")
    public void commandShouldKnowItsKindAndWhatItNeeds(
            Command command, OperationKind kind, Permission need) {
        assertThat(command.kind()).isEqualTo(kind);
        assertThat(command.need(SNAPSHOT)).isEqualTo(need);
    }

    @Test
    public void moveShouldBeOfTheProductOfTheNewParentToo() {
        var under = new Target.Parent.Under(new ItemKey("OTH", 4));
        assertThat(new MoveItems(keys(2), under, new Target.First()).inProducts())
                .containsExactly("MSF", "OTH");
        assertThat(new MoveItems(keys(2), NOWHERE, new Target.First()).inProducts())
                .containsExactly("MSF");
        assertThat(move(2).inProducts()).containsExactly("MSF");
    }

    /** Between two neighbours again and again, so that ranks grow long. */
    @Test
    public void shortenedRanksShouldBeShortAndInTheSameOrder() {
        var snapshot = Trees.of("goal A\n".repeat(40));
        for (int i = 0; i < 60; i++) {
            snapshot =
                    after(
                            snapshot,
                            new MoveItems(
                                    keys(i % 2 == 0 ? 20 : 22),
                                    new Target.Parent.Same(),
                                    new Target.After(key(19))));
        }
        var order = order(snapshot);
        int longest = longest(snapshot);
        var shortened = after(snapshot, new ShortenRanks(key(20)));
        assertThat(order(shortened)).isEqualTo(order);
        assertThat(longest(shortened)).isLessThan(longest).isLessThanOrEqualTo(12);
        assertThat(shortened.requireNode(key(1)).item().rank())
                .as("far away")
                .isEqualTo(snapshot.requireNode(key(1)).item().rank());
    }

    private static List<ItemKey> order(Snapshot snapshot) {
        return snapshot.order().slots().stream().map(slot -> slot.key()).toList();
    }

    private static int longest(Snapshot snapshot) {
        return snapshot.order().slots().stream()
                .mapToInt(slot -> slot.rank().text().length())
                .max()
                .orElseThrow();
    }
}
