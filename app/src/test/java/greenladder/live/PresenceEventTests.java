package greenladder.live;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.change.Decision.Accepted;
import greenladder.core.change.Decisions;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.NewItem;
import greenladder.core.level.StandardLevels;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.core.workspace.Workspace;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.testng.annotations.Test;

/** What people show each other names nothing that a reader does not see. */
public class PresenceEventTests {
    private static final ItemKey SEEN = new ItemKey("MSF", 1);
    private static final ItemKey HIDDEN = new ItemKey("MSF", 2);

    private static Snapshot seen() {
        var workspace = Workspace.EMPTY.with(new Product("MSF", "Crossing", StandardLevels.six()));
        var create =
                new CreateItems("MSF", List.of(NewItem.of(Map.of("level", "story", "title", "S"))));
        return ((Accepted)
                        Decisions.decide(Snapshot.empty().with(workspace), create, Instant.EPOCH))
                .after();
    }

    private static PresenceEvent held(ItemKey... items) {
        return new PresenceEvent("board", "MSF", List.of(items), "keys", Map.of("name", "Ines"));
    }

    @Test
    public void itemsThatAreSeenAloneShouldBeNamed() {
        assertThat(held(SEEN, HIDDEN).seenIn(seen()).orElseThrow())
                .containsEntry("keys", "MSF1")
                .containsEntry("name", "Ines")
                .containsEntry("product", "MSF");
    }

    @Test
    public void whatIsAboutHiddenItemsAloneShouldNotBeTold() {
        assertThat(held(HIDDEN).seenIn(seen())).isEmpty();
    }

    @Test
    public void whatIsAboutNoItemShouldBeToldWhereTheProductIsSeen() {
        assertThat(held().seenIn(seen()).orElseThrow()).containsEntry("keys", "");
        assertThat(new PresenceEvent("board", "QUA", List.of(), "keys", Map.of()).seenIn(seen()))
                .isEmpty();
    }
}
