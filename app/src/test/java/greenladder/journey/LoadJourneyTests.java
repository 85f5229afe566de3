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

/** Who does what on which day, and what depends on what. */
public class LoadJourneyTests extends BrowserTest {
    @Autowired private Teams teams;

    private String product;
    private String team;

    /** Stories 1 and 2 in a sprint of two days of 1.28 h each, with tasks 3 and 4 of the first. */
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
        api().send(
                        "PUT",
                        "/teams/" + team + "/calendar",
                        "{'members':[{'person':'lio.fenn','share':20},"
                                + "{'person':'bram.holt','share':20}]}");
        item("{'level':'story','title':'Scan','size':5}");
        item("{'level':'story','title':'Board','size':5}");
        api().post("/teams/" + team + "/sprints", "{'start':'2026-06-01','days':2,'count':2}");
        plan(1, 1, 2);
        task("Rig", 2, 1);
        task("Try it", 1.5, 1);
    }

    private void item(String fields) {
        api().post("/products/" + product + "/items", fields);
    }

    private void plan(int sprint, int... items) {
        for (int item : items) {
            api().post(
                            "/sprints/" + team + "-" + sprint + "/items",
                            "{'items':['%s%d']}".formatted(product, item));
        }
    }

    private void task(String title, double hours, int under) {
        item(
                "{'level':'task','title':'%s','hours':{'estimate':%s},'parent':'%s%d','assignee':'lio.fenn'}"
                        .formatted(title, hours, product, under));
    }

    private Page at(String url) {
        var page = signedIn("Ines Rowe");
        page.navigate("/" + product + url);
        return page;
    }

    private Locator row(Page page, String person) {
        return page.locator(".load-row[data-person='" + person + "']");
    }

    private Locator piece(Page page, String person, int task) {
        return row(page, person).locator(".load-piece[data-key='%s%d']".formatted(product, task));
    }

    @Test
    public void taskShouldBeDraggedToAnotherPersonAndUpInOrder() {
        var page = at("/load?id=" + team + "-1");
        assertThat(row(page, "lio.fenn")).containsText("3.5 of");
        assertThat(row(page, "lio.fenn").locator(".load-piece.beyond")).hasCount(1);
        requireAccessible(page, "load");

        piece(page, "lio.fenn", 4).first().dragTo(piece(page, "lio.fenn", 3).first());
        assertThat(row(page, "lio.fenn").locator(".load-piece").first())
                .hasAttribute("data-key", product + "4");
        piece(page, "lio.fenn", 3).first().dragTo(row(page, "bram.holt").locator("h3"));
        assertThat(piece(page, "bram.holt", 3).first()).isVisible();
        assertThat(page.locator(".load-piece.beyond")).hasCount(0);
        requireWordsOverDays(page);

        piece(page, "bram.holt", 3).first().focus();
        page.keyboard().press("Alt+ArrowDown");
        assertThat(piece(page, "lio.fenn", 3).first()).isVisible();
        page.locator("body").press("Control+z");
        assertThat(piece(page, "bram.holt", 3).first()).isVisible();
    }

    /** The days, and where the sprint ends, can all be read: none is cut off or hides another. */
    private static void requireWordsOverDays(Page page) {
        assertThat(page.locator(".load-days text").last()).containsText("ends");
        var hidden =
                page.evaluate(
                        """
                        () => {
                          const edge = document.querySelector('.load-days svg').getBoundingClientRect();
                          const words = [...document.querySelectorAll('.load-days text')]
                            .filter((word) => word.textContent)
                            .map((word) => ({ text: word.textContent, box: word.getBoundingClientRect() }));
                          return words
                            .filter(({ box }, i) => box.left < edge.left || box.right > edge.right + 1
                              || words.some((other, j) => j !== i
                                && other.box.left < box.right && box.left < other.box.right
                                && other.box.top < box.bottom - 2 && box.top < other.box.bottom - 2))
                            .map(({ text }) => text)
                            .join();
                        }
                        """);
        org.assertj.core.api.Assertions.assertThat(hidden).isEqualTo("");
    }

    @Test
    public void dependencyShouldBeDrawnItsCircleRefusedAndTheLaterOneMoved() {
        var page = at("/bench?open=" + team + "-1&at=" + product + "2");
        var panel = page.locator("#side-panel");
        panel.locator(".link-add [name=to]").fill(product + "1");
        panel.locator(".link-add button").click();
        assertThat(panel.locator(".linked-rows")).containsText("Scan");

        page.navigate("/" + product + "/bench?open=" + team + "-1&at=" + product + "1");
        panel.locator(".link-add [name=to]").fill(product + "2");
        panel.locator(".link-add button").click();
        assertThat(panel.locator(".link-add .error"))
                .containsText(
                        "That would be a circle: %1$s1 depends on %1$s2, %1$s2 depends on %1$s1"
                                .formatted(product));
        assertThat(page.locator("#out-of-order")).hasCount(0);

        // What it needs goes on into the next sprint, and the plan says so.
        plan(2, 1);
        assertThat(page.locator("#out-of-order > summary")).containsText("1 out of order");
        page.locator("#out-of-order > summary").click();
        page.locator("#out-of-order button").click();
        assertThat(page.locator("#out-of-order")).hasCount(0);
        assertThat(page.locator(".opened-row")).hasCount(0);
    }

    @Test
    public void altShouldDrawADependencyBetweenTwoRows() {
        item("{'level':'story','title':'First','size':1}");
        item("{'level':'story','title':'Second','size':1}");
        var page = at("/bench");
        var from = page.locator("#card-" + product + "6");
        var box = page.locator("#card-" + product + "5").boundingBox();
        from.hover();
        page.mouse().down();
        page.keyboard().down("Alt");
        page.mouse().move(box.x + 60, box.y + 8);
        page.mouse().move(box.x + 64, box.y + 10);
        page.mouse().up();
        page.keyboard().up("Alt");
        assertThat(page.locator("#toasts"))
                .containsText("%1$s6 depends on %1$s5".formatted(product));
    }
}
