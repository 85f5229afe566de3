package greenladder.talk;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.RunningDemo;
import greenladder.core.item.ItemKey;
import greenladder.item.ChangeLog;
import org.springframework.beans.factory.annotation.Autowired;
import org.testng.annotations.Test;

public class WatchingIntegrationTests extends RunningDemo {
    @Autowired private Watching watching;
    @Autowired private ChangeLog log;

    @Test
    public void whoBeginsToWatchShouldBeToldOfWhatComesAfterAndNotOfWhatWasBefore() {
        var code = api().newProduct();
        api().post("/products/" + code + "/items", "{'level':'story','title':'As it was'}");
        long made = log.lastOperation();
        var item = new ItemKey(code, 1);

        api().post("/items/" + item + "/comments", "{'text':'For you, @ama.teal'}");

        assertThat(watching.of(item)).contains("ama.teal");
        assertThat(watching.before(made, item)).doesNotContain("ama.teal");
        assertThat(watching.before(log.lastOperation() + 1, item)).contains("ama.teal");
    }
}
