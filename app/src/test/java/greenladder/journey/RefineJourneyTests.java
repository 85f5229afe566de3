package greenladder.journey;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.assertj.core.api.Assertions;
import org.testng.annotations.Test;

/** The heart of a product owner's week: one order, the agenda, sizing together. */
public class RefineJourneyTests extends BrowserTest {

    private String productWith(int stories) {
        var code = api().newProduct();
        api().score(code);
        var items =
                IntStream.rangeClosed(1, stories)
                        .mapToObj(i -> "{'level':'story','title':'Story %d'}".formatted(i))
                        .collect(Collectors.joining(","));
        api().post("/products/" + code + "/items", "{'items':[" + items + "]}");
        return code;
    }

    private Page at(String name, String url) {
        var page = signedIn(name);
        page.navigate(url);
        return page;
    }

    private static Locator row(Page page, String key) {
        return page.locator("#card-" + key);
    }

    private static Locator title(Page page, String key) {
        return page.locator("#card-" + key + " > td[data-col=title]");
    }

    private static Locator button(Page page, String words) {
        return page.locator(".round button", new Page.LocatorOptions().setHasText(words));
    }

    private static void orderIs(Page page, List<Integer> numbers) {
        assertThat(page.locator(".ranked .row-link"))
                .hasText(numbers.stream().map(i -> "Story " + i).toArray(String[]::new));
    }

    private static List<Integer> from(int first, int last) {
        return IntStream.rangeClosed(Math.min(first, last), Math.max(first, last))
                .mapToObj(i -> first <= last ? i : first + last - i)
                .toList();
    }

    @Test
    public void thirtyStoriesShouldBeOrderedByKeyboardAlone() {
        var code = productWith(30);
        var page = at("Ines Rowe", "/" + code + "/rank");
        orderIs(page, from(1, 30));

        for (int i = 2; i <= 30; i++) {
            title(page, code + i).focus();
            page.keyboard().press("Alt+Home");
            assertThat(page.locator(".ranked .row-link").first()).hasText("Story " + i);
        }
        orderIs(page, from(30, 1));

        title(page, code + 30).focus();
        page.keyboard().press("Alt+ArrowDown");
        assertThat(page.locator(".ranked .row-link").first()).hasText("Story 29");
        page.keyboard().press("Alt+ArrowUp");
        orderIs(page, from(30, 1));
    }

    @Test
    public void severalShouldBeDraggedTogetherAndTakeTheBandOfTheirNeighbour() {
        var code = productWith(6);
        api().patch("/items/" + code + "1", "{'band':'must'}");
        api().patch("/items/" + code + "2", "{'band':'could'}");
        var page = at("Ines Rowe", "/" + code + "/rank");
        assertThat(page.locator(".rank-head th > span:first-child"))
                .hasText(new String[] {"Must", "Could", "No band yet"});

        title(page, code + 5).focus();
        page.keyboard().press("Space");
        page.keyboard().press("Shift+ArrowDown");
        row(page, code + 5)
                .dragTo(
                        row(page, code + 1),
                        new Locator.DragToOptions().setTargetPosition(300, 25));

        assertThat(page.locator(".ranked .row-link"))
                .hasText(
                        new String[] {
                            "Story 1", "Story 5", "Story 6", "Story 2", "Story 3", "Story 4"
                        });
        assertThat(page.locator(".rank-head .meta").first()).hasText("3");
        Assertions.assertThat(api().get("/items/" + code + "6").body().path("band").asString())
                .isEqualTo("must");

        row(page, code + 4).hover();
        row(page, code + 4).locator("[data-menu]").click();
        page.locator("#menu [name=position]").fill("2");
        page.locator("#menu [name=position]").press("Enter");
        assertThat(page.locator(".ranked .row-link").nth(1)).hasText("Story 4");
        assertThat(page.locator(".rank-head .meta").first()).hasText("4");
    }

