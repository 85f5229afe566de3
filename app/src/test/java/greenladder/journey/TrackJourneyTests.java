package greenladder.journey;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.Media;
import com.microsoft.playwright.options.SelectOption;
import java.nio.file.Files;
import java.util.List;
import org.assertj.core.api.Assertions;
import org.testng.annotations.Test;

/** How far everything is, how it went and what it took. */
public class TrackJourneyTests extends BrowserTest {
    private static final List<String> VIEWS =
            List.of(
                    "progress",
                    "report",
                    "flow",
                    "burnup",
                    "tables",
                    "dashboard",
                    "goals",
                    "coverage",
                    "gaps",
                    "impact",
                    "tests",
                    "baselines",
                    "reviews",
                    "pages",
                    "history");

    @Test
    public void paperShouldBearTheWorkWithoutMenus() {
        var page = signedIn("Ines Rowe");
        page.emulateMedia(new Page.EmulateMediaOptions().setMedia(Media.PRINT));
        for (var path : List.of("/MSF/progress", "/MSF/rank?level=story", "/MSF/board")) {
            page.navigate(path);
            assertThat(page.locator(".stage-bar")).isHidden();
            assertThat(page.locator(".view-tabs").first()).isHidden();
            assertThat(page.locator("#view > h1").first()).isInViewport();
        }
        page.navigate("/MSF/progress");
        var title = page.locator("tbody th[scope=row]").first().boundingBox();
        Assertions.assertThat(title.width).isGreaterThan(140);
    }

    @Test
    public void viewsShouldBeAccessible() {
        var page = signedIn("Ines Rowe");
        for (var view : VIEWS) {
            var more =
                    switch (view) {
                        case "report" -> "?id=lantern-6";
                        case "flow" -> "?of=gannet&picked=gannet-6";
                        case "tables" -> "?what=finished&by=kind,team&pick=bug";
                        case "coverage" -> "?rows=epic";
                        case "tests" -> "?round=msf-r2";
                        default -> "";
                    };
            page.navigate("/MSF/" + view + more);
            assertThat(page.locator(".track-main")).isVisible();
            requireAccessible(page, view);
        }
    }

    /** A product in which nothing was ever made, and one in which something is all the same. */
    @Test
    public void viewsOfAnEmptyProductShouldSaySo() {
        var code = api().newProduct();
        var page = signedIn("Ines Rowe");
        for (var view : VIEWS) {
            page.navigate("/" + code + "/" + view);
            assertThat(page.locator("#view")).hasAttribute("data-view", view);
        }
        api().post("/products/" + code + "/items", "{'level':'epic','title':'Alone'}");
        for (var view : VIEWS) {
            page.navigate("/" + code + "/" + view);
            assertThat(page.locator("#view")).hasAttribute("data-view", view);
        }
    }

    @Test
    public void progressShouldTellWhatChangedAndOpenItsItems() throws Exception {
        var code = api().newProduct();
        api().post("/products/" + code + "/items", "{'level':'epic','title':'Lamps','size':20}");
        api().post(
                        "/products/" + code + "/items",
                        "{'level':'story','title':'Wick','size':5,'state':'done','parent':'%s1'}"
                                .formatted(code));
        api().post(
                        "/products/" + code + "/items",
                        "{'level':'story','title':'Oil','parent':'%s1'}".formatted(code));
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/progress?level=epic");
        var row = page.locator("#row-" + code + "1");
        // What is not broken down yet does not look finished.
        assertThat(row).containsText("5 of 20");
        assertThat(row).containsText("+5 done, +20 in all");
        assertThat(page.locator(".track-words")).containsText("1 not sized");
        row.locator("[data-why]").click();
        assertThat(page.locator("#menu")).containsText("Lamps");
        page.keyboard().press("Escape");
        var download = page.waitForDownload(() -> page.locator("[data-download=csv]").click());
        Assertions.assertThat(Files.readString(download.path())).contains(code + "1 Lamps,,5,20");
        row.getByRole(AriaRole.LINK, new Locator.GetByRoleOptions().setName("1").setExact(true))
                .click();
        assertThat(page.locator("#view")).hasAttribute("data-view", "rank");
        assertThat(page.locator("#view")).containsText("Oil");
        assertThat(page.locator("#view")).not().containsText("Wick");
    }

