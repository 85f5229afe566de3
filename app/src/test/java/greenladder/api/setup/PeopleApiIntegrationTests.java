package greenladder.api.setup;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.ApiClient;
import greenladder.RunningDemo;
import greenladder.people.Tokens;
import org.springframework.beans.factory.annotation.Autowired;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** People, teams, invitations, what items are planned into, and the trace, for programs. */
public class PeopleApiIntegrationTests extends RunningDemo {
    @Autowired private Tokens tokens;

    @BeforeClass
    public void giveToken() {
        tokens.add("people-edda", "edda.quill", "Test");
    }

    private ApiClient edda() {
        return new ApiClient("http://localhost:" + port, "people-edda");
    }

    @Test
    public void peopleShouldBeListedWithTheirRoles() {
        var people = api().get("/people").body().path("items");
        assertThat(people.toString())
                .contains("\"handle\":\"ines.rowe\"", "\"role\":\"Product owner\"")
                .doesNotContain("password", "stamp");
    }

    @Test
    public void teamShouldBeMadeChangedAndRead() {
        var made =
                edda().post(
                                "/teams",
                                "{'name':'Petrel crew','members':['tam.keel'],'products':['QUA']}");
        assertThat(made.status()).isEqualTo(201);
        var id = made.body().path("id").asString();
        assertThat(id).isEqualTo("petrel-crew");
        var changed =
                edda().send(
                                "PUT",
                                "/teams/" + id,
                                "{'name':'Petrels','members':['lio.fenn'],'products':['QUA']}");
        assertThat(changed.body().path("members").toString()).isEqualTo("[\"lio.fenn\"]");
        assertThat(api().get("/teams/" + id).body().path("name").asString()).isEqualTo("Petrels");
        assertThat(api().get("/products/QUA").body().path("teams").toString()).contains(id);
        assertThat(api().get("/products/MSF").body().path("teams").toString()).doesNotContain(id);
    }

    @DataProvider
    public Object[][] wrongTeams() {
        return new Object[][] {
            {"{'name':''}", "name"},
            {"{'name':'Lantern'}", "already"},
            {"{'name':'N','members':['nobody.here']}", "nobody.here"},
            {"{'name':'N','products':['NONE']}", "NONE"},
        };
    }

    @Test(dataProvider = "wrongTeams")
    public void wrongTeamShouldBeRefused(String body, String words) {
        var refused = edda().post("/teams", body);
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.body().toString()).contains(words);
    }

    @Test
    public void unknownFieldsShouldBeRefused() {
        assertThat(edda().post("/teams", "{'name':'N','colour':'red'}").status()).isEqualTo(400);
        assertThat(api().get("/teams/none").status()).isEqualTo(404);
    }

    @Test
    public void invitationShouldShowItsLinkOnce() {
        var made =
                edda().post(
                                "/invitations",
                                "{'name':'Wren Low','handle':'wren.low','role':'team member'}");
        assertThat(made.status()).isEqualTo(201);
        assertThat(made.body().path("path").asString()).startsWith("/invitation/");
        var listed = edda().get("/invitations").body();
        assertThat(listed.toString()).contains("wren.low").doesNotContain("/invitation/");
        assertThat(
                        edda().post(
                                        "/invitations",
                                        "{'name':'Wren Low','handle':'wren.low','role':'team"
                                                + " member'}")
                                .status())
                .as("invited already")
                .isEqualTo(422);
        var id = made.body().path("id").asString();
        assertThat(edda().delete("/invitations/" + id).status()).isEqualTo(204);
        assertThat(edda().delete("/invitations/" + id).status()).isEqualTo(404);
        assertThat(
                        edda().post("/invitations", "{'name':'N','handle':'n.n','role':'king'}")
                                .body()
                                .toString())
                .contains("A role is one of");
    }

    @Test
    public void itemShouldBePlannedIntoSprintsAndReleasesThatAreThere() {
        var sprints = api().get("/products/QUA/sprints").body().path("items");
        assertThat(sprints.toString())
                .contains("\"state\":\"closed\"", "\"state\":\"started\"", "\"state\":\"planned\"");
        var releases = api().get("/products/QUA/releases").body().path("items");
        var release = releases.get(0).path("id").asString();
        var story =
                api().post(
                                "/products/QUA/items",
                                "{'level':'story','title':'Planned by a program'}")
                        .body()
                        .path("key")
                        .asString();
        var planned =
                api().patch(
                                "/items/" + story,
                                "{'sprint':'tidewater-8','release':'" + release + "'}");
        assertThat(planned.status()).as(planned.body().toString()).isEqualTo(200);
        assertThat(planned.body().path("team").asString()).isEqualTo("tidewater");
        assertThat(
                        api().get("/products/QUA/items?sprint=tidewater-8&level=story")
                                .body()
                                .toString())
                .contains(story);
        assertThat(api().get("/products/QUA/items?team=gannet").body().path("items")).isEmpty();
        for (var wrong :
                new String[] {
                    "{'sprint':'tidewater-1'}",
                    "{'sprint':'lantern-8'}",
                    "{'release':'msf-none'}",
                    "{'team':'lantern'}"
                }) {
            assertThat(api().patch("/items/" + story, wrong).status()).as(wrong).isEqualTo(422);
        }
    }

    @Test
    public void bodyThatIsTooLargeShouldNotBeTaken() {
        var large = "{'level':'story','title':'" + "x".repeat(25 * 1024 * 1024) + "'}";
        assertThat(api().post("/products/MSF/items", large).status()).isEqualTo(413);
    }

    @Test
    public void traceShouldLeadUpAndDown() {
        var up = api().get("/items/MSF14/trace?direction=up").body();
        assertThat(up.path("nodes").get(0).path("key").asString()).isEqualTo("MSF14");
        assertThat(up.path("nodes")).hasSize(5);
        assertThat(up.path("links")).hasSize(4);
        var down = api().get("/items/MSF14/trace?direction=down").body();
        assertThat(down.path("nodes")).hasSize(7);
        assertThat(down.path("links").toString()).contains("\"from\":\"MSF14\"");
        assertThat(api().get("/items/MSF14/trace?direction=sideways").status()).isEqualTo(422);
        assertThat(api().get("/items/MSF99999/trace").status()).isEqualTo(404);
    }
}
