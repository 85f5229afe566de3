package greenladder.api;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.ApiClient.Answer;
import greenladder.RunningDemo;
import greenladder.people.SignedIn;
import greenladder.setup.Teams;
import greenladder.setup.Teams.TeamForm;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.stream.IntStream;
import org.springframework.beans.factory.annotation.Autowired;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import tools.jackson.databind.JsonNode;

public class PlanApiIntegrationTests extends RunningDemo {
    @Autowired private Teams teams;

    private record Made(String product, String team) {
        String key(int number) {
            return product + number;
        }

        String sprint(int number) {
            return team + "-" + number;
        }
    }

    /** A product with five stories of 1 to 5 points, and a team with three sprints for it. */
    private Made made() {
        var code = api().newProduct();
        var team =
                teams.add(
                                SignedIn.SYSTEM,
                                new TeamForm(
                                        "Team of " + code,
                                        List.of("oona.marsh", "tam.keel"),
                                        List.of(code)))
                        .team();
        for (int i = 1; i <= 5; i++) {
            api().post(
                            "/products/" + code + "/items",
                            "{'level':'story','title':'S%d','size':%d}".formatted(i, i));
        }
        api().post(
                        "/teams/" + team.key() + "/sprints",
                        "{'start':'2026-05-04','days':12,'count':3,'name':'Tide"
                                + " {n}','goal':'Rain'}");
        return new Made(code, team.key());
    }

    private Answer plan(Made made, int sprint, int... items) {
        return api().post("/sprints/" + made.sprint(sprint) + "/items", keys(made, items));
    }

    private static String keys(Made made, int... items) {
        return "{'items':[%s]}"
                .formatted(
                        String.join(
                                ",",
                                IntStream.of(items)
                                        .mapToObj(i -> "'" + made.key(i) + "'")
                                        .toList()));
    }

    private JsonNode report(Made made, int sprint) {
        return api().get("/sprints/" + made.sprint(sprint) + "/report").body();
    }

    @Test
    public void seriesShouldMakeSprintsOneAfterTheOther() {
        var made = made();

        var sprints = api().get("/teams/" + made.team() + "/sprints").body().path("items");

        assertThat(sprints.valueStream().map(one -> one.path("name").asString()))
                .containsExactly("Tide 1", "Tide 2", "Tide 3");
        assertThat(sprints.get(1).path("start").asString()).isEqualTo("2026-05-18");
        assertThat(sprints.get(1).path("finish").asString()).isEqualTo("2026-05-29");
        assertThat(sprints.get(1).path("goal").asString()).isEqualTo("Rain");
        assertThat(sprints.get(1).path("state").asString()).isEqualTo("planned");
    }

    @DataProvider
    static Object[][] badSeries() {
        return new Object[][] {
            {"{}", "start"},
            {"{'start':'soon'}", "start"},
            {"{'start':'2027-05-04','days':0}", "days"},
            {"{'start':'2027-05-04','days':400}", "days"},
            {"{'start':'2027-05-04','count':1000}", "count"},
            {"{'start':'2026-05-11'}", "start"},
            {"{'start':'2027-05-04','colour':'red'}", "colour"},
        };
    }

    @Test(dataProvider = "badSeries")
    public void seriesThatCannotBeShouldMakeNothing(String body, String field) {
        var made = made();

        var answer = api().post("/teams/" + made.team() + "/sprints", body);

        assertThat(answer.status()).isEqualTo(422);
        assertThat(
                        answer.body()
                                .path("errors")
                                .valueStream()
                                .map(error -> error.path("field").asString()))
                .contains(field);
        assertThat(api().get("/teams/" + made.team() + "/sprints").body().path("items").size())
                .isEqualTo(3);
    }

