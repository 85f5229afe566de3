package greenladder.api.setup;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.RunningDemo;
import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class RefineApiIntegrationTests extends RunningDemo {

    private String product() {
        var code = api().newProduct();
        api().score(code);
        api().post(
                        "/products/" + code + "/items",
                        "{'items':[{'level':'epic','title':'E','ref':'e'},"
                            + "{'level':'story','title':'A','parentRef':'e','size':2,'value':4},"
                            + "{'level':'story','title':'B','size':5,'kind':'bug','assignee':'ines.rowe'},"
                            + "{'level':'story','title':'C','labels':['Rain']}]}");
        return code;
    }

    private List<String> titles(String code, String query) {
        return api().get("/products/" + code + "/items?" + query)
                .body()
                .path("items")
                .valueStream()
                .map(item -> item.path("title").asString())
                .toList();
    }

    @DataProvider
    static Object[][] filters() {
        return new Object[][] {
            {"level=story", List.of("A", "B", "C")},
            {"kind=bug&kind=spike", List.of("B")},
            {"assignee=me", List.of("B")},
            {"label=RAIN", List.of("C")},
            {"level=story&unsized=true", List.of("C")},
            {"loose=true", List.of("E", "B", "C")},
            {"in.epic=%s1&level=story", List.of("A")},
            {"under=%s1", List.of("A")},
            {"level=story&sort=value", List.of("A", "B", "C")},
            {"level=story&sort=size", List.of("A", "B", "C")},
            {"level=story&team=", List.of("A", "B", "C")},
            {"text=b&kind=bug", List.of("B")},
            {"ready=false&level=story&scored=false&candidate=false", List.of("A", "B", "C")},
        };
    }

    @Test(dataProvider = "filters")
    public void filterShouldFindWhatItSays(String query, List<String> expected) {
        var code = product();

        assertThat(titles(code, query.formatted(code))).containsExactlyElementsOf(expected);
    }

    @Test
    public void filterThatThereIsNotShouldBeRefused() {
        var code = product();

        assertThat(api().get("/products/" + code + "/items?colour=red").status()).isEqualTo(422);
        assertThat(api().get("/products/" + code + "/items?in.shelf=x").status()).isEqualTo(422);
        assertThat(api().get("/products/" + code + "/items?custom.mood=x").status()).isEqualTo(422);
        assertThat(api().get("/products/" + code + "/items?ready=soon").body().toString())
                .contains("ready is true or false.");
        assertThat(api().get("/products/" + code + "/items?sort=charm").body().toString())
                .contains("Items are sorted by rank, score, value");
    }

    @Test
    public void refinementShouldComeBackAsItWasEntered() {
        var code = product();
        var item =
                api().patch(
                                "/items/" + code + "2",
                                "{'band':'must','agenda':'which?','question':'who?','candidate':true,"
                                    + "'factors':{'impact':4,'confidence':5,'ease':2.5}}")
                        .body();

        assertThat(item.path("score").decimalValue()).isEqualByComparingTo("50");
        assertThat(item.path("band").asString()).isEqualTo("must");
        assertThat(item.path("candidate").asString()).isEqualTo("next");
        assertThat(item.path("ready").path("missing").toString()).isEqualTo("[\"has-criteria\"]");
        assertThat(titles(code, "band=must&agenda=true&question=true")).containsExactly("A");
        var emptied =
                api().patch(
                                "/items/" + code + "2",
                                "{'band':null,'candidate':false,'factors':{'ease':null}}")
                        .body();
        assertThat(emptied.path("score").isNull()).isTrue();
        assertThat(emptied.path("band").isNull()).isTrue();
        assertThat(api().patch("/items/" + code + "2", "{'factors':{'ease':'much'}}").status())
                .isEqualTo(422);
        assertThat(api().patch("/items/" + code + "2", "{'ready':true}").status()).isEqualTo(422);
    }

    @Test
    public void decisionShouldBeNotedAndTakeTheItemOffTheAgenda() {
        var code = product();
        api().patch("/items/" + code + "2", "{'agenda':'which?'}");

        var item =
                api().post("/items/" + code + "2/decisions", "{'words':'Aft','through':true}")
                        .body();

        assertThat(item.path("agenda").isNull()).isTrue();
        assertThat(item.path("decisions").get(0).path("words").asString()).isEqualTo("Aft");
        assertThat(item.path("decisions").get(0).path("by").asString()).isEqualTo("ines.rowe");
    }

    @Test
    public void orderShouldBeGivenByKeysByASortOrByTheParents() {
        var code = product();
        api().post("/products/" + code + "/order", "{'items':['%s4','%s2']}".formatted(code, code));
        assertThat(titles(code, "level=story")).containsExactly("C", "B", "A");

        api().post("/products/" + code + "/order", "{'level':'story','by':'value'}");
        assertThat(titles(code, "level=story")).containsExactly("A", "C", "B");
        assertThat(api().post("/products/" + code + "/order", "{'level':'story'}").status())
                .isEqualTo(422);
    }

    @Test
    public void refiningShouldBeSetInPartAndNeverHalf() {
        var code = product();
        var set =
                api().send(
                                "PUT",
                                "/products/" + code + "/refining",
                                "{'bands':[{'key':'now','name':'Now'},{'key':'later','name':'Later'}],"
                                    + "'factors':[{'key':'worth','name':'Worth','low':0,'high':100}],'formula':'worth"
                                    + " / size','checks':[{'kind':'is-sized'},{'kind':'by-hand','key':'seen','name':'seen"
                                    + " by a skipper'}]}");
        assertThat(set.status()).isEqualTo(200);
        var item =
                api().patch(
                                "/items/" + code + "2",
                                "{'factors':{'worth':50},'ready':{'ticked':['seen']}}")
                        .body();
        assertThat(item.path("score").decimalValue()).isEqualByComparingTo("25");
        assertThat(item.path("ready").path("ready").asBoolean()).isTrue();

        assertThat(
                        api().send(
                                        "PUT",
                                        "/products/" + code + "/refining",
                                        "{'formula':'((((((((((((((((((((((worth))))))))))))))))))))))','bands':[]}")
                                .status())
                .isEqualTo(422);
        assertThat(
                        api().get("/products/" + code)
                                .body()
                                .path("refining")
                                .path("formula")
                                .asString())
                .isEqualTo("worth / size");
    }
}
