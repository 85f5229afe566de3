package greenladder.api;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.ApiClient.Answer;
import greenladder.RunningDemo;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import tools.jackson.databind.JsonNode;

/** Baselines, tests, rounds and the whole log, for programs. */
public class PapersApiIntegrationTests extends RunningDemo {
    /** Items that are made at once. */
    private static final int MANY = 200;

    private String product() {
        var code = api().newProduct();
        api().post(
                        "/products/" + code + "/items",
                        "{'items':[{'level':'epic','title':'E','ref':'e'},{'level':'story','title':'S','size':5,'parentRef':'e'}]}");
        return code;
    }

    private static JsonNode ok(Answer answer) {
        assertThat(answer.status()).as(answer.body().toString()).isBetween(200, 299);
        return answer.body();
    }

    @Test
    public void baselineShouldTellItsDifference() {
        var code = product();
        var baseline =
                ok(
                        api().post(
                                        "/products/" + code + "/baselines",
                                        "{'name':'Agreed','under':'%s1'}".formatted(code)));
        assertThat(baseline.path("under").asString()).isEqualTo(code + "1");
        api().patch("/items/" + code + "2", "{'size':8,'title':'Other'}");
        api().post(
                        "/products/" + code + "/items",
                        "{'level':'story','title':'N','size':3,'parent':'%s1'}".formatted(code));
        var path = "/baselines/" + baseline.path("id").asString() + "/difference";
        var difference = ok(api().get(path));
        assertThat(difference.path("added").toString()).isEqualTo("[\"%s3\"]".formatted(code));
        assertThat(difference.path("resized").toString()).isEqualTo("[\"%s2\"]".formatted(code));
        assertThat(difference.path("text").toString()).isEqualTo("[\"%s2\"]".formatted(code));
        assertThat(difference.path("points").toString())
                .isEqualTo("{\"then\":5,\"now\":11,\"added\":3,\"removed\":0,\"resized\":3}");
        var later = ok(api().post("/products/" + code + "/baselines", "{'name':'Later'}"));
        assertThat(ok(api().get(path + "?to=" + later.path("id").asString())))
                .isEqualTo(difference);
        assertThat(ok(api().get("/products/" + code + "/baselines")).path("items")).hasSize(2);
    }

    @Test
    public void baselineOfTheFirstMomentsShouldHaveEverythingAdded() {
        var code = product();
        var baseline =
                ok(
                        api().post(
                                        "/products/" + code + "/baselines",
                                        "{'name':'Before','at':'2020-01-01T00:00:00Z'}"));
        var difference =
                ok(api().get("/baselines/" + baseline.path("id").asString() + "/difference"));
        assertThat(difference.path("added")).hasSize(2);
        assertThat(difference.path("points").path("then").asInt()).isZero();
    }

    @Test
    public void comparisonShouldGoOnWithWhatHappens() {
        var code = product();
        var baselines = "/products/" + code + "/baselines";
        var id = ok(api().post(baselines, "{'name':'Agreed'}")).path("id").asString();
        var now = "/baselines/" + id + "/difference";
        var future = now + "?to=2099-01-01T00:00:00Z";
        var nothing = ok(api().get(now));
        assertThat(nothing.path("text")).isEmpty();
        assertThat(ok(api().get(future))).isEqualTo(nothing);
        api().patch("/items/" + code + "2", "{'title':'Other'}");
        var title = ok(api().get(now));
        assertThat(title.path("text").toString()).isEqualTo("[\"%s2\"]".formatted(code));
        assertThat(ok(api().get(future))).isEqualTo(title);
        // The plan changes as well.
        var later = ok(api().post(baselines, "{'name':'Later'}")).path("id").asString();
        api().delete("/items/" + code + "2");
        assertThat(ok(api().get(now)).path("removed").toString())
                .isEqualTo("[\"%s2\"]".formatted(code));
        assertThat(ok(api().get(now + "?to=" + later))).isEqualTo(title);
    }

