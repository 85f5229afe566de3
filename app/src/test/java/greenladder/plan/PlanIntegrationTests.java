package greenladder.plan;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.RunningPages;
import org.testng.annotations.Test;

/** Calendars and releases, as pages show and post them. */
public class PlanIntegrationTests extends RunningPages {
    private static final String CALENDAR = "/MSF/calendars?team=lantern";

    @Test
    public void calendarShouldBeReadAsFactsByWhoeverMayNotChangeIt() {
        assertThat(get("saga.lind", CALENDAR))
                .contains("<dt>Works on</dt>")
                .contains("Mon, Tue, Wed, Thu, Fri")
                .contains("Works on Mon, Tue, Wed, Thu, Fri.")
                .doesNotContain("/plan/calendars/", "disabled");
        assertThat(get("bram.holt", CALENDAR))
                .contains("/plan/calendars/lantern/people/")
                .doesNotContain("<dt>Works on</dt>");
    }

    @Test
    public void holidayThatIsNoDayShouldBeRefusedInWords() {
        var code = api().newProduct();
        var answer =
                post(
                        "ines.rowe",
                        "/" + code + "/plan/calendars/lantern",
                        "weekdays",
                        "1",
                        "focus",
                        "80",
                        "holidays",
                        "2026-02-30 Never");
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.body()).contains("A day is needed, such as 2026-11-30");
    }

    @Test
    public void milestoneAfterItsReleaseShouldBeTold() {
        var code = api().newProduct();
        api().post(
                        "/products/" + code + "/releases",
                        "{'name':'Spring','date':'2026-06-01','milestones':"
                                + "[{'date':'2026-05-20','name':'Words frozen'},"
                                + "{'date':'2026-06-09','name':'Posters hung'}]}");
        assertThat(get("ines.rowe", "/" + code + "/releases"))
                .containsOnlyOnce("after the release")
                .containsPattern("(?s)Posters hung.*after the release");
    }
}
