package greenladder.journey;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.KeyboardModifier;
import com.microsoft.playwright.options.Position;
import java.util.List;
import java.util.regex.Pattern;
import org.testng.annotations.Test;

public class LadderJourneyTests extends BrowserTest {
    private static final List<KeyboardModifier> CONTROL_KEY = List.of(KeyboardModifier.CONTROL);

    private String productWithTree() {
        var code = api().newProduct();
        api().post(
                        "/products/" + code + "/items",
                        """
                        {'items':[{'level':'goal','title':'Calmer mornings','ref':'g'},{'level':'initiative','title':'Earlier ferries','parentRef':'g','ref':'i'},
                         {'level':'epic','title':'First sailing at five','parentRef':'i'}]}\
                        """);
        return code;
    }

    private static Locator addField(Page page, String under) {
        return page.locator("[data-add-under='" + under + "'] [name=title]");
    }

    private static void orderIs(Page page, String column, String... titles) {
        assertThat(page.locator("#cards-" + column + " .card-link")).hasText(titles);
    }

    private static void focusedIs(Page page, String title) {
        assertThat(page.locator(".card-link:focus")).hasText(title);
    }

    @Test
    public void workShouldBeBrokenDownOrderedFinishedAndTracedBack() {
        var code = productWithTree();
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/ladder?from=initiative&at=" + code + "2&panel=0");

        addField(page, code + "2").fill("Quiet hours kept");
        addField(page, code + "2").press("Shift+Enter");
        var epic = code + "4";
        assertThat(addField(page, epic)).isFocused();
        page.keyboard().type("Lights instead of horns");
        page.keyboard().press("Shift+Enter");
        var feature = code + "5";
        assertThat(addField(page, feature)).isFocused();
        page.keyboard().type("Lamp on the ramp");
        page.keyboard().press("Enter");
        page.keyboard().type("Lamp on the mast");
        page.keyboard().press("Enter");
        page.keyboard().type("Lamp in the fog");
        page.keyboard().press("Shift+Enter");
        assertThat(addField(page, code + "8")).isFocused();
        page.keyboard().type("Ask the harbour");
        page.keyboard().press("Enter");
        assertThat(card(page, "Ask the harbour")).isVisible();
        orderIs(page, feature, "Lamp on the ramp", "Lamp on the mast", "Lamp in the fog");

        // by mouse: under another epic, with everything under it
        page.navigate("/" + code + "/ladder?from=epic&at=" + epic + "&panel=0");
        card(page, "Lights instead of horns").dragTo(card(page, "First sailing at five"));
        assertThat(page.locator("#cards-" + epic + " .item-card")).hasCount(0);
        card(page, "First sailing at five").locator(".card-link").click();
        orderIs(page, code + "3", "Lights instead of horns");
        card(page, "Lights instead of horns").locator(".card-link").click();

        // order by mouse, then by keyboard
        card(page, "Lamp in the fog")
                .dragTo(
                        card(page, "Lamp on the ramp"),
                        new Locator.DragToOptions().setTargetPosition(new Position(40, 4)));
        orderIs(page, feature, "Lamp in the fog", "Lamp on the ramp", "Lamp on the mast");
        card(page, "Lamp on the mast").locator(".card-link").focus();
        page.keyboard().press("Alt+ArrowUp");
        orderIs(page, feature, "Lamp in the fog", "Lamp on the mast", "Lamp on the ramp");
        focusedIs(page, "Lamp on the mast");

        // sizes in place
        for (var size : new String[] {"5", "3"}) {
            page.keyboard().press("z");
            assertThat(page.locator("[data-field-form] [name=value]")).isFocused();
            page.keyboard().type(size);
            page.keyboard().press("Enter");
            assertThat(page.locator(".item-card:focus-within .size")).hasText(size);
            page.keyboard().press("ArrowUp");
        }
        focusedIs(page, "Lamp in the fog");

        finishAsMember(code, feature);
        seeItAtTheTop(page, code);
    }

