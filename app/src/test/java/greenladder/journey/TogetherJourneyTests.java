package greenladder.journey;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import org.testng.annotations.Test;

/** Two people at once in one tree, and what they tell each other. */
public class TogetherJourneyTests extends BrowserTest {

    private String productWith(int stories) {
        var code = api().newProduct();
        var items =
                new StringBuilder(
                        "{'level':'epic','title':'From here','ref':'a'},{'level':'epic','title':'To"
                                + " there','ref':'b'}");
        for (int i = 1; i <= stories; i++) {
            items.append(",{'level':'story','title':'Story %d','parentRef':'a'}".formatted(i));
        }
        api().post("/products/" + code + "/items", "{'items':[" + items + "]}");
        return code;
    }

    private Page at(String name, String url) {
        var page = signedIn(name);
        page.navigate(url);
        return page;
    }

    private static void orderIs(Page page, String column, String... titles) {
        assertThat(page.locator("#cards-" + column + " .card-link")).hasText(titles);
    }

    @Test
    public void eachShouldSeeWhatTheOtherDoesWithoutReload() {
        var code = productWith(3);
        var url = "/" + code + "/ladder?from=epic&panel=0&at=" + code + "1";
        var ines = at("Ines Rowe", url);
        var bram = at("Bram Holt", url);
        bram.evaluate("() => (window.stayed = true)");

        ines.locator("[data-add-under='" + code + "1'] [name=title]").fill("Added by Ines");
        ines.keyboard().press("Enter");
        assertThat(card(bram, "Added by Ines")).isVisible();

        card(bram, "Story 3").locator(".card-link").focus();
        bram.keyboard().press("Alt+Home");
        orderIs(ines, code + "1", "Story 3", "Story 1", "Story 2", "Added by Ines");

        card(ines, "Story 1").locator("[data-edit=state]").click();
        ines.locator("[data-field-form] select").selectOption("done");
        assertThat(card(bram, "Story 1").locator(".state")).containsText("Done");

        bram.locator("body").press("Control+z");
        orderIs(ines, code + "1", "Story 1", "Story 2", "Story 3", "Added by Ines");
        bram.locator("body").press("Control+Shift+z");
        orderIs(ines, code + "1", "Story 3", "Story 1", "Story 2", "Added by Ines");
        org.assertj.core.api.Assertions.assertThat(bram.evaluate("() => window.stayed"))
                .as("never loaded anew")
                .isEqualTo(true);
    }

    @Test
    public void changeOfAFieldShouldComeWithItsCardsAndNotMakeTheLadderFetchItself() {
        var code = productWith(2);
        var ines = at("Ines Rowe", "/" + code + "/ladder?from=epic&panel=0&at=" + code + "3");
        assertThat(card(ines, "Story 1")).hasClass(java.util.regex.Pattern.compile("is-picked"));
        var fetched = new java.util.concurrent.atomic.AtomicInteger();
        ines.onRequest(request -> {
            if (request.url().contains("/ladder")) {
                fetched.incrementAndGet();
            }
        });
        api().patch("/items/" + code + "3", "{'size':5,'state':'done'}");
        assertThat(card(ines, "Story 1").locator(".state")).containsText("Done");
        assertThat(card(ines, "Story 1")).hasClass(java.util.regex.Pattern.compile("is-picked"));
        assertThat(card(ines, "From here").locator(".figure-why")).hasText("5 of 5 points");
        assertThat(ines.locator("#head-" + code + "1 .figure-why")).hasText("2 · 5 points");
        assertThat(ines.locator("#head-epic .figure-why")).hasText("2 · 5 points");
        assertThat(ines.locator("[data-rung=epic]")).hasText("100 %");
        org.assertj.core.api.Assertions.assertThat(fetched.get()).isZero();
    }

    @Test
    public void whatIsBeingTypedShouldSurviveWhatOthersDo() {
        var code = productWith(2);
        var url = "/" + code + "/ladder?from=epic&panel=1&at=" + code + "3";
        var ines = at("Ines Rowe", url);
        ines.locator("#p-" + code + "3-description .in-place").click();
        ines.locator("#p-" + code + "3-description textarea").fill("Half a thought");
        ines.locator("#say-" + code + "3").fill("Half a comment");
        api().patch("/items/" + code + "3", "{'title':'Renamed meanwhile'}");
        assertThat(ines.locator("#p-" + code + "3-title")).hasText("Renamed meanwhile");
        assertThat(ines.locator("#p-" + code + "3-description textarea"))
                .hasValue("Half a thought");
        assertThat(ines.locator("#say-" + code + "3")).hasValue("Half a comment");
    }

    @Test
    public void conflictOnOneTitleShouldShowBothValuesToChooseFrom() {
        var code = productWith(1);
        var url = "/" + code + "/ladder?from=epic&panel=1&at=" + code + "3";
        var title = "#p-" + code + "3-title";
        var ines = at("Ines Rowe", url);
        var bram = at("Bram Holt", url);
        for (var page : new Page[] {ines, bram}) {
            page.locator(title + " .in-place").click();
            assertThat(page.locator(title + " [name=value]")).isFocused();
        }
        bram.locator(title + " [name=value]").fill("As Bram has it");
        bram.keyboard().press("Enter");
        assertThat(card(ines, "As Bram has it")).isVisible();
        ines.locator(title + " [name=value]").fill("As Ines has it");
        ines.keyboard().press("Enter");
        var conflict = ines.locator(title + " .conflict");
        assertThat(conflict).containsText("Bram Holt");
        assertThat(conflict.locator("dd"))
                .hasText(new String[] {"As Bram has it", "As Ines has it"});
        requireAccessible(ines, "conflict");
        ines.locator("[data-keep-mine]").click();
        assertThat(card(bram, "As Ines has it")).isVisible();

        // the other way round: theirs stays
        bram.locator(title + " .in-place").click();
        assertThat(bram.locator(title + " [name=value]")).isFocused();
        api().patch("/items/" + code + "3", "{'title':'As a program has it'}");
        assertThat(card(bram, "As a program has it")).isVisible();
        bram.locator(title + " [name=value]").fill("Never mind");
        bram.keyboard().press("Enter");
        bram.locator("[data-keep-theirs]").click();
        assertThat(bram.locator(title)).hasText("As a program has it");
    }

