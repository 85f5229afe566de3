package greenladder.api;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.ApiClient.Answer;
import greenladder.RunningDemo;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.List;
import org.testng.annotations.Test;

/** Details of items, trees from text, split, merge, levels, files, fields and templates. */
public class BreakdownApiIntegrationTests extends RunningDemo {
    private static final byte[] PICTURE =
            Base64.getDecoder()
                    .decode(
                            "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNkYPhfDwAChwGA60e6kgAAAABJRU5ErkJggg==");

    private String storyIn(String code) {
        return api().post(
                        "/products/" + code + "/items",
                        "{'level':'story','title':'Big one','size':20,'labels':['quay','dusk'],"
                                + "'acceptance':[{'text':'Seen','met':true},{'text':'Heard'}],"
                                + "'checklist':[{'text':'Pack'},{'text':'Sail'}],"
                                + "'links':[{'address':'https://example.org/p','name':'Plan'}]}")
                .body()
                .path("key")
                .asString();
    }

    private static List<String> keys(Answer answer) {
        return answer.body()
                .path("items")
                .valueStream()
                .map(i -> i.path("key").asString())
                .toList();
    }

    private HttpResponse<byte[]> send(String method, String path, byte[] body) throws Exception {
        var request =
                HttpRequest.newBuilder(URI.create("http://localhost:" + port + "/api/v1" + path))
                        .header("Authorization", "Bearer demo-token")
                        .method(method, BodyPublishers.ofByteArray(body))
                        .build();
        return HttpClient.newHttpClient().send(request, BodyHandlers.ofByteArray());
    }

    @Test
    public void detailsShouldComeBackAsTheyWereEntered() {
        var key = storyIn(api().newProduct());
        var item = api().get("/items/" + key).body();
        assertThat(item.path("labels").toString()).isEqualTo("[\"quay\",\"dusk\"]");
        assertThat(item.path("acceptance").toString())
                .isEqualTo("[{\"text\":\"Seen\",\"met\":true},{\"text\":\"Heard\",\"met\":false}]");
        assertThat(item.path("links").get(0).path("name").asString()).isEqualTo("Plan");
        assertThat(item.path("checklist").get(1).path("item").isNull()).isTrue();
        assertThat(api().patch("/items/" + key, "{'labels':'quay'}").status()).isEqualTo(422);
        assertThat(api().patch("/items/" + key, "{'acceptance':null}").body().path("acceptance"))
                .isEmpty();
        assertThat(keys(api().get("/products/" + key.substring(0, 3) + "/items?label=DUSK")))
                .containsExactly(key);
    }

    @Test
    public void lineShouldGrowOnceAndBeTickedByItsChild() {
        var key = storyIn(api().newProduct());
        var path = "/items/" + key + "/checklist/grow";
        var grown = api().post(path, "{'line':1,'level':'task'}");
        assertThat(grown.status()).isEqualTo(201);
        assertThat(api().post(path, "{'line':1,'level':'task'}").status()).isEqualTo(422);
        api().patch("/items/" + keys(grown).getFirst(), "{'state':'done'}");
        assertThat(api().get("/items/" + key).body().path("checklist").get(1).toString())
                .contains("\"done\":true", keys(grown).getFirst());
    }

    @Test
    public void splitMergeGatherAndLevelShouldEachBeTakenBack() {
        var code = api().newProduct();
        var key = storyIn(code);
        var split =
                api().post(
                                "/items/" + key + "/split",
                                "{'parts':[{'title':'A','size':'5','criteria':[0]},{'title':'B','size':'8'}],'originalSize':'8'}");
        assertThat(keys(split)).containsExactly(code + "2", code + "3");
        assertThat(api().get("/items/" + key).body().path("parts")).hasSize(2);
        assertThat(api().get("/items/" + code + "2").body().path("splitFrom").asString())
                .isEqualTo(key);
        var merged = api().post("/items/" + code + "3/merge", "{'into':'" + code + "2'}");
        assertThat(merged.status()).isEqualTo(200);
        assertThat(api().get("/items/" + code + "3").status()).isEqualTo(404);
        var gathered =
                api().post(
                                "/products/" + code + "/gather",
                                "{'items':['%s','%s2'],'title':'Both','level':'feature'}"
                                        .formatted(key, code));
        assertThat(keys(gathered)).containsExactly(code + "4");
        var feature = "/items/" + code + "4";
        assertThat(api().post(feature + "/level", "{'level':'story'}").status()).isEqualTo(422);
        var down = api().post(feature + "/level", "{'level':'story','misfits':'beside'}");
        assertThat(down.status()).isEqualTo(200);
        for (var one : List.of(down, gathered, merged, split)) {
            assertThat(
                            api().post("/operations/" + one.header("Operation-Id") + "/undo", "")
                                    .status())
                    .isEqualTo(200);
        }
        assertThat(keys(api().get("/products/" + code + "/items"))).containsExactly(key);
        assertThat(api().get("/items/" + key).body().path("acceptance")).hasSize(2);
    }

