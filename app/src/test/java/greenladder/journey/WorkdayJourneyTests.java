package greenladder.journey;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Page;
import java.util.regex.Pattern;
import org.testng.annotations.Test;

/** What a working day asks for most, in the fewest steps. */
public class WorkdayJourneyTests extends BrowserTest {
    private void add(String product, String title) {
        api().post(
                        "/products/" + product + "/items",
                        "{'level':'story','title':'%s'}".formatted(title));
    }

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

    /** One field: the row above the place, then the titles, each below the one before. */
    @Test
    public void titlesShouldBeWrittenIntoTheRankedList() {
        var code = api().newProduct();
        add(code, "One");
        add(code, "Two");
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/rank?level=story");
        page.locator(".ranked td[data-col=title]").first().click();
        page.keyboard().press("Insert");
        assertThat(page.locator("[data-add-where]")).hasValue("after");
        page.keyboard().type("bug: Three, 5 points");
        page.keyboard().press("Enter");
        page.keyboard().type("Four");
        page.keyboard().press("Enter");
        var titles = page.locator(".ranked .item-row .row-link");
        assertThat(titles).hasText(new String[] {"One", "Three", "Four", "Two"});
        assertThat(page.locator("#add-line-title")).hasValue("");
        assertThat(page.locator(".ranked .item-row").nth(1)).containsText("bug");
        page.locator("[data-add-where]").selectOption("first");
        page.locator("#add-line-title").fill("Zero");
        page.keyboard().press("Enter");
        assertThat(titles.first()).hasText("Zero");
    }
}
