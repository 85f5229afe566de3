package greenladder.breakdown;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;

import greenladder.RunningDemo;
import greenladder.people.People;
import greenladder.store.SnapshotKeeper;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpStatus;
import org.springframework.test.web.servlet.assertj.MockMvcTester;
import org.springframework.test.web.servlet.assertj.MvcTestResult;
import org.testng.annotations.Test;

/** The outline, lists written into it, quick add and templates as the pages show and post them. */
public class OutlineIntegrationTests extends RunningDemo {
    @Autowired private MockMvcTester mvc;
    @Autowired private People people;
    @Autowired private SnapshotKeeper keeper;

    private MvcTestResult get(String path) {
        return mvc.get()
                .uri(path)
                .with(user(people.findByHandle("ines.rowe").orElseThrow()))
                .exchange();
    }

    private MvcTestResult post(String path, String... parameters) {
        var request =
                mvc.post()
                        .uri(path)
                        .with(user(people.findByHandle("ines.rowe").orElseThrow()))
                        .with(csrf())
                        .header("HX-Request", "true");
        for (int i = 0; i < parameters.length; i += 2) {
            request = request.param(parameters[i], parameters[i + 1]);
        }
        return request.exchange();
    }

    private static String body(MvcTestResult answer) {
        try {
            return answer.getResponse().getContentAsString();
        } catch (java.io.UnsupportedEncodingException e) {
            throw new IllegalStateException(e);
        }
    }

    private static long rows(String html) {
        return Pattern.compile("class=\"item-card item-row").matcher(html).results().count();
    }

    private String productWith(int features) {
        var code = api().newProduct();
        var lines =
                IntStream.rangeClosed(1, features)
                        .mapToObj(i -> "  - feature: F%d\\n    - S%d".formatted(i, i))
                        .collect(Collectors.joining("\\n"));
        var answer =
                api().post(
                                "/products/" + code + "/outline",
                                "{'text':'- epic: E\\n%s'}".formatted(lines));
        assertThat(answer.status()).isEqualTo(201);
        return code;
    }

    @Test
    public void stretchOfALongOutlineShouldBeDrawnWithRoomForTheRest() {
        var code = productWith(600);
        var top = body(get("/" + code + "/outline?to=story"));
        assertThat(rows(top)).isEqualTo(90);
        assertThat(top).contains("data-count=\"1201\"").doesNotContain("spacer-above");
        assertThat(top).contains("height=\"" + (1201 - 90) * 30 + "\"");
        var middle = body(get("/" + code + "/outline?to=story&from=500"));
        assertThat(middle).contains("data-from=\"500\"", "height=\"15000\"", ">S250<");
        var end = body(get("/" + code + "/outline?to=story&from=99999"));
        assertThat(end).contains("data-from=\"1111\"", ">S600<").doesNotContain("spacer-below");
    }

    @Test
    public void foldingShouldFollowTheLevelAndTheRowsTurnedOver() {
        var code = productWith(3);
        assertThat(rows(body(get("/" + code + "/outline?to=epic")))).isEqualTo(1);
        assertThat(rows(body(get("/" + code + "/outline?to=feature")))).isEqualTo(4);
        assertThat(rows(body(get("/" + code + "/outline?to=feature&turned=" + code + "2"))))
                .isEqualTo(5);
        assertThat(rows(body(get("/" + code + "/outline?to=story&under=" + code + "2"))))
                .isEqualTo(2);
        assertThat(rows(body(get("/" + code + "/outline?to=nothing&turned=x-y&from=-4&at=zz"))))
                .isEqualTo(1);
    }

    @Test
    public void chosenColumnsShouldBeKeptForThePerson() {
        var code = productWith(1);
        post("/" + code + "/outline/columns", "columns", "title:300 value:90 nothing:50 size:9999");
        assertThat(body(get("/" + code + "/outline")))
                .contains("data-col=\"value\"", "width=\"90\"", "width=\"300\"", "width=\"900\"")
                .doesNotContain("data-col=\"state\"", "data-col=\"nothing\"");
    }

    @Test
    public void footShouldTotalWhatIsShownOnce() {
        var code = api().newProduct();
        api().post(
                        "/products/" + code + "/items",
                        "{'items':[{'level':'feature','title':'F','ref':'f'},{'level':'story','title':'S','parentRef':'f','size':3},{'level':'story','title':'T','parentRef':'f','size':5,'state':'done'}]}");
        assertThat(body(get("/" + code + "/outline?to=task")))
                .contains("5 of 8 points", ">3 rows<");
    }

