package greenladder.store;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.RunningDemo;
import greenladder.core.rank.Rank;
import greenladder.core.value.ItemKey;
import org.springframework.beans.factory.annotation.Autowired;
import org.testng.annotations.Test;

public class RankTidierIntegrationTests extends RunningDemo {
    @Autowired private SnapshotKeeper keeper;

    @Test(timeOut = 60_000)
    public void ranksThatGrowLongShouldBecomeShortWithoutAVisibleChange() {
        var code = api().newProduct();
        api().post(
                        "/products/" + code + "/items",
                        "{'items':[{'level':'goal','title':'A'},{'level':'goal','title':'B'},{'level':'goal','title':'C'}]}");
        for (int i = 0; i < 260; i++) {
            api().post("/items/%s%d/move".formatted(code, 2 + i % 2), "{'after':'" + code + "1'}");
        }
        while (longest(code) > Rank.LONGEST) {
            Thread.onSpinWait();
        }
        assertThat(api().get("/items/" + code + "3").body().path("position").asInt()).isEqualTo(2);
        assertThat(api().get("/items/" + code + "1/history").body().path("items").toString())
                .doesNotContain("\"by\":\"system\"");
    }

    private int longest(String code) {
        int longest = 0;
        for (int number = 1; number <= 3; number++) {
            var item = keeper.whole().requireNode(new ItemKey(code, number)).item();
            longest = Math.max(longest, item.rank().text().length());
        }
        return longest;
    }
}
