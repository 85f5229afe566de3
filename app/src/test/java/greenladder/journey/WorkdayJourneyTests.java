package greenladder.journey;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Page;
import java.util.regex.Pattern;
import org.testng.annotations.Test;

/** What a working day asks for most, in the fewest steps. */
public class WorkdayJourneyTests extends BrowserTest {
    private static void openFilter(Page page) {
        page.locator("#narrow-choice > summary").click();
        assertThat(page.locator("#narrow-text")).isVisible();
    }

    @Test
    public void typedConditionsShouldBecomePicks() {
        var page = signedIn("Ines Rowe");
        page.navigate("/MSF/rank?level=story");
        openFilter(page);
        page.locator("#narrow-text").fill("blocked or not sized, size > 3 or no team");
        page.keyboard().press("Enter");
        assertThat(page.locator(".filter-part"))
                .containsText(
                        new String[] {
                            "Blocked: yes or Not sized: yes", "Size: more than 3 or Team: none"
                        });
        // What was not understood stays as words to search for.
        page.locator("#narrow-text").fill("lantern, ramp");
        page.keyboard().press("Enter");
        assertThat(page.locator(".filter-part").getByText("Text: ramp")).isVisible();
        assertThat(page.locator(".filter-part").getByText("Team: Lantern")).isVisible();
    }

    @Test
    public void valueShouldBeLeftOutOfTheBoard() {
        var page = signedIn("Ines Rowe");
        page.navigate("/MSF/board?board=gannet&of=gannet-7");
        openFilter(page);
        var person = page.locator("#facet-assignee");
        person.locator("summary").click();
        person.locator("select").selectOption("not.");
        person.getByText("Davin Pike").click();
        assertThat(page.locator(".filter-part").getByText("Assigned to: not Davin Pike"))
                .isVisible();
        assertThat(page).hasURL(Pattern.compile("not\\.assignee=davin\\.pike"));
    }
}
