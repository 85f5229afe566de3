package greenladder.store;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.RunningDemo;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.log.ChangeLog;
import java.time.Clock;
import org.springframework.beans.factory.annotation.Autowired;
import org.testng.annotations.Test;

public class StoreIntegrationTests extends RunningDemo {
    @Autowired private ItemStore store;
    @Autowired private SprintEntries ledgers;
    @Autowired private ChangeLog log;

    @Autowired private SnapshotKeeper keeper;

    @Test
    public void ladderLoadedAnewShouldBeTheOneInMemory() {
        api().patch(
                        "/items/MSF5",
                        "{'start':'2026-05-01','blocked':{'reason':'a reason'},'value':1.125}");
        api().post("/items/MSF10/move", "{'to':'first'}");
        var kept = keeper.whole();
        var loaded = new SnapshotKeeper(store, log, ledgers, Clock.systemUTC()).whole();
        assertThat(loaded.order().slots()).isEqualTo(kept.order().slots());
        assertThat(loaded.lastNumber("MSF")).isEqualTo(kept.lastNumber("MSF"));
        kept.order()
                .slots()
                .forEach(slot ->
                        assertThat(item(loaded, slot.key())).isEqualTo(item(kept, slot.key())));
    }

    private static Object item(Snapshot snapshot, ItemKey key) {
        return snapshot.requireNode(key).item();
    }

    @Test
    public void descriptionShouldBeShownAsSafeHtml() {
        assertThat(
                        new greenladder.web.Markdown()
                                .toHtml("**b** <i>x</i>\n\n- [x] done\n\n|a|\n|-|\n|1|"))
                .contains("<strong>b</strong>", "&lt;i&gt;", "checkbox", "<td>1</td>")
                .doesNotContain("<i>");
    }
}
