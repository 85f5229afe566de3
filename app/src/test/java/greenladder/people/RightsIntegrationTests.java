package greenladder.people;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.ApiClient;
import greenladder.RunningDemo;
import org.springframework.beans.factory.annotation.Autowired;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** What each role may do, asked at the door through the interface for programs. */
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
            {"of-member", "POST", "/products/%s/items", "{'level':'story','title':'X'}", 403},
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
}