    /** Most of what is in the log since is then of what came since, and passed over. */
    @Test
    public void baselineShouldTellItsDifferenceWhereMostCameSince() {
        var code = product();
        var items = "/products/" + code + "/items";
        api().post(items, "{'level':'story','title':'Gone','size':1}");
        var gone = api().delete("/items/" + code + "3");
        var baseline = ok(api().post("/products/" + code + "/baselines", "{'name':'Agreed'}"));
        var many =
                IntStream.rangeClosed(1, MANY)
                        .mapToObj("{'level':'story','title':'New %d','size':1}"::formatted)
                        .collect(Collectors.joining(",", "{'items':[", "]}"));
        api().patch("/items/" + code + "2", "{'title':'Other'}");
        api().post("/operations/%s/undo".formatted(gone.header("Operation-Id")), "");
        api().post(items, many);
        api().post(items, many);
        api().patch("/items/" + code + "2", "{'size':8}");
        api().delete("/items/" + code + "4");
        var difference =
                ok(api().get("/baselines/" + baseline.path("id").asString() + "/difference"));
        assertThat(difference.path("added")).hasSize(2 * MANY);
        assertThat(difference.path("added").toString())
                .contains("\"%s3\"".formatted(code))
                .doesNotContain("\"%s4\"".formatted(code));
        assertThat(difference.path("removed")).isEmpty();
        assertThat(difference.path("text").toString()).isEqualTo("[\"%s2\"]".formatted(code));
        assertThat(difference.path("resized").toString()).isEqualTo("[\"%s2\"]".formatted(code));
        assertThat(difference.path("points").toString())
                .isEqualTo(
                        "{\"then\":5,\"now\":%d,\"added\":%d,\"removed\":0,\"resized\":3}"
                                .formatted(8 + 2 * MANY, 2 * MANY));
    }

    @DataProvider
    public Object[][] bad() {
        return new Object[][] {
            {"/products/P/baselines", "{'name':''}", "name"},
            {"/products/P/baselines", "{'name':'x','under':'ZZZ1'}", "under"},
            {"/products/P/baselines", "{'name':'x','at':'tomorrow'}", "at"},
            {"/products/P/baselines", "{'name':'x','at':'2099-01-01T00:00:00Z'}", "at"},
            {"/products/P/tests", "{'title':' '}", "name"},
            {"/products/P/tests", "{'title':'x','covers':['P99']}", "items"},
            {"/products/P/tests", "{'title':'x','groups':['a','b','c','d','e']}", "groups"},
            {"/products/P/tests", "{'title':'x','steps':[{'do':'LONG'}]}", "steps"},
            {"/rounds", "{'product':'P','name':'x'}", "tests"},
            {"/rounds", "{'product':'P','name':'x','tests':['none']}", "tests"},
            {"/products/P/reviews", "{'name':'x','items':['P1'],'readers':[]}", "readers"},
            {"/products/P/reviews", "{'name':'x','items':[],'readers':['lio.fenn']}", "items"},
            {"/products/P/reviews", "{'name':'x','items':['P1'],'readers':['zoe']}", "readers"},
            {"/products/P/reviews", "{'name':'x','below':'yes'}", "below"},
            {"/items/P1/pages", "{'name':''}", "name"},
            {"/items/P1/pages", "{'name':'LONG'}", "name"},
            {"/links/confirm", "{'links':[]}", "link"},
            {"/links/confirm", "{'links':['P1.parent']}", "link"},
            {"/items/P1/comments", "{'text':'x','replyTo':1}", "replyTo"},
            {"/items/P1/measure", "{'from':1,'target':1}", "target"},
        };
    }

    @Test(dataProvider = "bad")
    public void badInputShouldBeRefusedAtItsField(String path, String body, String field) {
        var code = product();
        var at = path.replaceAll("\\bP(\\d*)\\b", code + "$1");
        var json =
                body.replace("'P99'", "'" + code + "99'")
                        .replace("'P1'", "'" + code + "1'")
                        .replace("'P1.parent'", "'" + code + "1.parent'")
                        .replace("'P'", "'" + code + "'")
                        .replace("LONG", "x".repeat(2_000));
        var answer = path.endsWith("measure") ? api().send("PUT", at, json) : api().post(at, json);
        assertThat(answer.status()).as(answer.body().toString()).isEqualTo(422);
        assertThat(answer.body().at("/errors/0/field").asString()).isEqualTo(field);
    }

