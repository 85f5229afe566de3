package greenladder.people;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.ApiClient;
import greenladder.RunningDemo;
import org.springframework.beans.factory.annotation.Autowired;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** What each role may do, asked at the gateway through the interface for programs. */
public class RightsIntegrationTests extends RunningDemo {
    @Autowired private Tokens tokens;

    @BeforeClass
    public void giveTokens() {
        tokens.add("of-member", "oona.marsh", "Test");
        tokens.add("of-stakeholder", "saga.lind", "Test");
        tokens.add("of-lead", "bram.holt", "Test");
    }

    @DataProvider
    public Object[][] attempts() {
        return new Object[][] {
            {"of-stakeholder", "PATCH", "/items/%s1", "{'title':'X'}", 403},
            {"of-stakeholder", "PATCH", "/items/%s2", "{'state':'done'}", 403},
            {"of-stakeholder", "POST", "/products/%s/items", "{'level':'task','title':'X'}", 403},
            {"of-stakeholder", "POST", "/items/%s2/move", "{'to':'first'}", 403},
            {"of-stakeholder", "DELETE", "/items/%s2", null, 403},
            {"of-stakeholder", "GET", "/items/%s1/rollup", null, 200},
            {"of-member", "PATCH", "/items/%s1", "{'title':'X'}", 403},
            {"of-member", "PATCH", "/items/%s1", "{'state':'under-way','title':'X'}", 403},
            {"of-member", "PATCH", "/items/%s1", "{'state':'under-way'}", 200},
            {"of-member", "PATCH", "/items/%s2", "{'level':'story'}", 403},
            {"of-member", "PATCH", "/items/%s2", "{'title':'X'}", 200},
            {"of-member", "POST", "/products/%s/items", "{'level':'story','title':'X'}", 201},
            {"of-member", "POST", "/products/%s/items", "{'level':'epic','title':'X'}", 403},
            {"of-stakeholder", "POST", "/products/%s/items", "{'level':'story','title':'X'}", 403},
            {"of-member", "POST", "/products/%s/items", "{'level':'task','title':'X'}", 201},
            {"of-member", "POST", "/items/%s1/move", "{'to':'first'}", 403},
            {"of-member", "DELETE", "/items/%s1?children=up", null, 403},
            {"of-member", "POST", "/products", "{'code':'NOPE','name':'Nope'}", 403},
            {"of-lead", "PATCH", "/items/%s1", "{'title':'X'}", 200},
            {"of-lead", "POST", "/products", "{'code':'NOPE','name':'Nope'}", 403},
        };
    }

    @Test(dataProvider = "attempts")
    public void roleShouldOnlyDoWhatItMay(
            String token, String method, String path, String body, int status) {
        var code = api().newProduct();
        api().post(
                        "/products/" + code + "/items",
                        "{'items':[{'level':'story','title':'S','ref':'s'},{'level':'task','title':'T','parentRef':'s'}]}");
        var answer =
                new ApiClient("http://localhost:" + port, token)
                        .send(method, path.formatted(code), body);
        assertThat(answer.status()).as(answer.body().toString()).isEqualTo(status);
    }

    @Test
    public void raisingWhenOwnersWithdrewItShouldBeRefused() {
        var code = api().newProduct();
        api().send("PUT", "/products/%s/refining".formatted(code), "{'membersRaise':false}");
        var member = new ApiClient("http://localhost:" + port, "of-member");
        var story = "{'level':'story','title':'X'}";
        var path = "/products/" + code + "/items";

        assertThat(member.send("POST", path, story).status()).isEqualTo(403);

        api().send("PUT", "/products/%s/refining".formatted(code), "{'membersRaise':true}");
        assertThat(member.send("POST", path, story).status()).isEqualTo(201);
    }

    @Test
    public void raisedStoryShouldNotBePlannedForARelease() {
        var code = api().newProduct();
        var release =
                api().post(
                                "/products/" + code + "/releases",
                                "{'name':'Spring','date':'2026-06-01'}")
                        .body()
                        .get("id")
                        .asString();
        var member = new ApiClient("http://localhost:" + port, "of-member");
        var story = "{'level':'story','title':'X','release':'%s'}".formatted(release);
        var path = "/products/" + code + "/items";

        assertThat(member.send("POST", path, story).status()).isEqualTo(403);
        assertThat(api().send("POST", path, story).status()).isEqualTo(201);
    }

    @Test
    public void whoRaisedAStoryShouldTakeItAwayAgainAndNobodyElsesStory() {
        var code = api().newProduct();
        var member = new ApiClient("http://localhost:" + port, "of-member");
        var story = "{'level':'story','title':'X'}";
        var path = "/products/" + code + "/items";
        var raised = member.post(path, story);
        var owners = api().post(path, story);

        assertThat(undo(member, raised)).isEqualTo(200);
        assertThat(undo(member, owners)).isEqualTo(403);
        assertThat(member.send("DELETE", "/items/" + code + "2?children=up", null).status())
                .isEqualTo(403);
    }

    private static int undo(ApiClient client, ApiClient.Answer done) {
        return client.send("POST", "/operations/%s/undo".formatted(done.header("Operation-Id")), "")
                .status();
    }
}
