package greenladder.journey;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.assertj.core.api.Assertions;
import org.testng.annotations.Test;

/** Lists pasted and re-shaped, lines that grow, items split, many changed at once. */
public class BreakdownJourneyTests extends BrowserTest {
    private static Locator row(Page page, String key) {
        return page.locator("#card-" + key);
    }

    private static Locator cell(Page page, String key, String column) {
        return page.locator("#card-%s > td[data-col='%s']".formatted(key, column));
    }

    private static void rowsAre(Page page, String... titles) {
        assertThat(page.locator(".item-row .row-link")).hasText(titles);
    }

    private String outline(String text) {
        var code = api().newProduct();
        var answer =
                api().post(
                                "/products/" + code + "/outline",
                                "{'text':'%s'}".formatted(text.replace("\n", "\\n")));
        Assertions.assertThat(answer.status()).isEqualTo(201);
        return code;
    }

    private static String pastedFifty() {
        return IntStream.rangeClosed(1, 10)
                .mapToObj(i ->
                        "- Feature %d\n  * [ ] Story %da\n    - Task %d\n  * [x] Story %db\n  * Story %dc"
                                .formatted(i, i, i, i, i))
                .collect(Collectors.joining("\n"));
    }

    @Test
    public void fiftyPastedLinesShouldBecomeATreeWithTheRightParents() {
        var code = outline("- epic: Boarding");
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/outline?to=task");
        cell(page, code + "1", "title").focus();
        page.keyboard().press("Shift+Enter");
        var text = page.locator("[data-write-form] textarea");
        assertThat(text).isFocused();
        page.keyboard().insertText(pastedFifty());
        assertThat(page.locator(".write-words")).hasText("10 features, 30 stories, 10 tasks");
        assertThat(page.locator(".write-lines li").nth(2)).containsText("under Story 1a");
        text.press("Control+Enter");
        assertThat(page.locator("[data-count]").first()).isVisible();
        assertThat(page.locator("[data-outline-scroll]")).hasAttribute("data-count", "51");
        var story = page.locator(".item-row", new Page.LocatorOptions().setHasText("Story 7b"));
        assertThat(story).hasAttribute("aria-level", "3");
        assertThat(story.locator("[data-col=state]")).hasText("Done");
        page.keyboard().press("Escape");
        page.locator("[data-write-close]").click();
        page.keyboard().press("Control+z");
        assertThat(page.locator("[data-outline-scroll]")).hasAttribute("data-count", "1");
    }

    @Test
    public void titlesShouldBeTypedAsFastAsTheyCome() {
        var code = api().newProduct();
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/outline?to=task");
        page.locator("[data-write-open]").click();
        page.keyboard().type("Calmer mornings\n");
        page.keyboard().press("Tab");
        page.keyboard().type("Earlier ferries\n");
        page.keyboard().press("Tab");
        page.keyboard().type("First sailing at five\nLamps on the ramp\n");
        page.keyboard().press("Shift+Tab");
        page.keyboard().type("Later ferries");
        assertThat(page.locator(".write-words")).hasText("1 goal, 2 initiatives, 2 epics");
        page.locator("[data-write-add]").click();
        rowsAre(
                page,
                "Calmer mornings",
                "Earlier ferries",
                "First sailing at five",
                "Lamps on the ramp",
                "Later ferries");
    }

    @Test
    public void treeShouldBeReshapedByKeyboardAlone() {
        var code = outline("- feature: A\n  - B\n  - C\n- feature: D");
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/outline?to=task");
        cell(page, code + "1", "title").focus();
        page.keyboard().press("ArrowDown");
        page.keyboard().press("ArrowDown");
        assertThat(cell(page, code + "3", "title")).isFocused();
        page.keyboard().press("Alt+ArrowUp");
        rowsAre(page, "A", "C", "B", "D");
        assertThat(cell(page, code + "3", "title")).isFocused();
        page.keyboard().press("Alt+ArrowLeft");
        rowsAre(page, "A", "B", "C", "D");
        assertThat(row(page, code + "3")).hasAttribute("aria-level", "1");
        page.keyboard().press("ArrowDown");
        page.keyboard().press("Alt+ArrowRight");
        assertThat(row(page, code + "4")).hasAttribute("aria-level", "2");
        assertThat(row(page, code + "4")).hasAttribute("data-parent", code + "3");
        // fill a column downwards: type, Enter, next
        cell(page, code + "2", "size").focus();
        page.keyboard().type("5");
        page.keyboard().press("Enter");
        assertThat(cell(page, code + "2", "size")).hasText("5");
        assertThat(cell(page, code + "3", "size")).isFocused();
        page.keyboard().press("ArrowDown");
        page.keyboard().type("8");
        page.keyboard().press("Enter");
        assertThat(cell(page, code + "4", "size")).hasText("8");
        cell(page, code + "3", "title").focus();
        page.keyboard().press("ArrowLeft");
        rowsAre(page, "A", "B", "C");
        page.keyboard().press("ArrowRight");
        rowsAre(page, "A", "B", "C", "D");
    }