    @Test
    public void dayOfAChartShouldBeReachedByKeyboard() {
        var code = api().newProduct();
        api().post("/products/" + code + "/items", "{'level':'epic','title':'Lamps'}");
        api().post(
                        "/products/" + code + "/items",
                        "{'level':'story','title':'Wick','size':5,'state':'done','parent':'%s1'}"
                                .formatted(code));
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/burnup?of=" + code + "1&from=2026-05-01&to=2026-05-06");
        assertThat(page.locator(".track-words")).containsText("5 of 5 points done");
        var last = page.locator(".chart-point").last();
        last.focus();
        page.keyboard().press("ArrowLeft");
        assertThat(page.locator(".chart-point:focus"))
                .hasAttribute("aria-label", "5 May 2026: 0 of 0 points done");
        page.keyboard().press("End");
        page.keyboard().press("Enter");
        var side = page.locator("#side-panel");
        assertThat(side.locator("tbody").first()).containsText("Finished");
        assertThat(side.locator("tbody").first()).containsText("Wick");
        assertThat(side.locator("tbody").last()).containsText("Done at the end of the day");
        assertThat(side.locator("tbody").last()).containsText("Wick");
        side.getByLabel("Close").click();
        assertThat(side).hasCount(0);
    }

    @Test
    public void dashboardShouldBeArrangedByMouseAndByKeyboard() {
        var code = api().newProduct();
        api().post("/products/" + code + "/items", "{'level':'epic','title':'Lamps','size':3}");
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/dashboard");
        page.locator("#dashboard-own > summary").click();
        page.locator("#dashboard-copy [name=name]").fill("Mondays");
        page.locator("#dashboard-copy button").click();
        assertThat(page.locator("h1")).isAttached();
        assertThat(page.locator("[data-tile]")).hasCount(4);
        page.locator("[data-send]").selectOption("SPENDING:kind");
        assertThat(page.locator("[data-tile]")).hasCount(5);
        assertThat(page.locator("[data-tile]").last()).containsText("What was finished");

        page.locator("[data-tile]").last().locator("[data-grip]").focus();
        page.keyboard().press("ArrowUp");
        assertThat(page.locator("[data-tile]").nth(3)).containsText("What was finished");
        page.locator("[data-tile]")
                .nth(3)
                .locator("[data-grip]")
                .dragTo(page.locator("[data-tile]").nth(1));
        assertThat(page.locator("[data-tile]").nth(1)).containsText("What was finished");
        page.locator("[data-tile]").nth(1).locator("[data-wide]").click();
        assertThat(page.locator("[data-tile]").nth(1)).hasClass("tile is-wide");
        page.locator("[data-tile]").nth(1).locator("[data-take-away]").click();
        assertThat(page.locator("[data-tile]")).hasCount(4);

        // A link is enough to look at it, and not to change it.
        var reader = signedIn("Lio Fenn");
        reader.navigate(page.url().replaceFirst("^https?://[^/]+", ""));
        assertThat(reader.locator("[data-tile]")).hasCount(4);
        assertThat(reader.locator("[data-grip]")).hasCount(0);
    }

    /** An item is read beside what was opened, which stays where it was. */
    @Test
    public void pointsOfChartsShouldOpenWhatStandsBehindThem() {
        var page = signedIn("Ines Rowe");
        page.navigate("/MSF/report?id=gannet-4");
        page.locator("[data-chart=burndown-points] .chart-point").nth(2).click();
        var side = page.locator("#side-panel");
        assertThat(side.locator("tbody", new Locator.LocatorOptions().setHasText("Added")))
                .hasCount(1);
        assertThat(side).containsText("Left at the end of the day");
        var told = side.innerText();
        side.locator("a[data-key]").first().click();
        assertThat(side.locator(".item-panel")).isVisible();
        // The item goes, and what was picked before it is there again.
        side.getByLabel("Close").click();
        assertThat(side.locator(".side-table")).isVisible();
        Assertions.assertThat(side.innerText()).isEqualTo(told);
        page.locator(".figure-strip a[href$='show=completed']").click();
        assertThat(side.locator("tbody")).hasCount(1);
        assertThat(side.locator("tbody")).containsText("Completed");

        page.navigate("/MSF/flow?weeks=13");
        page.locator("#weeks-table > summary").click();
        var week = page.locator("#weeks-table tbody tr").nth(2);
        var items = Integer.parseInt(week.locator(".is-figure").first().innerText());
        page.locator("[data-chart=weeks] a").nth(-3).click();
        assertThat(side.locator("tbody tr:not([data-aside])")).hasCount(items);
        page.locator("[data-chart=velocity] a").first().click();
        assertThat(side).containsText("Sprint report");
        side.getByText("Sprint report").click();
        assertThat(page.locator("#view")).hasAttribute("data-view", "report");
    }

