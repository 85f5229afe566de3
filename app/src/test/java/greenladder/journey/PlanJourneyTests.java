package greenladder.journey;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import greenladder.people.SignedIn;
import greenladder.setup.Teams;
import greenladder.setup.Teams.TeamForm;
import java.util.List;
import org.springframework.beans.factory.annotation.Autowired;
import org.testng.annotations.Test;

/** A team lead's planning day: sprints made, filled, mended, broken down, started, closed. */
public class PlanJourneyTests extends BrowserTest {
    @Autowired private Teams teams;

    private record Made(String product, String team) {
        String sprint(int number) {
            return team + "-" + number;
        }
    }

    /** A product with stories of five points each, and a team without a sprint. */
    private Made made(int stories) {
        var code = api().newProduct();
        var team =
                teams.add(
                                SignedIn.SYSTEM,
                                new TeamForm(
                                        "Crew of " + code,
                                        List.of("oona.marsh", "tam.keel"),
                                        List.of(code)))
                        .team();
        for (int i = 1; i <= stories; i++) {
            api().post(
                            "/products/" + code + "/items",
                            "{'level':'story','title':'Story %d','size':5}".formatted(i));
        }
        return new Made(code, team.key());
    }

    private Made withSprints(int stories) {
        var made = made(stories);
        api().post(
                        "/teams/" + made.team() + "/sprints",
                        "{'start':'2026-05-04','count':3,'name':'Tide {n}'}");
        api().patch("/sprints/" + made.sprint(1), "{'capacity':10}");
        api().patch("/sprints/" + made.sprint(2), "{'capacity':10}");
        return made;
    }

    private void plan(Made made, int sprint, int... items) {
        for (int item : items) {
            api().post(
                            "/sprints/" + made.sprint(sprint) + "/items",
                            "{'items':['%s%d']}".formatted(made.product(), item));
        }
    }

    private Page at(String name, String url) {
        var page = signedIn(name);
        page.navigate(url);
        return page;
    }

    private static Locator trough(Page page, String sprint) {
        return page.locator(".trough-of[data-trough='" + sprint + "']");
    }

    private static Locator toast(Page page, String words) {
        return page.locator("#toasts", new Page.LocatorOptions().setHasText(words));
    }

    @Test
    public void sixWeeksOfSprintsShouldBeMadeInOneGo() {
        var made = made(1);
        var page = at("Ines Rowe", "/" + made.product() + "/bench");
        requireAccessible(page, "bench without sprints");

        page.locator("#new-sprints > summary").click();
        page.locator("#new-sprints [name=start]").fill("2026-05-11");
        page.locator("#new-sprints [name=count]").fill("3");
        assertThat(page.locator("[data-series-dates]"))
                .containsText("11 May 2026 – 22 May 2026; 25 May 2026 – 5 Jun 2026");
        page.locator("#new-sprints [name=goal]").fill("Gangway open");
        page.locator("#new-sprints button").click();

        assertThat(page.locator(".trough-of")).hasCount(3);
        assertThat(page.locator(".trough-name").first()).containsText("Crew of");
        page.keyboard().press("Escape");
        page.locator("body").press("Control+z");
        assertThat(page.locator(".trough-of")).hasCount(0);
    }

    @Test
    public void overCommitmentShouldBeToldAndMovedOn() {
        var made = withSprints(4);
        plan(made, 1, 1, 2);
        var page = at("Ines Rowe", "/" + made.product() + "/bench?open=" + made.sprint(1));
        assertThat(page.locator(".bench-open header")).containsText("10 of 10 points");

        page.locator("#card-" + made.product() + "3").dragTo(trough(page, made.sprint(1)));

        assertThat(page.locator(".bench-open header")).containsText("5 over");
        assertThat(trough(page, made.sprint(1))).containsText("5 over");
        requireAccessible(page, "bench with an open sprint");
        page.locator(".opened-acts button", has("Move what is over")).click();
        assertThat(page.locator(".bench-open header")).containsText("10 of 10 points");
        assertThat(trough(page, made.sprint(2))).containsText("5 of 10");
        page.locator("body").press("Control+z");
        assertThat(page.locator(".bench-open header")).containsText("5 over");
    }

    private static Page.LocatorOptions has(String words) {
        return new Page.LocatorOptions().setHasText(words);
    }

    @Test
    public void candidatesShouldBecomeACommitmentByKeyboardAlone() {
        var made = withSprints(3);
        var page = at("Ines Rowe", "/" + made.product() + "/bench?open=" + made.sprint(2));

        page.locator("#link-" + made.product() + "1").focus();
        page.keyboard().press("Space");
        page.locator("#link-" + made.product() + "2").focus();
        page.keyboard().press("Space");
        page.keyboard().press("p");
        page.locator("[data-as-candidates]").check();
        page.keyboard().press("2");

        assertThat(page.locator(".opened-candidates .opened-row")).hasCount(2);
        assertThat(page.locator(".opened-candidates h5")).containsText("10 more, 10 together");
        assertThat(page.locator(".bench-open header")).containsText("0 of 10 points");
        page.locator("button", has("Commit all candidates")).click();
        assertThat(page.locator(".opened-rows").first().locator(".opened-row")).hasCount(2);
        assertThat(page.locator(".opened-candidates")).hasCount(0);
        page.locator("#link-" + made.product() + "2").focus();
        page.keyboard().press("Delete");
        assertThat(page.locator(".opened-row")).hasCount(1);
        assertThat(page.locator(".bench-rows #card-" + made.product() + "2")).isVisible();
    }

