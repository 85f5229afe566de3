package greenladder.journey;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import java.util.regex.Pattern;
import org.assertj.core.api.Assertions;
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

    private static Locator rows(Page page, String list) {
        return page.locator("#list-" + list + " .backlog-row .bench-title");
    }

    /** A row is dragged to a place of the next sprint, moved on by keys, and taken back by undo. */
    @Test
    public void rowsShouldGoFromListToList() {
        var page = signedIn("Ines Rowe");
        page.navigate("/MSF/backlog?of=lantern&sprints=2");
        var next = page.locator("[data-list]").nth(1);
        var list = next.getAttribute("id").substring("list-".length());
        var waiting = page.locator("#list-backlog .backlog-row").nth(2);
        var title = waiting.locator(".bench-title").innerText();
        var before = rows(page, list).allInnerTexts();
        waiting.dragTo(next.locator(".backlog-row").nth(1));
        assertThat(rows(page, list)).hasCount(before.size() + 1);
        Assertions.assertThat(rows(page, list).allInnerTexts().subList(1, 3)).contains(title);
        assertThat(rows(page, "backlog").getByText(title, exactly())).hasCount(0);
        card(page, title).locator(".card-link").focus();
        page.keyboard().press("Alt+ArrowRight");
        assertThat(rows(page, "backlog").first()).hasText(title);
        assertThat(rows(page, list)).hasText(before.toArray(String[]::new));
        page.keyboard().press("Control+z");
        assertThat(rows(page, list)).hasCount(before.size() + 1);
        page.keyboard().press("Control+z");
        assertThat(rows(page, "backlog").nth(2)).hasText(title);
        requireAccessibleSample(page, "backlog");
    }

    private static Locator.GetByTextOptions exactly() {
        return new Locator.GetByTextOptions().setExact(true);
    }

    /** A title is written into the sprint that the cursor is in: one key and one field. */
    @Test
    public void titleShouldBeWrittenIntoASprint() {
        var page = signedIn("Ines Rowe");
        page.navigate("/MSF/backlog?of=lantern&sprints=2");
        var next = page.locator("[data-list]").nth(1);
        next.locator(".card-link").first().focus();
        page.keyboard().press("n");
        page.keyboard().type("bug: Lamp flickers at noon, 2 points");
        page.keyboard().press("Enter");
        var row = next.locator(".backlog-row").last();
        assertThat(row).containsText("Lamp flickers at noon");
        assertThat(row).containsText("bug");
        page.keyboard().press("Control+z");
        assertThat(next).not().containsText("Lamp flickers at noon");
    }

    @Test
    public void wrongSharesShouldBeToldInPlace() {
        var page = signedIn("Ines Rowe");
        page.navigate("/MSF/backlog?of=gannet");
        page.locator("#mix-choice > summary").click();
        page.locator("#mix-choice textarea").fill("bug 130");
        page.locator("#mix-choice button").click();
        assertThat(page.locator("#mix-choice .error")).containsText("at most 100 %");
        assertThat(page.locator("#mix-choice textarea")).hasValue("bug 130");
        page.locator("#mix-choice textarea").fill("bug: 30 %");
        page.locator("#mix-choice button").click();
        assertThat(page.locator(".backlog-shares").first()).containsText("target 30 %");
    }
}
