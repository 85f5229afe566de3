package greenladder.api.figures;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.RunningDemo;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class GoalsApiIntegrationTests extends RunningDemo {
    private String goal() {
        var code = api().newProduct();
        api().post("/products/" + code + "/items", "{'level':'goal','title':'Dry ramps'}");
        api().post(
                        "/products/" + code + "/items",
                        "{'level':'story','title':'Mat','size':4,'parent':'%s1'}".formatted(code));
        return code;
    }

    @Test
    public void goalShouldBeMeasuredReadAndToldOf() {
        var code = goal();
        api().send(
                        "PUT",
                        "/items/" + code + "1/measure",
                        "{'from':14,'target':7,'unit':'minutes'}");
        api().post("/items/" + code + "1/readings", "{'day':'2026-05-01','value':10.5}");
        api().post("/items/" + code + "1/health", "{'state':'in doubt','words':'rain'}");
        var goals = api().get("/goals").body();
        for (var one : goals.path("items")) {
            if (one.path("key").asString().equals(code + "1")) {
                assertThat(one.path("attainment").asDouble()).isEqualTo(0.5);
                assertThat(one.path("effort").asInt()).isEqualTo(4);
                assertThat(one.path("measure").path("now").asDouble()).isEqualTo(10.5);
                assertThat(one.path("health").path("state").asString()).isEqualTo("in doubt");
            }
        }
        double sum = goals.path("withoutGoal").path("effort").asDouble();
        for (var one : goals.path("items")) {
            sum += one.path("effort").asDouble();
        }
        assertThat(sum).isEqualTo(goals.path("total").path("effort").asDouble());
        // All of it is an operation like any other.
        var answer = api().post("/items/" + code + "1/readings", "{'day':'2026-05-04','value':9}");
        api().post("/operations/%s/undo".formatted(answer.header("Operation-Id")), "");
        assertThat(api().get("/items/" + code + "1/readings").body().path("items").size())
                .isEqualTo(1);
    }

    @DataProvider
    Object[][] wrong() {
        return new Object[][] {
            {"PUT", "/measure", "{'from':7,'target':7}"},
            {"PUT", "/measure", "{'from':7,'target':9,'unit':'%s'}".formatted("x".repeat(100_000))},
            {"POST", "/readings", "{'day':'2026-05-01','value':1}"},
            {"POST", "/readings", "{'day':'2036-05-01','value':1}"},
            {"POST", "/health", "{'state':'fine'}"},
            {"POST", "/health", "{'state':'in doubt','words':'%s'}".formatted("ß".repeat(100_000))},
        };
    }

    @Test(dataProvider = "wrong")
    public void wrongMeasureReadingOrNoteShouldBeRefused(String method, String path, String body) {
        var code = goal();
        var answer = api().send(method, "/items/" + code + "1" + path, body);
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.body().path("errors").size()).isPositive();
    }

    @Test
    public void impactGapsAndCoverageShouldTellTheirItems() {
        var code = goal();
        assertThat(api().get("/items/" + code + "1/impact").body().path("down").get(0).asString())
                .isEqualTo(code + "2");
        assertThat(api().get("/items/" + code + "2/impact").body().path("up").get(0).asString())
                .isEqualTo(code + "1");
        var gaps = api().get("/products/" + code + "/gaps?kind=no-criteria").body();
        assertThat(gaps.path("items").get(0).path("item").asString()).isEqualTo(code + "2");
        assertThat(gaps.path("items").get(0).path("remedy").asString()).isNotEmpty();
        assertThat(api().get("/products/" + code + "/gaps?kind=holes").status()).isEqualTo(422);
        var coverage = api().get("/products/" + code + "/coverage?columns=state").body();
        assertThat(coverage.path("items").get(0).path("cells").get(0).path("items").asInt())
                .isEqualTo(1);
        assertThat(api().get("/products/" + code + "/coverage?columns=moon").status())
                .isEqualTo(422);
    }
}
