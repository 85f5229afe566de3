package greenladder.core.snapshot;

import static greenladder.core.Trees.after;
import static greenladder.core.Trees.edit;
import static greenladder.core.Trees.key;
import static greenladder.core.Trees.titles;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import greenladder.core.change.Command;
import greenladder.core.edit.MoveItems;
import greenladder.core.edit.Target;
import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Who has drawn a list of marked items tells by the list itself whether that still holds. */
public class MarkedListsTests {
    private static final Snapshot BEFORE =
            Trees.of(
                    """
                    epic E
                      feature F
                        story A labels=sea
                          task T
                        story B
                    epic G
                      feature H
                    """);

    private static final String LABEL = Mark.label("MSF", "sea");

    private static List<Node> sea(Snapshot snapshot) {
        return snapshot.marked(Mark.LABEL, LABEL);
    }

    @Test
    public void listShouldBeTheSameWhileOthersChange() {
        var list = sea(BEFORE);
        assertThat(titles(list)).isEqualTo("A");
        assertThat(sea(after(BEFORE, edit(5, "title", "Other")))).isSameAs(list);
        assertThat(sea(after(BEFORE, edit(1, "title", "Other")))).isSameAs(list);
        assertThat(sea(BEFORE.with(BEFORE.workspace()))).isSameAs(list);
    }

    @DataProvider
    public Object[][] touching() {
        return new Object[][] {
            {edit(3, "title", "Other")},
            {edit(4, "title", "Other")},
            {edit(5, "labels", "sea")},
            {edit(3, "labels", "")},
            {edit(2, "state", "dropped")},
            {edit(1, "state", "dropped")},
            {new MoveItems(List.of(key(2)), new Target.Parent.Under(key(6)), new Target.Stay())},
        };
    }

    @Test(dataProvider = "touching")
    public void listShouldBeMadeAnewWhereItsItemsOrWhatTheyHangOnChange(Command command) {
        var list = sea(BEFORE);
        var after = after(BEFORE, command);
        var now = sea(after);
        assertThat(now).isNotSameAs(list);
        assertThat(now).allMatch(node -> node == after.requireNode(node.item().key()));
        assertThat(sea(BEFORE)).isSameAs(list);
    }

    @Test
    public void listsOfNothingShouldBeToldApart() {
        var list = BEFORE.marked(Mark.SPRINT, "one");
        assertThat(BEFORE.marked(Mark.SPRINT, "one")).isSameAs(list);
        assertThat(BEFORE.marked(Mark.SPRINT, "other")).isNotSameAs(list);
        assertThat(list).isEmpty();
    }
}
