package greenladder.core.edit;

import static greenladder.core.Trees.after;
import static greenladder.core.Trees.edit;
import static greenladder.core.Trees.key;
import static greenladder.core.Trees.node;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.item.StandardFields;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import java.util.List;
import java.util.Set;
import org.testng.annotations.Test;

public class RestoreTests {
    private static final String TREE = "goal G\n  epic E\n    feature F\n      story S size=3";

    private static Snapshot without(Snapshot snapshot, int number) {
        return after(snapshot, new DeleteItems(List.of(key(number)), DeleteItems.Children.DELETE));
    }

    private static Item item(Snapshot snapshot, int number) {
        return node(snapshot, number).item();
    }

    @Test
    public void whatIsThereShouldBeAsItWas() {
        var then = Trees.of(TREE);
        var now = after(after(then, edit(4, "size", "8")), edit(4, "title", "Other"));
        var back = after(now, new Restore(item(then, 4), Restore.WHOLE));
        assertThat(item(back, 4).title()).isEqualTo("S");
        assertThat(item(back, 4).size()).isEqualTo(Amount.of(3));
    }

    @Test
    public void fieldThatIsNamedShouldBeAsItWasAndNothingElse() {
        var then = Trees.of(TREE);
        var now = after(after(then, edit(4, "size", "8")), edit(4, "title", "Other"));
        var back = after(now, new Restore(item(then, 4), List.of(Field.SIZE)));
        assertThat(item(back, 4).size()).isEqualTo(Amount.of(3));
        assertThat(item(back, 4).title()).isEqualTo("Other");
    }

    @Test
    public void whatIsGoneShouldStandWhereItStood() {
        var then = Trees.of(TREE);
        var back = after(without(then, 4), new Restore(item(then, 4), Restore.WHOLE));
        assertThat(item(back, 4).parent()).isEqualTo(key(3));
        assertThat(item(back, 4).size()).isEqualTo(Amount.of(3));
    }

    @Test
    public void itShouldStandAloneWhereItsParentIsGone() {
        var then = Trees.of(TREE);
        var back = after(without(then, 2), new Restore(item(then, 4), Restore.WHOLE));
        assertThat(item(back, 4).parent()).isNull();
        assertThat(item(back, 4).title()).isEqualTo("S");
        assertThat(StandardFields.readers(item(back, 4))).isEmpty();
    }

    @Test
    public void itShouldStayForThoseWhoAloneHadSeenIt() {
        var then = after(Trees.of(TREE), edit(2, "readers", "oona.marsh"));
        var back = after(without(then, 2), new Restore(item(then, 4), Restore.WHOLE));
        assertThat(StandardFields.readers(item(back, 4))).contains(Set.of("oona.marsh"));
        assertThat(back.findGoneReaders(key(4))).isEmpty();
        assertThat(back.findGoneReaders(key(3))).contains(Set.of("oona.marsh"));
    }
}
