package greenladder.api.plans;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.RunningDemo;
import greenladder.people.SignedIn;
import greenladder.setup.Teams;
import greenladder.setup.Teams.TeamForm;
import java.util.List;
import org.springframework.beans.factory.annotation.Autowired;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import tools.jackson.databind.JsonNode;

public class WorkApiIntegrationTests extends RunningDemo {
    private static final String BOARD =
            "{'columns':[{'name':'Waits','states':[{'level':'story','state':'to-do'},"
                    + "{'level':'story','state':'ready'}]},"
                    + "{'name':'Works','limit':1,'states':[{'level':'story','state':'under-way'},"
                    + "{'level':'story','state':'in-test'}]},"
                    + "{'name':'Ends','states':[{'level':'story','state':'done'}]}]}";

    @Autowired private Teams teams;

    private String code;
    private String team;

    /** Story 1 with task 2, story 3, a team of two. */
    @BeforeMethod
    void make() {
        code = api().newProduct();
        team =
                teams.add(
                                SignedIn.SYSTEM,
                                new TeamForm(
                                        "Crew of " + code,
                                        List.of("lio.fenn", "bram.holt"),
                                        List.of(code)))
                        .team()
                        .key();
        item("{'level':'story','title':'A','team':'%s'}".formatted(team));
        item("{'level':'task','title':'T','parent':'%s1','hours':{'estimate':6}}".formatted(code));
        item("{'level':'story','title':'B','team':'%s'}".formatted(team));
    }

    private void item(String fields) {
        assertThat(api().post("/products/" + code + "/items", fields).status()).isEqualTo(201);
    }

    private JsonNode item(int number) {
        return api().get("/items/" + code + number).body();
    }

    private List<String> in(String column) {
        return api().get("/teams/" + team + "/board?sprint=none")
                .body()
                .path("cards")
                .valueStream()
                .filter(card -> card.path("column").asString().equals(column))
                .map(card -> card.path("key").asString())
                .toList();
    }

    @Test
    public void boardShouldBeSetUpReadAndTakenBack() {
        assertThat(in("to-do")).containsExactly(code + "1", code + "3");

        var kept = api().send("PUT", "/teams/" + team + "/board", BOARD);
        assertThat(kept.status()).isEqualTo(200);
        assertThat(kept.body().path("columns").get(1).path("limit").asInt()).isEqualTo(1);
        api().patch("/items/" + code + "3", "{'state':'in-test'}");
        assertThat(in("works")).containsExactly(code + "3");

        var undone = api().post("/operations/" + kept.header("Operation-Id") + "/undo", "{}");
        assertThat(undone.status()).isEqualTo(200);
        assertThat(in("in-test")).containsExactly(code + "3");
    }

    @DataProvider
    Object[][] wrongBoards() {
        return new Object[][] {
            {"{'columns':[]}", "columns"},
            {"{'columns':[{'name':'A','states':[]}]}", "columns"},
            {
                "{'columns':[{'name':'A','limit':-1,'states':[{'level':'story','state':'done'}]}]}",
                "limit"
            },
            {"{'columns':[{'name':'A','states':[{'level':'story','state':'asleep'}]}]}", "columns"},
            {
                "{'columns':[{'name':'A','states':[{'level':'story','state':'done'}]},"
                        + "{'name':'B','states':[{'level':'story','state':'done'}]}]}",
                "columns"
            },
            {"{'lanes':1}", "lanes"},
        };
    }

