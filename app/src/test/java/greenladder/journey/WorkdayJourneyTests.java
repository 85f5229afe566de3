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

    /** A column with its state: one field. Its limit: one click and a number. */
    @Test
    public void boardShouldGetAColumnAndALimit() {
        var page = signedIn("Bram Holt");
        page.navigate("/MSF/board?board=yard");
        var heads = page.locator(".board-head h2");
        int before = heads.count();
        page.getByLabel("New column, with a state of its own").fill("At the pier");
        page.keyboard().press("Enter");
        assertThat(heads).hasCount(before + 1);
        var head = page.locator("[data-head=at-the-pier]");
        assertThat(head).containsText("At the pier");
        head.locator("summary").click();
        page.keyboard().type("2");
        page.keyboard().press("Enter");
        assertThat(head.locator("summary"))
                .hasAttribute("aria-label", "Limit of At the pier: 0 of 2");
        page.keyboard().press("Control+z");
        assertThat(head.locator("summary"))
                .hasAttribute("aria-label", "Limit of At the pier: none");
        page.keyboard().press("Control+z");
        assertThat(heads).hasCount(before);
    }

    @Test
    public void itemShouldComeOntoTheBoardByItsKey() {
        var code = api().newProduct();
        var page = signedIn("Ines Rowe");
        page.navigate("/MSF/board?board=gannet&of=gannet-8");
        var cell = page.locator("[data-board-cell]").first();
        cell.locator("[data-board-add]").click();
        page.keyboard().type("MSF77");
        page.keyboard().press("Enter");
        assertThat(cell.locator("#card-MSF77")).isVisible();
        page.keyboard().press("Escape");
        page.keyboard().press("Control+z");
        assertThat(page.locator("#card-MSF77")).hasCount(0);
        // Not what another team's product holds.
        api().post("/products/" + code + "/items", "{'level':'story','title':'Loose'}");
        cell.locator("[data-board-add]").click();
        page.keyboard().type(code + "1");
        page.keyboard().press("Enter");
        assertThat(page.locator(".board-new .error")).not().isEmpty();
        assertThat(page.locator(".board-new input")).hasValue(code + "1");
    }

    /** One key and a number on the card; Esc leaves it as it was. */
    @Test
    public void hoursShouldBeWrittenOnACard() {
        var page = signedIn("Lio Fenn");
        page.navigate("/MSF/board?board=lantern&lanes=story");
        var card = page.locator(".board-card:has([data-log-hours])").first();
        var key = card.getAttribute("data-key");
        var left = card.locator(".size").innerText();
        card.locator(".card-link").focus();
        page.keyboard().press("l");
        page.keyboard().press("Escape");
        assertThat(card.locator(".hours-form")).hasCount(0);
        assertThat(card.locator(".card-link")).isFocused();
        page.keyboard().press("l");
        page.keyboard().type("lots");
        page.keyboard().press("Enter");
        assertThat(card.locator(".hours-form .error")).not().isEmpty();
        card.locator("[name=hours]").fill("1");
        page.keyboard().press("Enter");
        assertThat(page.locator("#card-" + key + " .size")).not().hasText(left);
        page.keyboard().press("Control+z");
        assertThat(page.locator("#card-" + key + " .size")).hasText(left);
    }

    @Test
    public void lastStepShouldOfferToMoveTheItemOn() {
        var code = api().newProduct();
        api().post(
                        "/products/" + code + "/items",
                        "{'level':'story','title':'S','checklist':[{'text':'One'}]}");
        var page = signedIn("Ines Rowe");
        page.navigate("/items/" + code + "1");
        page.locator("[data-line] [type=checkbox], .lines [type=checkbox]").first().click();
        page.getByText("Move it on to Under way").click();
        assertThat(page.locator("body")).containsText("Under way");
    }

    /** One key each: from the ranked list to the tree, and back to the list. */
    @Test
    public void rankAndTreeShouldLeadToEachOther() {
        var page = signedIn("Ines Rowe");
        page.navigate("/MSF/rank?level=story");
        var row = page.locator(".ranked .item-row").nth(3);
        var key = row.getAttribute("data-key");
        row.locator("td[data-col=title]").click();
        page.keyboard().press("F8");
        assertThat(page.locator("#view")).hasAttribute("data-view", "ladder");
        card(
                        page,
                        page.locator("#card-" + key + " .card-title, #card-" + key + " .item-title")
                                .first()
                                .innerText())
                .locator(".card-link")
                .focus();
        page.keyboard().press("F8");
        assertThat(page.locator("#view")).hasAttribute("data-view", "rank");
        assertThat(page.locator("#card-" + key)).isInViewport();
    }

    /** Whoever makes a product has a team with a board and a backlog, and asks nobody for it. */
    @Test
    public void onePersonAloneShouldHaveABoard() {
        var page = signedIn("Ines Rowe");
        page.navigate("/products/new");
        page.getByLabel("Name").fill("Lantern festival");
        page.getByLabel("Code").fill("FESTA");
        page.getByText("Add product", new Page.GetByTextOptions().setExact(true)).click();
        assertThat(page.locator("#view")).hasAttribute("data-view", "ladder");
        page.navigate("/FESTA/board");
        assertThat(page.locator("select[aria-label=Team] option:checked"))
                .hasText("Lantern festival");
        page.locator("[data-board-add]").first().click();
        page.keyboard().type("Hang the lamps");
        page.keyboard().press("Enter");
        assertThat(page.locator(".board-card")).containsText("Hang the lamps");
        page.navigate("/FESTA/backlog");
        assertThat(page.locator("#list-backlog .backlog-row")).containsText("Hang the lamps");
    }

    /** Two clicks from what is picked to the form of a review. */
    @Test
    public void selectionShouldTravel() {
        var code = api().newProduct();
        api().post("/products/" + code + "/items", "{'level':'epic','title':'Lamp'}");
        for (var title : new String[] {"One", "Two", "Three"}) {
            api().post(
                            "/products/" + code + "/items",
                            "{'level':'story','title':'%s','parent':'%s1'}".formatted(title, code));
        }
        var page = signedIn("Ines Rowe");
        var send = page.getByLabel("Send the selection to");
        page.navigate("/" + code + "/rank?level=story");
        pickTwo(page);
        send.selectOption("reviews");
        assertThat(page.locator("#send-review [name=items]")).hasValue(code + "2 " + code + "3");
        assertThat(page.locator("#send-review [name=name]")).isFocused();

        page.navigate("/" + code + "/rank?level=story");
        pickTwo(page);
        send.selectOption("baselines");
        assertThat(page.locator("#take-baseline [name=name]")).isFocused();
        page.keyboard().type("Agreed");
        page.keyboard().press("Enter");
        assertThat(page.locator(".toast")).containsText("Taken, of " + code + "1");

        page.navigate("/" + code + "/rank?level=story");
        pickTwo(page);
        send.selectOption("pages");
        assertThat(page.locator("#begin-page [name=name]")).isFocused();
        page.keyboard().type("Notes");
        page.keyboard().press("Enter");
        assertThat(page.locator(".paper-head h2")).hasText("Notes");
        assertThat(page.locator("#view")).containsText("Two");

        page.navigate("/" + code + "/rank?level=story");
        pickTwo(page);
        send.selectOption("tests");
        assertThat(page.locator("#start-round [name=name]")).isFocused();
        page.keyboard().type("First round");
        page.keyboard().press("Enter");
        assertThat(page.locator("#start-round .error")).containsText("No test covers these items");

        page.navigate("/" + code + "/rank?level=story");
        pickTwo(page);
        send.selectOption("list");
        page.getByText("Open it").click();
        assertThat(page.locator(".filter-part")).containsText("Items: " + code + "2");
        assertThat(page.locator("#view")).not().containsText("Three");
    }

    private static void pickTwo(Page page) {
        page.locator(".ranked td[data-col=title]").first().click();
        page.keyboard().press("Space");
        page.keyboard().press("ArrowDown");
        page.keyboard().press("Space");
        assertThat(page.locator("[data-selection]")).containsText("2 selected");
    }

    /** Pull, break down into three tasks with hours, pull the next: the page stays. */
    @Test
    public void sprintShouldBeFilledAndBrokenDownOnItsPage() {
        var page = signedIn("Ines Rowe");
        page.navigate("/MSF/sprint?id=gannet-8");
        var url = page.url();
        var stories = page.locator(".sprint-story");
        int before = stories.count();
        var first = page.locator("[data-pull]").getAttribute("data-item");
        page.locator("#view").focus();
        page.keyboard().press("n");
        assertThat(stories).hasCount(before + 1);
        var title = page.locator("#card-" + first + " [data-task-add] [name=title]");
        assertThat(title).isFocused();
        for (var task : new String[] {"Look", "Build", "Try"}) {
            page.keyboard().type(task);
            page.keyboard().press("Tab");
            page.keyboard().type("2");
            page.keyboard().press("Enter");
            assertThat(page.locator("#card-" + first + " .sprint-tasks")).containsText(task);
            assertThat(title).isFocused();
        }
        page.keyboard().press("Escape");
        page.keyboard().press("n");
        assertThat(stories).hasCount(before + 2);
        assertThat(page).hasURL(url);
        assertThat(page.locator("#card-" + first + " .sprint-task")).hasCount(3);
        // Taken back one after the other, the last first.
        page.keyboard().press("Escape");
        page.keyboard().press("Control+z");
        assertThat(stories).hasCount(before + 1);
        for (int left = 2; left >= 0; left--) {
            page.keyboard().press("Control+z");
            assertThat(page.locator("#card-" + first + " .sprint-task")).hasCount(left);
        }
        page.keyboard().press("Control+z");
        assertThat(stories).hasCount(before);
    }

    /** Goal, dates and the check of the scope stand in the form that starts a sprint. */
    @Test
    public void sprintShouldBeStartedWithItsGoal() {
        var code = api().newProduct();
        var made = api().post("/products/" + code + "/items", "{'level':'story','title':'One'}");
        Assertions.assertThat(made.status()).isEqualTo(201);
        var page = signedIn("Ines Rowe");
        page.navigate("/MSF/sprint?id=gannet-8");
        assertThat(page.locator("#sprint-start [name=goal]")).hasCount(1);
        assertThat(page.locator("#sprint-start [name=finish]")).hasCount(1);
        page.navigate("/MSF/sprint?id=gannet-7");
        assertThat(page.locator(".burn-small")).isVisible();
        assertThat(page.locator("#sprint-close [name=begunTo]")).hasCount(1);
        assertThat(page.locator("#sprint-close [name=unbegunTo]")).hasCount(1);
        assertThat(page.locator("#sprint-close [name='note.try']")).hasCount(1);
    }

    /** All fields in one form: what is wrong stands beside its field, what is kept stays. */
    @Test
    public void oneFormShouldHoldAllFields() {
        var code = api().newProduct();
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/new");
        page.keyboard().type("Lamp at the pier");
        page.locator("#edit-new-size").fill("plenty");
        page.locator("#edit-new-labels").fill("pier, night");
        page.getByLabel("Keep Labels").check();
        page.locator("#edit-new-acceptance").fill("It is lit\nIt rings");
        page.locator("[name=another]").click();
        assertThat(page.locator("[data-error-of=size]")).not().isEmpty();
        assertThat(page.locator("#edit-title")).hasValue("Lamp at the pier");
        page.locator("#edit-new-size").fill("5");
        page.locator("[name=another]").click();
        assertThat(page.locator(".toast")).containsText("Added " + code + "1");
        assertThat(page.locator("#edit-title")).hasValue("");
        assertThat(page.locator("#edit-new-size")).hasValue("");
        assertThat(page.locator("#edit-new-labels")).hasValue("pier, night");
        var made = api().get("/items/" + code + "1").body();
        Assertions.assertThat(made.path("size").asInt()).isEqualTo(5);
        Assertions.assertThat(made.path("acceptance").size()).isEqualTo(2);
        // Another kind keeps what was typed; a field made here is there at once.
        page.locator("#edit-title").fill("Lamp flickers");
        page.locator("[data-new-as=kind]").selectOption("bug");
        assertThat(page).hasURL(Pattern.compile("kind=bug"));
        assertThat(page.locator("#edit-title")).hasValue("Lamp flickers");
        page.locator("#new-own-field summary").click();
        page.locator("#new-own-field [name=name]").fill("Quay");
        page.locator("#new-own-field button").click();
        assertThat(page.locator("#edit-new-custom\\.quay")).isVisible();
        page.locator("#edit-new-custom\\.quay").fill("North");
        page.locator(".new-item-acts .is-primary").click();
        assertThat(page).hasURL(Pattern.compile("/items/" + code + "2"));
        assertThat(page.locator("#view")).containsText("North");
    }
}