    @Test
    public void sprintShouldBeFilledStartedClosedAndTakenBack() {
        var made = made();
        plan(made, 1, 2, 3, 5);
        api().post("/sprints/" + made.sprint(1) + "/start", "{}");
        plan(made, 1, 4);
        api().send("DELETE", "/sprints/" + made.sprint(1) + "/items", keys(made, 2));
        api().patch("/items/" + made.key(3), "{'state':'done'}");

        var close =
                api().post(
                                "/sprints/" + made.sprint(1) + "/close",
                                "{'unfinishedTo':'next','items':{'%s':'backlog'}}"
                                        .formatted(made.key(4)));

        assertThat(close.status()).isEqualTo(200);
        var report = report(made, 1);
        assertThat(report.path("state").asString()).isEqualTo("closed");
        assertThat(report.path("committed").path("points").asInt()).isEqualTo(10);
        assertThat(report.path("added").path("points").asInt()).isEqualTo(4);
        assertThat(report.path("removed").path("points").asInt()).isEqualTo(2);
        assertThat(report.path("completed").path("points").asInt()).isEqualTo(3);
        assertThat(report.path("carriedOver").path("keys").toString())
                .isEqualTo("[\"%s\",\"%s\"]".formatted(made.key(4), made.key(5)));
        assertThat(sprintOf(made, 5)).isEqualTo(made.sprint(2));
        assertThat(sprintOf(made, 4)).isEmpty();
        var velocity = api().get("/teams/" + made.team() + "/velocity").body();
        assertThat(velocity.path("mean").asInt()).isEqualTo(3);
        assertThat(velocity.path("sprints").get(0).path("committed").asInt()).isEqualTo(10);

        var undone = api().post("/operations/" + close.header("Operation-Id") + "/undo", "");

        assertThat(undone.status()).isEqualTo(200);
        assertThat(report(made, 1).path("state").asString()).isEqualTo("started");
        assertThat(sprintOf(made, 5)).isEqualTo(made.sprint(1));
    }

    private String sprintOf(Made made, int item) {
        return api().get("/items/" + made.key(item)).body().path("sprint").asString("");
    }

    @Test
    public void oneSprintShouldBeClosedOnceByTwoAtATime() {
        var made = made();
        plan(made, 1, 1);
        api().post("/sprints/" + made.sprint(1) + "/start", "{}");

        var answers =
                IntStream.range(0, 2)
                        .mapToObj(i ->
                                CompletableFuture.supplyAsync(() ->
                                        api().post("/sprints/" + made.sprint(1) + "/close", "{}")
                                                .status()))
                        .toList();

        assertThat(answers.stream().map(CompletableFuture::join))
                .containsExactlyInAnyOrder(200, 422);
    }

    @Test
    public void candidatesShouldBeTriedOutAndCommitted() {
        var made = made();
        api().patch("/items/" + made.key(1), "{'candidate':'%s'}".formatted(made.sprint(2)));
        var tried = api().get("/items/" + made.key(1)).body();
        assertThat(tried.path("candidate").asString()).isEqualTo(made.sprint(2));
        assertThat(tried.path("team").asString()).isEqualTo(made.team());

        api().post("/sprints/" + made.sprint(2) + "/items", "{'candidates':true}");

        assertThat(sprintOf(made, 1)).isEqualTo(made.sprint(2));
        assertThat(api().get("/items/" + made.key(1)).body().path("candidate").isNull()).isTrue();
    }

    @Test
    public void sprintInUseShouldAskWhereItsItemsGo() {
        var made = made();
        plan(made, 1, 1);

        assertThat(api().delete("/sprints/" + made.sprint(1)).status()).isEqualTo(422);
        assertThat(api().delete("/sprints/" + made.sprint(1) + "?items=nowhere").status())
                .isEqualTo(422);
        assertThat(api().delete("/sprints/" + made.sprint(1) + "?items=backlog").status())
                .isEqualTo(204);
        assertThat(api().get("/sprints/" + made.sprint(1)).status()).isEqualTo(404);
        assertThat(sprintOf(made, 1)).isEmpty();
    }

    @Test
    public void tasksShouldLoadPeopleAndSkills() {
        var made = made();
        plan(made, 1, 1);
        api().send(
                        "PUT",
                        "/teams/" + made.team() + "/calendar",
                        "{'focus':1,'members':[{'person':'oona.marsh','hoursPerDay':6,'share':100,'skills':['testing']}]}");
        api().post(
                        "/products/" + made.product() + "/items",
                        "{'level':'task','title':'T','parent':'%s','assignee':'oona.marsh','skill':'testing','hours':{'estimate':70}}"
                                .formatted(made.key(1)));
        api().post(
                        "/products/" + made.product() + "/items",
                        "{'level':'task','title':'U','parent':'%s','hours':{'estimate':2}}"
                                .formatted(made.key(1)));

        var load = api().get("/sprints/" + made.sprint(1) + "/load").body();

        var oona =
                load.path("people")
                        .valueStream()
                        .filter(one -> one.path("person").asString().equals("oona.marsh"))
                        .findFirst()
                        .orElseThrow();
        // On the Wednesday of the first week: eight working days of six hours.
        assertThat(oona.path("capacityHours").asInt()).isEqualTo(48);
        assertThat(oona.path("remainingHours").asInt()).isEqualTo(70);
        assertThat(oona.path("days").size()).isEqualTo(8);
        assertThat(oona.path("beyond").get(0).path("hours").asInt()).isEqualTo(22);
        assertThat(load.path("skills").get(0).path("remainingHours").asInt()).isEqualTo(70);
        assertThat(load.path("nobody").get(0).path("hours").asInt()).isEqualTo(2);
    }

