package greenladder.core.workspace;

import static greenladder.core.Trees.key;
import static greenladder.core.Trees.node;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;
import static org.assertj.core.api.Assertions.assertThatNullPointerException;

import greenladder.core.Trees;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import java.time.Instant;
import java.util.List;
import org.testng.annotations.Test;

/** What is set is read from its text; all else stays as it was. */
public class ItemDraftTests {
    private static final Instant NOW = Instant.parse("2026-05-06T09:00:00Z");

    private static final Snapshot SNAPSHOT =
            Trees.of(
                    """
                    feature Tickets
                      story Rain size=5 acceptance=quick labels=pier
                    """);

    private static final Item STORY = node(SNAPSHOT, 2).item();

    private static Item made(ItemDraft draft) {
        return draft.toItem(SNAPSHOT.workspace(), NOW);
    }

    @Test
    public void whatIsNotSetShouldStay() {
        var draft = ItemDraft.of(STORY);
        draft.set(Field.SIZE, Amount.of(8));
        var after = made(draft);

        assertThat(after.size()).isEqualTo(Amount.of(8));
        assertThat(after.version()).isEqualTo(STORY.version() + 1);
        assertThat(after.updatedAt()).isEqualTo(NOW);
        assertThat(after.createdAt()).isEqualTo(STORY.createdAt());
        assertThat(after.details()).isSameAs(STORY.details());
        assertThat(after.rank()).isSameAs(STORY.rank());
        assertThat(after.parent()).isSameAs(STORY.parent());
    }

    @Test
    public void detailThatIsSetShouldLeaveTheOthers() {
        var draft = ItemDraft.of(STORY);
        draft.set(Field.LABELS, List.of("ramp", "rain"));
        var details = made(draft).details();

        assertThat(details.labels()).containsExactly("ramp", "rain");
        assertThat(details.acceptance()).isEqualTo(STORY.details().acceptance());
    }

    @Test
    public void whatIsEmptiedShouldBeNone() {
        var draft = ItemDraft.of(STORY);
        draft.set(Field.SIZE, null);
        draft.set(Field.PARENT, null);

        assertThat(draft.value(Field.SIZE, Amount.class)).isEmpty();
        assertThat(made(draft).size()).isNull();
        assertThat(made(draft).parent()).isNull();
        draft.set(Field.EXISTS, null);
        assertThat(draft.exists()).isFalse();
    }

    @Test
    public void whatCannotBeShouldNameTheItemAndTheField() {
        var draft = ItemDraft.of(STORY);
        assertThatIllegalArgumentException()
                .isThrownBy(() -> draft.set(Field.SIZE, "large"))
                .withMessage("size is no java.lang.String");
        draft.set(Field.SPRINT, "no-such");
        assertThatIllegalArgumentException()
                .isThrownBy(() -> made(draft))
                .withMessage("MSF2: sprint no-such");
        assertThatNullPointerException()
                .isThrownBy(() -> made(ItemDraft.blank(key(9))))
                .withMessage("MSF9 has no level");
    }
}
