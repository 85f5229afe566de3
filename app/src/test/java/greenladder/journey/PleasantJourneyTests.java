package greenladder.journey;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import org.assertj.core.api.Assertions;
import org.testng.annotations.Test;

/** Hurried fingers: double clicks, keys ahead of the server, drops, pastes and Tab everywhere. */
public class PleasantJourneyTests extends BrowserTest {
    /** Gives what is in focus and shows no ring, on itself or on what stands around it. */
    private static final String WITHOUT_A_RING =
            """
            () => {
              const e = document.activeElement;
              if (!e || e === document.body) return "";
              const ring = (n) => {
                const s = getComputedStyle(n);
                return s.outlineStyle !== "none" && parseFloat(s.outlineWidth) >= 1;
              };
              const box = e.querySelector(".box");
              if (box && parseFloat(getComputedStyle(box).strokeWidth) >= 2) return "";
              const near = [e, e.closest(".item-card"), e.closest("label"), e.parentElement];
              return near.filter(Boolean).some(ring) ? "" : e.outerHTML.slice(0, 160);
            }\
            """;

    private static final Pattern NARROW = Pattern.compile("/narrow\\?");

    private static final List<String> VIEWS =
            List.of(
                    "/MSF/ladder?from=epic&panel=1&at=MSF4",
                    "/MSF/outline",
                    "/MSF/rank",
                    "/MSF/agenda",
                    "/MSF/estimate",
                    "/MSF/threads?item=MSF4",
                    "/items/MSF14",
                    "/notices",
                    "/settings");

    private String product() {
        var code = api().newProduct();
        api().post(
                        "/products/" + code + "/outline",
                        "{'text':'- epic: Ramp\\n"
                                + "  - feature: Flow\\n"
                                + "    - story: A\\n"
                                + "    - story: B'}");
        return code;
    }

    @Test
    public void listShouldBeAddedOnceByADoubleClick() {
        var code = product();
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/outline?to=task");
        page.locator("[data-write-open]").click();
        page.locator("#write-box textarea").fill("goal: One\ngoal: Two");
        assertThat(page.locator("[data-write-add]")).hasText("Add 2 items");
        page.locator("[data-write-add]").dblclick();
        assertThat(page.locator("#toasts")).containsText("Added");
        assertThat(page.locator(".item-row", withText("One"))).hasCount(1);
    }

    @Test
    public void deletingAndUndoingShouldKeepThePlace() {
        var code = product();
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/rank");
        row(page, code + "3").locator(".title-cell").focus();
        page.keyboard().press("Shift+F10");
        page.locator("#menu summary", withText("Delete…")).click();
        page.locator("#menu .is-danger").click();
        assertThat(row(page, code + "3")).hasCount(0);
        assertThat(row(page, code + "4").locator(".title-cell")).isFocused();

        page.keyboard().press("Control+z");
        assertThat(row(page, code + "3").locator(".title-cell")).isFocused();
    }

    private static Locator row(Page page, String key) {
        return page.locator(".item-row[data-key='" + key + "']");
    }

    @Test
    public void keysTypedBeforeTheFieldComesShouldGoIntoIt() {
        var code = product();
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/ladder?from=feature&panel=0&at=" + code + "2");
        var held = new ArrayDeque<Route>();
        page.route("**/items/add", held::add);
        var add = page.locator("[data-add-under='" + code + "2'] [name=title]");
        add.fill("Story ahead");
        page.keyboard().press("Shift+Enter");
        page.keyboard().type("task typed ahead");
        page.keyboard().press("Enter");
        page.waitForCondition(() -> !held.isEmpty());
        page.unroute("**/items/add");
        held.forEach(Route::resume);
        assertThat(card(page, "task typed ahead")).isVisible();
        assertThat(card(page, "Story ahead")).isVisible();
        assertThat(page.locator("#quick-add")).isHidden();
    }

    @Test
    public void pickMadeWhileTheCountsOfTheOneBeforeComeShouldStay() {
        var code = product();
        api().patch("/items/" + code + "3", "{'kind':'bug'}");
        api().patch("/items/" + code + "4", "{'kind':'bug','size':3}");
        api().post("/products/" + code + "/items", "{'level':'story','title':'Plain'}");
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/rank");
        page.locator("#narrow-choice summary").click();
        page.locator("#facet-kind summary").click();
        var held = new ArrayDeque<Route>();
        page.route(NARROW, held::add);
        page.locator("[id='pick-kind-bug']").check();
        page.waitForCondition(() -> !held.isEmpty());
        page.unroute(NARROW);
        var unsized =
                page.locator(
                                ".narrow-quick label",
                                new Page.LocatorOptions().setHasText("Not sized"))
                        .locator("input");
        unsized.check();
        held.forEach(Route::resume);
        assertThat(titles(page)).hasText(new String[] {"A"});
        assertThat(unsized).isChecked();
        assertThat(page.locator("[id='pick-kind-bug']")).isChecked();
    }

    private static Locator titles(Page page) {
        return page.locator(".ranked .row-link");
    }

