package greenladder.panel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;

import greenladder.RunningDemo;
import greenladder.core.value.ItemKey;
import greenladder.people.People;
import greenladder.store.SnapshotKeeper;
import java.nio.charset.StandardCharsets;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpStatus;
import org.springframework.test.web.servlet.assertj.MockMvcTester;
import org.springframework.test.web.servlet.assertj.MvcTestResult;
import org.testng.annotations.Test;

/** The lists, files and re-shaping of one item, as its panel and its menu post them. */
public class ItemPagesIntegrationTests extends RunningDemo {
    @Autowired private MockMvcTester mvc;
    @Autowired private People people;
    @Autowired private SnapshotKeeper keeper;

    private MvcTestResult post(String path, String... parameters) {
        var request =
                mvc.post()
                        .uri(path)
                        .with(user(people.findByHandle("ines.rowe").orElseThrow()))
                        .with(csrf())
                        .header("HX-Request", "true");
        for (int i = 0; i < parameters.length; i += 2) {
            request = request.param(parameters[i], parameters[i + 1]);
        }
        return request.exchange();
    }

    private MvcTestResult get(String path) {
        return mvc.get()
                .uri(path)
                .with(user(people.findByHandle("ines.rowe").orElseThrow()))
                .exchange();
    }

    private String tree() {
        var code = api().newProduct();
        api().post("/products/" + code + "/outline", "{'text':'- feature: F\\n  - S\\n  - T'}");
        return code;
    }

    private String checklist(String code, int number) {
        return keeper.whole()
                .requireNode(new ItemKey(code, number))
                .item()
                .details()
                .checklist()
                .text();
    }

    @Test
    public void totalOfALevelShouldBeExplained() {
        var code = tree();
        api().patch("/items/" + code + "2", "{'size':5,'state':'done'}");
        api().patch("/items/" + code + "3", "{'size':3}");
        assertThat(get("/" + code + "/levels/story/why"))
                .hasStatusOk()
                .bodyText()
                .contains("Size: 8 points", "2 items", "1 done", "5 of 8 points are done");
        assertThat(get("/" + code + "/levels/none-such/why")).hasStatus(HttpStatus.NOT_FOUND);
    }

    @Test
    public void datesBelowThatDisagreeShouldBeTold() {
        var code = tree();
        api().patch("/items/" + code + "1", "{'start':'2026-06-01','finish':'2026-06-30'}");
        api().patch("/items/" + code + "2", "{'start':'2026-05-28','finish':'2026-06-10'}");
        api().patch("/items/" + code + "3", "{'start':'2026-06-05','finish':'2026-07-01'}");
        assertThat(get("/items/" + code + "1"))
                .bodyText()
                .contains("28 May 2026 below, 4 days early", "1 Jul 2026 below, 1 day late");
    }

    @Test
    public void listShouldBeChangedStepByStep() {
        var code = tree();
        var url = "/items/" + code + "2/lists/checklist";
        post(url, "step", "add", "at", "0", "text", "Pack");
        post(url, "step", "add", "at", "0", "text", "Sail <b>");
        post(url, "step", "tick", "at", "0", "line", "Pack");
        post(url, "step", "up", "at", "1", "line", "Sail <b>");
        assertThat(checklist(code, 2)).isEqualTo("[ ] Sail <b>\n[x] Pack");
        post(url, "step", "reword", "at", "0", "line", "Sail <b>", "text", "Go");
        post(url, "step", "untick", "at", "1", "line", "Pack");
        post(url, "step", "remove", "at", "0", "line", "Go");
        assertThat(checklist(code, 2)).isEqualTo("[ ] Pack");
        assertThat(post(url, "step", "tick", "at", "0", "line", "Gone"))
                .hasStatus(HttpStatus.UNPROCESSABLE_ENTITY)
                .bodyText()
                .contains("no longer exists");
        assertThat(post(url, "step", "dance", "at", "0"))
                .hasStatus(HttpStatus.UNPROCESSABLE_ENTITY);
        assertThat(post("/items/" + code + "2/lists/title", "step", "add", "at", "0"))
                .hasStatus(HttpStatus.NOT_FOUND);
        assertThat(get("/items/" + code + "2")).bodyText().contains("0 of 1 done", "Pack");
    }

