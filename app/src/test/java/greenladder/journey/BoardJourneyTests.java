package greenladder.journey;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import greenladder.people.SignedIn;
import greenladder.setup.Teams;
import greenladder.setup.Teams.TeamForm;
import java.util.List;
import org.springframework.beans.factory.annotation.Autowired;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.Test;

/** What a team does from day to day: boards, hours, hand-overs, my work, what is blocked. */
public class BoardJourneyTests extends BrowserTest {
    @Autowired private Teams teams;

    private String product;
    private String team;

    /** Story 1 with tasks 3 and 4, story 2, both with Lio, without a sprint. */
    @BeforeMethod
    void make() {
        product = api().newProduct();
        team =
                teams.add(
                                SignedIn.SYSTEM,
                                new TeamForm(
                                        "Crew of " + product,
                                        List.of("lio.fenn", "bram.holt"),
                                        List.of(product)))
                        .team()
                        .key();
        item("{'level':'story','title':'Scan','size':5,'team':'%s','assignee':'lio.fenn'}");
        item("{'level':'story','title':'Board','size':3,'team':'%s','assignee':'lio.fenn'}");
        for (var title : List.of("Rig", "Try")) {
            item(
                    "{'level':'task','title':'"
                            + title
                            + "','parent':'"
                            + product
                            + "1','hours':{'estimate':4}}");
        }
    }

    private void item(String fields) {
        api().post("/products/" + product + "/items", fields.formatted(team));
    }

    private String key(int number) {
        return product + number;
    }

    private Page board(String who, String more) {
        var page = signedIn(who);
        page.navigate("/%s/board?board=%s&of=none%s".formatted(product, team, more));
        return page;
    }

    private static Locator.LocatorOptions has(String words) {
        return new Locator.LocatorOptions().setHasText(words);
    }

    private static Locator column(Page page, String key) {
        return page.locator("[data-board-cell][data-board-column='" + key + "']");
    }

    private Locator card(Page page, int number) {
        return page.locator("#card-" + key(number));
    }

    private void rules(String handOvers, String steps) {
        api().send(
                        "PUT",
                        "/teams/" + team + "/rules",
                        "{'handOvers':[%s],'steps':[%s]}".formatted(handOvers, steps));
    }

    @Test
    public void storyShouldBeHandedOverSentBackAndAccepted() {
        rules(
                "{'level':'story','state':'in-test','to':'person:bram.holt'}",
                "{'level':'story','from':'in-test','to':'done','who':'person:bram.holt'}");
        var page = board("Lio Fenn", "");
        requireAccessible(page, "board");
        card(page, 1).dragTo(column(page, "under-way"));
        assertThat(column(page, "under-way")).containsText("Scan");
        page.locator("#link-" + key(1)).focus();
        page.keyboard().press("Alt+ArrowRight");
        assertThat(column(page, "in-test")).containsText("Scan");
        assertThat(card(page, 1).locator(".person")).hasText("BH");

        // Only whoever tests takes it further.
        page.locator("#link-" + key(1)).focus();
        page.keyboard().press("Alt+ArrowRight");
        assertThat(page.locator("#toasts")).containsText("Only Bram Holt may take a story");
        assertThat(column(page, "in-test")).containsText("Scan");

        var lead = board("Bram Holt", "");
        card(lead, 1).dragTo(column(lead, "under-way"));
        assertThat(card(lead, 1).locator(".person")).hasText("LF");
        card(lead, 1).dragTo(column(lead, "in-test"));
        assertThat(card(lead, 1).locator(".person")).hasText("BH");
        card(lead, 1).dragTo(column(lead, "done"));
        lead.locator("#to-accept > summary").click();
        lead.locator("[data-accept] button").click();
        assertThat(card(lead, 1)).containsText("accepted");
        // What one did, the other sees.
        assertThat(column(page, "done")).containsText("accepted");
    }

