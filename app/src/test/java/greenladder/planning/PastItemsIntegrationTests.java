package greenladder.planning;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.RunningDemo;
import greenladder.core.item.Field;
import greenladder.core.value.ItemKey;
import greenladder.store.SnapshotKeeper;
import java.time.Clock;
import java.time.Instant;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Autowired;
import org.testng.annotations.Test;

/** What stood at a moment stays so, whatever is asked and changed later. */
public class PastItemsIntegrationTests extends RunningDemo {
    @Autowired private PastItems pasts;
    @Autowired private SnapshotKeeper keeper;
    @Autowired private Clock clock;

    @Test
    public void pastShouldStayWhileTheItemGoesOnChanging() {
        var code = api().newProduct();
        api().post("/products/" + code + "/items", "{'level':'story','title':'Lamp'}");
        var key = new ItemKey(code, 1);
        var first = clock.instant();
        assertThat(at(first, key, Field.TITLE)).isEqualTo("Lamp");

        api().patch("/items/" + key, "{'title':'Whale oil'}");
        var second = clock.instant();
        assertThat(at(first, key, Field.TITLE)).isEqualTo("Lamp");
        assertThat(at(second, key, Field.TITLE)).isEqualTo("Whale oil");
        assertThat(at(first, key, Field.DESCRIPTION)).isNullOrEmpty();

        api().patch("/items/" + key, "{'title':'Lamp oil','description':'For the pier'}");
        assertThat(at(first, key, Field.TITLE)).isEqualTo("Lamp");
        assertThat(at(second, key, Field.TITLE)).isEqualTo("Whale oil");
        assertThat(at(first, key, Field.DESCRIPTION)).isNullOrEmpty();
        assertThat(at(clock.instant(), key, Field.DESCRIPTION)).isEqualTo("For the pier");
    }

    private @Nullable String at(Instant moment, ItemKey key, Field field) {
        return pasts.at(keeper.whole(), moment).text(key, field);
    }
}
