package greenladder.api.items;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.ApiClient;
import greenladder.ApiClient.Answer;
import greenladder.RunningDemo;
import java.util.List;
import java.util.stream.StreamSupport;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class ItemsApiIntegrationTests extends RunningDemo {

    private static List<String> errors(Answer answer) {
        return StreamSupport.stream(answer.body().path("errors").spliterator(), false)
                .map(error ->
                        error.path("field").asString() + ": " + error.path("message").asString())
                .toList();
    }

    private static List<String> texts(Answer answer, String field) {
        return StreamSupport.stream(answer.body().path("items").spliterator(), false)
                .map(item -> item.path(field).asString())
                .toList();
    }

    private String product() {
        return api().newProduct();
    }

    @Test
    public void itemShouldKeepEveryFieldThatIsWritten() {
        var code = product();
        var body =
                """
                {'level':'story','kind':'bug','title':'Ünïcode <b>&','description':'# Why\\n\\n<script>','state':'in-test','assignee':'oona.marsh',
                 'size':2.5,'value':7,'start':'2026-05-01','finish':'2026-05-09','blocked':{'reason':'wind'}}\
                """;
        var made = api().post("/products/" + code + "/items", body);
        assertThat(made.status()).isEqualTo(201);
        assertThat(made.header("Operation-Id")).isNotEmpty();
        var read = api().get("/items/" + code + "1").body();
        assertThat(read).isEqualTo(made.body());
        assertThat(read.path("size").asDouble()).isEqualTo(2.5);
        assertThat(read.path("firstEstimate").asDouble()).isEqualTo(2.5);
        assertThat(read.path("category").asString()).isEqualTo("in progress");
        assertThat(read.path("blocked").path("reason").asString()).isEqualTo("wind");
        assertThat(read.path("description").asString()).isEqualTo("# Why\n\n<script>");
        assertThat(read.path("position").asInt()).isEqualTo(1);
    }

    @Test
    public void patchShouldFollowMergePatch() {
        var code = product();
        api().post(
                        "/products/" + code + "/items",
                        "{'level':'task','title':'T','hours':{'estimate':5,'worked':1},'assignee':'tam.keel'}");
        var patched =
                api().patch("/items/" + code + "1", "{'hours':{'remaining':2},'assignee':null}")
                        .body();
        assertThat(patched.path("hours").path("estimate").asInt()).isEqualTo(5);
        assertThat(patched.path("hours").path("remaining").asInt()).isEqualTo(2);
        assertThat(patched.path("hours").path("worked").asInt()).isEqualTo(1);
        assertThat(patched.path("hours").path("invested").asInt()).isEqualTo(1);
        assertThat(patched.path("assignee").isNull()).isTrue();
        assertThat(patched.path("version").asInt()).isEqualTo(2);
    }

    @Test
    public void staleVersionShouldBeRefusedWithTheItemAsItStands() {
        var code = product();
        api().post("/products/" + code + "/items", "{'level':'epic','title':'E'}");
        assertThat(
                        api().patch("/items/" + code + "1", "{'title':'F'}", "If-Match", "\"1\"")
                                .status())
                .isEqualTo(200);
        var stale = api().patch("/items/" + code + "1", "{'title':'G'}", "If-Match", "\"1\"");
        assertThat(stale.status()).isEqualTo(412);
        assertThat(stale.body().path("item").path("title").asString()).isEqualTo("F");
        assertThat(stale.header("Content-Type")).startsWith("application/problem+json");
    }

    @DataProvider
    public Object[][] badBodies() {
        return new Object[][] {
            {"{'level':'story'}", List.of("title: A title is needed.")},
            {
                "{'title':'T'}",
                List.of(
                        "level: There is no level “”; there are: goal, initiative, epic, feature,"
                                + " story, task.")
            },
            {
                "{'level':'story','title':'T','size':'8','colour':'red'}",
                List.of(
                        "size: A number is needed here.",
                        "colour: There is no field “colour” that can be set.")
            },
            {
                "{'level':'story','title':'T','size':10001}",
                List.of("size: The size must be between 0 and 10,000, not 10001.")
            },
            {
                "{'level':'story','title':'T','key':'X1'}",
                List.of("key: There is no field “key” that can be set.")
            },
            {
                "{'level':'story','title':'T','blocked':true}",
                List.of("blocked: Blocked is null or an object with a reason.")
            },
            {
                "{'items':[{'level':'epic','title':'E','ref':'e'},{'level':'story','title':'S','parentRef':'x'},{'level':'story','title':''}]}",
                List.of(
                        "items[1].parentRef: No earlier entry is called “x”.",
                        "items[2].title: A title is needed.")
            },
        };
    }

    @Test(dataProvider = "badBodies")
    public void badBodyShouldBeRefusedWholeWithEveryField(String body, List<String> expected) {
        var code = product();
        var answer = api().post("/products/" + code + "/items", body);
        assertThat(answer.status()).isEqualTo(422);
        assertThat(errors(answer)).containsExactlyInAnyOrderElementsOf(expected);
        assertThat(texts(api().get("/products/" + code + "/items"), "key")).isEmpty();
    }

    @Test
    public void unknownPathsKeysAndMethodsShouldAnswerAsProblems() {
        assertThat(api().get("/items/MSF99999").status()).isEqualTo(404);
        assertThat(api().get("/products/NONE").status()).isEqualTo(404);
        assertThat(api().get("/nothing").header("Content-Type"))
                .startsWith("application/problem+json");
        assertThat(api().send("PUT", "/items/MSF1", "{}").body().path("status").asInt())
                .isEqualTo(405);
        assertThat(api().post("/products/MSF/items", "{no json").status()).isEqualTo(400);
        assertThat(api().get("/products/MSF/items?colour=red").status()).isEqualTo(422);
    }

    @Test
    public void callWithoutValidTokenShouldBeRefused() {
        for (var token : List.of("", "wrong")) {
            var answer = new ApiClient("http://localhost:" + port, token).get("/products");
            assertThat(answer.status()).isEqualTo(401);
            assertThat(answer.header("Content-Type")).startsWith("application/problem+json");
        }
    }

    @Test
    public void listShouldBePagedFilteredAndInRankOrder() {
        var code = product();
        api().post(
                        "/products/" + code + "/items",
                        """
                        {'items':[{'level':'epic','title':'E','ref':'e'},{'level':'story','title':'A','parentRef':'e'},
                         {'level':'story','title':'B','parentRef':'e','size':3},{'level':'story','title':'C','kind':'bug'}]}\
                        """);
        var items = "/products/" + code + "/items";
        var first = api().get(items + "?level=story&limit=2");
        assertThat(texts(first, "title")).containsExactly("A", "B");
        assertThat(
                        texts(
                                api().get(
                                                items
                                                        + "?level=story&limit=2&cursor="
                                                        + first.body().path("next").asString()),
                                "title"))
                .containsExactly("C");
        assertThat(texts(api().get(items + "?kind=bug&kind=spike"), "title")).containsExactly("C");
        assertThat(texts(api().get(items + "?under=" + code + "1&unsized=true"), "title"))
                .containsExactly("A");
        assertThat(texts(api().get(items + "?loose=true"), "title")).containsExactly("E", "C");
        api().post("/items/" + code + "4/move", "{'position':1,'parent':'" + code + "1'}");
        assertThat(texts(api().get(items + "?level=story"), "title"))
                .containsExactly("C", "A", "B");
        assertThat(texts(api().get(items + "?parent=" + code + "1"), "title"))
                .containsExactly("C", "A", "B");
    }

    @DataProvider
    public Object[][] badMoves() {
        return new Object[][] {
            {"{'position':0}"},
            {"{'position':-1}"},
            {"{'position':10000000}"},
            {"{'position':'1'}"},
            {"{'to':'up'}"},
            {"{'before':'MSF0'}"},
            {"{'after':'%1$s2'}"},
            {"{'parent':'%1$s2'}"},
            {"{'parent':'%1$s3'}"},
            {"{'to':'first','position':1}"},
            {"{'speed':1}"},
        };
    }

    @Test(dataProvider = "badMoves")
    public void badMoveShouldBeRefused(String body) {
        var code = product();
        api().post(
                        "/products/" + code + "/items",
                        "{'items':[{'level':'epic','title':'E','ref':'e'},{'level':'story','title':'A','parentRef':'e'},{'level':'task','title':'T'}]}");
        assertThat(api().post("/items/" + code + "2/move", body.formatted(code)).status())
                .isEqualTo(422);
        assertThat(api().get("/items/" + code + "2").body().path("version").asInt()).isEqualTo(1);
    }

    @Test
    public void deleteShouldSayWhatBecomesOfChildren() {
        var code = product();
        api().post(
                        "/products/" + code + "/items",
                        "{'items':[{'level':'epic','title':'E','ref':'e'},{'level':'story','title':'A','parentRef':'e'}]}");
        assertThat(api().delete("/items/" + code + "1").status()).isEqualTo(422);
        assertThat(api().delete("/items/" + code + "1?children=up").status()).isEqualTo(204);
        assertThat(api().get("/items/" + code + "2").body().path("parent").isNull()).isTrue();
        assertThat(api().get("/items/" + code + "1").status()).isEqualTo(404);
    }

    @Test
    public void historyShouldTellChangesNewestFirst() {
        var code = product();
        api().post("/products/" + code + "/items", "{'level':'epic','title':'E'}");
        api().patch("/items/" + code + "1", "{'title':'F'}");
        var history = api().get("/items/" + code + "1/history?limit=1");
        assertThat(history.body().path("items").path(0).path("before").asString()).isEqualTo("E");
        assertThat(history.body().path("items").path(0).path("by").asString())
                .isEqualTo("ines.rowe");
        var rest =
                api().get(
                                "/items/"
                                        + code
                                        + "1/history?cursor="
                                        + history.body().path("next").asString());
        assertThat(texts(rest, "field")).contains("exists", "title", "level");
    }

    @Test
    public void rollUpsShouldHaveTheirShapes() {
        var code = product();
        api().post(
                        "/products/" + code + "/items",
                        """
                        {'items':[{'level':'epic','title':'E','size':20,'ref':'e'},{'level':'feature','title':'A','size':5,'state':'done','parentRef':'e'},
                         {'level':'feature','title':'B','size':8,'parentRef':'e'},{'level':'feature','title':'C','parentRef':'e'}]}\
                        """);
        assertThat(api().get("/items/" + code + "1/rollup").body().toString())
                .isEqualTo(
                        """
                        {"size":{"own":20,"effective":20,"first":20,"drift":0,"unbroken":7,"unsized":1},\
                        "points":{"done":5,"inProgress":0,"toDo":15,"total":20,"completion":0.25},\
                        "count":{"done":1,"inProgress":0,"toDo":2,"total":3,"completion":0.3333333333333333},\
                        "value":{"done":null,"total":null,"completion":null},"hours":{"estimate":null,"invested":null,"remaining":null,"worked":null},\
                        "tasks":{"done":0,"total":0},"blocked":0,"category":"in progress",\
                        "dates":{"ownStart":null,"ownFinish":null,"start":null,"finish":null,"slipDays":null}}\
                        """);
        var total = api().get("/products/" + code + "/rollup").body();
        assertThat(total.path("points").path("total").asInt()).isEqualTo(20);
        assertThat(total.path("levels").path("feature").path("count").path("done").asInt())
                .isEqualTo(1);
        assertThat(total.path("levels").path("story").path("points").path("total").isNull())
                .isTrue();
    }

    @Test
    public void standardFieldShouldBeSetReadPickedAndSortedBy() {
        var code = api().newProduct();
        var path = "/products/" + code + "/items";
        api().post(path, "{'level':'story','title':'A','risk':'high'}");
        api().post(path, "{'level':'story','title':'B'}");
        assertThat(api().patch("/items/" + code + "2", "{'risk':'low'}").status()).isEqualTo(200);
        var item = api().get("/items/" + code + "1").body();
        assertThat(item.path("risk").asString()).isEqualTo("high");
        assertThat(item.path("custom").isEmpty()).isTrue();
        assertThat(api().get(path + "?risk=high").body().path("items").size()).isEqualTo(1);
        assertThat(
                        api().get(path + "?sort=risk")
                                .body()
                                .path("items")
                                .path(0)
                                .path("title")
                                .asString())
                .isEqualTo("B");
        assertThat(api().get(path + "?sort=custom.none").status()).isEqualTo(422);
        assertThat(api().patch("/items/" + code + "1", "{'risk':'huge'}").status()).isEqualTo(422);
    }

    @Test
    public void productsShouldBeMadeWithALadderOfTheirOwn() {
        var answer =
                api().post(
                                "/products",
                                """
                                {'code':'OWN','name':'Own','ladder':[{'key':'aim','name':'Aim'},{'key':'story','name':'Story','kinds':['story','bug']},
                                 {'key':'step','name':'Step','measure':'hours'}]}\
                                """);
        assertThat(answer.status()).isEqualTo(201);
        assertThat(answer.body().path("ladder").size()).isEqualTo(3);
        assertThat(api().post("/products/OWN/items", "{'level':'step','title':'S'}").status())
                .isEqualTo(201);
        assertThat(errors(api().post("/products", "{'code':'own','name':''}"))).hasSize(2);
        assertThat(
                        errors(
                                api().post(
                                                "/products",
                                                "{'code':'BAD','name':'Bad','ladder':[{'key':'a','name':'A','measure':'hours'},{'key':'a','name':''}]}")))
                .hasSize(3);
    }

    @Test
    public void interfaceShouldDescribeItself() {
        var address = "http://localhost:" + port + "/v3/api-docs?x=";
        var description = new ApiClient(address, "demo-token").get("");
        assertThat(description.body().path("paths").has("/api/v1/items/{key}/rollup")).isTrue();
    }
}
