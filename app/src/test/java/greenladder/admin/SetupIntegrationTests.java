package greenladder.admin;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;

import greenladder.ApiClient;
import greenladder.RunningDemo;
import greenladder.people.People;
import greenladder.people.Tokens;
import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpStatus;
import org.springframework.test.web.servlet.assertj.MockMvcTester;
import org.springframework.test.web.servlet.assertj.MvcTestResult;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.Test;

/** Levels, kinds and states are changed; what items use is asked about first. */
public class SetupIntegrationTests extends RunningDemo {
    @Autowired private MockMvcTester mvc;
    @Autowired private People people;
    @Autowired private Tokens tokens;

    @BeforeClass
    public void giveToken() {
        tokens.add("of-edda", "edda.quill", "Test");
    }

    private ApiClient edda() {
        return new ApiClient("http://localhost:" + port, "of-edda");
    }

    private String product() {
        var code = api().newProduct();
        api().post(
                        "/products/" + code + "/items",
                        "{'items':[{'level':'feature','title':'F','ref':'f'},{'level':'story','kind':'bug','title':'S','parentRef':'f','state':'in-test'}]}");
        return code;
    }

    /** Two levels; the story's states and kinds as given. */
    private static String ladder(String kinds, String states, String choices) {
        return """
        {'ladder':[{'key':'feature','name':'Feature','followsChildren':true},
         {'key':'story','name':'Story','plural':'Stories','kinds':[%s],'states':[%s]}],'choices':{%s}}\
        """
                .formatted(kinds, states, choices);
    }

    private static String state(String key, String name, String category) {
        return "{'key':'%s','name':'%s','category':'%s'}".formatted(key, name, category);
    }

    private static final String FOUR =
            String.join(
                    ",",
                    state("to-do", "To do", "to do"),
                    state("busy", "Busy", "in progress"),
                    state("done", "Done", "done"),
                    state("dropped", "Dropped", "dropped"));