    @Test
    public void fortyCardsShouldBeMovedAndTakenBackByOneKey() {
        var code = productWith(40);
        var page = at("Ines Rowe", "/" + code + "/ladder?from=epic&panel=0&at=" + code + "1");
        var cards = page.locator("#cards-" + code + "1 .item-card");
        assertThat(cards).hasCount(40);
        cards.first()
                .locator(".card-link")
                .click(
                        new Locator.ClickOptions()
                                .setModifiers(
                                        java.util.List.of(
                                                com.microsoft.playwright.options.KeyboardModifier
                                                        .CONTROL)));
        cards.last()
                .locator(".card-link")
                .click(
                        new Locator.ClickOptions()
                                .setModifiers(
                                        java.util.List.of(
                                                com.microsoft.playwright.options.KeyboardModifier
                                                        .SHIFT)));
        assertThat(page.locator("[data-selection]")).containsText("40 selected");
        cards.first().dragTo(card(page, "To there"));
        assertThat(page.locator("#toasts")).containsText("Moved 40 items");
        assertThat(cards).hasCount(0);
        page.locator("body").press("Control+z");
        assertThat(cards).hasCount(40);
        assertThat(page.locator("#toasts")).containsText("Moved back: 40 items");
        page.locator("#toasts button").click();
        assertThat(cards).hasCount(0);
    }

    @Test
    public void undoThatSomebodyStandsInTheWayOfShouldSayWhy() {
        var code = productWith(1);
        var page = at("Ines Rowe", "/" + code + "/ladder?from=epic&panel=1&at=" + code + "3");
        var size = "#p-" + code + "3-size";
        page.locator(size + " .in-place").click();
        page.locator(size + " [name=value]").fill("5");
        page.keyboard().press("Enter");
        assertThat(page.locator(size)).containsText("5 points");
        api().patch("/items/" + code + "3", "{'size':8}");
        assertThat(page.locator(size)).containsText("8 points");
        page.locator(".history li").last().hover();
        page.locator(".history li", new Page.LocatorOptions().setHasText("set the size to 5"))
                .locator("[data-undo]")
                .click();
        assertThat(page.locator(".toast.is-trouble"))
                .containsText(code + "3: the size changed again in the meantime; it is “8” now.");
    }

    @Test
    public void mentionShouldReachWhoIsMeantAtOnce() {
        var code = productWith(1);
        var item = code + "3";
        var url = "/" + code + "/ladder?from=epic&panel=1&at=" + item;
        var noor = at("Noor Hale", "/" + code + "/ladder?from=epic&panel=0");
        var ines = at("Ines Rowe", url);
        ines.locator("#say-" + item).fill("Can you see to this, @noo");
        assertThat(ines.locator(".mention-list button"))
                .hasText(new String[] {"Noor Hale · noor.hale"});
        ines.keyboard().press("Tab");
        assertThat(ines.locator("#say-" + item)).hasValue("Can you see to this, @noor.hale ");
        ines.keyboard().press("Control+Enter");
        assertThat(ines.locator(".comment")).containsText("Can you see to this, Noor Hale");
        assertThat(noor.locator("[data-notices-count]")).isVisible();
        noor.navigate("/notices?unread=true");
        var notice = noor.locator(".notice", new Page.LocatorOptions().setHasText(item));
        assertThat(notice).containsText("Ines Rowe mentions you");
        notice.locator(".notice-open").click();
        assertThat(noor.locator("#panel-" + item)).isVisible();
        noor.locator("#say-" + item).fill("Yes");
        noor.locator(".comment-form button", new Page.LocatorOptions().setHasText("Comment"))
                .click();
        assertThat(ines.locator(".comment")).hasCount(2);
    }

    @Test
    public void lostConnectionShouldShowItselfAndCatchUp() {
        var code = productWith(1);
        var page = at("Ines Rowe", "/" + code + "/ladder?from=epic&panel=0&at=" + code + "1");
        assertThat(card(page, "Story 1")).isVisible();
        page.route("**/live?*", route -> route.abort());
        page.evaluate(
                "() => { dispatchEvent(new Event('pagehide')); dispatchEvent(new"
                        + " Event('pageshow')); }");
        assertThat(page.locator("#connection")).isVisible();
        api().patch("/items/" + code + "3", "{'title':'Changed in between'}");
        page.unroute("**/live?*");
        assertThat(card(page, "Changed in between")).isVisible();
        assertThat(page.locator("#connection")).isHidden();
    }

    @Test
    public void desksShouldBeAccessible() {
        var page = newPage();
        page.navigate("/sign-in");
        page.locator(".samples button[value='edda.quill']").click();
        for (var path :
                new String[] {
                    "/people",
                    "/people/lio.fenn/remove",
                    "/teams",
                    "/teams/lantern/states",
                    "/MSF/setup",
                    "/settings",
                    "/notices",
                    "/help/api"
                }) {
            page.navigate(path);
            requireAccessibleSample(page, path);
        }
    }
}
