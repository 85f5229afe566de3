package greenladder.people;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;

import greenladder.ApiClient;
import greenladder.RunningDemo;
import java.io.UnsupportedEncodingException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.test.web.servlet.assertj.MockMvcTester;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.Test;

/** What is for named readers is told to nobody else by way of what stands beside it. */
public class HiddenWorkIntegrationTests extends RunningDemo {
    @Autowired private MockMvcTester mvc;
    @Autowired private People people;
    @Autowired private Tokens tokens;

    private ApiClient petra;

    @BeforeClass
    public void giveToken() {
        tokens.add("hidden-work-petra", "petra.nye", "Test");
        petra = new ApiClient(api().base(), "hidden-work-petra");
    }

    /** A feature with a story of 3 points that all see, and one of 233 for Ines alone. */
    private String product() {
        var code = api().newProduct();
        api().post(
                        "/products/" + code + "/items",
                        "{'items':[{'level':'feature','title':'F','ref':'f'},"
                            + "{'level':'story','title':'Open','parentRef':'f','size':3},"
                            + "{'level':'story','title':'Xyzzy','parentRef':'f','size':233,'readers':['ines.rowe']}]}");
        return code;
    }

    private String told(String who, String url, String... form) {
        var request =
                mvc.post()
                        .uri(url)
                        .with(user(people.findByHandle(who).orElseThrow()))
                        .with(csrf())
                        .header("HX-Request", "true");
        for (int i = 0; i < form.length; i += 2) {
            request = request.param(form[i], form[i + 1]);
        }
        return String.valueOf(request.exchange().getResponse().getHeader("HX-Trigger"));
    }

    @Test
    public void messageShouldCompareTheFiguresOfWhoIsTold() {
        var code = product();
        var edit = new String[] {"keys", code + "2", "field", "size", "value", "5"};
        assertThat(told("petra.nye", "/items/edit", edit))
                .contains(code + "1 is now 5 points (was 3)");
        edit[5] = "3";
        assertThat(told("ines.rowe", "/items/edit", edit))
                .contains(code + "1 is now 236 points (was 238)");
    }

    @Test
    public void roundShouldNotNameATestOfHiddenWorkAlone() {
        var code = product();
        api().post(
                        "/products/" + code + "/tests",
                        "{'title':'Xyzzy holds','covers':['%s3']}".formatted(code));
        api().post("/products/" + code + "/tests", "{'title':'Open holds','covers':[]}");
        var round = api().post("/rounds", "{'product':'%s','name':'All'}".formatted(code));
        assertThat(round.status()).as(round.body().toString()).isEqualTo(201);
        var path = "/products/" + code + "/rounds";
        assertThat(api().get(path).body().toString()).contains("Xyzzy holds");
        assertThat(petra.get(path).status()).isEqualTo(200);
        assertThat(petra.get(path).body().toString())
                .contains("Open holds")
                .doesNotContain("Xyzzy");
        var page =
                mvc.get()
                        .uri("/%s/tests?round=%s".formatted(code, text(round, "id")))
                        .with(user(people.findByHandle("petra.nye").orElseThrow()))
                        .exchange();
        assertThat(page).hasStatusOk().bodyText().contains("Open holds").doesNotContain("Xyzzy");
    }

    private static String text(ApiClient.Answer answer, String name) {
        return answer.body().path(name).asString();
    }

    @Test
    public void whatGrewOutOfALineShouldNotBeNamedByIt() {
        var code = product();
        var open = "/items/" + code + "2";
        api().patch(open, "{'checklist':[{'text':'Cast off','done':false}]}");
        var grown = api().post(open + "/checklist/grow", "{'line':0,'level':'task'}");
        assertThat(grown.status()).as(grown.body().toString()).isLessThan(300);
        var split = api().post(open + "/split", "{'parts':[{'title':'Part'}],'keepOriginal':true}");
        assertThat(split.status()).as(split.body().toString()).isLessThan(300);
        for (int number = 4; number <= 5; number++) {
            api().patch("/items/" + code + number, "{'readers':['ines.rowe']}");
        }
        api().patch("/items/" + code + "4", "{'state':'done'}");
        var seen = petra.get(open).body();
        assertThat(seen.at("/checklist/0/text").asString()).isEqualTo("Cast off");
        assertThat(seen.at("/checklist/0/item").isNull()).isTrue();
        assertThat(seen.at("/checklist/0/done").asBoolean()).isFalse();
        assertThat(seen.at("/parts")).isEmpty();
        assertThat(api().get(open).body().at("/parts")).hasSize(1);
        assertThat(petra.get(open + "/history").body().toString())
                .doesNotContain(code + "4")
                .doesNotContain(code + "5");
        api().patch(open, "{'title':'Renamed'}");
        assertThat(petra.get(open).body().at("/parts"))
                .as("after a change of what names it")
                .isEmpty();
    }

    private String fileOn(String item, String body) throws Exception {
        var request =
                HttpRequest.newBuilder(
                                URI.create(
                                        api().base()
                                                + "/api/v1/items/"
                                                + item
                                                + "/attachments?name=words.txt"))
                        .POST(HttpRequest.BodyPublishers.ofString(body))
                        .header("Content-Type", "application/octet-stream")
                        .header("Authorization", "Bearer demo-token")
                        .build();
        var answer = HttpClient.newHttpClient().send(request, HttpResponse.BodyHandlers.ofString());
        assertThat(answer.statusCode()).as(answer.body()).isLessThan(300);
        return answer.body().replaceAll("(?s).*?\"id\" ?: ?\"([0-9a-f]{64})\".*", "$1");
    }

