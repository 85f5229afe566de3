package greenladder.journey;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import greenladder.people.SignedIn;
import greenladder.setup.Teams;
import greenladder.setup.Teams.TeamForm;
import java.util.List;
import org.assertj.core.api.Assertions;
import org.springframework.beans.factory.annotation.Autowired;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.Test;

/** Stories laid out under what users do, cut into sprints, dragged about and written in place. */
public class MapJourneyTests extends BrowserTest {
    @Autowired private Teams teams;

    private record Made(String product, String team) {
        String key(int number) {
            return product + number;
        }

        String sprint(int number) {
            return team + "-" + number;
        }
    }

    private Made made;

    /** Epics 1 and 2, story 3 under the first, loose stories 4 to 6, a team with two sprints. */
    @BeforeMethod
    void make() {
        var code = api().newProduct();
        var team =
                teams.add(
                                SignedIn.SYSTEM,
                                new TeamForm(
                                        "Crew of " + code,
                                        List.of("oona.marsh", "tam.keel"),
                                        List.of(code)))
                        .team();
        made = new Made(code, team.key());
        item("{'level':'epic','title':'Books'}");
        item("{'level':'epic','title':'Boards'}");
        item("{'level':'story','title':'Pay','size':5,'parent':'%s'}".formatted(made.key(1)));
        for (var title : List.of("Seal-watch stops", "Seal songs", "Ramp bell")) {
            item("{'level':'story','title':'%s','size':2}".formatted(title));
        }
        api().post(
                        "/teams/" + made.team() + "/sprints",
                        "{'start':'2026-05-04','count':2,'name':'Tide {n}'}");
    }

    private void item(String fields) {
        api().post("/products/" + made.product() + "/items", fields);
    }

    private Page map() {
        var page = signedIn("Ines Rowe");
        page.navigate("/%s/map?slices=%s".formatted(made.product(), made.team()));
        return page;
    }

    private Locator cell(Page page, String slice, int column) {
        return page.locator(
                "[data-cell][data-slice='%s'][data-column='%s']"
                        .formatted(slice, made.key(column)));
    }

    private static Locator head(Page page, String slice) {
        return page.locator("tr[data-slice='" + slice + "'] .map-slice-head");
    }

    @Test
    public void nameOfTheSlicesShouldNotBeCutOffNorTakeASecondLine() {
        var page = map();
        double widest =
                page.locator(".unfold select").all().stream()
                        .mapToDouble(pick -> pick.boundingBox().width)
                        .max()
                        .orElseThrow();
        Assertions.assertThat(widest).isGreaterThan(125);
        Assertions.assertThat(page.locator(".view-line").boundingBox().height).isLessThan(60);
    }

    @Test
    public void cardsShouldBeWrittenAndDraggedByMouse() {
        var page = map();
        assertThat(cell(page, "none", 1)).containsText("Pay");
        requireAccessible(page, "story map");

        cell(page, made.sprint(1), 2).hover();
        cell(page, made.sprint(1), 2).locator("[data-map-add]").click();
        page.keyboard().type("Scan");
        page.keyboard().press("Enter");
        assertThat(cell(page, made.sprint(1), 2).locator(".map-card")).containsText("Scan");
        page.keyboard().press("Escape");

        page.locator("#card-" + made.key(3)).dragTo(cell(page, made.sprint(1), 1));
        assertThat(cell(page, made.sprint(1), 1)).containsText("Pay");
        assertThat(head(page, made.sprint(1))).containsText("5 to do");
        page.locator("body").press("Control+z");
        assertThat(cell(page, "none", 1)).containsText("Pay");
    }

    @Test
    public void looseStoriesShouldBeFoundAndDraggedInTogether() {
        var page = map();
        page.locator("[data-map-find]").fill("seal");
        assertThat(page.locator(".map-tray .map-card")).hasCount(2);

        page.locator(".map-tray #link-" + made.key(4)).focus();
        page.keyboard().press("Space");
        page.locator(".map-tray #link-" + made.key(5)).focus();
        page.keyboard().press("Space");
        page.locator(".map-tray #card-" + made.key(4)).dragTo(cell(page, made.sprint(2), 2));

        assertThat(cell(page, made.sprint(2), 2).locator(".map-card")).hasCount(2);
        assertThat(page.locator(".map-tray .map-card")).hasCount(0);
        assertThat(head(page, made.sprint(2))).containsText("4 to do");
    }