    @Test
    public void twoOwnersShouldKeepBothOrdersWhereTheyDoNotTouchAndBeToldWhereTheyDo() {
        var code = productWith(6);
        var ines = at("Ines Rowe", "/" + code + "/rank");
        var bram = at("Bram Holt", "/" + code + "/rank");
        // Bram's page hears nothing, as if he were in the middle of a drag.
        bram.evaluate("() => document.body.classList.add('dragging')");

        title(ines, code + 6).focus();
        ines.keyboard().press("Alt+Home");
        orderIs(ines, List.of(6, 1, 2, 3, 4, 5));
        title(bram, code + 3).focus();
        bram.keyboard().press("Alt+Home");
        orderIs(bram, List.of(3, 6, 1, 2, 4, 5));
        orderIs(ines, List.of(3, 6, 1, 2, 4, 5));

        title(ines, code + 2).focus();
        ines.keyboard().press("Alt+End");
        orderIs(ines, List.of(3, 6, 1, 4, 5, 2));
        title(bram, code + 2).focus();
        bram.keyboard().press("Alt+Home");
        assertThat(bram.locator(".toast.is-trouble"))
                .containsText("Ines Rowe moved " + code + "2 meanwhile; it stands at 6 now");
        orderIs(bram, List.of(3, 6, 1, 4, 5, 2));
    }

    @Test
    public void frameInTheChartShouldPickWhatGoesFirst() {
        var code = productWith(5);
        for (int i = 1; i <= 5; i++) {
            api().patch(
                            "/items/" + code + i,
                            "{'size':%d,'factors':{'impact':%d,'confidence':10,'ease':10}}"
                                    .formatted(i == 4 ? 1 : 8, i == 4 ? 10 : i));
        }
        var page = at("Ines Rowe", "/" + code + "/rank");
        var chart = page.locator("svg.scatter");
        var dot = page.locator("[data-dot='" + code + "4'] circle").boundingBox();
        chart.scrollIntoViewIfNeeded();
        page.mouse().move(dot.x - 20, dot.y - 8);
        page.mouse().down();
        page.mouse().move(dot.x + 30, dot.y + 30);
        page.mouse().up();
        assertThat(page.locator("[data-scatter-count]")).hasText("1 picked.");

        page.locator(".scatter-table summary").click();
        page.locator("[data-scatter-pick][value='" + code + "5']").check();
        page.locator("[data-put=first]").click();

        orderIs(page, List.of(4, 5, 1, 2, 3));
    }

    @Test
    public void listShouldBeNarrowedDownAndKeptAsAViewWithoutTyping() {
        var code = productWith(4);
        api().patch("/items/" + code + "2", "{'kind':'bug'}");
        api().patch("/items/" + code + "3", "{'kind':'bug','size':3}");
        var page = at("Ines Rowe", "/" + code + "/rank");
        page.locator("#narrow-choice summary").click();
        page.locator("#facet-kind summary").click();
        assertThat(page.locator("#facet-kind label", new Page.LocatorOptions().setHasText("bug")))
                .containsText("2");
        page.locator("[id='pick-kind-bug']").check();
        orderIs(page, List.of(2, 3));
        page.locator(".narrow-quick label", new Page.LocatorOptions().setHasText("Not sized"))
                .locator("input")
                .check();
        orderIs(page, List.of(2));

        page.locator("[data-view-form] [name=name]").fill("Bugs to size");
        page.locator("[data-view-form] [name=share]").selectOption("product");
        page.locator("[data-view-form] button").click();
        assertThat(page.locator(".pinned-view")).hasText("Bugs to size");

        var bram = at("Bram Holt", "/" + code + "/rank");
        bram.locator("#narrow-choice summary").click();
        bram.locator(".narrow-views li a").click();
        orderIs(bram, List.of(2));

        api().patch("/items/" + code + "2", "{'size':1}");
        assertThat(bram.locator(".nothing-found")).containsText("because of “Not sized: yes”");
        bram.locator(".nothing-found a", new Page.LocatorOptions().setHasText("Not sized")).click();
        orderIs(bram, List.of(2, 3));
    }