    @Test
    public void textShouldBecomeATreeAndBeTextAgain() throws Exception {
        var code = api().newProduct();
        var path = "/products/" + code + "/outline";
        var text = "{'text':'- goal: One\\n  - epic: Two\\n    - [x] Three\\n---','dryRun':%s}";
        var read = api().post(path, text.formatted(true)).body();
        assertThat(read.path("lines")).hasSize(3);
        assertThat(read.path("skipped").get(0).path("line").asInt()).isEqualTo(4);
        assertThat(keys(api().get("/products/" + code + "/items"))).isEmpty();
        assertThat(api().post(path, text.formatted(false)).status()).isEqualTo(201);
        var written = new String(send("GET", path, new byte[0]).body(), StandardCharsets.UTF_8);
        assertThat(written).isEqualTo("- goal: One\n  - [x] epic: Two\n    - [x] Three\n");
        var long1 = "x\\n".repeat(5_001);
        assertThat(api().post(path, "{'text':'%s'}".formatted(long1)).status()).isEqualTo(422);
    }

    @Test
    public void fileShouldBeKeptServedAndTakenOff() throws Exception {
        var key = storyIn(api().newProduct());
        var path = "/items/" + key + "/attachments";
        assertThat(send("POST", path + "?name=quay.png", PICTURE).statusCode()).isEqualTo(201);
        var file = api().get("/items/" + key).body().path("attachments").get(0);
        assertThat(file.path("type").asString()).isEqualTo("image/png");
        var id = file.path("id").asString();
        assertThat(send("GET", path + "/" + id, new byte[0]).body()).isEqualTo(PICTURE);
        assertThat(send("DELETE", path + "/" + id, new byte[0]).statusCode()).isEqualTo(204);
        assertThat(send("GET", path + "/" + id, new byte[0]).statusCode()).isEqualTo(404);
    }

    @Test
    public void fileThatIsNotWhatItSaysOrTooLargeShouldBeRefused() throws Exception {
        var key = storyIn(api().newProduct());
        var path = "/items/" + key + "/attachments?name=";
        var lie = send("POST", path + "quay.pdf", PICTURE);
        assertThat(lie.statusCode()).isEqualTo(422);
        assertThat(new String(lie.body(), StandardCharsets.UTF_8)).contains("it contains PNG");
        assertThat(send("POST", path + "a.bin", new byte[20 * 1024 * 1024 + 1]).statusCode())
                .isEqualTo(422);
        assertThat(send("POST", path + "empty.txt", new byte[0]).statusCode()).isEqualTo(422);
        assertThat(
                        send(
                                        "POST",
                                        path + "notes.txt",
                                        "Sail at nine".getBytes(StandardCharsets.UTF_8))
                                .statusCode())
                .isEqualTo(201);
    }

    @Test
    public void fieldsAndTemplatesShouldBeSetUpAndUsed() {
        var code = api().newProduct();
        var base = "/products/" + code;
        var field =
                api().post(
                                base + "/fields",
                                "{'name':'Vessel','type':'one of','choices':['Marten','Heron']}");
        assertThat(field.body().path("key").asString()).isEqualTo("vessel");
        assertThat(api().post(base + "/fields", "{'name':'Vessel','type':'text'}").status())
                .isEqualTo(422);
        var template =
                "{'name':'Trip','level':'story','kind':'story','titlePrefix':'Trip:',"
                    + "'fields':{'custom.vessel':'%s','acceptance':'Safe'},'children':['Load','Sail']}";
        assertThat(api().post(base + "/templates", template.formatted("Raft")).status())
                .isEqualTo(422);
        assertThat(api().post(base + "/templates", template.formatted("Heron")).status())
                .isEqualTo(201);
        var made = api().post(base + "/items", "{'level':'story','title':'Out','template':'trip'}");
        assertThat(made.body().path("title").asString()).isEqualTo("Trip: Out");
        assertThat(made.body().path("custom").path("vessel").asString()).isEqualTo("Heron");
        assertThat(keys(api().get(base + "/items?level=task"))).hasSize(2);
        assertThat(api().delete(base + "/fields/vessel").status()).isEqualTo(204);
        assertThat(api().get(base).body().path("fields")).isEmpty();
        // What refers to a field that is gone is left out, and the rest still serves.
        assertThat(
                        api().post(
                                        base + "/items",
                                        "{'level':'story','title':'Back','template':'trip'}")
                                .status())
                .isEqualTo(201);
        assertThat(
                        api().post(base + "/items", "{'level':'story','title':'x','template':'no'}")
                                .status())
                .isEqualTo(422);
    }
}
