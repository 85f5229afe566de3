package greenladder.talk;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.ApiClient;
import greenladder.RunningDemo;
import greenladder.people.Tokens;
import greenladder.web.Markdown;
import java.util.stream.StreamSupport;
import org.springframework.beans.factory.annotation.Autowired;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import tools.jackson.databind.JsonNode;

public class CommentsIntegrationTests extends RunningDemo {
    @Autowired private Tokens tokens;

    @BeforeClass
    public void giveTokens() {
        tokens.add("talk-tam", "tam.keel", "Test");
        tokens.add("talk-lio", "lio.fenn", "Test");
    }

    private ApiClient tam() {
        return new ApiClient("http://localhost:" + port, "talk-tam");
    }

    private ApiClient lio() {
        return new ApiClient("http://localhost:" + port, "talk-lio");
    }

    private String story() {
        var code = api().newProduct();
        api().post("/products/" + code + "/items", "{'level':'story','title':'S'}");
        return "/items/" + code + "1";
    }

    @DataProvider
    public Object[][] texts() {
        return new Object[][] {
            {"@oona.marsh, look", "[oona.marsh]"},
            {"(@oona.marsh) and @tam.keel.", "[oona.marsh, tam.keel]"},
            {"write to oona@marsh.example", "[]"},
            {"`@oona.marsh` is code", "[]"},
            {"\\@oona.marsh is text", "[]"},
            {"at 5 @ the pier", "[]"},
        };
    }

    @Test(dataProvider = "texts")
    public void mentionsShouldBeThoseAtTheStartOfAWord(String text, String handles) {
        assertThat(Mentions.in(text, new Markdown())).hasToString(handles);
    }

    @Test
    public void mentionShouldBeShownByNameAndEscaped() {
        assertThat(Mentions.toHtml("<b>x</b> @oona.marsh here", new Markdown(), any -> "Oona <i>"))
                .contains("<strong>Oona &lt;i&gt;</strong> here", "&lt;b&gt;");
    }

    @Test
    public void mentionOfNobodyShouldBeRefusedWithTheWayOut() {
        var refused = tam().post(story() + "/comments", "{'text':'Ask @nobody.there'}");
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.body().path("detail").asString())
                .contains("nobody.there", "\\@nobody.there");
        assertThat(tam().post(story() + "/comments", "{'text':'  '}").status()).isEqualTo(422);
        assertThat(tam().post("/items/MSF99999/comments", "{'text':'x'}").status()).isEqualTo(404);
    }

    @Test
    public void onlyItsAuthorShouldChangeAComment() {
        var item = story();
        var id = tam().post(item + "/comments", "{'text':'First'}").body().path("id").asLong();
        assertThat(lio().patch("/comments/" + id, "{'text':'Mine'}").status()).isEqualTo(403);
        assertThat(lio().delete("/comments/" + id).status()).isEqualTo(403);
        assertThat(tam().patch("/comments/" + id, "{'text':'Second'}").status()).isEqualTo(200);
        assertThat(tam().delete("/comments/" + id).status()).isEqualTo(204);
        assertThat(lio().get(item + "/comments").body().path("items")).isEmpty();
    }

    private static JsonNode about(ApiClient who, String item) {
        return StreamSupport.stream(
                        who.get("/notices?unread=true").body().path("items").spliterator(), false)
                .filter(one -> item.endsWith(one.path("item").asString()))
                .findFirst()
                .orElse(null);
    }

    @Test
    public void mentionShouldTellAndMakeWatch() {
        var item = story();
        tam().post(item + "/comments", "{'text':'@lio.fenn: what do you think?'}");
        var notice = about(lio(), item);
        assertThat(notice.path("kind").asString()).isEqualTo("mentioned");
        assertThat(notice.path("words").asString()).contains("what do you think");
        assertThat(lio().patch("/notices/" + notice.path("id"), "{'read':true}").status())
                .isEqualTo(200);
        assertThat(tam().patch("/notices/" + notice.path("id"), "{'read':true}").status())
                .isEqualTo(404);
        assertThat(about(lio(), item)).isNull();
        tam().post(item + "/comments", "{'text':'Anybody?'}");
        assertThat(about(lio(), item).path("kind").asString()).isEqualTo("commented");
        assertThat(about(tam(), item)).as("nobody is told of what they did themselves").isNull();
    }

    @Test(timeOut = 30_000)
    public void assignmentAndWatchedChangeShouldTell() {
        var item = story();
        api().patch(item, "{'assignee':'lio.fenn'}");
        awaitNotice(item, "given");
        lio().send("DELETE", item + "/watch", null);
        tam().send("PUT", item + "/watch", null);
        api().patch(item, "{'size':5}");
        while (about(tam(), item) == null) {
            Thread.onSpinWait();
        }
        assertThat(about(tam(), item).path("words").asString()).isEqualTo("set the size to 5");
        assertThat(about(lio(), item).path("kind").asString())
                .as("who watches no longer is not told")
                .isEqualTo("given");
    }

    private void awaitNotice(String item, String kind) {
        while (about(lio(), item) == null) {
            Thread.onSpinWait();
        }
        assertThat(about(lio(), item).path("kind").asString()).isEqualTo(kind);
    }
}
