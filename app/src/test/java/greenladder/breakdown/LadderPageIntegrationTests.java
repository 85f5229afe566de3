package greenladder.breakdown;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;

import greenladder.RunningDemo;
import greenladder.people.People;
import jakarta.servlet.http.Cookie;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpStatus;
import org.springframework.test.web.servlet.assertj.MockMvcTester;
import org.springframework.test.web.servlet.assertj.MvcTestResult;
import org.springframework.test.web.servlet.request.RequestPostProcessor;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class LadderPageIntegrationTests extends RunningDemo {
    @Autowired private MockMvcTester mvc;

    @Autowired private People people;

    private RequestPostProcessor ines() {
        return user(people.findByHandle("ines.rowe").orElseThrow());
    }

    private MvcTestResult get(String url) {
        return mvc.get().uri(url).with(ines()).exchange();
    }

    private MvcTestResult fragment(String url) {
        return mvc.get().uri(url).with(ines()).header("HX-Request", "true").exchange();
    }

    private String tree() {
        var code = api().newProduct();
        api().post(
                        "/products/" + code + "/items",
                        """
                        {'items':[{'level':'epic','title':'Epic one','ref':'e'},{'level':'story','title':'Skips a level','parentRef':'e','size':3},
                         {'level':'feature','title':'Feature one','parentRef':'e'},{'level':'story','title':'Let go','parentRef':'e','state':'dropped'},
                         {'level':'story','title':'Adrift'}]}\
                        """);
        return code;
    }

    @Test
    public void childrenOfSeveralLevelsShouldStandInOneColumn() {
        var code = tree();
        assertThat(get("/%s/ladder?from=epic&at=%s1&panel=0".formatted(code, code)))
                .hasStatusOk()
                .bodyText()
                .contains(
                        "Features, Stories",
                        "Skips a level",
                        "Feature one",
                        "1 dropped",
                        "2 loose items")
                .doesNotContain("Let go");
    }

    @Test
    public void droppedItemsShouldBeUnfoldedByUrl() {
        var code = tree();
        assertThat(get("/%s/ladder?from=epic&at=%s1&panel=0&dropped=1".formatted(code, code)))
                .bodyText()
                .contains("Let go", "is-dropped", "Fold dropped items away");
    }

    @Test
    public void looseItemsShouldHaveAColumnOfTheirOwn() {
        var code = tree();
        assertThat(get("/%s/ladder?from=epic&panel=0&loose=1".formatted(code)))
                .bodyText()
                .contains("2 items without a parent", "Adrift", "Close the loose items");
    }

    @Test
    public void keptColumnsShouldComeWithoutTheirCards() {
        var code = tree();
        assertThat(fragment("/%s/ladder?from=epic&at=%s1&panel=0&kept=epic".formatted(code, code)))
                .bodyText()
                .contains("data-kept", "Skips a level")
                .doesNotContain("id=\"card-" + code + "1\"", "<html");
    }

    @Test
    public void whatIsNotThereShouldBeAPageOrAFewWords() {
        assertThat(get("/ZZZ/ladder?from=goal"))
                .hasStatus(HttpStatus.NOT_FOUND)
                .bodyText()
                .contains("There is no product ZZZ.", "Back to the ladder");
        assertThat(fragment("/items/MSF9999/menu"))
                .hasStatus(HttpStatus.NOT_FOUND)
                .bodyText()
                .isEqualTo("There is no item MSF9999.");
        assertThat(get("/MSF/threads?item=MSF9999")).hasStatus(HttpStatus.NOT_FOUND);
        assertThat(get("/items/nonsense")).hasStatus(HttpStatus.NOT_FOUND);
    }

    @DataProvider
    public Object[][] fields() {
        return new Object[][] {
            {"title", "type=\"text\""},
            {"size", "inputmode=\"decimal\""},
            {"state", "value=\"in-test\""},
            {"assignee", "Oona Marsh"},
            {"kind", "spike"},
            {"level", "Initiative"},
            {"start", "type=\"date\""},
            {"description", "<textarea"},
            {"blocked", "Blocked because"},
            {"parent", "data-pick-item"},
        };
    }

    @Test(dataProvider = "fields")
    public void fieldShouldOpenItsFittingForm(String field, String contains) {
        assertThat(fragment("/items/MSF5/edit/" + field))
                .hasStatusOk()
                .bodyText()
                .contains(contains, "name=\"value\"");
    }

    @Test
    public void fieldThatCannotBeSetShouldHaveNoForm() {
        assertThat(fragment("/items/MSF5/edit/rank")).hasStatus(HttpStatus.NOT_FOUND);
        assertThat(
                        mvc.get()
                                .uri("/items/MSF5/edit/title")
                                .with(user(people.findByHandle("oona.marsh").orElseThrow()))
                                .header("HX-Request", "true"))
                .hasStatus(HttpStatus.FORBIDDEN);
    }

    @Test
    public void historyShouldBeToldInWords() {
        var code = tree();
        for (var change :
                new String[] {
                    "{'title':'Epic 1','value':5}",
                    "{'assignee':'tam.keel'}",
                    "{'assignee':null,'finish':'2026-12-24'}",
                    "{'finish':null}",
                    "{'blocked':{'reason':'fog'}}",
                    "{'blocked':null,'description':'Why'}",
                    "{'state':'done'}"
                }) {
            api().patch("/items/" + code + "1", change);
        }
        assertThat(get("/items/" + code + "1"))
                .hasStatusOk()
                .bodyText()
                .contains(
                        "renamed it from “Epic one”",
                        "set the value to 5",
                        "gave it to Tam Keel",
                        "unassigned it",
                        "set the finish to 2026-12-24",
                        "cleared the finish (was 2026-12-24)",
                        "blocked it: fog",
                        "unblocked it",
                        "wrote the description",
                        "moved it to Done",
                        "added it");
    }

    @Test
    public void themeShouldBeKeptAndLeadNowhereElse() {
        assertThat(
                        mvc.post()
                                .uri("/theme")
                                .with(csrf())
                                .with(ines())
                                .param("theme", "dark")
                                .param("back", "/MSF/threads"))
                .hasHeader("Location", "/MSF/threads")
                .cookies()
                .hasValue("theme", "dark");
        for (var elsewhere :
                new String[] {"//evil.example", "https://evil.example", "/\\evil.example", ""}) {
            assertThat(
                            mvc.post()
                                    .uri("/theme")
                                    .with(csrf())
                                    .with(ines())
                                    .param("theme", "odd")
                                    .param("back", elsewhere))
                    .hasHeader("Location", "/");
        }
    }

    @Test
    public void placeShouldBeSentToTheBrowserOnce() {
        var first = get("/MSF/ladder?from=epic&panel=0").getResponse().getCookies();
        assertThat(first).extracting(Cookie::getName).contains("place-MSF", "product");
        assertThat(
                        mvc.get()
                                .uri("/MSF/ladder?from=epic&panel=0")
                                .with(ines())
                                .cookie(first)
                                .exchange()
                                .getResponse()
                                .getCookies())
                .isEmpty();
    }

    @Test
    public void clockOfTheDemoShouldOnlyGoForward() {
        assertThat(api().post("/demo/clock", "{'days':-1}").status()).isEqualTo(422);
        assertThat(api().post("/demo/clock", "{'days':1,'now':'2030-01-01T00:00:00Z'}").status())
                .isEqualTo(422);
        assertThat(api().post("/demo/clock", "{'now':'2020-01-01T00:00:00Z'}").status())
                .isEqualTo(422);
        assertThat(api().post("/demo/clock", "{'days':0}").status()).isEqualTo(200);
    }
}