    /**
     * The server takes its time: what is typed meanwhile stays, and what is saved is what is shown.
     */
    @Test
    public void viewNamedBeforeThePicksComeShouldKeepItsNameAndWhatWasPicked() {
        var code = productWith(3);
        api().patch("/items/" + code + "3", "{'size':3}");
        var page = at("Ines Rowe", "/" + code + "/rank");
        page.locator("#narrow-choice summary").click();
        page.locator(".narrow-quick label", new Page.LocatorOptions().setHasText("No parent"))
                .locator("input")
                .check();
        assertThat(page.locator("[data-view-form]")).hasCount(1);
        var held = new ArrayDeque<Route>();
        page.route(Pattern.compile("/narrow\\?"), held::add);
        page.locator(".narrow-quick label", new Page.LocatorOptions().setHasText("Not sized"))
                .locator("input")
                .check();
        orderIs(page, List.of(1, 2));
        page.waitForCondition(() -> !held.isEmpty());

        var name = page.locator("[data-view-form] [name=name]");
        name.fill("To size");
        page.locator("[data-view-form] button").click();
        page.unroute(Pattern.compile("/narrow\\?"));
        held.forEach(Route::resume);

        assertThat(page.locator(".pinned-view")).hasText("To size");
        page.navigate("/" + code + "/rank");
        page.locator(".pinned-view").click();
        orderIs(page, List.of(1, 2));
    }

    @Test
    public void whatIsMissingToBeReadyShouldBeMendedWhereItIsSeen() {
        var code = productWith(1);
        var page = at("Ines Rowe", "/" + code + "/rank");
        var checks = row(page, code + 1).locator("[data-ready]");
        assertThat(checks).hasAccessibleName("Readiness of " + code + "1: 1 of 5");

        checks.click();
        page.locator(".ready-menu textarea").fill("It floats");
        page.locator(".ready-menu form:has(textarea) button").click();
        assertThat(checks).hasAccessibleName("Readiness of " + code + "1: 2 of 5");
        checks.click();
        page.locator(".ready-menu input.is-number").first().fill("3");
        page.locator(".ready-menu input.is-number").first().press("Enter");
        assertThat(checks).hasAccessibleName("Readiness of " + code + "1: 4 of 5");
    }

    @Test
    public void agendaShouldBeWalkedByTwoToThreeCandidatesAgainstTheVelocity() {
        var ines = at("Ines Rowe", "/MSF/agenda");
        var bram = at("Bram Holt", "/MSF/agenda");
        int before = Integer.parseInt(ines.locator(".candidates h2 .meta").first().innerText());
        bram.locator("[data-walk-together]").check();
        var first = ines.locator(".agenda-entry.is-current").getAttribute("data-key");

        ines.locator("[data-agenda-next]").click();
        var second = ines.locator(".agenda-entry:not(#entry-" + first + ").is-current");
        assertThat(second).isVisible();
        var key = second.getAttribute("data-key");
        assertThat(bram.locator("#entry-" + key)).hasClass("agenda-entry is-current");
        assertThat(ines.locator("#entry-" + key + " .walkers")).hasText("BH");

        var chosen = new ArrayList<String>();
        for (int i = 0; chosen.size() < 3 && i < 7; i++) {
            var here = ines.locator(".agenda-entry.is-current").getAttribute("data-key");
            var item = api().get("/items/" + here).body();
            if (item.path("sprint").isNull()
                    && item.path("candidate").isNull()
                    && item.path("team").asString("").equals("lantern")) {
                ines.locator("[data-candidate]").click();
                assertThat(ines.locator("[data-candidate]")).hasText("Remove as candidate");
                chosen.add(here);
            } else {
                api().patch("/items/" + here, "{'team':'lantern','sprint':null,'candidate':true}");
                chosen.add(here);
            }
            ines.locator("[data-agenda-next]").click();
            assertThat(ines.locator("#entry-" + here)).not().hasClass("agenda-entry is-current");
        }
        var lantern = bram.locator(".candidates", new Page.LocatorOptions().setHasText("Lantern"));
        for (var one : chosen) {
            assertThat(lantern.locator(".candidate-list")).containsText(one);
        }
        assertThat(lantern.locator(".gauge-words")).containsText(" points");
        assertThat(lantern).containsText("usually 23.7 a sprint, 20 to 28 over the last 3 sprints");
        Assertions.assertThat(before).isPositive();

        var here = ines.locator(".agenda-entry.is-current").getAttribute("data-key");
        ines.locator("[data-agenda-decide]").fill("Only on the aft ramp");
        ines.locator("[data-agenda-decide]").press("Enter");
        assertThat(bram.locator("#entry-" + here)).containsText("discussed");
        Assertions.assertThat(api().get("/items/" + here).body().path("decisions").toString())
                .contains("Only on the aft ramp");
    }

