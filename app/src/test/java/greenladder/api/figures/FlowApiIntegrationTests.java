package greenladder.api.figures;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.ApiClient;
import greenladder.RunningDemo;
import greenladder.people.Tokens;
import org.springframework.beans.factory.annotation.Autowired;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class FlowApiIntegrationTests extends RunningDemo {
    @Autowired private Tokens tokens;

    @BeforeClass
    public void giveToken() {
        tokens.add("flow-member", "oona.marsh", "Test");
    }

    /** Story 1 is done twice, bug 2 mends it, story 3 is under way. */
    private String made() {
        var code = api().newProduct();
        api().post("/products/" + code + "/items", "{'level':'story','title':'A','size':5}");
        api().post(
                        "/products/" + code + "/items",
                        "{'level':'story','kind':'bug','title':'B','size':2}");
        api().post("/products/" + code + "/items", "{'level':'story','title':'C','size':3}");
        var other = new ApiClient(api().base(), "flow-member");
        for (var state : new String[] {"under-way", "done"}) {
            api().patch("/items/" + code + "1", "{'state':'%s'}".formatted(state));
        }
        // Put back by whoever moved it, it would be a slip.
        other.patch("/items/" + code + "1", "{'state':'in-test'}");
        api().patch("/items/" + code + "1", "{'state':'done'}");
        api().post("/items/" + code + "2/links", "{'type':'fixes','to':'%s1'}".formatted(code));
        api().patch("/items/" + code + "2", "{'state':'done'}");
        api().patch("/items/" + code + "3", "{'state':'under-way'}");
        return code;
    }

    @Test
    public void flowShouldTellDaysPassagesAndAges() {
        var code = made();
        var flow = api().get("/products/" + code + "/flow").body();

        var today = flow.path("days").get(flow.path("days").size() - 1);
        assertThat(today.path("done").asInt()).isEqualTo(7);
        assertThat(today.path("inProgress").asInt()).isEqualTo(3);
        assertThat(today.path("scope").asInt()).isEqualTo(10);
        assertThat(flow.path("items").get(0).path("reopened").asInt()).isEqualTo(1);
        assertThat(flow.path("items").get(1).path("cycleDays").isNull()).isTrue();
        assertThat(flow.path("ageing").get(0).path("key").asString()).isEqualTo(code + "3");
        assertThat(flow.path("leadTimeDays").path("n").asInt()).isEqualTo(2);
        var byState = api().get("/products/" + code + "/flow?by=state").body().path("days");
        assertThat(byState.get(byState.size() - 1).path("states").path("under-way").asInt())
                .isEqualTo(1);
    }

    @Test
    public void spendingAndReworkShouldTellTheirItems() {
        var code = made();
        var spending = api().get("/products/" + code + "/spending?by=kind&then=item").body();
        assertThat(spending.path("items").get(0).path("value").asString()).isEqualTo("story");
        assertThat(spending.path("items").get(1).path("points").asInt()).isEqualTo(2);
        assertThat(spending.path("items").get(1).path("parts").get(0).path("value").asString())
                .isEqualTo(code + "2");

        var rework = api().get("/products/" + code + "/rework").body();
        assertThat(rework.path("items").get(0).path("value").asString()).isEqualTo(code + "1");
        assertThat(rework.path("reopened").get(0).path("times").asInt()).isEqualTo(1);
    }

    @Test
    public void figuresShouldBeOfWhatTheFilterFinds() {
        var code = made();
        var products = "/products/" + code;
        var flow = api().get(products + "/flow?kind=bug").body();
        assertThat(flow.path("days").get(flow.path("days").size() - 1).path("scope").asInt())
                .isEqualTo(2);
        assertThat(flow.path("items").size()).isOne();
        assertThat(api().get(products + "/spending?kind=bug").body().path("items").size()).isOne();
        var rework = api().get(products + "/rework?kind=story").body();
        assertThat(rework.path("items").size()).isZero();
        assertThat(rework.path("reopened").size()).isOne();
        assertThat(api().get(products + "/rework?kind=bug").body().path("reopened").size())
                .isZero();
    }

    @Test
    public void openWorkShouldBeToldByAnAttributeOnADay() {
        var code = made();
        var products = "/products/" + code;
        var open = api().get(products + "/open?by=state").body();
        assertThat(open.path("items").size()).isOne();
        assertThat(open.path("items").get(0).path("value").asString()).isEqualTo("under-way");
        assertThat(open.path("items").get(0).path("points").asInt()).isEqualTo(3);
        assertThat(api().get(products + "/open?by=age").body().path("items").get(0).path("value"))
                .hasToString("\"0\"");
        assertThat(api().get(products + "/open?kind=bug").body().path("items").size()).isZero();
        assertThat(api().get(products + "/open?day=2026-05-05").body().path("items").size())
                .isZero();
    }

    @Test
    public void itemsShouldSayWhoRaisedThem() {
        var code = made();
        var item = api().get("/items/" + code + "1").body();
        assertThat(item.path("raisedBy").asString()).isEqualTo("ines.rowe");
        // Deleted and brought back by whoever: still hers.
        var gone = api().delete("/items/" + code + "3");
        api().post("/operations/%s/undo".formatted(gone.header("Operation-Id")), "");
        assertThat(api().get("/items/" + code + "3").body().path("raisedBy").asString())
                .isEqualTo("ines.rowe");
        var by = api().get("/products/" + code + "/spending?by=raisedBy").body();
        assertThat(by.path("items").get(0).path("value").asString()).isEqualTo("ines.rowe");
        assertThat(
                        api().get("/products/" + code + "/items?raisedBy=lio.fenn")
                                .body()
                                .path("items")
                                .size())
                .isZero();
        assertThat(api().patch("/items/" + code + "1", "{'raisedBy':'lio.fenn'}").status())
                .isEqualTo(422);
    }

    @DataProvider
    Object[][] wrong() {
        return new Object[][] {
            {"/flow?from=2026-05-09&to=2026-05-01"},
            {"/flow?from=1991-01-01"},
            {"/flow?from=soon"},
            {"/flow?level=floor"},
            {"/flow?by=colour"},
            {"/spending?by=colour"},
            {"/spending?by=kind&then=colour"},
            {"/spending?colour=red"},
            {"/spending?state=floating"},
            {"/flow?under=MSF999999"},
            {"/rework?blocked=perhaps"},
            {"/open?by=colour"},
            {"/open?day=2026-05-07"},
            {"/open?day=someday"},
            {"/open?level=floor"},
        };
    }

    @Test(dataProvider = "wrong")
    public void wrongQuestionShouldBeRefused(String question) {
        assertThat(api().get("/products/MSF" + question).status()).isEqualTo(422);
    }
}
