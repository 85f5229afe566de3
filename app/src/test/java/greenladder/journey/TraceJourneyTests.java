package greenladder.journey;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.options.AriaRole;
import java.util.Locale;
import java.util.regex.Pattern;
import org.testng.annotations.Test;

/** Why each piece exists, what was agreed, and who checked what. */
public class TraceJourneyTests extends BrowserTest {
    private String tree() {
        var code = api().newProduct();
        api().post(
                        "/products/" + code + "/items",
                        "{'items':[{'level':'goal','title':'Calm','ref':'g'},{'level':'epic','title':'Lamps','parentRef':'g','ref':'e'},{'level':'feature','title':'Oil','parentRef':'e','ref':'f'},{'level':'story','title':'Wick','parentRef':'f','size':3,'ref':'s'},{'level':'story','title':'Glass','parentRef':'f','size':5},{'level':'task','title':'Trim"
                            + " it','parentRef':'s'}]}");
        return code;
    }

    private static Locator button(Locator within, String name) {
        return within.getByRole(
                AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(name).setExact(true));
    }

    @Test
    public void goalShouldBeReachedFromATaskAndBackByKeyboardAndLinksDrawn() {
        var code = tree();
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/threads?item=" + code + "6");
        assertThat(page.locator(".knot.self")).isFocused();
        for (int i = 0; i < 4; i++) {
            page.keyboard().press("ArrowLeft");
        }
        assertThat(page.locator(".knot:focus")).containsText("Calm");
        for (int i = 0; i < 4; i++) {
            page.keyboard().press("ArrowRight");
        }
        assertThat(page.locator(".knot:focus")).containsText("Trim it");
        // By keyboard: from the one, then to the other.
        page.navigate("/" + code + "/threads?item=" + code + "3");
        page.locator("#knot-" + code + "4").focus();
        page.keyboard().press("k");
        page.keyboard().press("ArrowDown");
        assertThat(page.locator(".knot:focus")).containsText("Glass");
        page.keyboard().press("k");
        var dialog = page.locator("[data-thread-link]");
        assertThat(dialog).containsText("Link %1$s4 to %1$s5".formatted(code));
        button(dialog, "Link").click();
        assertThat(page.locator(".tie.depends-on")).hasCount(1);
        // With the pointer, from the dot of one to another; what is refused stays with its reason.
        page.locator("#knot-" + code + "5").hover();
        page.locator("#knot-" + code + "5 [data-knot-handle]")
                .dragTo(page.locator("#knot-" + code + "4"));
        assertThat(dialog).containsText("Link %1$s5 to %1$s4".formatted(code));
        button(dialog, "Link").click();
        assertThat(dialog.locator(".error")).containsText("circle");
        page.keyboard().press("Escape");
        assertThat(dialog).isHidden();
        page.locator("#knot-" + code + "4").focus();
        page.keyboard().press("f");
        assertThat(page.locator("#knot-" + code + "6")).hasCount(0);
        page.locator("[data-thread-types] .depends-on input").uncheck();
        assertThat(page.locator(".tie.depends-on")).hasCount(0);
        page.getByText("as rows").click();
        assertThat(page.locator(".thread-ways [aria-current]")).hasText("as rows");
    }

    @Test
    public void whatRestsOnAChangedTextShouldBeConfirmed() {
        var code = tree();
        api().patch("/items/" + code + "3", "{'title':'Whale oil'}");
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/ladder?from=story&at=" + code + "4&panel=1");
        var panel = page.locator("#panel-" + code + "4");
        assertThat(panel).containsText("It serves “Calm”");
        assertThat(panel).containsText("The text of " + code + "3 changed since.");
        button(panel, "It still fits").click();
        assertThat(panel).not().containsText("changed since");
        page.keyboard().press("Control+z");
        assertThat(panel).containsText("changed since");
        page.navigate("/" + code + "/impact?item=" + code + "3");
        assertThat(page.locator(".suspect")).hasCount(2);
        assertThat(page.locator(".reworded")).hasCount(1);
        assertThat(page.locator(".reworded ins").first()).hasText("Whale oil");
        button(page.locator("#view"), "All 2 still hold").click();
        assertThat(page.locator(".suspect")).hasCount(0);
    }