    @Test
    public void threeShouldSizeAnItemTogether() {
        var code = productWith(2);
        api().patch("/items/" + code + "2", "{'title':'Story of a known size','size':5}");
        var ines = at("Ines Rowe", "/" + code + "/estimate");
        ines.locator("#entry-" + code + "1 button").click();
        ines.waitForURL("**/estimate?round=**");
        var bram = at("Bram Holt", ines.url());
        var oona = at("Oona Marsh", ines.url());
        assertThat(ines.locator(".seat")).hasCount(3);
        assertThat(ines.locator(".candidate-list")).containsText("Story of a known size");

        ines.locator(".notch[value='3']").click();
        bram.locator(".notch[value='13']").click();
        assertThat(ines.locator(".round-words")).hasText("2 of 3 have picked.");
        assertThat(ines.locator(".seat", new Page.LocatorOptions().setHasText("Bram")))
                .containsText("has picked");
        Assertions.assertThat(oona.content())
                .as("what others picked")
                .doesNotContain(">BH</span></span><span class=\"notch-line\"");
        assertThat(oona.locator(".peg")).hasCount(0);

        button(oona, "Leave").click();
        assertThat(ines.locator(".seat.is-gone")).containsText("Oona Marsh");
        assertThat(ines.locator(".round-words")).hasText("Everybody has picked.");
        ines.locator("[data-round-show]").click();
        assertThat(bram.locator(".rod .peg")).hasText(new String[] {"IR", "BH"});
        assertThat(bram.locator(".round-words").first())
                .containsText("From 3 to 13, 3 steps apart. ");
        assertThat(bram.locator(".round-words").first())
                .containsText("Ines Rowe says 3: let them talk first.");

        button(bram, "Pick again").click();
        assertThat(ines.locator(".agenda-place")).hasText("Round 2");
        ines.locator(".notch[value='8']").click();
        bram.locator(".notch[value='8']").click();
        assertThat(ines.locator(".round-words")).hasText("Everybody has picked.");
        ines.locator("[data-round-show]").click();
        assertThat(bram.locator(".round-words").first()).containsText("All say 8.");
        bram.locator("[data-round-agree]").click();
        assertThat(ines.locator(".round")).containsText("Agreed: 8 points");
        Assertions.assertThat(api().get("/items/" + code + "1").body().path("size").asInt())
                .isEqualTo(8);
    }

    @Test
    public void requestShouldBeDraggedFromItsIntakeListIntoTheQueue() {
        var page = at("Kit Arden", "/QUA/rank?queue=tidewater");
        var request = page.locator(".intake-card", new Page.LocatorOptions().setHasText("berth"));
        int waiting = page.locator(".intake-card").count();
        var typed = page.locator(".intake-form textarea").first();
        typed.fill("Rope for the bell, 2 points\nPaint, value 3");
        page.locator(".intake-form button").first().click();
        assertThat(page.locator(".intake-card")).hasCount(waiting + 2);
        assertThat(typed).hasValue("");
        var first = page.locator(".ranked .item-row").first();
        request.dragTo(first, new Locator.DragToOptions().setTargetPosition(300, 25));

        assertThat(page.locator(".ranked .row-link").nth(1)).containsText("A berth can be swapped");
        assertThat(request).hasCount(0);
        title(page, page.locator(".ranked .item-row").nth(1).getAttribute("data-key")).focus();
        page.keyboard().press("Control+z");
        assertThat(request).hasCount(1);
    }

    @Test
    public void pagesShouldBeAccessible() {
        var page = newPage();
        page.navigate("/sign-in");
        page.locator(".samples button").first().click();
        page.waitForURL("**/ladder?**");
        var code = productWith(3);
        api().patch(
                        "/items/" + code + "1",
                        "{'kind':'bug','size':3,'band':'must','agenda':'why?','candidate':true,"
                                + "'factors':{'impact':4,'confidence':5,'ease':2}}");
        for (var path :
                List.of(
                        "/" + code + "/rank?level=story&mark=kind~bug~3",
                        "/QUA/rank?queue=tidewater&text=fog",
                        "/" + code + "/agenda",
                        "/" + code + "/estimate",
                        "/" + code + "/refining")) {
            page.navigate(path);
            requireAccessible(page, path);
        }
        page.navigate("/" + code + "/rank");
        page.locator("#narrow-choice summary").click();
        assertThat(page.locator(".narrow-quick")).isVisible();
        page.locator("#facet-kind summary").click();
        requireAccessible(page, "picks");
    }
}