    @Test
    public void calendarShouldComeBackAsItWasPut() {
        var made = made();

        var put =
                api().send(
                                "PUT",
                                "/teams/" + made.team() + "/calendar",
                                "{'focus':0.7,'weekdays':[1,2,3,4],'holidays':[{'date':'2026-05-07','name':'Rain"
                                    + " day'}],"
                                    + "'members':[{'person':'tam.keel','hoursPerDay':5,'share':50,'weekdays':[1,3],"
                                    + "'skills':['testing','writing'],'skillHours':{'writing':2},"
                                    + "'daysOff':[{'from':'2026-05-11','to':'2026-05-12','why':'away'}]}]}");

        assertThat(put.status()).isEqualTo(200);
        var calendar = api().get("/teams/" + made.team() + "/calendar").body();
        assertThat(calendar.path("focus").asDouble()).isEqualTo(0.7);
        assertThat(calendar.path("weekdays").toString()).isEqualTo("[1,2,3,4]");
        assertThat(calendar.path("holidays").get(0).path("name").asString()).isEqualTo("Rain day");
        var tam = calendar.path("members").get(1);
        assertThat(tam.path("share").asInt()).isEqualTo(50);
        assertThat(tam.path("skillHours").path("writing").asInt()).isEqualTo(2);
        assertThat(tam.path("daysOff").get(0).path("to").asString()).isEqualTo("2026-05-12");
    }

    @DataProvider
    static Object[][] badCalendars() {
        return new Object[][] {
            {"{'members':[{'person':'oona.marsh','hoursPerDay':30}]}"},
            {"{'members':[{'person':'oona.marsh','share':200}]}"},
            {"{'members':[{'person':'nobody.here'}]}"},
            {"{'members':[{'person':'oona.marsh'},{'person':'oona.marsh'}]}"},
            {"{'focus':0}"},
            {"{'weekdays':[8]}"},
            {"{'weekdays':[]}"},
            {"{'holidays':[{'name':'no day'}]}"},
        };
    }

    @Test(dataProvider = "badCalendars")
    public void calendarThatCannotBeShouldBeRefused(String body) {
        var made = made();

        assertThat(api().send("PUT", "/teams/" + made.team() + "/calendar", body).status())
                .isEqualTo(422);
    }

    private static String event(String more) {
        return "BEGIN:VCALENDAR\r\n"
                + "VERSION:2.0\r\n"
                + "PRODID:-//made up//EN\r\n"
                + "BEGIN:VEVENT\r\n"
                + "UID:1\r\n"
                + "DTSTAMP:20260101T000000Z\r\n"
                + "SUMMARY:Lamp night\r\n"
                + more
                + "END:VEVENT\r\nEND:VCALENDAR\r\n";
    }

    private Answer send(Made made, String file) {
        return api().send(
                        "POST",
                        "/teams/" + made.team() + "/calendar/holidays",
                        file,
                        "Content-Type",
                        "text/calendar");
    }

    @Test
    public void holidaysShouldBeReadOutOfACalendarFile() {
        var made = made();

        var answer =
                send(made, event("DTSTART;VALUE=DATE:20260514\r\nDTEND;VALUE=DATE:20260516\r\n"));

        assertThat(answer.status()).isEqualTo(200);
        assertThat(
                        answer.body()
                                .path("holidays")
                                .valueStream()
                                .map(one -> one.path("date").asString()))
                .containsExactly("2026-05-14", "2026-05-15");
    }

    @Test
    public void ruleThatNeverEndsShouldBeFollowedForSomeYears() {
        var made = made();

        var answer = send(made, event("DTSTART;VALUE=DATE:20200514\r\nRRULE:FREQ=YEARLY\r\n"));

        assertThat(
                        answer.body()
                                .path("holidays")
                                .valueStream()
                                .map(one -> one.path("date").asString()))
                .containsExactly("2025-05-14", "2026-05-14", "2027-05-14", "2028-05-14");
    }

