package greenladder.search;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.RunningDemo;
import greenladder.core.value.ItemKey;
import greenladder.people.SignedIn;
import greenladder.store.SnapshotKeeper;
import java.util.List;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.ui.ConcurrentModel;
import org.testng.annotations.Test;

public class FullTextIntegrationTests extends RunningDemo {
    @Autowired private FullText search;
    @Autowired private FindController find;
    @Autowired private SnapshotKeeper keeper;

    private ItemKey story(String title, String description) {
        var code = api().newProduct();
        var made =
                api().post(
                                "/products/" + code + "/items",
                                "{'level':'story','title':'%s','description':'%s'}"
                                        .formatted(title, description));
        return ItemKey.parse(made.body().path("key").asString()).orElseThrow();
    }

    @Test
    public void searchShouldFollowEveryChangeAtOnce() {
        var key = story("Sextant lessons", "At the **astrolabe** museum");
        assertThat(search.find("sextant lesson")).containsExactly(key);
        assertThat(search.find("ASTROL")).as("the beginning of a word").containsExactly(key);
        assertThat(search.find("sextant ballast")).as("every word counts").isEmpty();

        api().post("/items/" + key + "/comments", "{'text':'Ask the bosun first'}");
        assertThat(search.find("bosun asked sextant"))
                .as("stems, and comments")
                .containsExactly(key);

        var renamed = api().patch("/items/" + key, "{'title':'Compass lessons'}");
        assertThat(search.find("sextant")).isEmpty();
        api().post("/operations/" + renamed.header("Operation-Id") + "/undo", "");
        assertThat(search.find("sextant")).containsExactly(key);

        api().delete("/items/" + key);
        assertThat(search.find("sextant")).isEmpty();
    }

    /** A title counts more than a text, and a high level more than a low one. */
    @Test
    public void hitsShouldComeByTheirTitlesFirst() {
        var code = api().newProduct();
        for (var item :
                List.of(
                        "'level':'story','title':'Ask','description':'A theodolite'",
                        "'level':'story','title':'Theodolites'",
                        "'level':'goal','title':'One theodolite each'")) {
            api().post("/products/" + code + "/items", "{%s}".formatted(item));
        }
        var model = new ConcurrentModel();
        find.find("theodol", model, SignedIn.SYSTEM);
        assertThat((List<?>) model.getAttribute("hits"))
                .extracting("title")
                .containsExactly("One theodolite each", "Theodolites", "Ask");
        find.find(code + "2", model, SignedIn.SYSTEM);
        assertThat((List<?>) model.getAttribute("hits"))
                .extracting("title")
                .containsExactly("Theodolites");
    }

    @Test
    public void indexBuiltAnewShouldFindTheSame() {
        var key = story("Octant drawer", "");
        var before = search.find("ramp");

        search.rebuild();

        assertThat(search.find("ramp")).isNotEmpty().isEqualTo(before);
        assertThat(search.find("octant")).containsExactly(key);
    }

    @Test
    public void similarItemsShouldShareWordsAndNotBeTheItemItself() {
        var key = story("Tide table for the quadrant", "");
        var other = story("Quadrant wall tide table", "");

        assertThat(search.similar(keeper.whole(), keeper.whole().findItem(key).orElseThrow(), 3))
                .startsWith(other)
                .doesNotContain(key);
    }
}