    @Test
    public void fileShouldBeServedSafely() {
        var code = tree();
        var page = "<html><script>alert(1)</script></html>".getBytes(StandardCharsets.UTF_8);
        var answer =
                mvc.post()
                        .uri("/items/" + code + "2/files?name=page.html")
                        .with(user(people.findByHandle("ines.rowe").orElseThrow()))
                        .with(csrf())
                        .content(page)
                        .exchange();
        assertThat(answer).hasStatusOk();
        var file =
                keeper.whole()
                        .requireNode(new ItemKey(code, 2))
                        .item()
                        .details()
                        .attachments()
                        .getFirst();
        var served = get("/files/" + file.id() + "/page.html").getResponse();
        assertThat(served.getContentType()).isEqualTo("application/octet-stream");
        assertThat(served.getHeader("Content-Disposition")).startsWith("attachment");
        assertThat(served.getHeader("X-Content-Type-Options")).isEqualTo("nosniff");
        assertThat(served.getHeaders("Content-Security-Policy"))
                .anyMatch(one -> one.contains("sandbox"));
        assertThat(get("/files/" + "0".repeat(64) + "/x")).hasStatus(HttpStatus.NOT_FOUND);
        assertThat(post("/items/" + code + "2/files/remove", "file", file.id())).hasStatusOk();
        assertThat(post("/items/" + code + "2/files/remove", "file", file.id()))
                .hasStatus(HttpStatus.UNPROCESSABLE_ENTITY);
    }

    @Test
    public void mergedItemShouldLeadToTheOneThatStays() {
        var code = tree();
        api().post("/items/" + code + "2/comments", "{'text':'Said of S'}");
        assertThat(post("/items/merge", "keys", code + "2", "stays", code + "3")).hasStatusOk();
        assertThat(get("/items/" + code + "2"))
                .hasStatus(HttpStatus.FOUND)
                .hasRedirectedUrl("/items/" + code + "3");
        assertThat(get("/items/" + code + "3"))
                .bodyText()
                .contains("Said of S", "Merged into it", code + "2: added it");
        assertThat(post("/items/merge", "keys", code + "1," + code + "3", "stays", code + "3"))
                .hasStatus(HttpStatus.UNPROCESSABLE_ENTITY)
                .bodyText()
                .contains("stands under the other");
    }

    @Test
    public void splitFormShouldOfferWhatCanGoToAPart() {
        var code = tree();
        api().patch("/items/" + code + "1", "{'acceptance':[{'text':'Seen'}]}");
        assertThat(get("/items/" + code + "1/split"))
                .bodyText()
                .contains("value=\"" + code + "2:1\"", "value=\"c0:2\"", "criterion");
        assertThat(post("/items/" + code + "1/split", "title", "", "size", ""))
                .hasStatus(HttpStatus.UNPROCESSABLE_ENTITY)
                .bodyText()
                .contains("at least two parts");
        assertThat(
                        post(
                                "/items/" + code + "1/split",
                                "title",
                                "G",
                                "size",
                                "3",
                                "goes",
                                code + "2:1",
                                "goes",
                                "c0:1"))
                .hasStatusOk();
        var part = keeper.whole().requireNode(new ItemKey(code, 4));
        assertThat(part.children()).hasSize(1);
        assertThat(part.item().details().acceptance().size()).isEqualTo(1);
    }

    @Test
    public void itemsShouldBeGatheredIndentedAndLevelled() {
        var code = tree();
        post("/items/indent", "keys", code + "3", "out", "false");
        assertThat(keeper.whole().requireNode(new ItemKey(code, 3)).item().level().key())
                .isEqualTo("task");
        post("/items/level", "keys", code + "3", "level", "story");
        var story = keeper.whole().requireNode(new ItemKey(code, 3)).item();
        assertThat(story.parent()).isEqualTo(new ItemKey(code, 1));
        post("/items/gather", "keys", code + "1", "title", "Above", "level", "epic");
        assertThat(keeper.whole().requireNode(new ItemKey(code, 1)).item().parent())
                .isEqualTo(new ItemKey(code, 4));
        assertThat(post("/items/gather", "keys", code + "4", "title", "Above", "level", "story"))
                .hasStatus(HttpStatus.UNPROCESSABLE_ENTITY);
    }

    @Test
    public void controlOfAFieldShouldComeEmptyForSeveralItems() {
        var key = tree() + "2";
        api().patch("/items/" + key, "{'size':5}");
        assertThat(get("/items/" + key + "/control/size"))
                .bodyText()
                .contains("name=\"value\"")
                .doesNotContain("value=\"5\"", "<form");
        assertThat(get("/items/" + key + "/menu"))
                .bodyText()
                .contains("Set a field", "Change the level", "Group", "Merge", "Split");
        assertThat(get("/items/" + key + "/control/nothing")).hasStatus(HttpStatus.NOT_FOUND);
    }

    @Test
    public void textShouldBeShownAsItWillBeRead() {
        assertThat(post("/text/preview", "text", "**Sail** <script>x</script>"))
                .bodyText()
                .contains("<strong>Sail</strong>")
                .doesNotContain("<script>");
    }
}