    @Test
    public void rowsOfTablesShouldOpenIntoTheirItems() {
        var page = signedIn("Ines Rowe");
        page.navigate("/MSF/tables?what=finished&by=kind,team");
        var row = page.locator(".group-table tr.deep-1").first();
        var items = Integer.parseInt(row.locator(".is-figure").first().innerText());
        row.locator("a").click();
        var side = page.locator("#side-panel");
        assertThat(side.locator("tbody tr:not([data-aside])")).hasCount(items);
        assertThat(row).hasClass("deep-1 is-picked");
        side.locator("a[data-key]").first().click();
        assertThat(side.locator(".item-panel")).isVisible();

        page.navigate("/MSF/tables?what=open&by=team");
        page.locator(".group-table tr.deep-0 a").first().click();
        side.getByText("Open as a list in Rank").click();
        assertThat(page.locator("#view")).hasAttribute("data-view", "rank");
        assertThat(page.locator(".filter-line")).containsText("Team");
    }

    @Test
    public void figureShouldHaveAFilterOfItsOwn() {
        var code = api().newProduct();
        for (var kind : List.of("story", "bug")) {
            api().post(
                            "/products/" + code + "/items",
                            "{'level':'story','kind':'%1$s','title':'A %1$s','size':3}"
                                    .formatted(kind));
        }
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/dashboard");
        page.locator("#dashboard-own > summary").click();
        page.locator("#dashboard-copy [name=name]").fill("Bugs");
        page.locator("#dashboard-copy button").click();
        page.locator("[data-send]").selectOption("OPEN:state");
        assertThat(page.locator("[data-tile]")).hasCount(5);
        var tile = page.locator("[data-tile]").last();
        assertThat(tile).containsText("2 stories open now");

        tile.getByText("Filter").click();
        assertThat(page.locator("[data-tile]")).hasCount(1);
        page.locator("#narrow-choice > summary").click();
        page.locator("#facet-kind > summary").click();
        page.locator("#pick-kind-bug").check();
        assertThat(tile).containsText("1 story open now");
        page.locator("#narrow-choice > summary").click();
        page.getByText("Save filter").click();
        assertThat(page.locator("[data-tile]")).hasCount(5);
        assertThat(tile).containsText("1 story open now");
        assertThat(tile).containsText("Kind: bug");
        requireAccessible(page, "dashboard with a filter");

        // Its title leads to the view with the same filter.
        tile.locator("h2 a").click();
        assertThat(page.locator(".filter-part")).containsText("Kind: bug");
        assertThat(page.locator(".track-main")).containsText("1 story open now");
    }

    @Test
    public void notesShouldBeKeptAndOneBecomeAStory() {
        var page = signedIn("Petra Nye");
        page.navigate("/MSF/report?id=gannet-4");
        assertThat(page.locator(".closing-board").first()).containsText("Done");
        var form = page.locator("#note-new-try");
        form.locator("input[name=text]").fill("Try tickets in the rain first");
        page.keyboard().press("Enter");
        var note =
                page.locator(".sprint-notes li")
                        .filter(
                                new Locator.FilterOptions()
                                        .setHas(
                                                page.locator(
                                                        "[name=text]",
                                                        new Page.LocatorOptions()
                                                                .setHasText("rain first"))));
        assertThat(note).hasCount(1);
        note.getByText("Make a story of it").click();
        assertThat(note.locator("a")).containsText("MSF");
        assertThat(note.getByText("Make a story of it")).hasCount(0);
        page.navigate("/MSF/flow?of=gannet");
        assertThat(page.locator("table[data-table=sprints]"))
                .containsText("Try tickets in the rain first");
    }

    @Test
    public void figuresShouldBeNarrowedDownAndKeptAsAView() {
        var code = api().newProduct();
        api().post(
                        "/products/" + code + "/items",
                        """
                        {'items':[{'level':'epic','title':'Lamps','ref':'e'},
                        {'level':'story','title':'Wicks','size':5,'parentRef':'e'},
                        {'level':'story','title':'Soot','size':3,'kind':'bug','state':'done',
                        'parentRef':'e'}]}
                        """);
        var page = signedIn("Ines Rowe");
        var words = page.locator(".track-words").first();
        page.navigate("/" + code + "/progress");
        assertThat(words).containsText("3 of 8 points done");
        page.locator("#narrow-choice summary").click();
        page.locator("#facet-kind summary").click();
        page.locator("[id='pick-kind-bug']").check();
        assertThat(words).containsText("3 of 3 points done");
        page.navigate("/" + code + "/flow?kind=bug");
        assertThat(page.locator(".headlines")).containsText("1 finished");
        page.navigate("/" + code + "/flow?kind=story");
        assertThat(page.locator(".headlines")).containsText("0 finished");
        page.navigate("/" + code + "/open?kind=bug");
        assertThat(words).containsText("0 stories open");
        page.navigate("/" + code + "/spending?kind=bug&by=team");
        assertThat(words).containsText("3 points");
        page.navigate("/" + code + "/rework?kind=bug");
        assertThat(page.locator(".filter-part")).containsText("bug");

        page.navigate("/" + code + "/tables?of=story&by=kind,state&kind=bug");
        page.locator("#narrow-choice summary").click();
        page.locator("[data-view-form] [name=name]").fill("Soot by state");
        page.locator("[data-view-form] button").click();
        assertThat(page.locator(".narrow-views li a")).hasText("Soot by state");
        page.navigate("/" + code + "/tables");
        page.locator("#narrow-choice summary").click();
        page.locator(".narrow-views li a").click();
        assertThat(words).containsText("1 of 1 story done");
        assertThat(page.locator("tr.deep-1")).containsText("Done");
    }