    private void finishAsMember(String code, String feature) {
        var member = signedIn("Oona Marsh");
        member.navigate("/" + code + "/ladder?from=epic&at=" + code + "8&panel=0");
        for (var item : new String[] {"Ask the harbour", "Lamp in the fog"}) {
            card(member, item).locator("[data-edit=state]").click();
            member.locator("[data-field-form] select").selectOption("done");
            assertThat(card(member, item).locator(".state")).containsText("Done");
        }
        assertThat(card(member, "Lights instead of horns")).containsText("3 of 8 points");
        assertThat(addField(member, feature)).hasCount(1);
        assertThat(member.locator("[data-add-under='" + feature + "'] select option"))
                .hasText(new String[] {"story", "task"});
        member.context().close();
    }

    private void seeItAtTheTop(Page page, String code) {
        page.navigate("/" + code + "/ladder?from=goal&at=" + code + "8&panel=0");
        for (var title :
                new String[] {
                    "Calmer mornings",
                    "Earlier ferries",
                    "First sailing at five",
                    "Lights instead of horns"
                }) {
            assertThat(card(page, title)).containsText("3 of 8 points");
        }
        card(page, "Ask the harbour").locator(".card-link").focus();
        page.keyboard().press("t");
        assertThat(page.locator(".knot.self")).isFocused();
        for (int step = 0; step < 5; step++) {
            page.keyboard().press("ArrowLeft");
        }
        assertThat(page.locator(".knot:focus")).containsText("Calmer mornings");
        assertThat(page.locator(".knot:focus")).containsText("3 of 8");
        assertThat(page.locator(".thread-list tbody tr")).hasCount(6);
        page.keyboard().press("Enter");
        page.waitForURL(Pattern.compile(".*threads\\?item=" + code + "1$"));
    }

    @Test
    public void refusedInputShouldStayWithItsReason() {
        var code = productWithTree();
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/ladder?from=epic&panel=1&at=" + code + "3");
        var field = page.locator("#title-epic");
        field.fill("x".repeat(501));
        field.press("Enter");
        assertThat(page.locator("#error-epic"))
                .hasText("The title is 501 characters long; at most 500 are allowed.");
        assertThat(field).hasValue("x".repeat(501));

        page.locator("#p-" + code + "3-size .in-place").click();
        assertThat(page.locator("[data-field-form] [name=value]")).isFocused();
        page.keyboard().type("many");
        page.keyboard().press("Enter");
        var form = page.locator("#p-" + code + "3-size [data-field-form]");
        assertThat(form.locator(".error")).containsText("is a number");
        assertThat(form.locator("[name=value]")).hasValue("many");
        page.keyboard().press("Escape");
        assertThat(page.locator("#p-" + code + "3-size")).hasText("not sized");
    }

    @Test
    public void severalShouldMoveTogetherByKeyAndByDrag() {
        var code = productWithTree();
        api().post(
                        "/products/" + code + "/items",
                        """
                        {'items':[{'level':'epic','title':'Other','parent':'%1$s2'},{'level':'story','title':'A','parent':'%1$s3'},
                         {'level':'story','title':'B','parent':'%1$s3'},{'level':'story','title':'C','parent':'%1$s3'}]}\
                        """
                                .formatted(code));
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/ladder?from=epic&panel=0&at=" + code + "3");
        card(page, "A").locator(".card-link").focus();
        page.keyboard().press("Shift+ArrowDown");
        assertThat(page.locator("[data-selection]")).containsText("2 selected");
        page.keyboard().press("Control+x");
        card(page, "Other").locator(".card-link").focus();
        page.keyboard().press("Control+v");
        orderIs(page, code + "3", "C");
        card(page, "Other").locator(".card-link").click();
        orderIs(page, code + "4", "A", "B");

        card(page, "A").click(new Locator.ClickOptions().setModifiers(CONTROL_KEY));
        card(page, "B")
                .locator(".card-link")
                .click(new Locator.ClickOptions().setModifiers(CONTROL_KEY));
        card(page, "B").dragTo(card(page, "First sailing at five"));
        assertThat(page.locator("#cards-" + code + "4 .item-card")).hasCount(0);
        card(page, "First sailing at five").locator(".card-link").click();
        orderIs(page, code + "3", "A", "B", "C");
    }