    @Test
    public void cardDroppedIntoTheTrayShouldLoseItsParent() {
        var code = product();
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/ladder?from=feature&panel=0&at=" + code + "2");
        page.locator("[data-loose-open]").click();
        assertThat(page.locator("#loose-tray")).isVisible();
        card(page, "A").dragTo(page.locator("#loose-tray"));
        assertThat(page.locator(".tray-card", withText("A"))).hasCount(1);
        page.reload();
        assertThat(page.locator("#loose-tray")).isVisible();
    }

    @Test
    public void linesPastedIntoAnAddFieldShouldBecomeSeveral() {
        var code = product();
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/ladder?from=feature&panel=0&at=" + code + "2");
        page.locator("[data-add-under='" + code + "2'] [name=title]").focus();
        page.evaluate(
                """
                () => {
                  const data = new DataTransfer();
                  data.setData("text/plain", "- Lamp\\n- Rope");
                  const paste = new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true });
                  document.activeElement.dispatchEvent(paste);
                }\
                """);
        page.locator(".paste-offer button").first().click();
        assertThat(card(page, "Lamp")).isVisible();
        assertThat(card(page, "Rope")).isVisible();
    }

    @Test
    public void figuresShouldExplainThemselvesByKey() {
        var code = product();
        api().patch("/items/" + code + "2", "{'size':20}");
        api().patch("/items/" + code + "3", "{'size':5,'state':'done'}");
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/ladder?from=feature&panel=1&at=" + code + "2");
        page.locator("#link-" + code + "2").focus();
        page.keyboard().press("w");
        assertThat(page.locator(".why")).containsText("The parts come to 5 of the 20");
        page.keyboard().press("Escape");
        assertThat(page.locator(".why")).isHidden();

        api().patch("/items/" + code + "4", "{'size':8}");
        var question = page.locator(".that-is-all");
        assertThat(question).containsText("The parts come to 13 of 20 points. Is that all?");
        question.locator("button").click();
        assertThat(question).hasCount(0);
        assertThat(page.locator(".item-figures")).containsText("5 of 13 points");
    }

    @Test
    public void refusedUndoShouldBeSkipped() {
        var code = product();
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/ladder?from=feature&panel=0&at=" + code + "2");
        rename(page, code + "3", "First");
        rename(page, code + "4", "Second");
        api().patch("/items/" + code + "4", "{'title':'By somebody else'}");
        assertThat(card(page, "By somebody else")).isVisible();
        page.locator("#link-" + code + "3").focus();
        page.keyboard().press("Control+z");
        assertThat(page.locator(".toast.is-trouble")).containsText("changed again in the meantime");
        page.locator(".toast button", new Page.LocatorOptions().setHasText("Skip it")).click();
        assertThat(card(page, "A")).isVisible();
        assertThat(card(page, "By somebody else")).isVisible();
    }

    private static void rename(Page page, String key, String title) {
        page.locator("#link-" + key).focus();
        page.keyboard().press("F2");
        assertThat(page.locator("#card-" + key + " input[name=value]")).isFocused();
        page.keyboard().type(title);
        page.keyboard().press("Enter");
        assertThat(page.locator("#link-" + key)).hasText(title);
    }

    @Test
    public void focusShouldBeSeenOnEverythingThatTabReaches() {
        var page = signedIn("Edda Quill");
        var unseen = new ArrayList<String>();
        for (var view : VIEWS) {
            page.navigate(view);
            for (int i = 0; i < 45; i++) {
                page.keyboard().press("Tab");
                var bare = (String) page.evaluate(WITHOUT_A_RING);
                if (!bare.isEmpty()) {
                    unseen.add(view + " " + bare);
                }
            }
        }
        Assertions.assertThat(unseen).isEmpty();
    }

    private static Page.LocatorOptions withText(String text) {
        return new Page.LocatorOptions().setHasText(text);
    }

    @Test
    public void personShouldBeFoundInAListByAnyPartOfTheName() {
        var code = product();
        var page = signedIn("Ines Rowe");
        page.navigate("/items/" + code + "3");
        page.locator("[data-fold=more] > summary").click();
        page.locator("#p-" + code + "3-assignee .in-place").click();
        var people = page.locator("#p-" + code + "3-assignee select");
        assertThat(people).isFocused();
        page.keyboard().type("garr");
        page.keyboard().press("Enter");
        assertThat(page.locator("#p-" + code + "3-assignee")).containsText("Wil Garrow");
    }

    /** Nothing is cut away or laid over something else where there is little room. */
    @Test
    public void titlesShouldKeepRoomInANarrowWindow() {
        var page = signedIn("Ines Rowe");
        for (var size : List.of(List.of(1024, 700), List.of(640, 400))) {
            page.setViewportSize(size.getFirst(), size.getLast());
            for (var view : List.of("/MSF/outline", "/MSF/rank")) {
                page.navigate(view);
                var title = page.locator(".outline .title-cell .row-link").first();
                assertThat(title).isVisible();
                Assertions.assertThat(widthOf(title)).as(view + size).isGreaterThan(150);
            }
        }
    }

    private static double widthOf(Locator title) {
        return ((Number)
                        title.evaluate(
                                "e => Math.max(e.getBoundingClientRect().width,"
                                        + " e.textContent.length > 23 ? 0 : 999)"))
                .doubleValue();
    }
}