    @Test(dataProvider = "wrongBoards")
    public void wrongBoardShouldBeRefused(String body, String field) {
        var answer = api().send("PUT", "/teams/" + team + "/board", body);

        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.body().toString()).contains(field);
        assertThat(in("to-do")).hasSize(2);
    }

    @Test
    public void rulesShouldHandOverAndSayWhoMayTakeAStep() {
        var rules =
                api().send(
                                "PUT",
                                "/teams/" + team + "/rules",
                                "{'handOvers':[{'level':'story','state':'in-test','to':'person:bram.holt'}],"
                                    + "'steps':[{'level':'story','from':'in-test','to':'done','who':'person:bram.holt'}]}");
        assertThat(rules.status()).isEqualTo(200);
        assertThat(rules.body().path("handOvers").get(0).path("to").asString())
                .isEqualTo("person:bram.holt");

        api().patch("/items/" + code + "1", "{'assignee':'lio.fenn'}");
        var given = api().patch("/items/" + code + "1", "{'state':'in-test'}");
        assertThat(item(1).path("assignee").asString()).isEqualTo("bram.holt");
        var refused = api().patch("/items/" + code + "1", "{'state':'done'}");
        assertThat(refused.status()).isEqualTo(403);
        assertThat(refused.body().toString())
                .contains("Only Bram Holt may take a story from In test to Done.");

        api().post("/operations/" + given.header("Operation-Id") + "/undo", "{}");
        assertThat(item(1).path("assignee").asString()).isEqualTo("lio.fenn");
        var circle =
                api().send(
                                "PUT",
                                "/teams/" + team + "/rules",
                                "{'handOvers':[{'level':'story','state':'in-test','moveTo':'ready'},"
                                    + "{'level':'story','state':'ready','moveTo':'in-test'}]}");
        assertThat(circle.status()).isEqualTo(422);
        assertThat(circle.body().toString()).contains("circle");
    }

    @Test
    public void hoursShouldBeEnteredByDayAndTakenOut() {
        var entered =
                api().post(
                                "/items/" + code + "2/hours",
                                "{'hours':2,'day':'2026-05-01','note':'rig'}");
        assertThat(entered.status()).isEqualTo(201);
        assertThat(entered.body().path("remaining").asInt()).isEqualTo(4);
        assertThat(entered.body().path("items").get(0).path("note").asString()).isEqualTo("rig");
        assertThat(item(2).path("hours").path("invested").asInt()).isEqualTo(2);

        assertThat(api().post("/items/" + code + "2/hours", "{'hours':100}").status())
                .isEqualTo(422);
        assertThat(
                        api().post("/items/" + code + "2/hours", "{'hours':1,'day':'2100-01-01'}")
                                .status())
                .isEqualTo(422);
        assertThat(api().delete("/items/" + code + "2/hours/1").status()).isEqualTo(200);
        assertThat(api().delete("/items/" + code + "2/hours/1").status()).isEqualTo(422);
        assertThat(item(2).path("hours").path("invested").asInt()).isZero();
    }

    @Test
    public void ownWorkHelpersAndWaitingShouldBeTold() {
        var me = "ines.rowe";
        api().patch("/items/" + code + "1", "{'assignee':'%s','state':'under-way'}".formatted(me));
        var helped =
                api().patch(
                                "/items/" + code + "3",
                                "{'helpers':['%s'],'waitsFor':'%s1'}".formatted(me, code));
        assertThat(helped.status()).isEqualTo(200);
        assertThat(item(3).path("helpers").get(0).asString()).isEqualTo(me);
        assertThat(item(3).path("blocked").path("reason").asString())
                .isEqualTo("waits for " + code + "1");

        var work = api().get("/me/work").body();
        assertThat(keys(work.path("underWay"))).contains(code + "1");
        assertThat(keys(work.path("waiting"))).contains(code + "3");
        assertThat(work.path("forOthers").toString()).contains(code + "1");

        api().patch("/items/" + code + "1", "{'state':'done'}");
        assertThat(item(3).path("blocked").isNull()).isTrue();
        assertThat(api().post("/items/" + code + "1/accept", "{}").status()).isEqualTo(200);
        assertThat(item(1).path("acceptedBy").asString()).isEqualTo(me);
        assertThat(api().post("/items/" + code + "3/accept", "{}").status()).isEqualTo(422);
        assertThat(api().patch("/items/" + code + "3", "{'helpers':['nobody.here']}").status())
                .isEqualTo(422);
    }

    private static List<String> keys(JsonNode items) {
        return items.valueStream().map(one -> one.path("key").asString()).toList();
    }
}