    @Test
    public void eachKindOfGapShouldBeMendedFromItsRow() {
        var code = api().newProduct();
        api().post(
                        "/products/" + code + "/items",
                        """
                        {'items':[{'level':'goal','title':'Dry ramps'},\
                        {'level':'epic','title':'Mats','ref':'e','finish':'2026-06-01'},\
                        {'level':'feature','title':'Laid','parentRef':'e','ref':'f'},\
                        {'level':'story','title':'Mat','parentRef':'f','size':3,'finish':'2026-07-01'},\
                        {'level':'feature','title':'Over','parentRef':'e','ref':'o'},\
                        {'level':'story','title':'Rolled','parentRef':'o','size':2,'state':'done'},\
                        {'level':'feature','title':'Bare','parentRef':'e'}]}\
                        """);
        api().patch("/items/" + code + "3", "{'state':'done'}");
        api().patch("/items/" + code + "5", "{'state':'to-do'}");
        api().post(
                        "/products/" + code + "/tests",
                        "{'title':'Any','covers':['%s6']}".formatted(code));
        var page = signedIn("Ines Rowe");
        mended(page, code, "done-with-open", 3, "Fix the state", "");
        mended(page, code, "all-done-open", 5, "Fix the state", "");
        mended(page, code, "no-work", 1, "Add", "Mats again");
        mended(page, code, "no-children", 7, "Add", "First mat");
        mended(page, code, "no-goal", 2, "Set parent", code + "1");
        mended(page, code, "after-parent", 3, "Change date", "2026-05-30");
        mended(page, code, "no-test", 4, "Add the test", "Mat stays");
        api().patch("/items/" + code + "2", "{'parent':null}");
        mended(page, code, "loose", 2, "Set parent", code + "1");
        api().patch("/items/" + code + "2", "{'title':'Mats that stay'}");
        mended(page, code, "suspect", 3, "It still holds", "");
    }

    private void mended(Page page, String code, String kind, int number, String by, String with) {
        page.navigate("/" + code + "/gaps?kind=" + kind);
        var row = page.locator("#gap-" + code + number);
        assertThat(row).isVisible();
        if (!with.isEmpty()) {
            row.locator("input:not([type=hidden])").fill(with);
        }
        row.getByText(by).click();
        assertThat(row).hasCount(0);
    }

    @Test
    public void keyInADescriptionShouldLink() {
        var code = tree();
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/ladder?from=story&at=" + code + "4&panel=1");
        var panel = page.locator("#panel-" + code + "4");
        panel.locator("[data-edit=description]").click();
        panel.locator("textarea[name=value]").fill("As " + code + "5 is made.");
        panel.locator("textarea[name=value]").press("Control+Enter");
        assertThat(panel.locator(".linked-work")).containsText("Glass");
    }

    @Test
    public void baselineShouldTellWhatChangedAndBringAnItemBack() {
        var code = tree();
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/baselines");
        page.locator("#take-baseline [name=name]").fill("Agreed");
        button(page.locator("#take-baseline"), "Take it now").click();
        assertThat(page.locator("#view")).containsText("Nothing has changed.");
        api().patch("/items/" + code + "4", "{'title':'Thick wick','size':8}");
        api().delete("/items/" + code + "5");
        page.reload();
        assertThat(page.locator(".paper-state"))
                .containsText("8 points then, 8 now: 0 added, 5 removed, +5 by re-sizing.");
        var went = page.locator("#part-removed");
        assertThat(went).containsText("Glass");
        page.locator("#part-text td summary").click();
        assertThat(page.locator("#part-text ins").first()).containsText("Thick");
        button(went, code + "5 as it was").click();
        assertThat(went).hasCount(0);
        button(page.locator("#part-resized"), code + "4 as it was").click();
        assertThat(page.locator("#view")).containsText("8 points then, 8 now");
        assertThat(page.locator("#part-resized")).hasCount(0);
        // What another row tells stays as it is, until that is brought back too.
        assertThat(page.locator("#part-text")).containsText("Thick wick");
        button(page.locator("#part-text"), "The whole of " + code + "4 as it was").click();
        assertThat(page.locator("#part-text")).hasCount(0);
    }

