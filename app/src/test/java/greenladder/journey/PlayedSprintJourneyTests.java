package greenladder.journey;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Page;
import java.util.Set;
import java.util.TreeSet;
import org.assertj.core.api.Assertions;
import org.springframework.test.annotation.DirtiesContext;
import org.springframework.test.context.TestPropertySource;
import org.testng.annotations.Test;
import tools.jackson.databind.JsonNode;

/**
 * A sprint of the demo, played day by day by the teams themselves; in a workspace of its own, since
 * its clock goes on.
 */
@TestPropertySource(
        properties = {
            "greenladder.demo.start=2026-05-06T09:40:00Z",
            "greenladder.database=jdbc:h2:mem:played;DB_CLOSE_DELAY=-1"
        })
@DirtiesContext(classMode = DirtiesContext.ClassMode.AFTER_CLASS)
public class PlayedSprintJourneyTests extends BrowserTest {
    private static final int MOST_DAYS = 21;

    @Test
    public void sprintShouldBePlayedToItsCloseInTwoBrowsers() {
        var one = signedIn("Ines Rowe");
        var other = signedIn("Kit Arden");
        one.navigate("/MSF/report?id=gannet-7");
        other.navigate("/MSF/board?board=gannet");
        one.locator("[data-demo-clock] > summary").click();
        var menu = one.locator("[data-demo-clock] .choice-list").boundingBox();
        Assertions.assertThat(menu.x + menu.width).isLessThan(one.viewportSize().width);
        int days = 0;
        while (!report().path("state").asString().equals("closed")) {
            Assertions.assertThat(++days).isLessThan(MOST_DAYS);
            var before = one.locator("[data-demo-day]").innerText();
            one.locator("[data-demo=day]").click();
            assertThat(one.locator("[data-demo-day]")).not().hasText(before);
            assertThat(one.locator("[data-demo=day]")).hasText("One day on");
            requireAgreed();
        }
        assertThat(one.locator(".closing-board").first()).containsText("Done");
        Assertions.assertThat(days).isGreaterThan(1);
        // The other one saw it end, without having asked.
        assertThat(other.locator("#view")).containsText("Gannet 7 · closed");

        var completed = report().path("completed").path("items").asInt();
        var cards = one.locator(".closing-board").first().locator(".closing-card.is-done");
        assertThat(cards).hasCount(completed);
        // Whatever is changed later, the picture stays.
        var first = report().path("completed").path("keys").get(0).asString();
        var title = api().get("/items/" + first).body().path("title").asString();
        api().patch("/items/" + first, "{'title':'Called otherwise since','state':'to-do'}");
        one.reload(new Page.ReloadOptions());
        assertThat(one.locator(".closing-board").first()).containsText(title);
        assertThat(cards).hasCount(completed);
    }

    private JsonNode report() {
        return api().get("/sprints/gannet-7/report").body();
    }

    /** Burndown, cumulative flow and board tell the same of this day. */
    private void requireAgreed() {
        var report = report();
        JsonNode day = null;
        for (var one : report.path("days")) {
            day = one.path("remaining").isNull() ? day : one;
        }
        Assertions.assertThat(day).isNotNull();
        Assertions.assertThat(day.path("remaining").asDouble() + day.path("done").asDouble())
                .isEqualTo(day.path("scope").asDouble());
        var flow = api().get("/products/MSF/flow?by=count").body().path("days");
        var last = flow.get(flow.size() - 1);
        var items = api().get("/products/MSF/items?level=story&category=done&limit=500").body();
        Assertions.assertThat(last.path("done").asInt()).isEqualTo(items.path("items").size());
        if (report.path("state").asString().equals("started")) {
            var inSprint = keys(report, "completed");
            inSprint.addAll(keys(report, "carriedOver"));
            var done = new TreeSet<String>();
            for (var card : api().get("/teams/gannet/board?sprint=gannet-7").body().path("cards")) {
                if (card.path("column").asString().equals("done")
                        && inSprint.contains(card.path("key").asString())) {
                    done.add(card.path("key").asString());
                }
            }
            Assertions.assertThat(done).isEqualTo(keys(report, "completed"));
        }
    }

    private static Set<String> keys(JsonNode report, String share) {
        var keys = new TreeSet<String>();
        report.path(share).path("keys").forEach(key -> keys.add(key.asString()));
        return keys;
    }
}