    @Test
    public void tasksShouldBeMadeGivenWorkedOnAndTheLastMoveTheStoryOn() {
        api().patch("/items/" + key(1), "{'state':'under-way'}");
        var page = board("Lio Fenn", "&lanes=story");
        var lane = page.locator("#lane-" + key(1));
        lane.locator("[data-board-column='to-do'] [data-board-add]").click();
        page.keyboard().type("Tell the crew");
        page.keyboard().press("Enter");
        assertThat(lane.locator("[data-board-column='to-do']")).containsText("Tell the crew");
        page.keyboard().press("Escape");
        api().delete("/items/" + key(5));
        assertThat(lane).not().containsText("Tell the crew");

        card(page, 3).dragTo(page.locator("[data-person='bram.holt']"));
        assertThat(card(page, 3).locator(".person")).hasText("BH");
        page.locator("#link-" + key(3)).click();
        var panel = page.locator("#side-panel");
        panel.locator("#hours-" + key(3) + " [name=hours]").fill("3");
        panel.locator("#hours-" + key(3) + " button").click();
        assertThat(panel.locator(".worked-rows")).containsText("3 h");
        assertThat(card(page, 3).locator(".size")).containsText("1 h");
        panel.locator("#hours-" + key(3) + " [name=hours]").fill("100");
        panel.locator("#hours-" + key(3) + " button").click();
        assertThat(panel.locator("#hours-" + key(3) + " .error")).containsText("at most 24 hours");

        page.navigate("/%s/board?board=%s&of=none&lanes=story".formatted(product, team));
        card(page, 3).dragTo(lane.locator("[data-board-column='done']"));
        assertThat(lane.locator("[data-board-column='done']")).containsText("Rig");
        card(page, 4).dragTo(lane.locator("[data-board-column='done']"));
        page.locator("#toasts").locator("button", has("Move it on to In test")).click();
        assertThat(lane.locator(".board-lane")).containsText("In test");
    }

    @Test
    public void columnsShouldBeMergedAndTheLimitSeenWhenItIsExceeded() {
        var page = board("Ines Rowe", "&setup=yes");
        requireAccessible(page, "set-up of a board");
        page.locator("#setup-ready [data-merge]").selectOption("to-do");
        assertThat(page.locator("#setup-ready")).hasCount(0);
        assertThat(page.locator("#setup-to-do .setup-chips")).containsText("Story: Ready");

        // A state is dragged from one column into another; the last one of a column stays.
        page.locator("#setup-to-do")
                .locator(".setup-chip", has("Task: To do"))
                .dragTo(page.locator("#setup-in-test"));
        assertThat(page.locator("#setup-in-test .setup-chips")).containsText("Task: To do");
        page.locator("#setup-done .setup-chip").first().focus();
        page.keyboard().press("ArrowLeft");
        assertThat(page.locator("#setup-in-test .setup-chip")).hasCount(3);
        page.locator("body").press("Control+z");
        assertThat(page.locator("#setup-in-test .setup-chip")).hasCount(2);

        page.locator("#setup-under-way [name=limit]").fill("-1");
        page.locator("#setup-under-way form button").click();
        assertThat(page.locator("#setup-under-way .error")).containsText("between 1 and 999");
        page.locator("#setup-under-way [name=limit]").fill("1");
        page.locator("#setup-under-way form button").click();
        assertThat(page.locator("#toasts")).containsText("Column changed");
        page.getByText("Set-up done").click();
        assertThat(page.locator("#setup-under-way")).hasCount(0);
        card(page, 1).dragTo(column(page, "under-way"));
        assertThat(page.locator("[data-head='under-way']")).containsText("1 of 1");
        card(page, 2).dragTo(column(page, "under-way"));
        assertThat(page.locator("[data-head='under-way']")).containsText("2 of 1");
        assertThat(page.locator("[data-head='under-way'] .peg-hole.over")).hasCount(1);
    }

    @Test
    public void ruleShouldBeTriedBeforeItIsUsed() {
        var page = board("Ines Rowe", "&setup=yes");
        var form = page.locator(".rule-form").first();
        form.locator("[name=state]").selectOption("story/in-test");
        form.locator("[name=to]").selectOption("person:bram.holt");
        form.locator("button").click();
        var rule = page.locator("#rule-rule-1");
        assertThat(rule).containsText("When a story comes to In test, it goes to Bram Holt.");
        assertThat(rule).containsText("not in use");

        rule.locator("[name=item]").fill(key(1));
        rule.locator(".rule-try button").click();
        assertThat(page.locator("#toasts")).containsText("gave it to Bram Holt");
        rule.locator("[data-deed]", has("Use it")).click();
        assertThat(rule).not().containsText("not in use");
    }

