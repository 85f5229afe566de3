package greenladder.api.items;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.ApiClient.Answer;
import greenladder.RunningDemo;
import greenladder.people.SignedIn;
import greenladder.setup.Teams;
import greenladder.setup.Teams.TeamForm;
import java.util.List;
import org.springframework.beans.factory.annotation.Autowired;
import org.testng.annotations.Test;
import tools.jackson.databind.JsonNode;

public class LinksApiIntegrationTests extends RunningDemo {
    @Autowired private Teams teams;

    /** A product with an epic, and stories 2 and 3 under it, 4 to 7 loose. */
    private String made() {
        var code = api().newProduct();
        api().post("/products/" + code + "/items", "{'level':'epic','title':'E'}");
        for (int i = 2; i <= 7; i++) {
            api().post(
                            "/products/" + code + "/items",
                            "{'level':'story','title':'S%d','size':2%s}"
                                    .formatted(i, i < 4 ? ",'parent':'" + code + "1'" : ""));
        }
        return code;
    }

    private Answer needs(String code, int from, int to) {
        return api().post(
                        "/items/" + code + from + "/links",
                        "{'type':'depends on','to':'" + code + to + "'}");
    }

    @Test
    public void linkShouldBeMadeReadConfirmedUndoneAndRemoved() {
        var code = made();
        var made = needs(code, 4, 5);
        assertThat(made.status()).isEqualTo(201);
        var id = made.body().path("id").asString();
        assertThat(made.body().path("suspect").asBoolean()).isFalse();
        assertThat(
                        api().get("/items/" + code + "5/links")
                                .body()
                                .path("items")
                                .get(0)
                                .path("from")
                                .asString())
                .isEqualTo(code + "4");

        api().patch("/items/" + code + "5", "{'title':'Other'}");
        assertThat(link(code).path("suspect").asBoolean()).isTrue();
        assertThat(api().post("/links/" + id + "/confirm", "{}").status()).isEqualTo(200);
        assertThat(link(code).path("suspect").asBoolean()).isFalse();

        var removed = api().delete("/links/" + id);
        assertThat(removed.status()).isEqualTo(204);
        assertThat(api().delete("/links/" + id).status()).isEqualTo(404);
        api().post("/operations/" + removed.header("Operation-Id") + "/undo", "{}");
        assertThat(link(code).path("id").asString()).isEqualTo(id);
    }

    private JsonNode link(String code) {
        return api().get("/items/" + code + "4/links").body().path("items").get(0);
    }

    @Test
    public void badLinkShouldBeRefused() {
        var code = made();
        assertThat(needs(code, 4, 4).status()).isEqualTo(422);
        assertThat(needs(code, 2, 1).status()).isEqualTo(422);
        assertThat(needs(code, 1, 2).status()).isEqualTo(422);
        assertThat(needs(code, 4, 99).status()).isEqualTo(422);
        assertThat(api().post("/items/" + code + "4/links", "{'type':'likes','to':'X'}").status())
                .isEqualTo(422);
        for (int i = 4; i < 7; i++) {
            needs(code, i, i + 1);
        }
        needs(code, 7, 2);
        var circle = needs(code, 2, 4);
        assertThat(circle.status()).isEqualTo(422);
        assertThat(circle.body().toString()).contains("That would be a circle");
    }

    @Test
    public void mapShouldGiveCellsBySlice() {
        var code = made();
        var team =
                teams.add(
                                SignedIn.SYSTEM,
                                new TeamForm("Map of " + code, List.of("lio.fenn"), List.of(code)))
                        .team();
        api().post("/teams/" + team.key() + "/sprints", "{'start':'2026-05-04','count':1}");
        api().post("/sprints/" + team.key() + "-1/items", "{'items':['" + code + "2']}");
        var map = api().get("/products/" + code + "/map?slices=" + team.key()).body();
        assertThat(map.path("columns").get(0).path("key").asString()).isEqualTo(code + "1");
        assertThat(map.path("cells").toString())
                .contains("\"slice\":\"" + team.key() + "-1\",\"items\":[\"" + code + "2\"]")
                .contains("\"slice\":null,\"items\":[\"" + code + "3\"]");
        assertThat(api().get("/products/" + code + "/map?backbone=story").status()).isEqualTo(422);
        assertThat(api().get("/products/" + code + "/map?slices=nobody").status()).isEqualTo(404);
    }

    @Test
    public void loadShouldWaitForWhatATaskNeeds() {
        var code = made();
        var team =
                teams.add(
                                SignedIn.SYSTEM,
                                new TeamForm(
                                        "Load of " + code,
                                        List.of("lio.fenn", "bram.holt"),
                                        List.of(code)))
                        .team();
        api().send(
                        "PUT",
                        "/teams/" + team.key() + "/calendar",
                        "{'members':[{'person':'lio.fenn','share':20},"
                                + "{'person':'bram.holt','share':20}]}");
        api().post("/teams/" + team.key() + "/sprints", "{'start':'2027-03-01','days':5}");
        api().post(
                        "/sprints/" + team.key() + "-1/items",
                        "{'items':['%1$s4','%1$s5']}".formatted(code));
        task(code, 4, "lio.fenn");
        task(code, 5, "bram.holt");
        needs(code, 4, 5);

        var people = api().get("/sprints/" + team.key() + "-1/load").body().path("people");
        // An hour of one comes after an hour of the other, out of 1.28 h a day.
        assertThat(people.get(1).path("days").get(0).path("hours").asDouble()).isEqualTo(0.28);
        assertThat(people.get(1).path("days").get(1).path("hours").asDouble()).isEqualTo(0.72);
        assertThat(people.get(0).path("days").get(0).path("hours").asDouble()).isEqualTo(1);
    }

    private void task(String code, int under, String person) {
        api().post(
                        "/products/" + code + "/items",
                        "{'level':'task','title':'T','hours':{'estimate':1},'parent':'%s%d','assignee':'%s'}"
                                .formatted(code, under, person));
    }
}
