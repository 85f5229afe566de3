package greenladder.journey;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import greenladder.frame.View;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;
import org.assertj.core.api.Assertions;
import org.testng.annotations.Test;

/** What somebody typed and has not saved is never lost, whatever others do meanwhile. */
public class TypingJourneyTests extends BrowserTest {
    /** Places of views that have forms only once something is picked in them. */
    private static final List<String> PICKED =
            List.of(
                    "/items/MSF29",
                    "/items/MSF1",
                    "/MSF/board?board=gannet&of=gannet-7&setup=yes",
                    "/MSF/tests?round=msf-r2&in=",
                    "/MSF/pages?of=msf-d1",
                    "/MSF/reviews?of=msf-v1");

    /** Types something else into every field of every form, as far as nothing saves it at once. */
    private static final String TYPE_EVERYWHERE =
            """
            () => {
              document.querySelectorAll("#view details").forEach((one) => (one.open = true));
              const fields = [...document.querySelectorAll("#view :is(input, textarea, select)")].filter(
                (field) => !field.closest("[data-kept]") && !field.disabled && !field.readOnly && field.type !== "hidden"
                    && field.type !== "submit" && field.type !== "file");
              window.typed = [];
              fields.forEach((field, at) => {
                const isText = field.matches("textarea, input:not([type]), [type=text], [type=search]");
                if (!isText && field.form?.method !== "post") return;
                if (field.matches("[type=search]") && field.form?.method === "get") return;
                if (isText) field.value = `typed ${at}`;
                else if (field.type === "checkbox") field.checked = !field.checked;
                else if (field.type === "radio") return;
                else if (field.type === "date") field.value = "2031-05-06";
                else if (field.type === "number") field.value = Number(field.min || 1) + 1;
                else if (field.multiple || field.options?.length < 2) return;
                else field.selectedIndex = field.options.length - 1 === field.selectedIndex ? 0 : field.options.length - 1;
                field.dispatchEvent(new Event("input", { bubbles: true }));
                window.typed.push({ field, was: field.type === "checkbox" ? field.checked : field.value });
              });
              return window.typed.length;
            }
            """;

    /** The fields that are gone or read otherwise than what was typed. */
    private static final String LOST =
            """
            () => window.typed
              .filter(({ field, was }) => !field.isConnected || (field.type === "checkbox" ? field.checked : field.value) !== was)
              .map(({ field, was }) => `${field.outerHTML.slice(0, 120)}: “${was}” became “${field.value}”`)
            """;

    private static final String REFRESH =
            """
            async () => {
              const script = performance.getEntriesByType("resource").find((one) => /\\/view(-[0-9a-f]+)?\\.js/.test(one.name));
              if (document.querySelector("#view[data-url]")) await (await import(script.name)).refresh();
            }
            """;

    @Test
    public void whatIsTypedShouldOutlastWhatOthersDoOnEveryPage() {
        var page = signedIn("Ines Rowe");
        var places =
                Stream.concat(
                        Arrays.stream(View.values()).map(view -> view.url("MSF")), PICKED.stream());
        var lost = new ArrayList<String>();
        var fields = new ArrayList<Integer>();
        places.forEach(place -> {
            page.navigate(place);
            fields.add((Integer) page.evaluate(TYPE_EVERYWHERE));
            api().post(
                            "/products/MSF/items",
                            "{'level':'story','title':'Came meanwhile','parent':'MSF12'}");
            api().patch("/items/MSF29", "{'title':'Reads otherwise at %s'}".formatted(place));
            page.evaluate(REFRESH);
            ((List<?>) page.evaluate(LOST)).forEach(one -> lost.add(place + ": " + one));
        });
        Assertions.assertThat(lost).isEmpty();
        Assertions.assertThat(fields.stream().mapToInt(one -> one).sum()).isGreaterThan(200);
    }

    private Page atRelease(String release) {
        var page = signedIn("Ines Rowe");
        page.navigate("/MSF/releases?id=" + release);
        page.locator("#release-change > summary").click();
        return page;
    }

    @Test
    public void valueThatOthersChangedShouldBeToldBesideWhatIsTyped() {
        var release = api().post("/products/MSF/releases", "{'name':'Held','date':'2027-05-03'}");
        var id = release.body().at("/id").asString();
        var page = atRelease(id);
        var name = page.locator("#release-change [name=name]");
        assertThat(name).isFocused();
        name.fill("As I have it");
        page.keyboard().press("ArrowLeft");
        api().patch("/releases/" + id, "{'name':'As a program has it'}");
        var note = page.locator("#release-change .meanwhile");
        assertThat(note).containsText("Changed meanwhile to “As a program has it”.");
        assertThat(name).hasValue("As I have it");
        assertThat(name).isFocused();
        Assertions.assertThat(name.evaluate("field => field.selectionStart")).isEqualTo(11);
        note.locator("button").click();
        assertThat(name).hasValue("As a program has it");
        assertThat(note).hasCount(0);
    }