    @Test
    public void ownWorkShouldBeDoneByKeyboardAlone() {
        api().patch("/items/" + key(1), "{'question':'Which gate first?'}");
        var page = signedIn("Lio Fenn");
        page.navigate("/" + product + "/work");
        requireAccessible(page, "my work");
        assertThat(page.locator("[aria-label='Waiting for me']"))
                .containsText("asked: Which gate first?");
        page.locator("#link-" + key(2)).focus();
        page.keyboard().press("Tab");
        assertThat(card(page, 2).locator("[data-work-state]")).isFocused();
        card(page, 2).locator("[data-work-state]").selectOption("under-way");
        assertThat(page.locator("[aria-label='Under way'] #card-" + key(2))).isVisible();

        page.locator("#more-" + key(2) + " > summary").focus();
        page.keyboard().press("Enter");
        page.locator("#wait-" + key(2) + " [name=item]").focus();
        page.keyboard().type(key(1));
        page.keyboard().press("Enter");
        assertThat(page.locator("[aria-label='I’m waiting for']"))
                .containsText("waits for " + key(1));

        page.navigate("/" + product + "/blocked");
        requireAccessible(page, "blocked");
        assertThat(card(page, 2)).containsText("waits for " + key(1));
        // What is waited for is done: it lifts by itself.
        api().patch("/items/" + key(1), "{'state':'done'}");
        assertThat(page.locator(".blocked-list")).containsText("Nothing is blocked");
    }

    @Test
    public void boardShouldBeWalkedInTwoBrowsersAndDragsBeSeen() {
        api().patch("/items/" + key(1), "{'state':'under-way'}");
        api().patch("/items/" + key(2), "{'state':'in-test'}");
        var one = board("Bram Holt", "");
        var other = board("Lio Fenn", "");
        one.locator("[data-walk]").click();
        assertThat(card(one, 2)).hasClass(java.util.regex.Pattern.compile(".*is-walked.*"));
        assertThat(other.locator("[data-walk-place]")).containsText("Board");
        one.keyboard().press("ArrowRight");
        assertThat(other.locator("[data-walk-place]")).containsText("Scan");
        assertThat(card(other, 1)).hasClass(java.util.regex.Pattern.compile(".*is-walked.*"));
        other.keyboard().press("Escape");
        assertThat(one.locator("[data-walk-bar]")).isHidden();

        // Held by one, faint for the other; then both drop at once.
        card(one, 1).hover();
        one.mouse().down();
        column(one, "done").hover();
        column(one, "done").hover();
        assertThat(card(other, 1)).hasClass(java.util.regex.Pattern.compile(".*is-held.*"));
        card(other, 2).dragTo(column(other, "done"));
        one.mouse().up();
        assertThat(column(one, "done").locator(".board-card")).hasCount(2);
        assertThat(column(other, "done").locator(".board-card")).hasCount(2);
    }

    @Test
    public void flowShouldTellWhatWasFinishedAndOpenIt() {
        api().patch("/items/" + key(1), "{'state':'under-way'}");
        api().patch("/items/" + key(1), "{'state':'done'}");
        api().patch("/items/" + key(2), "{'state':'under-way'}");
        var page = signedIn("Lio Fenn");
        page.navigate("/" + product + "/flow");
        requireAccessible(page, "flow");
        assertThat(page.locator(".headlines")).containsText("1 finished");
        assertThat(page.locator("[aria-label='In progress']")).containsText("Board");
        page.locator(".cycle-dot").click();
        assertThat(page.locator("#side-panel")).containsText("Scan");
    }