    @Test
    public void reviewOfABaselineShouldReadWhatStoodThen() {
        var code = product();
        var baseline = ok(api().post("/products/" + code + "/baselines", "{'name':'Agreed'}"));
        ok(api().patch("/items/" + code + "2", "{'title':'Reads otherwise'}"));
        api().post("/products/" + code + "/items", "{'level':'story','title':'Came later'}");
        var review =
                ok(
                        api().post(
                                        "/products/" + code + "/reviews",
                                        "{'name':'As agreed','baseline':'%s','readers':['ines.rowe']}"
                                                .formatted(baseline.path("id").asString())));
        assertThat(review.path("asOf")).isEqualTo(baseline.path("at"));
        assertThat(review.path("items")).hasSize(2);
        assertThat(review.at("/items/0/changed").asBoolean()).isFalse();
        assertThat(review.at("/items/1/changed").asBoolean()).isTrue();
        var path = "/reviews/" + review.path("id").asString();
        var answered =
                ok(api().post(path + "/answers", "{'item':'%s1','agrees':true}".formatted(code)));
        assertThat(answered.at("/items/0/answers/0/agrees").asBoolean()).isTrue();
        assertThat(
                        api().post(
                                        path + "/answers",
                                        "{'item':'%s2','agrees':false}".formatted(code))
                                .status())
                .as("an objection without words")
                .isEqualTo(422);
        assertThat(ok(api().post(path + "/close", "{}")).path("closedAt").isNull()).isFalse();
        assertThat(api().send("DELETE", path, "").status()).isEqualTo(204);
        assertThat(api().get(path).status()).isEqualTo(404);
    }

    @Test
    public void pageShouldBeWrittenByPassagesWhoseLinesBecomeItems() {
        var code = product();
        var page = ok(api().post("/items/" + code + "1/pages", "{'name':'Specification'}"));
        var path = "/pages/" + page.path("id").asString();
        ok(api().post(path + "/passages", "{'kind':'line','text':'Lamps turn\\n\\nLamps blink'}"));
        ok(api().post(path + "/remarks", "{'passage':1,'text':'which way?'}"));
        var made = ok(api().post(path + "/items", "{'passages':[1],'level':'story'}"));
        assertThat(made.at("/passages/0/item").asString()).startsWith(code);
        assertThat(made.at("/passages/0/remarks/0/text").asString()).isEqualTo("which way?");
        var stale =
                api().send("PUT", path + "/passages/2", "{'text':'Lamps glow','seen':'Lamps hum'}");
        assertThat(stale.status()).isEqualTo(422);
        assertThat(stale.body().toString()).contains("Lamps blink");
        var kind = api().post(path + "/passages", "{'kind':'verse','text':'x'}");
        assertThat(kind.body().at("/errors/0/field").asString()).isEqualTo("kind");
        assertThat(ok(api().get("/items/" + code + "1/pages")).path("items")).hasSize(1);
        assertThat(api().send("DELETE", path, "").status()).isEqualTo(204);
        assertThat(ok(api().get("/items/" + code + "1/pages")).path("items")).isEmpty();
    }

    @Test
    public void roundShouldBeTickedAndAFailedCheckBecomeABug() {
        var code = product();
        var test =
                ok(api().post(
                                        "/products/" + code + "/tests",
                                        "{'title':'Turns','steps':[{'do':'turn','expect':'turns'}],'covers':['%s2']}"
                                                .formatted(code)))
                        .path("id")
                        .asString();
        ok(api().patch("/tests/" + test, "{'groups':['A','B']}"));
        assertThat(ok(api().get("/tests/" + test)).path("steps")).hasSize(1);
        var round = ok(api().post("/rounds", "{'product':'%s','name':'R'}".formatted(code)));
        var path = "/rounds/" + round.path("id").asString();
        var failed =
                ok(
                        api().post(
                                        path + "/results",
                                        "{'test':'%s','passed':false,'words':'stuck','bug':true}"
                                                .formatted(test)));
        assertThat(failed.at("/checks/0/bug").asString()).isEqualTo(code + "3");
        assertThat(failed.path("failed").asInt()).isEqualTo(1);
        assertThat(ok(api().get("/products/" + code + "/gaps?kind=test-failed")).path("items"))
                .hasSize(1);
        assertThat(ok(api().get("/items/" + code + "1/impact")).path("tests").toString())
                .contains(test);
        var open = ok(api().post(path + "/results", "{'test':'%s','passed':null}".formatted(test)));
        assertThat(open.path("open").asInt()).isEqualTo(1);
        // Undo takes the last one back.
        var operation =
                api().post(path + "/results", "{'test':'%s','passed':true}".formatted(test))
                        .header("Operation-Id");
        ok(api().post("/operations/" + operation + "/undo", ""));
        assertThat(ok(api().get(path)).path("open").asInt()).isEqualTo(1);
    }

