package greenladder.panel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;

import greenladder.RunningDemo;
import greenladder.people.People;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpStatus;
import org.springframework.test.web.servlet.assertj.MockMvcTester;
import org.springframework.test.web.servlet.assertj.MvcTestResult;
import org.testng.annotations.Test;

/** Forms in place, conflicts, taking back, comments and notices as the pages post and show them. */
public class TogetherPagesIntegrationTests extends RunningDemo {
    @Autowired private MockMvcTester mvc;
    @Autowired private People people;

    private MvcTestResult post(String handle, String path, String... parameters) {
        var request =
                mvc.post()
                        .uri(path)
                        .with(user(people.findByHandle(handle).orElseThrow()))
                        .with(csrf())
                        .header("HX-Request", "true");
        for (int i = 0; i < parameters.length; i += 2) {
            request = request.param(parameters[i], parameters[i + 1]);
        }
        return request.exchange();
    }

    private MvcTestResult get(String handle, String path) {
        return mvc.get().uri(path).with(user(people.findByHandle(handle).orElseThrow())).exchange();
    }

    private String story() {
        var code = api().newProduct();
        api().post("/products/" + code + "/items", "{'level':'story','title':'As it was'}");
        return code + "1";
    }

    private String titleOf(String key) {
        return api().get("/items/" + key).body().path("title").asString();
    }

    @Test
    public void formShouldCarryWhatItWasOpenedWith() {
        var key = story();
        assertThat(get("ines.rowe", "/items/" + key + "/edit/title"))
                .bodyText()
                .contains("name=\"seen\" value=\"As it was\"");
    }

    @Test
    public void valueThatWasOvertakenShouldBeShownBesideOnesOwn() {
        var key = story();
        api().patch("/items/" + key, "{'title':'By <b>somebody</b>'}");
        var answer =
                post(
                        "bram.holt",
                        "/items/edit",
                        "keys",
                        key,
                        "field",
                        "title",
                        "value",
                        "By Bram",
                        "seen",
                        "As it was");
        assertThat(answer)
                .hasStatus(HttpStatus.CONFLICT)
                .bodyText()
                .contains("Ines Rowe", "By &lt;b&gt;somebody&lt;/b&gt;", "By Bram")
                .doesNotContain("<b>");
        assertThat(titleOf(key)).isEqualTo("By <b>somebody</b>");
        assertThat(
                        post(
                                "bram.holt",
                                "/items/edit",
                                "keys",
                                key,
                                "field",
                                "title",
                                "value",
                                "By Bram",
                                "seen",
                                "By <b>somebody</b>"))
                .hasStatusOk();
        assertThat(titleOf(key)).isEqualTo("By Bram");
    }

    @Test
    public void whoChangesAnotherFieldShouldNotBeDisturbed() {
        var key = story();
        api().patch("/items/" + key, "{'size':8}");
        assertThat(
                        post(
                                "bram.holt",
                                "/items/edit",
                                "keys",
                                key,
                                "field",
                                "value",
                                "value",
                                "5",
                                "seen",
                                ""))
                .hasStatusOk();
    }

    @Test
    public void whatWasTakenBackShouldBeToldInTheTermsOfWhatWasDone() {
        var key = story();
        var moved = told("/items/edit", "keys", key, "field", "state", "value", "under-way");
        var back = told("/operations/" + operationOf(moved) + "/undo");
        assertThat(back).contains("Moved back: " + key + " to To do");
        assertThat(told("/operations/" + operationOf(back) + "/undo"))
                .contains("Moved again: " + key + " to Under way");
        var titled = told("/items/edit", "keys", key, "field", "title", "value", "Other");
        assertThat(told("/operations/" + operationOf(titled) + "/undo"))
                .contains("Changed back: " + key + " to \\u201CAs it was\\u201D");
        var deleted = told("/items/delete", "keys", key, "children", "delete");
        var brought = told("/operations/" + operationOf(deleted) + "/undo");
        assertThat(brought).contains("Brought back: " + key);
        assertThat(told("/operations/" + operationOf(brought) + "/undo"))
                .contains("Deleted again: " + key);
    }