    @Test
    public void storiesShouldBeBrokenDownWhileTheLoadFollows() {
        var made = withSprints(2);
        plan(made, 1, 1, 2);
        var page = at("Oona Marsh", "/" + made.product() + "/sprint?id=" + made.sprint(1));
        var story = page.locator("#card-" + made.product() + "1");

        story.locator("[name=title]").fill("Rain rig");
        story.locator("[name=hours]").fill("60");
        story.locator("[name=person]").selectOption("oona.marsh");
        assertThat(page.locator("[data-busy-key='oona.marsh']")).containsText("+ 60 h");
        story.locator("[name=title]").press("Enter");

        assertThat(story.locator(".sprint-task")).containsText("Rain rig");
        assertThat(story.locator("[name=title]")).isFocused();
        assertThat(page.locator("[data-busy-key='oona.marsh'] .over")).containsText("over");
        page.locator("#agree-" + made.product() + "1").check();
        assertThat(toast(page, "The team agrees")).isVisible();
        requireAccessible(page, "sprint page");
    }

    @Test
    public void sprintShouldBeStartedAndClosedWithWhatIsLeftCarriedOver() {
        var made = withSprints(3);
        plan(made, 1, 1, 2);
        var page = at("Ines Rowe", "/" + made.product() + "/sprint?id=" + made.sprint(1));

        page.locator("#sprint-start > summary").click();
        assertThat(page.locator("#sprint-start .warnings")).containsText("2 not agreed to");
        page.locator("#sprint-start button").click();
        assertThat(page.locator(".sprint-standing")).hasText("running");
        api().patch("/items/" + made.product() + "1", "{'state':'done'}");
        assertThat(page.locator(".figures tr", has("Completed")).locator("td").last()).hasText("5");

        page.locator("#sprint-close > summary").click();
        page.locator("#sprint-close [name=begunTo], #sprint-close [name=unbegunTo]")
                .all()
                .forEach(choice -> choice.selectOption(made.sprint(3)));
        page.locator("#sprint-close form > button").click();
        assertThat(page.locator(".sprint-standing")).hasText("closed");
        page.navigate("/" + made.product() + "/bench");
        assertThat(trough(page, made.sprint(3))).containsText("5 of");

        page.locator("body").press("Control+z");
        assertThat(trough(page, made.sprint(1))).containsText("10 of 10");
    }

    @Test
    public void releaseShouldBeFilledOverItsCapacityAndMended() {
        var made = withSprints(3);
        api().post(
                        "/products/" + made.product() + "/releases",
                        "{'name':'Spring','date':'2026-06-20','start':'2026-05-01'}");
        api().patch("/sprints/" + made.sprint(2), "{'capacity':0}");
        var page = at("Ines Rowe", "/" + made.product() + "/bench");
        for (int i = 1; i <= 3; i++) {
            page.locator("#card-" + made.product() + i).dragTo(page.locator("[data-release]"));
            assertThat(page.locator(".release-name")).containsText(5 * i + " of 10 points");
        }
        assertThat(page.locator(".release-name")).containsText("5 over");

        page.locator("#link-" + made.product() + "3").focus();
        page.keyboard().press("p");
        page.locator("[data-plan-out]", has("Remove from Spring")).click();
        assertThat(page.locator(".release-name")).containsText("10 of 10 points");

        page.navigate("/" + made.product() + "/releases");
        assertThat(page.locator(".release-main")).containsText("It fits.");
        requireAccessible(page, "releases");
    }

    @Test
    public void twoPlannersShouldSeeEachOther() {
        var made = withSprints(2);
        var url = "/" + made.product() + "/bench";
        var ines = at("Ines Rowe", url);
        var kit = at("Kit Arden", url);

        ines.locator("#card-" + made.product() + "1").dragTo(trough(ines, made.sprint(1)));
        assertThat(trough(kit, made.sprint(1))).containsText("5 of 10");
        kit.locator("#card-" + made.product() + "2").dragTo(trough(kit, made.sprint(1)));
        assertThat(trough(ines, made.sprint(1))).containsText("10 of 10");
    }

    @Test
    public void listShouldBeDraggedOntoTheStripBelowIt() {
        var made = withSprints(2);
        var page = at("Ines Rowe", "/" + made.product() + "/rank");
        page.locator("#plan-strip > summary").click();

        page.locator("#card-" + made.product() + "1 > td").first().focus();
        page.keyboard().press("Space");
        page.keyboard().press("Shift+ArrowDown");
        page.locator("#card-" + made.product() + "1")
                .dragTo(page.locator(".strip-place[data-trough='" + made.sprint(1) + "']"));

        assertThat(page.locator(".strip-place[data-trough='" + made.sprint(1) + "']"))
                .containsText("10 of 10");
        requireAccessible(page, "rank with its strip");
    }

    @Test
    public void calendarShouldBeKeptAndRefusedInPlace() {
        var made = made(1);
        var page = at("Ines Rowe", "/" + made.product() + "/calendars");
        requireAccessible(page, "calendars");

        page.locator("[name=holidays]").fill("2026-05-14 Rain day\nsoon");
        page.locator(".team-calendar form > fieldset > button").click();
        assertThat(page.locator(".team-calendar .error").first()).containsText("A day is needed");
        assertThat(page.locator("[name=holidays]")).hasValue("2026-05-14 Rain day\nsoon");
        page.locator("[name=holidays]").fill("2026-05-14 Rain day");
        page.locator(".team-calendar form > fieldset > button").click();
        assertThat(toast(page, "Calendar changed")).isVisible();
    }
}