    @Test
    public void formThatFoldsOutShouldTakeTheFocusAndGoWithEscape() {
        var page = signedIn("Ines Rowe");
        page.navigate("/MSF/releases");
        page.locator("#new-release > summary").click();
        var name = page.locator("#new-release [name=name]");
        assertThat(name).isFocused();
        name.fill("Half a name");
        page.keyboard().press("Escape");
        assertThat(name).isHidden();
        assertThat(page.locator("#new-release > summary")).isFocused();
        page.keyboard().press("Enter");
        assertThat(name).hasValue("Half a name");
        page.locator("#new-release [name=date]").fill("2027-06-01");
        page.locator("#new-release button").click();
        assertThat(page.locator("#new-release [name=name]")).isHidden();
        assertThat(page.locator("#new-release [name=name]")).hasValue("");
    }

    @Test
    public void hoursShouldNotBeBookedTwiceByASecondSave() {
        var code = api().newProduct();
        api().post(
                        "/products/" + code + "/items",
                        "{'items':[{'level':'story','title':'Story','ref':'s'},{'level':'task','title':'Task',"
                            + "'parentRef':'s','assignee':'ines.rowe'}]}");
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/work");
        page.locator("#more-" + code + "2 > summary").click();
        var form = page.locator("#report-" + code + "2");
        form.locator("[name=hours]").fill("2");
        form.locator("button").click();
        assertThat(page.locator("#toasts")).containsText("Changed");
        assertThat(form.locator("[name=hours]")).hasValue("");
        page.locator("#more-" + code + "2 > summary").click();
        form.locator("[name=note]").fill("Only words");
        form.locator("button").click();
        Assertions.assertThat(
                        api().get("/items/" + code + "2").body().at("/hours/invested").asDouble())
                .isEqualTo(2);
    }

    @Test
    public void whatIsTypedWhileTheServerTakesItsTimeShouldStay() {
        var page = signedIn("Ines Rowe");
        page.navigate("/items/MSF29");
        page.route(
                "**/items/MSF29/comments",
                route -> {
                    page.locator("#say-MSF29").pressSequentially(" and more");
                    route.resume();
                });
        page.locator("#say-MSF29").fill("First");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator(".comment", new Page.LocatorOptions().setHasText("First")))
                .isVisible();
        assertThat(page.locator("#say-MSF29")).hasValue("First and more");
    }

    @Test
    public void wordsForAnItemThatIsLeftShouldBeThereAgain() {
        var code = api().newProduct();
        api().post(
                        "/products/" + code + "/items",
                        "{'items':[{'level':'epic','title':'One'},{'level':'epic','title':'Other'}]}");
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/ladder?from=epic&panel=1&at=" + code + "1");
        page.locator("#say-" + code + "1").fill("Half a comment");
        card(page, "Other").locator(".card-link").click();
        assertThat(page.locator("#say-" + code + "2")).hasValue("");
        assertThat(page.locator("#toasts")).containsText("is kept");
        card(page, "One").locator(".card-link").click();
        assertThat(page.locator("#say-" + code + "1")).hasValue("Half a comment");
    }

    @Test
    public void whoGoesAwayFromUnsavedWordsShouldBeAskedFirst() {
        var page = signedIn("Ines Rowe");
        page.navigate("/items/MSF29");
        var asked = new java.util.concurrent.atomic.AtomicInteger();
        page.onDialog(dialog -> asked.incrementAndGet());
        page.locator("#say-MSF29").pressSequentially("Half");
        page.reload();
        Assertions.assertThat(asked.get()).isEqualTo(1);
        page.reload();
        Assertions.assertThat(asked.get()).as("nothing typed, nothing asked").isEqualTo(1);
    }

    @Test
    public void undoKeyInAFieldThatWasSentShouldTakeBackWhatWasDone() {
        var code = api().newProduct();
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/outline?write");
        page.locator("#write-box textarea").fill("One\nTwo\nThree");
        page.locator("[data-write-add]").click();
        assertThat(page.locator(".outline .item-row")).hasCount(3);
        assertThat(page.locator("#write-box textarea")).isFocused();
        page.keyboard().press("Control+z");
        assertThat(page.locator(".outline .item-row")).hasCount(0);
    }

    @Test
    public void replyShouldTakeTheFocus() {
        var page = signedIn("Ines Rowe");
        api().post("/items/MSF30/comments", "{'text':'What do you think?'}");
        page.navigate("/items/MSF30");
        var reply = page.locator(".talk-reply").last();
        reply.locator("summary").click();
        assertThat(reply.locator("textarea")).isFocused();
        Locator typed = reply.locator("textarea");
        typed.fill("Much");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator(".talk-replies")).containsText("Much");
    }
}