    @Test
    public void keysShouldBeKeptUntilTheFormStandsInTheCell() {
        var code = outline("- feature: A\n  - B");
        var page = signedIn("Ines Rowe");
        page.addInitScript(
                """
                const fetchNow = window.fetch;
                window.fetch = async (url, ...rest) => {
                  const answer = await fetchNow(url, ...rest);
                  const text = answer.text.bind(answer);
                  if (String(url).includes("/edit/")) answer.text = () => new Promise((go) => (window.bring = () => go(text())));
                  return answer;
                };
                """);
        page.navigate("/" + code + "/outline?to=task");
        cell(page, code + "2", "size").focus();
        page.keyboard().type("8");
        page.waitForFunction("() => window.bring");
        page.keyboard().press("Enter");
        page.evaluate("() => window.bring()");
        assertThat(cell(page, code + "2", "size")).hasText("8");
    }

    @Test
    public void sizeShouldBeSetOnThirtyItemsAndTakenBackWithOneKey() {
        var stories =
                IntStream.rangeClosed(1, 30)
                        .mapToObj(i -> "  - Story " + i)
                        .collect(Collectors.joining("\n"));
        var code = outline("- feature: F\n" + stories);
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/outline?to=task");
        cell(page, code + "2", "size").focus();
        for (int i = 0; i < 29; i++) {
            page.keyboard().press("Shift+ArrowDown");
        }
        assertThat(page.locator("[data-selection]")).containsText("30 selected");
        page.keyboard().type("3");
        page.keyboard().press("Control+Enter");
        assertThat(cell(page, code + "1", "size")).hasText("90");
        cell(page, code + "1", "title").focus();
        page.keyboard().press("Control+z");
        assertThat(cell(page, code + "1", "size")).hasText("");
    }

    @Test
    public void grownLineShouldBeTickedWhenItsChildIsFinished() {
        var code = outline("- story: Sign at the fork");
        api().patch(
                        "/items/" + code + "1",
                        "{'checklist':[{'text':'Draw it'},{'text':'Order it'}]}");
        var page = signedIn("Oona Marsh");
        page.navigate("/" + code + "/ladder?at=" + code + "1&panel=open");
        var list = page.locator("[data-list=checklist]");
        list.locator("[data-line-tick]").first().check();
        assertThat(list.locator("summary")).containsText("1 of 2 done");
        var line = list.locator("li").nth(1);
        line.hover();
        line.locator("[data-line-do=grow]").click();
        assertThat(line.locator("a.key")).hasText(code + "2");
        card(page, "Order it").locator("[data-edit=state]").click();
        page.locator("[data-field-form] select").selectOption("done");
        assertThat(list.locator("summary")).containsText("2 of 2 done");
        list.locator("[name=text]").fill("Hang it");
        list.locator("[name=text]").press("Enter");
        assertThat(list.locator("li")).hasCount(3);
        assertThat(list.locator("[name=text]")).hasValue("");
    }

    @Test
    public void splitShouldShowTheDriftOnTheParent() {
        var code = outline("- feature: Boarding\n  - Too big\n    - Ask\n    - Try");
        api().patch("/items/" + code + "1", "{'size':20}");
        api().patch("/items/" + code + "2", "{'size':20}");
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/ladder?from=feature&at=" + code + "1&panel=open");
        card(page, "Too big").hover();
        card(page, "Too big").locator("[data-menu]").click();
        page.locator("[data-menu-split]").click();
        page.locator("[name=originalSize]").fill("8");
        var parts = page.locator("[data-split-parts] li");
        parts.nth(0).locator("[name=title]").fill("First half");
        parts.nth(0).locator("[name=size]").fill("8");
        parts.nth(1).locator("[name=title]").fill("Second half");
        parts.nth(1).locator("[name=size]").fill("7");
        assertThat(page.locator("[data-split-sum]")).hasText("23 points together, +3 against 20");
        page.locator("[name=goes]").nth(1).selectOption(code + "4:2");
        page.locator("[data-split-form] .is-primary").click();
        assertThat(page.locator("#cards-" + code + "1 .card-link"))
                .hasText(new String[] {"Too big", "First half", "Second half"});
        assertThat(page.locator("#p-" + code + "1-size + .meta")).containsText("drift +3");
        card(page, "Second half").locator(".card-link").click();
        assertThat(page.locator("#cards-" + code + "6 .card-link")).hasText("Try");
        page.locator(".item-origins a").click();
        assertThat(page.locator(".item-origins")).containsText("first estimate 20, drift +3");
    }