    @Test
    public void undoBesideOneItemShouldTakeBackItsPartAndSayThatThereWasMore() {
        var one = story();
        var product = one.replaceAll("\\d", "");
        api().post(
                        "/products/" + product + "/items",
                        "{'items':[{'level':'story','title':'B'},{'level':'story','title':'C'}]}");
        var other = product + "2";
        var third = product + "3";
        var keys = String.join(",", one, other, third);
        var sized = told("/items/edit", "keys", keys, "field", "size", "value", "5");
        var url = "/operations/" + operationOf(sized) + "/undo";
        assertThat(told(url, "item", one))
                .contains("Changed back: " + one)
                .contains("2 more items of the same step stay as they are");
        assertThat(sizeOf(one)).isEmpty();
        assertThat(sizeOf(other)).isEqualTo("5");
        assertThat(told(url)).as("the rest can still go back").contains("Changed back");
        assertThat(sizeOf(other)).isEmpty();
        assertThat(post("ines.rowe", url, "item", one))
                .as("an operation that is undone has nothing of the item's left")
                .hasStatusOk();
    }

    @Test
    public void commentShouldBeTakenBackWithTheReportThatItBelongsTo() {
        var key = story();
        var told = told("/items/" + key + "/report", "state", "under-way", "comment", "On my way");
        assertThat(told).contains("\"with\":").contains("/remove").contains("/restore");
    }

    private static String operationOf(String told) {
        return told.replaceFirst(".*\"operation\":(\\d+).*", "$1");
    }

    private String sizeOf(String key) {
        return api().get("/items/" + key).body().path("size").asString("");
    }

    @Test
    public void whatBecameOfAPaperShouldBeTold() {
        var code = api().newProduct();
        var written =
                api().post("/products/" + code + "/tests", "{'title':'Rain','steps':[]}")
                        .header("Operation-Id");
        var gone = told("/operations/" + written + "/undo");
        assertThat(gone).contains("Undone: the test").contains("Rain").contains("is gone");
        var operation = gone.replaceFirst(".*\"operation\":(\\d+).*", "$1");
        assertThat(told("/operations/" + operation + "/undo"))
                .contains("Redone: the test")
                .contains("is there again");
    }

    @Test
    public void whatChangedNothingShouldNotBeForTheUndoKey() {
        var key = story();
        assertThat(told("/items/edit", "keys", key, "field", "title", "value", "As it was"))
                .contains("Nothing changed")
                .contains("\"idle\":true");
        assertThat(told("/items/edit", "keys", key, "field", "title", "value", "Other"))
                .doesNotContain("idle");
    }

    /** What a deed of the product owner's tells the page. */
    private String told(String url, String... form) {
        return String.valueOf(post("ines.rowe", url, form).getResponse().getHeader("HX-Trigger"));
    }

    @Test
    public void historyShouldOfferToTakeBackOnlyWhatStands() {
        var key = story();
        var done = api().patch("/items/" + key, "{'title':'One'}").header("Operation-Id");
        assertThat(get("ines.rowe", "/items/" + key))
                .bodyText()
                .contains("data-undo=\"" + done + "\"");
        assertThat(get("saga.lind", "/items/" + key)).bodyText().doesNotContain("data-undo");
        api().post("/operations/" + done + "/undo", "");
        assertThat(get("ines.rowe", "/items/" + key))
                .bodyText()
                .doesNotContain("data-undo=\"" + done + "\"")
                .contains("is-undone");
    }