    @Test
    public void trackingTableShouldBeGroupedAndNarrowed() {
        var page = signedIn("Ines Rowe");
        page.navigate("/MSF/tables?of=story&by=kind,team&state=done");
        assertThat(page.locator("tr.deep-0").first()).isVisible();
        assertThat(page.locator("tr.deep-1").first()).isVisible();
        assertThat(page.locator(".filter-line")).containsText("State");
        var words = page.locator(".track-words").innerText();
        Assertions.assertThat(words).matches("(\\d+) of \\1 stories done.*");
        page.locator("select[aria-label='Then by, 3']")
                .selectOption(new SelectOption().setLabel("then by sprint"));
        assertThat(page.locator("tr.deep-2").first()).isVisible();
    }

    @Test
    public void openWorkShouldBeToldAsItWas() {
        var page = signedIn("Ines Rowe");
        page.navigate("/MSF/tables?what=open&by=kind");
        var now = page.locator(".track-words").innerText();
        page.locator("[name=day]").fill("2026-03-02");
        page.locator(".track-span button").click();
        page.waitForURL("**day=2026-03-02**", new Page.WaitForURLOptions());
        assertThat(page.locator(".track-words")).containsText("on 2 Mar 2026");
        Assertions.assertThat(page.locator(".track-words").innerText()).isNotEqualTo(now);
    }

    @Test
    public void goalShouldBeMeasuredAndGapsMendedFromTheirRows() {
        var code = api().newProduct();
        api().post("/products/" + code + "/items", "{'level':'goal','title':'Dry ramps'}");
        api().post("/products/" + code + "/items", "{'level':'story','title':'Mat'}");
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/goals");
        var goal = page.locator("#goal-" + code + "1");
        goal.locator(".goal-forms > summary").click();
        goal.locator("[name=from]").fill("14");
        goal.locator("[name=target]").fill("14");
        goal.getByText("Save the measure").click();
        assertThat(goal.locator(".error").last()).containsText("where it starts");
        goal.locator("[name=target]").fill("7");
        goal.locator("[name=unit]").fill("minutes");
        goal.getByText("Save the measure").click();
        assertThat(goal).containsText("From 14 to 7 minutes");
        goal.locator("[name=value]").fill("10.5");
        goal.getByText("Add the reading").click();
        assertThat(goal).containsText("50 % of the way");
        goal.locator("[name=state]").selectOption("in doubt");
        goal.locator("[name=words]").fill("rain");
        goal.locator("form[action$=health] button").click();
        assertThat(goal).containsText("In doubt rain");

        page.navigate("/" + code + "/gaps?kind=not-sized");
        var row = page.locator("#gap-" + code + "2");
        row.locator("[name=value]").fill("5");
        page.keyboard().press("Enter");
        assertThat(row).hasCount(0);
        page.navigate("/" + code + "/gaps?kind=no-goal");
        row.locator("[name=value]").fill(code + "1");
        row.getByText("Set parent").click();
        assertThat(row).hasCount(0);
        page.navigate("/" + code + "/gaps?kind=no-criteria");
        row.locator("[name=value]").fill("Feet stay dry");
        row.getByText("Add").click();
        assertThat(row).hasCount(0);
        assertThat(page.locator(".track-words")).containsText("Nothing of this kind");
    }

    @Test
    public void changedTextShouldMakeALinkSuspectUntilItIsConfirmed() {
        var code = api().newProduct();
        api().post("/products/" + code + "/items", "{'level':'feature','title':'Warm hands'}");
        api().post("/products/" + code + "/items", "{'level':'story','title':'Gloves'}");
        api().post(
                        "/items/" + code + "2/links",
                        "{'type':'follows from','to':'%s1'}".formatted(code));
        api().patch("/items/" + code + "1", "{'title':'Warm hands in the wind'}");
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/gaps?kind=suspect");
        page.locator("table a", new Page.LocatorOptions().setHasText("Read both")).click();
        assertThat(page.locator(".reworded h3")).containsText("Warm hands in the wind");
        assertThat(page.locator(".reworded .as-written").first()).hasText("Warm hands");
        page.locator(".suspect button").click();
        assertThat(page.locator(".suspect")).hasCount(0);
    }
}