    private int fileStatus(String who, String id, String... range) {
        var request =
                mvc.get()
                        .uri("/files/" + id + "/words.txt")
                        .with(user(people.findByHandle(who).orElseThrow()));
        if (range.length > 0) {
            request = request.header("Range", range[0]);
        }
        return request.exchange().getResponse().getStatus();
    }

    @Test
    public void fileShouldBeGivenToThoseAloneWhoSeeAnItemThatHasIt() throws Exception {
        var code = product();
        var secret = fileOn(code + "3", "words for Ines alone " + code);
        assertThat(fileStatus("ines.rowe", secret)).isEqualTo(200);
        assertThat(fileStatus("petra.nye", secret)).isEqualTo(404);
        fileOn(code + "2", "words for Ines alone " + code);
        assertThat(fileStatus("petra.nye", secret)).isEqualTo(200);
    }

    @Test
    public void rangesShouldBeServedAsLongAsTheyArePromised() throws Exception {
        var code = product();
        var id = fileOn(code + "2", "0123456789".repeat(10) + code);
        assertThat(fileStatus("ines.rowe", id, "bytes=0-4")).isEqualTo(206);
        assertThat(fileStatus("ines.rowe", id, "bytes=500-600")).isEqualTo(416);
        var parts =
                mvc.get()
                        .uri("/files/" + id + "/words.txt")
                        .with(user(people.findByHandle("ines.rowe").orElseThrow()))
                        .header("Range", "bytes=0-1,5-6")
                        .exchange()
                        .getResponse();
        assertThat(parts.getStatus()).isEqualTo(206);
        assertThat(parts.getHeader("Content-Length"))
                .isIn(null, String.valueOf(parts.getContentAsByteArray().length));
        assertThat(
                        mvc.get()
                                .uri("/files/" + id + "/words.txt")
                                .with(user(people.findByHandle("ines.rowe").orElseThrow()))
                                .header("Range", "bytes=500-600")
                                .exchange()
                                .getResponse()
                                .getContentAsByteArray())
                .isEmpty();
    }

    @Test
    public void deletionShouldGoThroughWhatIsHiddenAndComeBackThroughIt() {
        var code = product();
        api().post(
                        "/products/" + code + "/items",
                        "{'level':'task','title':'Xyzzy','parent':'%s2','readers':['oona.marsh','ines.rowe']}"
                                .formatted(code));
        var deleted = petra.delete("/items/" + code + "2");
        assertThat(deleted.status()).as(deleted.body().toString()).isEqualTo(204);
        assertThat(text(api().get("/items/" + code + "4"), "parent")).isEqualTo(code + "1");
        var undone = petra.post("/operations/" + deleted.header("Operation-Id") + "/undo", "");
        assertThat(undone.status()).as(undone.body().toString()).isEqualTo(200);
        assertThat(undone.body().toString()).doesNotContain(code + "4");
        assertThat(text(api().get("/items/" + code + "4"), "parent")).isEqualTo(code + "2");
    }

    @Test
    public void ownerShouldTakeOverWhatIsHiddenAndItsReadersBeTold() {
        var code = product();
        assertThat(petra.get("/items/" + code + "3").status()).isEqualTo(404);
        var page =
                mvc.get()
                        .uri("/" + code + "/hidden")
                        .with(user(people.findByHandle("petra.nye").orElseThrow()))
                        .exchange();
        assertThat(page)
                .hasStatusOk()
                .bodyText()
                .contains("1 item for Ines Rowe only")
                .doesNotContain("Xyzzy");
        told("petra.nye", "/" + code + "/hidden/take-over", "readers", "ines.rowe");
        assertThat(petra.get("/items/" + code + "3").status()).isEqualTo(200);
        assertThat(api().get("/items/" + code + "3/history").body().toString())
                .contains("petra.nye");
    }

    @Test
    public void reviewShouldSayWhatIsNotOpenToWhomAndNotWaitForThem() {
        var code = product();
        var sent =
                api().post(
                                "/products/" + code + "/reviews",
                                "{'name':'Read it','items':['%1$s2','%1$s3'],'readers':['petra.nye']}"
                                        .formatted(code));
        assertThat(sent.status()).as(sent.body().toString()).isEqualTo(201);
        var page = "/%s/reviews?of=%s".formatted(code, text(sent, "id"));
        assertThat(bodyOf("ines.rowe", page))
                .contains("Answers missing from: Petra Nye.")
                .contains(code + "3 is not open to Petra Nye, who is not asked about it.");
        told(
                "petra.nye",
                "/%s/reviews/%s/answer".formatted(code, text(sent, "id")),
                "item",
                code + "2",
                "agrees",
                "true");
        assertThat(bodyOf("ines.rowe", page)).doesNotContain("Not answered to everything yet");
    }

    private String bodyOf(String who, String url) {
        try {
            return mvc.get()
                    .uri(url)
                    .with(user(people.findByHandle(who).orElseThrow()))
                    .exchange()
                    .getResponse()
                    .getContentAsString();
        } catch (UnsupportedEncodingException e) {
            throw new IllegalStateException(e);
        }
    }
}