    @DataProvider
    static Object[][] badFiles() {
        return new Object[][] {
            {"no calendar at all"},
            {event("DTSTART;VALUE=DATE:20200514\r\nRRULE:FREQ=SECONDLY\r\n")},
            {event("DTSTART;VALUE=DATE:20000514\r\n")},
            {event("DESCRIPTION:" + "x".repeat(1_000_000) + "\r\n")},
        };
    }

    @Test(dataProvider = "badFiles")
    public void fileThatIsNoCalendarShouldBeRefused(String file) {
        assertThat(send(made(), file).status()).isEqualTo(422);
    }

    @Test
    public void releaseShouldBeMadeFilledReleasedAndRemoved() {
        var made = made();
        var release =
                api().post(
                                "/products/" + made.product() + "/releases",
                                "{'name':'Spring','date':'2026-06-30','start':'2026-05-01','goal':'Rain','milestones':[{'name':'Words"
                                    + " frozen','date':'2026-06-01'}]}")
                        .body();
        var id = release.path("id").asString();
        assertThat(release.path("teams").toString()).isEqualTo("[\"" + made.team() + "\"]");
        assertThat(release.path("milestones").get(0).path("name").asString())
                .isEqualTo("Words frozen");
        api().patch("/items/" + made.key(5), "{'release':'%s'}".formatted(id));
        api().patch("/items/" + made.key(4), "{'release':'%s'}".formatted(id));
        api().patch("/items/" + made.key(4), "{'state':'done'}");
        api().patch("/sprints/" + made.sprint(1), "{'capacity':6}");

        var report = api().get("/releases/" + id + "/report").body();

        assertThat(report.path("planned").path("points").asInt()).isEqualTo(9);
        assertThat(report.path("done").asInt()).isEqualTo(4);
        assertThat(report.path("capacity").path("points").asInt()).isEqualTo(6);
        assertThat(report.path("over").asInt()).isEqualTo(3);
        assertThat(api().delete("/releases/" + id).status()).isEqualTo(422);
        var out = api().patch("/releases/" + id, "{'state':'released'}");
        assertThat(out.body().path("state").asString()).isEqualTo("released");
        assertThat(api().get("/items/" + made.key(5)).body().path("release").isNull()).isTrue();
        assertThat(api().get("/items/" + made.key(4)).body().path("release").asString())
                .isEqualTo(id);
        assertThat(api().delete("/releases/" + id + "?items=backlog").status()).isEqualTo(204);
    }

    @DataProvider
    static Object[][] badReleases() {
        return new Object[][] {
            {"{'name':'Spring'}"},
            {"{'date':'2026-06-30'}"},
            {"{'name':'Spring','date':'2026-06-30','start':'2026-07-01'}"},
            {"{'name':'Spring','date':'2026-06-30','teams':['nobody']}"},
            {"{'name':'Spring','date':'2026-06-30','milestones':[{'name':'x'}]}"},
        };
    }

    @Test(dataProvider = "badReleases")
    public void releaseThatCannotBeShouldBeRefused(String body) {
        var made = made();

        assertThat(api().post("/products/" + made.product() + "/releases", body).status())
                .isEqualTo(422);
    }

    @Test
    public void childShouldTakeTeamSprintAndReleaseOfItsParent() {
        var made = made();
        plan(made, 1, 5);
        var key =
                api().post(
                                "/products/" + made.product() + "/items",
                                "{'level':'feature','title':'F','sprint':'%s'}"
                                        .formatted(made.sprint(2)))
                        .body()
                        .path("key")
                        .asString();

        var child =
                api().post(
                                "/products/" + made.product() + "/items",
                                "{'level':'story','title':'C','parent':'%s'}".formatted(key))
                        .body();

        assertThat(child.path("sprint").asString()).isEqualTo(made.sprint(2));
        assertThat(child.path("team").asString()).isEqualTo(made.team());
    }

    @Test
    public void dayOffInAYearThatIsNoneShouldBeRefusedAndBreakNothing() {
        var made = made();
        var calendar = "/teams/" + made.team() + "/calendar";
        var refused =
                api().send(
                                "PUT",
                                calendar,
                                "{'members':[{'person':'oona.marsh','daysOff':[{'from':'-0001-01-01'}]}]}");
        assertThat(refused.status()).isEqualTo(422);
        assertThat(
                        api().send(
                                        "PUT",
                                        calendar,
                                        "{'holidays':[{'date':'+12026-01-01','name':'Late'}]}")
                                .status())
                .isEqualTo(422);
        assertThat(api().send("PUT", calendar, "{'focus':0.5}").status()).isEqualTo(200);
    }
}