    @Test
    public void writtenListShouldBeShownThenAddedWhole() {
        var code = productWith(1);
        var text = "One\n  Two\n    Three\n      Four\n*****";
        var preview =
                post(
                        "/" + code + "/outline/read",
                        "text",
                        text,
                        "under",
                        code + "1",
                        "level",
                        "feature");
        assertThat(preview)
                .bodyText()
                .contains(
                        "1 feature, 1 story, 2 tasks",
                        "deeper than the levels go",
                        "line 5: *****");
        var added =
                post(
                        "/" + code + "/outline/write",
                        "text",
                        text,
                        "under",
                        code + "1",
                        "level",
                        "feature");
        assertThat(added).hasStatusOk();
        assertThat(added.getResponse().getHeader("HX-Trigger")).contains("4 items");
        assertThat(
                        post(
                                "/" + code + "/outline/write",
                                "text",
                                "x\n".repeat(20_000),
                                "level",
                                "goal"))
                .hasStatus(HttpStatus.UNPROCESSABLE_ENTITY)
                .bodyText()
                .contains("20,000 lines; at most 5,000");
        assertThat(
                        post(
                                "/" + code + "/outline/read",
                                "text",
                                "x",
                                "under",
                                code + "3",
                                "level",
                                "goal"))
                .hasStatus(HttpStatus.UNPROCESSABLE_ENTITY);
        assertThat(post("/" + code + "/outline/write", "text", "  ", "level", "goal"))
                .hasStatus(HttpStatus.UNPROCESSABLE_ENTITY);
    }

    @Test
    public void looseItemsShouldBeFoundByText() {
        var code = api().newProduct();
        api().post(
                        "/products/" + code + "/items",
                        "{'items':[{'level':'story','title':'Red"
                            + " <b>'},{'level':'story','title':'Blue'},{'level':'goal','title':'Red"
                            + " goal'}]}");
        assertThat(body(get("/" + code + "/loose?text=red")))
                .contains("1 found", "Red &lt;b&gt;")
                .doesNotContain("Blue", "Red goal");
    }

    @Test
    public void quickLineShouldSayWhatItWillAdd() {
        assertThat(post("/MSF/quick-add/read", "line", "Dark at dusk, bug, 3 points, for Lio"))
                .bodyText()
                .contains("for Lio Fenn", "Adds a bug", "from the template “Bug”", "3 items");
        assertThat(post("/MSF/quick-add/read", "line", "Dark, bug", "template", "none"))
                .bodyText()
                .doesNotContain("template");
        assertThat(post("/MSF/quick-add", "line", ", story"))
                .hasStatus(HttpStatus.UNPROCESSABLE_ENTITY);
        var code = api().newProduct();
        assertThat(post("/" + code + "/quick-add", "line", "Dark, story, 3 points", "size", "5"))
                .hasStatusOk();
        var item = keeper.whole().roots(code).getFirst().item();
        assertThat(item.title()).isEqualTo("Dark");
        assertThat(item.size()).as("what is picked goes before what is said").hasToString("5");
    }

    @Test
    public void templateFormShouldKeepWhatWasTypedWhenItIsRefused() {
        var code = api().newProduct();
        assertThat(
                        post(
                                "/" + code + "/templates",
                                "name",
                                "Trip",
                                "kind",
                                "story/story",
                                "size",
                                "many"))
                .hasStatus(HttpStatus.UNPROCESSABLE_ENTITY)
                .bodyText()
                .contains("The size is a number", "value=\"Trip\"", "value=\"many\"");
        assertThat(
                        post(
                                "/" + code + "/templates",
                                "name",
                                "Trip",
                                "kind",
                                "story/story",
                                "defaultFor",
                                "*"))
                .hasStatus(HttpStatus.FOUND);
        assertThat(keeper.whole().requireProduct(code).templates()).hasSize(1);
        post("/" + code + "/templates/trip", "do", "remove");
        assertThat(keeper.whole().requireProduct(code).templates()).isEmpty();
    }

    @Test
    public void fieldPageShouldAddChangeAndRemove() {
        var code = api().newProduct();
        assertThat(post("/" + code + "/fields", "name", "Pier", "type", "ONE_OF", "choices", ""))
                .hasStatus(HttpStatus.UNPROCESSABLE_ENTITY)
                .bodyText()
                .contains("choices are needed", "value=\"Pier\"");
        post("/" + code + "/fields", "name", "Pier", "type", "ONE_OF", "choices", "North\nSouth");
        post("/" + code + "/fields/pier", "do", "save", "name", "Quay", "choices", "East");
        assertThat(keeper.whole().requireProduct(code).fields())
                .singleElement()
                .satisfies(field -> {
                    assertThat(field.name()).isEqualTo("Quay");
                    assertThat(field.choices()).containsExactly("East");
                });
        post("/" + code + "/fields/pier", "do", "remove");
        assertThat(keeper.whole().requireProduct(code).fields()).isEmpty();
    }
}
