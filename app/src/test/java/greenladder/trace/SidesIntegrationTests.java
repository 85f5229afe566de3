package greenladder.trace;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.RunningPages;
import greenladder.web.Words;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.temporal.TemporalAdjusters;
import org.springframework.http.HttpMethod;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** What stands behind a cell, a day, a sprint or a figure, listed at the side of its page. */
public class SidesIntegrationTests extends RunningPages {
    private static final String WHO = "ines.rowe";

    /** The text at the side of a page in one line; empty where nothing stands there. */
    private String side(String path) {
        var page = get(WHO, path);
        int at = page.indexOf("id=\"side-panel\"");
        return at < 0
                ? ""
                : page.substring(page.indexOf('>', at) + 1)
                        .replaceAll("<[^>]*>", " ")
                        .replaceAll("\\s+", " ")
                        .strip();
    }

    private String product() {
        var code = api().newProduct();
        api().post(
                        "/products/" + code + "/items",
                        """
                        {'items':[{'level':'epic','title':'Lamps','ref':'e'},
                        {'level':'story','title':'Wick','size':5,'state':'done','parentRef':'e'},
                        {'level':'story','title':'Oil','size':8,'parentRef':'e'},
                        {'level':'task','title':'Pour'}]}
                        """);
        return code;
    }

    @Test
    public void cellOfCoverageShouldListItsItems() {
        var code = product();
        var base = "/" + code + "/coverage?rows=epic&row=" + code + "1";
        assertThat(side(base + "&columns=release&column="))
                .startsWith("No release")
                .contains("To do 1, 8 points", "Oil", "Done 1, 5 points", "Wick")
                .contains("Open its stories as a list in Rank");
        assertThat(side(base + "&columns=state&column=done"))
                .contains("Wick")
                .doesNotContain("Oil");
        assertThat(side(base + "&columns=reach&column=done"))
                .contains("Wick")
                .doesNotContain("Oil");
        assertThat(side(base + "&columns=reach&column=tests")).contains("Nothing here.");
    }

    @DataProvider
    public Object[][] strange() {
        return new Object[][] {
            {"/MSF/coverage?rows=epic&row=MSF1&column="},
            {"/MSF/coverage?rows=epic&row=QUA3&column="},
            {"/MSF/coverage?rows=epic&row=%22%3E&column=x"},
            {"/MSF/coverage?rows=epic&row=MSF3"},
            {"/MSF/flow?picked=nobody-1"},
            {"/MSF/flow?day=2026-13-01&week=ever"},
            {"/MSF/report?id=lantern-6&show=everything"},
            {"/MSF/report?id=lantern-6&day=1900-01-01"},
            {"/MSF/burnup?day=9999-99-99"},
        };
    }

    @Test(dataProvider = "strange")
    public void whatIsNotThereShouldOpenNothing(String path) {
        assertThat(send(HttpMethod.GET, WHO, path).status()).isEqualTo(200);
        assertThat(side(path)).isEmpty();
    }

    /** Other tests let the demo's days go by. */
    private LocalDate today() {
        return LocalDate.parse(
                api().get("/demo/clock").body().path("now").asString().substring(0, 10));
    }

    @Test
    public void dayOfFlowShouldTellWhatHappened() {
        var code = product();
        var today = today();
        assertThat(side("/" + code + "/flow?day=" + today))
                .startsWith(Words.day(today))
                .contains(Words.weekday(today) + ": 5 done, 0 in progress, 8 to do")
                .contains("Finished 1, 5 points", "Added 1, 8 points");
        var monday = today.with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY));
        assertThat(side("/" + code + "/flow?week=" + monday))
                .startsWith(Words.shortDay(monday) + " to " + Words.shortDay(monday.plusDays(6)))
                .contains("Finished 1", "Wick");
    }

    @Test
    public void sprintPickedInFlowShouldTellWhatBecameOfIt() {
        assertThat(side("/MSF/flow?picked=gannet-4"))
                .startsWith("Gannet 4")
                .contains("committed", "Completed", "Carried over", "Sprint report");
    }

    @Test
    public void figureOfAReportShouldListItsItems() {
        assertThat(side("/MSF/report?id=lantern-6&show=completed"))
                .startsWith("Lantern 6")
                .contains("Completed");
    }

    @Test
    public void failedTestsShouldBecomeARoundOfTheirOwn() {
        var code = product();
        api().post(
                        "/products/" + code + "/tests",
                        "{'title':'It burns','covers':['%s2']}".formatted(code));
        api().post(
                        "/products/" + code + "/tests",
                        "{'title':'It smells','covers':['%s2']}".formatted(code));
        var tests = api().get("/products/" + code + "/tests").body().path("items");
        var round =
                api().post("/rounds", "{'product':'%s','name':'First'}".formatted(code))
                        .body()
                        .path("id")
                        .asString();
        var none =
                post(WHO, "/" + code + "/rounds", "name", "Again", "from", round, "failed", "true");
        assertThat(none.status()).isEqualTo(422);
        assertThat(none.body()).contains("Nothing failed in this round.");
        for (int i = 0; i < 2; i++) {
            api().post(
                            "/rounds/" + round + "/results",
                            "{'test':'%s','passed':%s}"
                                    .formatted(tests.get(i).path("id").asString(), i == 0));
        }
        var again =
                post(WHO, "/" + code + "/rounds", "name", "Again", "from", round, "failed", "true");
        assertThat(again.status()).isEqualTo(200);
        var rounds = api().get("/products/" + code + "/rounds").body().path("items");
        assertThat(rounds).hasSize(2);
        assertThat(get(WHO, "/" + code + "/tests"))
                .contains("First: passed", "First: failed", "Again: open", "Again: not part of it");
    }
}
