package greenladder.journey;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.Test;

/** What scripts compute by themselves, module by module, in the browser that runs them. */
public class ScriptTests extends BrowserTest {
    private Page page;

    @BeforeMethod
    public void open() {
        page = signedIn("Ines Rowe");
    }

    private Object inModule(String module, String body) {
        return page.evaluate(
                "async () => { const m = await import('/js/%s.js'); %s }".formatted(module, body));
    }

    @Test
    public void deedsShouldBeThoseOfThisWindowTheLastThirtyOfThem() {
        var kept =
                inModule(
                        "deeds",
                        """
                        sessionStorage.clear();
                        for (let i = 1; i <= 35; i++) m.note({ words: `deed ${i}`, operation: i });
                        m.note({ words: "", operation: 36 });
                        const last = m.last().words;
                        m.drop();
                        let count = 0;
                        while (m.last()) { m.drop(); count++; }
                        return `${last}, ${count} before`;
                        """);
        assertThat(kept).isEqualTo("deed 35, 29 before");
    }

    @Test
    public void deedThatIsTakenBackShouldBeDoneAgainUntilSomethingElseIsDone() {
        var left =
                inModule(
                        "deeds",
                        """
                        sessionStorage.clear();
                        m.note({ words: "moved", operation: 7 });
                        m.note({ words: "removed a request", undo: "/intake/3/restore", redo: "/intake/3/drop" });
                        m.takenBack(m.last(), { undo: "/intake/3/drop", redo: "/intake/3/restore" });
                        const one = `${m.last().words}, ${m.lastUndone().undo}`;
                        m.doneAgain(m.lastUndone(), { undo: "/intake/3/restore", redo: "/intake/3/drop" });
                        const two = `${m.last().undo}, ${m.lastUndone()}`;
                        m.takenBack(m.last(), { undo: "/intake/3/drop" });
                        m.note({ words: "renamed", operation: 8 });
                        return `${one}; ${two}; ${m.last().words}, ${m.lastUndone()}`;
                        """);
        assertThat(left)
                .isEqualTo(
                        "moved, /intake/3/drop; /intake/3/restore, undefined; renamed, undefined");
    }

    @Test
    public void deedOfYesterdayShouldBeForgotten() {
        var left =
                inModule(
                        "deeds",
                        """
                        sessionStorage.clear();
                        const long = { words: "moved", operation: 7, items: [], at: Date.now() - 9 * 3600 * 1000 };
                        sessionStorage.setItem("deeds", JSON.stringify([long]));
                        return `${m.last()}`;
                        """);
        assertThat(left).isEqualTo("undefined");
    }

    @Test
    public void actionShouldBeAboutTheSelectionWhereItsCardIsInIt() {
        var subjects =
                inModule(
                        "selection",
                        """
                        const [a, b, c] = [...document.querySelectorAll(".item-card")].map((card) => card.dataset.key);
                        m.clearSelection();
                        m.select(a);
                        m.select(b);
                        const both = m.subjects(b).join() === [a, b].join();
                        const alone = m.subjects(c).join() === c;
                        m.select(a);
                        m.select("NONE1", true);
                        m.drawSelection();
                        return [both, alone, m.selection().join() === b].join();
                        """);
        assertThat(subjects).as("what is not on the page is let go").isEqualTo("true,true,true");
    }

    @Test
    public void placeOfAnItemShouldBeTheViewsWithThatItemPicked() {
        var place =
                inModule(
                        "view",
                        """
                        m.view().dataset.url = "/MSF/ladder?from=epic&at=MSF3&panel=0";
                        return m.placeOf("MSF55");
                        """);
        assertThat(place).isEqualTo("/MSF/ladder?from=epic&at=MSF55&panel=0");
    }

    @Test
    public void keysOfRequestsShouldNeverBeTheSame() {
        assertThat(
                        inModule(
                                "server",
                                "return new Set(Array.from({ length: 2000 }, m.freshKey)).size;"))
                .isEqualTo(2000);
    }
}