    @Test
    public void looseItemsShouldBeDraggedTogetherOntoTheirParent() {
        var code = outline("- feature: Home");
        api().post(
                        "/products/" + code + "/items",
                        "{'items':[{'level':'story','title':'Red"
                                + " one'},{'level':'story','title':'Red"
                                + " two'},{'level':'story','title':'Blue'}]}");
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/outline?to=task");
        page.locator("[data-loose-open]").click();
        page.locator("[data-loose-text]").fill("red");
        assertThat(page.locator(".tray-card")).hasCount(2);
        page.locator(".tray-card .card-link").first().click(control());
        page.locator(".tray-card .card-link").nth(1).click(control());
        page.locator(".tray-card").first().dragTo(row(page, code + "1"));
        assertThat(page.locator(".tray-card")).hasCount(0);
        assertThat(row(page, code + "2")).hasAttribute("data-parent", code + "1");
        assertThat(row(page, code + "3")).hasAttribute("data-parent", code + "1");
    }

    private static Locator.ClickOptions control() {
        return new Locator.ClickOptions()
                .setModifiers(List.of(com.microsoft.playwright.options.KeyboardModifier.CONTROL));
    }

    @Test
    public void longOutlineShouldScrollWithoutLastingGaps() {
        var code = api().newProduct();
        for (int part = 0; part < 2; part++) {
            var rows =
                    IntStream.range(part * 2_000, part * 2_000 + 2_000)
                            .mapToObj(i -> "feature: Row " + i)
                            .collect(Collectors.joining("\\n"));
            api().post("/products/" + code + "/outline", "{'text':'%s'}".formatted(rows));
        }
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/outline");
        assertThat(page.locator("[data-outline-scroll]")).hasAttribute("data-count", "4000");
        for (int at : new int[] {900, 2_000, 3_950, 20}) {
            scrollTo(page, at);
            assertThat(rowNumbered(page, at + 10)).isInViewport();
        }
        page.setViewportSize(1280, 2_160);
        for (int at : new int[] {1_000, 1_030, 1_031}) {
            scrollTo(page, at);
            assertThat(rowNumbered(page, at + 1)).isInViewport();
            assertThat(rowNumbered(page, at + 55)).isInViewport();
        }
    }

    private static void scrollTo(Page page, int row) {
        page.locator("[data-outline-scroll]").evaluate("(one, y) => one.scrollTop = y", row * 30);
    }

    private static Locator rowNumbered(Page page, int row) {
        return page.locator(".row-link", new Page.LocatorOptions().setHasText("Row " + row))
                .first();
    }

    @Test
    public void quickLineShouldAddFromAnywhere() {
        var code = outline("- feature: Home");
        var page = signedIn("Ines Rowe");
        page.navigate("/items/" + code + "1");
        page.keyboard().press("+");
        assertThat(page.locator("#quick-line")).isFocused();
        page.keyboard().type("Lamp in the fog, story, 3 points, for Oona");
        assertThat(page.locator(".quick-read .chip"))
                .hasText(new String[] {"story", "3 points", "for Oona Marsh"});
        page.keyboard().press("Control+Enter");
        assertThat(page.locator("#quick-line")).hasValue("");
        page.keyboard().type("Lamp on the mast, story");
        page.keyboard().press("Enter");
        assertThat(page.locator("#quick-add")).isHidden();
        assertThat(page.locator(".toast").last()).containsText("Added " + code + "3");
    }

    @Test
    public void pagesShouldBeAccessible() {
        var page = signedIn("Ines Rowe");
        for (var url :
                List.of(
                        "/MSF/outline?to=story&write",
                        "/MSF/fields",
                        "/MSF/templates",
                        "/items/MSF20")) {
            page.navigate(url);
            requireAccessible(page, url);
        }
    }
}