    @Test
    public void sprintReportShouldTellTheBurndownAndWhatCameIn() {
        api().post("/teams/" + team + "/sprints", "{'start':'2026-05-04','name':'Tide {n}'}");
        api().post("/sprints/" + team + "-1/items", "{'items':['%s']}".formatted(key(1)));
        api().post("/sprints/" + team + "-1/start", "{}");
        api().post("/sprints/" + team + "-1/items", "{'items':['%s']}".formatted(key(2)));
        var page = signedIn("Lio Fenn");
        page.navigate("/" + product + "/report");
        requireAccessible(page, "sprint report");
        assertThat(page.locator(".track-words")).containsText("8 of 8 points left");
        assertThat(page.locator(".track-words")).containsText("scope +3 since the start");
        assertThat(page.locator(".flag")).hasCount(1);
        page.locator("#burndown-points-table > summary").click();
        assertThat(page.locator("#burndown-points-table")).containsText(key(2) + " added, +3");
        page.locator(".figure-strip a[href$='show=committed']").click();
        page.locator("#side-panel a[data-key]").click();
        assertThat(page.locator("#side-panel .item-panel")).containsText("Scan");
    }

    /** One click and a number; whoever does not plan for the team reads it only. */
    @Test
    public void limitShouldBeChangedAtTheHeadOfItsColumn() {
        var page = board("Bram Holt", "");
        var head = page.locator(".board-head[data-head='under-way']");
        head.hover();
        head.locator(".head-limit > summary").click();
        page.keyboard().type("0");
        page.keyboard().press("Enter");
        assertThat(head.locator(".error")).containsText("A limit is between 1 and");
        page.keyboard().press("ControlOrMeta+A");
        page.keyboard().type("2");
        page.keyboard().press("Enter");
        assertThat(head.locator(".pegs")).containsText("0 of 2");
        assertThat(head.locator("[name=limit]")).not().isVisible();
        requireAccessible(page, "board with a limit");
        page.keyboard().press("ControlOrMeta+Z");
        assertThat(head.locator(".pegs")).containsText("set a limit");
        assertThat(board("Lio Fenn", "").locator(".head-limit")).hasCount(0);
    }

    @Test
    public void cardShouldStayOutOfALaneThatIsNotItsOwn() {
        item("{'level':'epic','title':'Books'}");
        api().patch("/items/" + key(1), "{'parent':'%s'}".formatted(key(5)));
        var page = board("Ines Rowe", "&lanes=epic");
        card(page, 2).dragTo(page.locator("#lane-" + key(5) + " [data-board-column='ready']"));
        assertThat(page.locator("#toasts")).containsText("does not belong to this lane");
        assertThat(page.locator("#lane-none")).containsText("Board");
    }

    @Test
    public void dropAfterTheCloseOfTheSprintShouldBeRefused() {
        var sprint = team + "-1";
        api().post("/teams/" + team + "/sprints", "{'start':'2026-05-04','name':'Tide {n}'}");
        api().post("/sprints/" + sprint + "/items", "{'items':['%s']}".formatted(key(1)));
        api().post("/sprints/" + sprint + "/start", "{}");
        var page = signedIn("Lio Fenn");
        page.navigate("/%s/board?board=%s&of=%s".formatted(product, team, sprint));
        assertThat(card(page, 1)).isVisible();
        api().post("/sprints/" + sprint + "/close", "{'unfinishedTo':'backlog'}");
        var answer =
                page.evaluate(
                        """
                        async ([url, values]) => {
                          const headers = JSON.parse(document.body.getAttribute("hx-headers"));
                          const body = new URLSearchParams(values);
                          const all = { ...headers, "HX-Request": "true" };
                          const answer = await fetch(url, { method: "POST", headers: all, body });
                          return answer.text();
                        }
                        """,
                        List.of(
                                "/%s/board/%s/move".formatted(product, team),
                                java.util.Map.of(
                                        "keys", key(1), "column", "done", "sprint", sprint)));
        org.assertj.core.api.Assertions.assertThat(answer.toString())
                .contains("Tide 1 has been closed meanwhile");
    }

    @Test
    public void listShouldShowTheSameStateByState() {
        var page = board("Lio Fenn", "&as=list");
        requireAccessible(page, "grouped list");
        assertThat(page.locator(".board-list section").first()).containsText("Scan");
        page.locator("text=As a board").click();
        assertThat(column(page, "to-do").locator(".board-card")).hasCount(2);
    }
}