    @Test
    public void roundShouldBeWalkedByTwoAndAFailedCheckBecomeABug() {
        var code = tree();
        for (var title : new String[] {"Burns", "Shines", "Smells"}) {
            api().post(
                            "/products/" + code + "/tests",
                            "{'title':'%s','covers':['%s4'],'groups':['Lamp'],'steps':[{'do':'light it','expect':'it burns'}]}"
                                    .formatted(title, code));
        }
        var ines = signedIn("Ines Rowe");
        ines.navigate("/" + code + "/tests");
        ines.locator("#start-round summary").click();
        ines.locator("#start-round [name=name]").fill("November");
        button(ines.locator("#start-round"), "Start").click();
        ines.waitForURL(Pattern.compile(".*tests\\?round=.*r1$"));
        var oona = signedIn("Oona Marsh");
        oona.navigate("/" + code + "/tests?round=" + code.toLowerCase(Locale.ROOT) + "-r1");
        assertThat(ines.locator("[data-check]").first()).isFocused();
        ines.keyboard().press("p");
        assertThat(ines.locator("[data-check]").first()).hasClass(Pattern.compile("passed"));
        // The other one sees it at once, and takes the next.
        assertThat(oona.locator("[data-check]").first()).hasClass(Pattern.compile("passed"));
        oona.locator("[data-check]").first().focus();
        oona.keyboard().press("ArrowDown");
        oona.keyboard().press("f");
        assertThat(oona.locator("[data-check]").nth(1)).hasClass(Pattern.compile("failed"));
        assertThat(ines.locator("#view")).containsText("3 checks: 1 passed, 1 failed, 1 open");
        ines.locator("[data-check]").nth(1).focus();
        ines.keyboard().press("b");
        var bug = ines.locator("[data-check]").nth(1).locator("a[href='/items/" + code + "7']");
        assertThat(bug).hasText(code + "7");
        bug.click();
        assertThat(ines.locator("#view")).containsText("Failed: Shines");
        assertThat(ines.locator(".linked-work")).containsText("Wick");
    }

    @Test
    public void linesOfASpecificationShouldBecomeStories() {
        var code = tree();
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/pages");
        page.locator("#begin-page summary").click();
        page.locator("#begin-page [name=name]").fill("Specification");
        page.locator("#begin-page [name=item]").fill(code + "2");
        button(page.locator("#begin-page"), "Create").click();
        page.locator("#page-more [name=text]").fill("It burns all night\n\nIt does not smoke");
        button(page.locator("#page-more"), "Add").click();
        assertThat(page.locator(".page-line")).hasCount(2);
        page.locator("#passage-2 input[type=checkbox]").check();
        button(page.locator("#make-items"), "Create").click();
        assertThat(page.locator("#passage-2")).containsText(code + "7");
        assertThat(page.locator("#passage-2")).containsText("To do");
        // Two write one passage: the later is told, and keeps what was typed.
        var oona = signedIn("Oona Marsh");
        // What others do does not reach her page at first.
        oona.route("**/live?**", Route::abort);
        oona.navigate("/" + code + "/pages");
        var hers = oona.locator("#passage-1 .paper-form");
        hers.locator("summary").click();
        hers.locator("textarea[name=text]").first().fill("It burns for a week");
        var mine = page.locator("#passage-1 .paper-form");
        mine.locator("summary").click();
        mine.locator("textarea[name=text]").first().fill("It burns until morning");
        button(mine, "Save").click();
        assertThat(page.locator("#passage-1 .as-written")).hasText("It burns until morning");
        button(hers, "Save").click();
        assertThat(hers.locator(".error").first()).containsText("It burns until morning");
        assertThat(hers.locator("textarea[name=text]").first()).hasValue("It burns for a week");
        // Once it does, she sees both, and keeps hers.
        oona.unroute("**/live?**");
        assertThat(hers.locator(".meanwhile")).containsText("It burns until morning");
        button(hers, "Save").click();
        assertThat(page.locator("#passage-1 .as-written")).hasText("It burns for a week");
    }

