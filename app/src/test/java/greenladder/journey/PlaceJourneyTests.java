package greenladder.journey;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.Cookie;
import java.util.List;
import java.util.regex.Pattern;
import org.testng.annotations.Test;

/** Whoever looks at a team and its sprint finds them again on the next view. */
public class PlaceJourneyTests extends BrowserTest {
    private static void chosen(Page page, String label, String words) {
        assertThat(page.locator("select[aria-label='" + label + "'] option:checked"))
                .containsText(words);
    }

    private static void tab(Page page, String name) {
        page.locator(".view-tabs a", new Page.LocatorOptions().setHasText(name)).click();
    }

    private static void stage(Page page, String name) {
        page.locator(".stage-rail a")
                .filter(new Locator.FilterOptions().setHasText(Pattern.compile("^" + name + "$")))
                .click();
    }

    @Test
    public void boardShouldOpenAtOnesOwnTeam() {
        var page = signedIn("Wil Garrow");
        page.navigate("/QUA/board");
        chosen(page, "Team", "Tidewater");
        page = signedIn("Lio Fenn");
        page.navigate("/MSF/board");
        chosen(page, "Team", "Lantern");
        page.navigate("/MSF/report");
        chosen(page, "Which sprint", "Lantern 7");
    }

    /** From the board to its burndown to its load: two clicks, nothing chosen again. */
    @Test
    public void boardShouldLeadToItsBurndownAndOnToItsLoad() {
        var page = signedIn("Lio Fenn");
        page.navigate("/MSF/board?board=gannet&of=gannet-7");
        page.getByText("Burndown", new Page.GetByTextOptions().setExact(true)).click();
        chosen(page, "Which sprint", "Gannet 7");
        page.locator(".line-end a", new Page.LocatorOptions().setHasText("Load")).click();
        assertThat(page.locator("#view")).hasAttribute("data-view", "load");
        chosen(page, "Which sprint", "Gannet 7");
    }

    @Test
    public void viewsBesideShouldLeadToTheSameTeamAndSprint() {
        var page = signedIn("Lio Fenn");
        page.navigate("/MSF/board?board=gannet&of=gannet-7");
        stage(page, "Track");
        tab(page, "Flow");
        chosen(page, "Team", "Gannet");
        tab(page, "Sprint report");
        chosen(page, "Which sprint", "Gannet 7");
        stage(page, "Plan");
        tab(page, "Load");
        chosen(page, "Which sprint", "Gannet 7");
        stage(page, "Do");
        chosen(page, "Team", "Gannet");
        // A link says all of it, and wins.
        page.navigate("/MSF/report?id=tidewater-6");
        chosen(page, "Which sprint", "Tidewater 6");
        tab(page, "Flow");
        chosen(page, "Team", "Tidewater");
    }

    @Test
    public void placeThatIsGoneShouldBePassedOver() {
        var code = api().newProduct();
        var page = signedIn("Ines Rowe");
        page.navigate("/MSF/board?board=gannet&of=gannet-7");
        page.navigate("/" + code + "/board");
        assertThat(page.locator("#view")).hasAttribute("data-view", "board");
        stage(page, "Track");
        tab(page, "Flow");
        chosen(page, "Team", "All teams");
        page.context().addCookies(List.of(new Cookie("place", "MSF/%22/x/y").setUrl(page.url())));
        page.navigate("/MSF/flow");
        tab(page, "Sprint report");
        assertThat(page.locator("#view")).hasAttribute("data-view", "report");
    }

    /** Grouping and filter come back, with the team of the page that one comes from. */
    @Test
    public void viewShouldOpenAsItWasLeft() {
        var page = signedIn("Lio Fenn");
        page.navigate("/MSF/backlog?of=lantern&sprints=4&lists=stacked&kind=bug");
        tab(page, "Sprint");
        assertThat(page.locator("#view")).hasAttribute("data-view", "sprint");
        stage(page, "Do");
        stage(page, "Plan");
        assertThat(page.locator("#view")).hasAttribute("data-view", "sprint");
        tab(page, "Backlog");
        chosen(page, "Sprints", "4 sprints");
        chosen(page, "Lists", "Below each other");
        assertThat(page.locator(".filter-part").getByText("Kind: bug")).isVisible();
        page.navigate("/MSF/board?board=gannet");
        stage(page, "Plan");
        chosen(page, "Team", "Gannet");
        chosen(page, "Sprints", "4 sprints");
        // What is cleared stays cleared.
        page.getByText("Everything", new Page.GetByTextOptions().setExact(true)).click();
        assertThat(page.locator(".filter-part")).hasCount(0);
        tab(page, "Load");
        tab(page, "Backlog");
        assertThat(page.locator("#view")).hasAttribute("data-view", "backlog");
        assertThat(page.locator(".filter-part")).hasCount(0);
        chosen(page, "Sprints", "4 sprints");
    }

    @Test
    public void twoWindowsShouldKeepTheirTeams() {
        var one = signedIn("Lio Fenn");
        one.navigate("/MSF/backlog?of=lantern");
        var other = one.context().newPage();
        other.navigate(one.url().replace("lantern", "gannet"));
        chosen(other, "Team", "Gannet");
        stage(one, "Do");
        chosen(one, "Team", "Lantern");
        stage(one, "Plan");
        chosen(one, "Team", "Lantern");
    }
}
