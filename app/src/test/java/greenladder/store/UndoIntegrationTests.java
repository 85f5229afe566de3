package greenladder.store;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.ApiClient;
import greenladder.ApiClient.Answer;
import greenladder.RunningDemo;
import greenladder.people.Tokens;
import org.springframework.beans.factory.annotation.Autowired;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.Test;

/** Taking back over the wire; what a reversal does is proved in core. */
public class UndoIntegrationTests extends RunningDemo {
    @Autowired private Tokens tokens;

    @BeforeClass
    public void giveTokens() {
        tokens.add("undo-stakeholder", "saga.lind", "Test");
        tokens.add("undo-member", "oona.marsh", "Test");
    }

    private ApiClient as(String token) {
        return new ApiClient("http://localhost:" + port, token);
    }

    private String productWithStories() {
        var code = api().newProduct();
        api().post(
                        "/products/" + code + "/items",
                        "{'items':[{'level':'feature','title':'F','ref':'f'},{'level':'story','title':'A','parentRef':'f'},{'level':'story','title':'B','parentRef':'f'}]}");
        return code;
    }

    private Answer undo(String operation) {
        return api().post("/operations/" + operation + "/undo", "");
    }

    @Test
    public void operationShouldBeTakenBackAndDoneAgain() {
        var item = "/items/" + productWithStories() + "2";
        var done = api().patch(item, "{'title':'Ahoy','size':5}").header("Operation-Id");
        var undone = undo(done);
        assertThat(undone.status()).isEqualTo(200);
        assertThat(api().get(item).body().path("title").asString()).isEqualTo("A");
        assertThat(undo(undone.header("Operation-Id")).status()).isEqualTo(200);
        assertThat(api().get(item).body().path("title").asString()).isEqualTo("Ahoy");
        assertThat(api().get(item).body().path("size").asInt()).isEqualTo(5);
    }

    @Test
    public void operationTakenBackAlreadyShouldBeRefused() {
        var item = "/items/" + productWithStories() + "2";
        var done = api().patch(item, "{'title':'Ahoy'}").header("Operation-Id");
        undo(done);
        var again = undo(done);
        assertThat(again.status()).isEqualTo(422);
        assertThat(again.body().path("detail").asString()).contains("undone already");
        assertThat(undo("999999999").status()).isEqualTo(404);
    }

    @Test
    public void deletionShouldBeTakenBackWithItsTimeAndItsComments() {
        var code = productWithStories();
        var item = "/items/" + code + "2";
        api().post(item + "/comments", "{'text':'Stays with it'}");
        var before = api().get(item).body();
        var done = api().delete(item).header("Operation-Id");
        assertThat(undo(done).status()).isEqualTo(200);
        var after = api().get(item).body();
        for (var field : new String[] {"title", "parent", "position", "createdAt", "state"}) {
            assertThat(after.path(field)).as(field).isEqualTo(before.path(field));
        }
        assertThat(api().get(item + "/comments").body().path("items")).hasSize(1);
    }

    @Test
    public void undoByWhoMayNotShouldBeForbidden() {
        var item = "/items/" + productWithStories() + "2";
        var titled = api().patch(item, "{'title':'Ahoy'}").header("Operation-Id");
        assertThat(as("undo-stakeholder").post("/operations/" + titled + "/undo", "").status())
                .isEqualTo(403);
        assertThat(as("undo-member").post("/operations/" + titled + "/undo", "").status())
                .isEqualTo(403);
        var begun = api().patch(item, "{'state':'under-way'}").header("Operation-Id");
        assertThat(as("undo-member").post("/operations/" + begun + "/undo", "").status())
                .isEqualTo(200);
    }

    @Test
    public void undoShouldNameWhatStandsInTheWay() {
        var item = "/items/" + productWithStories() + "2";
        var done = api().patch(item, "{'title':'Ahoy'}").header("Operation-Id");
        api().patch(item, "{'title':'Avast'}");
        var refused = undo(done);
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.body().path("errors").toString()).contains("title", "Avast");
    }

    @Test
    public void bulkShouldBeTakenBackWhole() {
        var code = api().newProduct();
        var items = new StringBuilder();
        for (int i = 0; i < 40; i++) {
            items.append(i == 0 ? "" : ",")
                    .append("{'level':'story','title':'S")
                    .append(i)
                    .append("'}");
        }
        var made = api().post("/products/" + code + "/items", "{'items':[" + items + "]}");
        assertThat(undo(made.header("Operation-Id")).status()).isEqualTo(200);
        assertThat(api().get("/products/" + code + "/items").body().path("items")).isEmpty();
    }
}