    @Test
    public void reviewShouldBeAnsweredByEach() {
        var code = tree();
        var ines = signedIn("Ines Rowe");
        ines.navigate("/" + code + "/reviews");
        ines.locator("#send-review summary").click();
        ines.locator("#send-review [name=name]").fill("Before we begin");
        ines.locator("#send-review [name=items]").fill("%1$s4 %1$s5".formatted(code));
        ines.getByLabel("Saga Lind", new Page.GetByLabelOptions().setExact(true)).check();
        button(ines.locator("#send-review"), "Send").click();
        assertThat(ines.locator("#view")).containsText("Answers missing from: Saga Lind.");
        var saga = signedIn("Saga Lind");
        var notice =
                saga.locator(
                        ".notice",
                        new Page.LocatorOptions().setHasText("asks you to read " + code + "4"));
        saga.waitForCondition(() -> {
            saga.navigate("/notices");
            return notice.count() == 1;
        });
        assertThat(notice).containsText("Before we begin");
        notice.locator(".notice-open").click();
        assertThat(saga.locator("#review-" + code + "4")).isVisible();
        saga.navigate("/" + code + "/work");
        saga.getByText("Before we begin").click();
        button(saga.locator("#review-" + code + "4"), "Agree to " + code + "4").click();
        assertThat(saga.locator("#review-" + code + "4")).containsText("agrees");
        button(saga.locator("#review-" + code + "5"), "Object to " + code + "5").click();
        assertThat(saga.locator("#review-" + code + "5 .error")).containsText("what you object to");
        saga.locator("#review-" + code + "5 [name=words]").fill("too thin");
        button(saga.locator("#review-" + code + "5"), "Object to " + code + "5").click();
        assertThat(ines.locator("#review-" + code + "5")).containsText("objects too thin");
        assertThat(ines.locator("#view")).not().containsText("Not answered");
        api().patch("/items/" + code + "5", "{'description':'Twice as thick'}");
        assertThat(ines.locator("#review-" + code + "5")).containsText("Changed since it was sent");
        var told =
                ines.locator(".notice", new Page.LocatorOptions().setHasText("objects: too thin"));
        ines.waitForCondition(() -> {
            ines.navigate("/notices");
            return told.count() == 1;
        });
        assertThat(told).containsText("answered " + code + "5");
    }

    @Test
    public void pageShouldLoseWhatIsKeptFromItsReader() {
        var code = tree();
        var bram = signedIn("Bram Holt");
        bram.navigate("/" + code + "/ladder?from=goal&at=" + code + "1&panel=0");
        assertThat(card(bram, "Lamps")).hasCount(1);
        api().patch("/items/" + code + "2", "{'readers':['ines.rowe']}");
        assertThat(card(bram, "Lamps")).hasCount(0);
        assertThat(card(bram, "Calm")).not().containsText("8 points");
        api().patch("/items/" + code + "2", "{'readers':null}");
        assertThat(card(bram, "Lamps")).hasCount(1);
    }

    @Test
    public void talkShouldHaveRepliesAndBeSettled() {
        var code = tree();
        api().post("/items/" + code + "4/comments", "{'text':'Is it cotton?'}");
        var page = signedIn("Ines Rowe");
        page.navigate("/items/" + code + "4");
        var talk = page.locator(".talk").first();
        talk.locator(".talk-reply summary").click();
        talk.locator(".talk-reply textarea").fill("It is");
        button(talk, "Reply").click();
        assertThat(talk.locator(".talk-replies")).containsText("It is");
        button(talk, "Resolve").click();
        assertThat(page.locator(".talk-settled > summary")).containsText("Resolved by Ines Rowe");
        assertThat(page.locator(".talk-replies")).isHidden();
        page.locator("[data-talk-changes]").check();
        assertThat(page.locator(".talk-change").first()).isVisible();
    }
}