    @Test
    public void mapShouldBeWorkedByKeyboardAlone() {
        var page = map();
        page.locator("#link-" + made.key(1)).focus();
        page.keyboard().press("ArrowDown");
        assertThat(cell(page, made.sprint(1), 1)).isFocused();
        page.keyboard().press("n");
        page.keyboard().type("Look up");
        page.keyboard().press("Enter");
        assertThat(cell(page, made.sprint(1), 1)).containsText("Look up");
        page.keyboard().press("Escape");

        // Across to the next column, then down into the next slice.
        page.locator("#link-" + made.key(7)).focus();
        page.keyboard().press("Alt+ArrowRight");
        assertThat(cell(page, made.sprint(1), 2)).containsText("Look up");
        assertThat(page.locator("#link-" + made.key(7))).isFocused();
        page.keyboard().press("Alt+ArrowDown");
        assertThat(cell(page, made.sprint(2), 2)).containsText("Look up");

        // Picked in the tray, and put where the focus is.
        page.locator(".map-tray #link-" + made.key(6)).focus();
        page.keyboard().press("Space");
        page.locator("#link-" + made.key(7)).focus();
        page.keyboard().press("m");
        assertThat(cell(page, made.sprint(2), 2).locator(".map-card").first())
                .containsText("Ramp bell");

        page.locator("#link-" + made.key(2)).focus();
        page.keyboard().press("Alt+ArrowLeft");
        assertThat(page.locator(".map-head").first()).containsText("Boards");
    }

    @Test
    public void sliceShouldBeNamedAndDatedAnewOnTheMap() {
        api().post(
                        "/products/" + made.product() + "/releases",
                        "{'name':'Spring','date':'2026-07-01'}");
        var page = signedIn("Ines Rowe");
        page.navigate("/%s/map?slices=releases".formatted(made.product()));
        var naming = page.locator("[id^='map-name-']").first();
        naming.locator("summary").click();
        naming.locator("[name=name]").fill("Summer");
        naming.locator("[name=date]").fill("2026-08-03");
        naming.locator("button").click();
        assertThat(page.locator(".map-slice-head").first()).containsText("Summer");
        assertThat(page.locator(".map-slice-head").first()).containsText("3 Aug 2026");
    }

    @Test
    public void closedSprintShouldBeBroughtBackAsItStood() {
        api().post(
                        "/sprints/" + made.sprint(1) + "/items",
                        "{'items':['%s']}".formatted(made.key(3)));
        var page = map();
        head(page, made.sprint(1)).locator("summary", has("Start…")).click();
        head(page, made.sprint(1)).locator("button", has("Start Tide 1")).click();
        head(page, made.sprint(1)).locator("summary", has("Close…")).click();
        head(page, made.sprint(1)).locator("button", has("Close Tide 1")).click();
        assertThat(page.locator("tr[data-slice='" + made.sprint(1) + "']")).hasCount(0);
        assertThat(cell(page, made.sprint(2), 1)).containsText("Pay");

        api().patch(
                        "/items/" + made.key(3),
                        "{'title':'Pay later','parent':'" + made.key(2) + "'}");
        page.navigate(
                "/%s/map?slices=%s&closed=%s"
                        .formatted(made.product(), made.team(), made.sprint(1)));

        var then = cell(page, made.sprint(1), 1).locator(".map-card");
        assertThat(then).containsText("Pay");
        assertThat(then).containsText("carried over");
        assertThat(cell(page, made.sprint(2), 2)).containsText("Pay later");
    }

    private static Locator.LocatorOptions has(String words) {
        return new Locator.LocatorOptions().setHasText(words);
    }
}