    /** Small operations are asked for together, one with more than a hundred rows alone. */
    @Test
    public void pagesOfTheLogShouldBeTheWholeOfIt() {
        var code = product();
        var many =
                IntStream.rangeClosed(1, 60)
                        .mapToObj("{'level':'story','title':'Plank %d'}"::formatted)
                        .collect(Collectors.joining(",", "{'items':[", "]}"));
        for (int i = 0; i < 3; i++) {
            api().patch(
                            "/items/" + code + "2",
                            "{'title':'Pier %d','size':%d}".formatted(i, i + 1));
        }
        ok(api().post("/products/" + code + "/items", many));
        for (int i = 0; i < 3; i++) {
            api().patch("/items/" + code + "1", "{'title':'Quay %d'}".formatted(i));
        }
        for (var filter : List.of("", "&field=title", "&field=size")) {
            var path = "/history?product=" + code + filter + "&limit=";
            var whole = rows(path, 500);
            assertThat(rows(path, 7)).as(filter).isEqualTo(whole);
            assertThat(whole).as(filter).doesNotHaveDuplicates().hasSizeGreaterThan(2);
        }
        assertThat(rows("/history?field=title&product=" + code + "&limit=", 11).stream())
                .filteredOn(row -> row.contains("Plank"))
                .hasSize(60);
    }

    private List<String> rows(String path, int limit) {
        var rows = new ArrayList<String>();
        var cursor = "";
        do {
            var page = ok(api().get(path + limit + cursor));
            page.path("items").forEach(row -> rows.add(row.toString()));
            cursor = page.path("next").isNull() ? "" : "&cursor=" + page.path("next").asString();
        } while (!cursor.isEmpty());
        return rows;
    }

    @Test
    public void wholeLogShouldBePagedAndHadAsCsv() throws Exception {
        var code = product();
        api().patch("/items/" + code + "2", "{'title':'=Other'}");
        var first = ok(api().get("/history?limit=1&product=" + code));
        assertThat(first.at("/items/0/field").asString()).isEqualTo("title");
        assertThat(first.at("/items/0/by").asString()).isEqualTo("ines.rowe");
        var next =
                ok(
                        api().get(
                                        "/history?limit=500&product=%s&cursor=%s"
                                                .formatted(code, first.path("next").asString())));
        assertThat(next.path("items").size()).isGreaterThan(5);
        assertThat(ok(api().get("/history?from=2099-01-01")).path("items")).isEmpty();
        assertThat(api().get("/history?from=2026-05-02&to=2026-05-01").status()).isEqualTo(422);
        assertThat(api().get("/history?product=NONE").status()).isEqualTo(422);
        assertThat(ok(api().get("/history?field=nothing-of-the-kind")).path("items")).isEmpty();
        var csv =
                HttpClient.newHttpClient()
                        .send(
                                HttpRequest.newBuilder(
                                                URI.create(
                                                        api().base()
                                                                + "/api/v1/history?limit=1&item="
                                                                + code
                                                                + "2"))
                                        .header("Authorization", "Bearer demo-token")
                                        .header("Accept", "text/csv")
                                        .build(),
                                HttpResponse.BodyHandlers.ofString());
        assertThat(csv.headers().firstValue("Content-Type").orElse("")).startsWith("text/csv");
        // What a spreadsheet would take for a formula is kept from it.
        assertThat(csv.body())
                .startsWith("operation,at,by,item,field,before,after")
                .contains(",S,'=Other");
    }
}