    @Test
    public void commentShouldBeShownEscapedAndOnlyItsAuthorMayEdit() {
        var key = story();
        assertThat(
                        post(
                                "tam.keel",
                                "/items/" + key + "/comments",
                                "text",
                                "Well <script>alert(1)</script> **yes** @oona.marsh"))
                .hasStatusOk();
        assertThat(get("tam.keel", "/items/" + key))
                .bodyText()
                .contains("&lt;script&gt;", "<strong>yes</strong>", "<strong>Oona Marsh</strong>")
                .contains("data-edit-comment")
                .doesNotContain("<script>alert");
        assertThat(get("lio.fenn", "/items/" + key)).bodyText().doesNotContain("data-edit-comment");
        assertThat(post("tam.keel", "/items/" + key + "/comments", "text", "@no.such.one"))
                .hasStatus(HttpStatus.UNPROCESSABLE_ENTITY)
                .bodyText()
                .contains("no.such.one");
    }

    @Test
    public void noticesShouldBeReadUnreadAndOpened() {
        var key = story();
        post("tam.keel", "/items/" + key + "/comments", "text", "For you, @ama.teal");
        var page = get("ama.teal", "/notices?unread=true");
        assertThat(page).bodyText().contains("For you, @ama.teal", key, "mentions you");
        var id = page.getResponse() == null ? "" : idOf(bodyOf(page), key);
        assertThat(post("ama.teal", "/notices/" + id + "/open").getResponse().getRedirectedUrl())
                .as("leads to the very comment")
                .matches("/[A-Z]+/ladder\\?at=" + key + "&panel=1#comment-\\d+");
        assertThat(get("ama.teal", "/notices?unread=true")).bodyText().doesNotContain(key);
        post("ama.teal", "/notices/" + id + "/read", "read", "false");
        assertThat(get("ama.teal", "/notices/count")).bodyText().isNotEqualTo("0");
        post("ama.teal", "/notices/read-all");
        assertThat(get("ama.teal", "/notices/count")).bodyText().isEqualTo("0");
        assertThat(post("tam.keel", "/notices/" + id + "/open")).hasStatus(HttpStatus.NOT_FOUND);
    }

    private static String bodyOf(MvcTestResult result) {
        try {
            return result.getResponse().getContentAsString();
        } catch (java.io.UnsupportedEncodingException e) {
            throw new IllegalStateException(e);
        }
    }

    /** The id of the newest notice about an item. */
    private static String idOf(String page, String key) {
        int at = page.indexOf(">" + key + "<");
        int start = page.lastIndexOf("id=\"notice-", at) + "id=\"notice-".length();
        return page.substring(start, page.indexOf('"', start));
    }

    @Test
    public void watchingShouldBeToldInThePanel() {
        var key = story();
        assertThat(get("noor.hale", "/items/" + key))
                .bodyText()
                .contains("Nobody watches this yet");
        assertThat(post("noor.hale", "/items/" + key + "/watch", "on", "true")).hasStatusOk();
        assertThat(get("noor.hale", "/items/" + key))
                .bodyText()
                .contains("Watching", "Watched by 1");
        post("noor.hale", "/items/" + key + "/watch", "on", "false");
        assertThat(get("noor.hale", "/items/" + key))
                .bodyText()
                .contains("Nobody watches this yet");
    }

    @Test
    public void mentionsShouldBeSuggestedByNameAndBySignInName() {
        assertThat(get("ines.rowe", "/mentions?q=mar")).bodyText().contains("oona.marsh");
        assertThat(get("ines.rowe", "/mentions?q=oona.m")).bodyText().contains("Oona Marsh");
        assertThat(get("ines.rowe", "/mentions?q=zzz")).bodyText().isEqualTo("[]");
    }

    @Test
    public void pageOfTheInterfaceShouldNameItsCalls() {
        assertThat(get("saga.lind", "/help/api"))
                .hasStatusOk()
                .bodyText()
                .contains("/operations/{id}/undo", "Take an operation back", "firstEstimate");
    }

    @Test
    public void pagesWithoutAProductShouldLeadBackToTheLastOne() {
        var page =
                mvc.get()
                        .uri("/settings")
                        .with(user(people.findByHandle("ines.rowe").orElseThrow()))
                        .cookie(new jakarta.servlet.http.Cookie("product", "QUA"))
                        .exchange();
        assertThat(page).bodyText().contains("/QUA/ladder");
    }
}