    @Test
    public void menuShouldMoveDropAndDelete() {
        var code = productWithTree();
        api().post(
                        "/products/" + code + "/items",
                        """
                        {'items':[{'level':'story','title':'A','parent':'%1$s3'},{'level':'story','title':'B','parent':'%1$s3'},{'level':'story','title':'C','parent':'%1$s3'}]}\
                        """
                                .formatted(code));
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/ladder?from=epic&panel=0&at=" + code + "3");
        openMenu(page, "C");
        page.locator("#menu [name=position]").fill("9");
        page.locator("#menu [name=position]").press("Enter");
        assertThat(
                        page.locator(
                                "#menu .error",
                                new Page.LocatorOptions().setHasText("There is no position 9")))
                .isVisible();
        page.locator("#menu [name=position]").fill("1");
        page.locator("#menu [name=position]").press("Enter");
        orderIs(page, code + "3", "C", "A", "B");
        openMenu(page, "A");
        page.locator("#menu form:has([value=state]) select").selectOption("dropped");
        page.locator("#menu form:has([value=state]) button").click();
        orderIs(page, code + "3", "C", "B");
        assertThat(page.locator(".dropped-fold")).hasText("1 dropped");
        openMenu(page, "B");
        page.locator("#menu summary", new Page.LocatorOptions().setHasText("Delete")).click();
        page.locator("#menu .is-danger").click();
        orderIs(page, code + "3", "C");
    }

    private static void openMenu(Page page, String title) {
        card(page, title).locator(".card-link").focus();
        page.keyboard().press("Shift+F10");
        assertThat(page.locator("#menu")).isVisible();
    }

    @Test
    public void longColumnShouldBeFetchedAsItComesNear() {
        var code = api().newProduct();
        var items = new StringBuilder("{'items':[");
        for (int i = 1; i <= 1000; i++) {
            items.append(i == 1 ? "" : ",")
                    .append("{'level':'goal','title':'Goal ")
                    .append(i)
                    .append("'}");
        }
        api().post("/products/" + code + "/items", items.append("]}").toString());
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/ladder?from=goal&panel=0");
        assertThat(page.locator(".item-card")).hasCount(60);
        page.locator(".more").scrollIntoViewIfNeeded();
        assertThat(card(page, "Goal 90"))
                .hasCount(1, new LocatorAssertions.HasCountOptions().setTimeout(10_000));
        card(page, "Goal 90").locator(".card-link").click();
        assertThat(card(page, "Goal 90")).hasClass(Pattern.compile("is-picked"));
    }

    @Test
    public void placeShouldBeFoundAgain() {
        var page = signedIn("Bram Holt");
        page.navigate("/MSF/ladder?from=feature&at=MSF4&panel=0");
        page.navigate("/MSF/threads");
        page.navigate("/");
        page.waitForURL("**/MSF/ladder?from=feature&at=MSF4&panel=0");
        page.locator(".item-card .card-link").nth(1).click();
        page.waitForURL("**/MSF/ladder?from=feature&at=MSF25&panel=0");
        page.goBack();
        assertThat(page.locator("#card-MSF4")).hasClass(Pattern.compile("is-picked"));
    }