    @Test
    public void stateInUseShouldGoOnlyWhenItIsSaidWhatTakesItsPlace() {
        var code = product();
        var path = "/products/" + code + "/ladder";
        var refused = edda().send("PUT", path, ladder("'story','bug'", FOUR, ""));
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.body().path("errors").toString())
                .contains("1 items use the state", "in-test");
        assertThat(api().get("/items/" + code + "2").body().path("state").asString())
                .isEqualTo("in-test");
        var accepted =
                edda().send(
                                "PUT",
                                path,
                                ladder(
                                        "'story','bug'",
                                        FOUR,
                                        "'STATE/%s/story/in-test':'busy'".formatted(code)));
        assertThat(accepted.status()).as(accepted.body().toString()).isEqualTo(200);
        var item = api().get("/items/" + code + "2").body();
        assertThat(item.path("state").asString()).isEqualTo("busy");
        assertThat(item.path("category").asString()).isEqualTo("in progress");
        assertThat(api().get("/items/" + code + "2/history").body().toString())
                .contains("in-test", "busy");
    }

    @Test
    public void setUpShouldBeToldInHistoryAndUndoneLikeEverythingElse() {
        var code = product();
        var path = "/products/" + code + "/fields";
        assertThat(api().post(path, "{'name':'Pier','type':'text'}").status()).isLessThan(300);
        var rows = api().get("/history?product=" + code).body().path("items");
        assertThat(rows.at("/0/item").asString()).isEqualTo("product:" + code);
        assertThat(rows.at("/0/field").asString()).isEqualTo("field.pier");
        assertThat(rows.toString()).as("what was done before it").contains(code + "2");
        var undo = "/operations/" + rows.at("/0/operation").asLong() + "/undo";
        assertThat(api().post(undo, "{}").status()).isLessThan(300);
        assertThat(api().get("/products/" + code).body().toString()).doesNotContain("Pier");
        api().post(path, "{'name':'Pier','type':'text'}");
        var made = api().get("/history?product=" + code).body().at("/items/0/operation").asLong();
        api().patch("/items/" + code + "2", "{'custom':{'pier':'north'}}");
        assertThat(api().post("/operations/" + made + "/undo", "{}").status())
                .as("what items have in it is kept, out of sight")
                .isLessThan(300);
    }

    @Test
    public void kindAndLevelInUseShouldBeAskedAboutToo() {
        var code = product();
        var path = "/products/" + code + "/ladder";
        var states = FOUR + "," + state("in-test", "In test", "in progress");
        var refused = edda().send("PUT", path, ladder("'story'", states, ""));
        assertThat(refused.body().path("errors").toString()).contains("the kind", "bug");
        var chosen = "'KIND/%s/story/bug':'story'".formatted(code);
        assertThat(edda().send("PUT", path, ladder("'story'", states, chosen)).status())
                .isEqualTo(200);
        var without =
                "{'ladder':[{'key':'epic','name':'Epic'},{'key':'story','name':'Story','states':[%s]}],'choices':{'LEVEL/%s/feature/':'story'}}"
                        .formatted(states, code);
        var illegal = edda().send("PUT", path, without);
        assertThat(illegal.status()).isEqualTo(422);
        assertThat(illegal.body().path("detail").asString())
                .contains("would be a story under", "would be a story");
    }

    @Test
    public void ladderThatIsWrongShouldBeRefusedByField() {
        var code = product();
        var refused =
                edda().send(
                                "PUT",
                                "/products/" + code + "/ladder",
                                "{'ladder':[{'key':'a','name':''},{'key':'a','name':'B','states':[%s]}]}"
                                        .formatted(state("x", "X", "to do")));
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.body().path("errors").toString())
                .contains("levels[0].name", "levels[1].key", "levels[1].states", "done");
        assertThat(
                        api().send(
                                        "PUT",
                                        "/products/" + code + "/ladder",
                                        ladder("'story'", FOUR, ""))
                                .status())
                .as("product owners do not change levels")
                .isEqualTo(403);
    }

    private MvcTestResult post(String path, Map<String, String> values) {
        var request =
                mvc.post()
                        .uri(path)
                        .with(user(people.findByHandle("edda.quill").orElseThrow()))
                        .with(csrf());
        for (var value : values.entrySet()) {
            request = request.param(value.getKey(), value.getValue());
        }
        return request.exchange();
    }

    private static Map<String, String> teamForm(String step, String... names) {
        var form = new LinkedHashMap<String, String>();
        form.put("do", step);
        form.put("levels[0].key", "story");
        form.put("levels[0].name", "Story");
        form.put("levels[0].measure", "points");
        form.put("levels[0].own", "true");
        var categories = new String[] {"to do", "in progress", "done", "dropped"};
        for (int i = 0; i < names.length; i++) {
            form.put("levels[0].states[%d].name".formatted(i), names[i]);
            form.put("levels[0].states[%d].category".formatted(i), categories[Math.min(i, 3)]);
        }
        return form;
    }

    @Test
    public void teamShouldHaveStatesOfItsOwn() {
        var code = product();
        var team =
                edda().post(
                                "/teams",
                                "{'name':'Team %s','members':['tam.keel'],'products':['%s']}"
                                        .formatted(code, code))
                        .body()
                        .path("id")
                        .asString();
        api().patch("/items/" + code + "2", "{'team':'" + team + "'}");
        var page = "/teams/" + team + "/states";
        assertThat(post(page, teamForm("add-state:0", "Waiting", "Sawing", "Sawn")))
                .hasStatusOk()
                .bodyText()
                .contains("levels[0].states[3].name")
                .contains("Sawing");
        assertThat(post(page, teamForm("save", "Waiting", "Sawing", "Sawn")))
                .hasStatus(HttpStatus.UNPROCESSABLE_ENTITY)
                .bodyText()
                .contains("at least one state that is dropped");
        var form = teamForm("save", "Waiting", "Sawing", "Sawn", "Left");
        assertThat(post(page, form))
                .hasStatus(HttpStatus.CONFLICT)
                .bodyText()
                .contains("1 items use the state", "in-test");
        form.put("part", "STATE/" + team + "/story/in-test");
        form.put("instead", "sawing");
        assertThat(post(page, form)).hasStatus(HttpStatus.FOUND);
        assertThat(api().get("/items/" + code + "2").body().path("state").asString())
                .isEqualTo("sawing");
        assertThat(api().patch("/items/" + code + "2", "{'state':'under-way'}").status())
                .as("not one of the team's")
                .isEqualTo(422);
        api().patch("/items/" + code + "2", "{'team':null}");
        assertThat(api().get("/items/" + code + "2").body().path("state").asString())
                .as("back among the product's states, in the same category")
                .isEqualTo("under-way");
        assertThat(post("/teams/" + team + "/remove", Map.of())).hasStatus(HttpStatus.FOUND);
    }

    @Test
    public void teamWithItemsShouldNotBeRemoved() {
        assertThat(post("/teams/lantern/remove", Map.of()))
                .hasStatus(HttpStatus.UNPROCESSABLE_ENTITY)
                .bodyText()
                .contains("give them to another team first");
    }
}