    @Test
    public void looseItemShouldFindItsParentByDrag() {
        var code = productWithTree();
        api().post("/products/" + code + "/items", "{'level':'story','title':'Adrift'}");
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/ladder?from=epic&panel=0");
        page.getByText("1 loose item").click();
        page.locator("[data-column-find]").fill("nothing like it");
        assertThat(page.locator("#column-loose .item-card")).hasCount(0);
        page.locator("[data-column-find]").fill("");
        assertThat(page.locator("#column-loose .item-card")).hasCount(1);
        card(page, "Adrift").dragTo(card(page, "First sailing at five"));
        assertThat(page.locator("#column-loose .item-card")).hasCount(0);
        card(page, "First sailing at five").locator(".card-link").click();
        orderIs(page, code + "3", "Adrift");
    }

    @Test
    public void siblingShouldBeAddedBehindTheCardInFocus() {
        var code = productWithTree();
        api().post(
                        "/products/" + code + "/items",
                        "{'items':[{'level':'story','title':'A','parent':'%1$s3'},{'level':'story','title':'Z','parent':'%1$s3'}]}"
                                .formatted(code));
        var page = signedIn("Ines Rowe");
        page.navigate("/" + code + "/ladder?from=epic&panel=0&at=" + code + "3");
        card(page, "A").locator(".card-link").focus();
        page.keyboard().press("Enter");
        for (var title : new String[] {"B", "C"}) {
            page.keyboard().type(title);
            page.keyboard().press("Enter");
        }
        orderIs(page, code + "3", "A", "B", "C", "Z");
    }

    @Test
    public void itemShouldBeFoundByKeyAndByWords() {
        var page = signedIn("Saga Lind");
        page.keyboard().press("/");
        assertThat(page.locator("#find")).isFocused();
        page.keyboard().type("arm's rain");
        assertThat(page.locator("#find-hits a")).hasCount(1);
        page.locator("#find").fill("msf20");
        assertThat(page.locator("#find-hits a").first()).containsText("Scans from two ramps");
        page.keyboard().press("Enter");
        assertThat(page.locator("#card-MSF20")).hasClass(Pattern.compile("is-picked"));
        page.locator("#find").fill("no such thing");
        assertThat(page.locator("#find-hits")).containsText("No item has");
    }

    @Test
    public void fieldsOfThePanelShouldBeEditedInPlace() {
        var code = productWithTree();
        var page = signedIn("Bram Holt");
        page.navigate("/" + code + "/ladder?from=epic&panel=1&at=" + code + "3");
        page.locator(".description .in-place").click();
        assertThat(page.locator(".description textarea")).isFocused();
        page.keyboard().type("**Why** it matters <b>");
        page.locator(".description .is-primary").click();
        assertThat(page.locator(".prose strong")).hasText("Why");
        assertThat(page.locator(".prose")).containsText("<b>");
        page.locator("[data-fold=more] > summary").click();
        var field = "#p-" + code + "3-blocked";
        page.locator(field + " .in-place").click();
        assertThat(page.locator(field + " input[name=value]")).isFocused();
        page.keyboard().type("no pilot");
        page.keyboard().press("Tab");
        assertThat(page.locator(".blocked-because")).containsText("no pilot");
        assertThat(page.locator(".history li").first())
                .containsText("Bram Holt blocked it: no pilot");
    }

    @Test
    public void pagesShouldBeAccessible() {
        var page = newPage();
        page.navigate("/sign-in");
        requireAccessible(page, "sign-in");
        page.locator(".samples button").first().click();
        for (var path :
                new String[] {
                    "/MSF/ladder?from=epic&at=MSF14&panel=1",
                    "/MSF/ladder?from=epic&loose=1&dropped=1&panel=0",
                    "/items/MSF14",
                    "/MSF/threads?item=MSF4",
                    "/products/new"
                }) {
            page.navigate(path);
            requireAccessible(page, path);
        }
        page.navigate("/MSF/ladder?from=epic&at=MSF14&panel=1");
        openMenu(page, "Read at arm's length in rain");
        requireAccessible(page, "menu");
    }
}
