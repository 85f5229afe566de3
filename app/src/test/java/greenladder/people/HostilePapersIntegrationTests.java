package greenladder.people;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.ApiClient;
import greenladder.RunningDemo;
import greenladder.core.people.Person;
import greenladder.core.people.Role;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.springframework.beans.factory.annotation.Autowired;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * What strangers, and people with the right in another product, send to reviews, pages, tests,
 * rounds and baselines.
 */
public class HostilePapersIntegrationTests extends RunningDemo {
    /** Characters of two units, marks that stand on others, and some that write from the right. */
    private static final String AWKWARD = "\uD83D\uDE00e\u0301\u202E<b>&".repeat(12_500);

    @Autowired private People people;
    @Autowired private Tokens tokens;

    private ApiClient stranger;
    private String code;
    private String review;
    private String page;
    private String test;
    private String round;
    private String baseline;

    @BeforeClass
    public void make() {
        var edda = people.findByHandle("edda.quill").orElseThrow();
        code = api().newProduct();
        var other = api().newProduct();
        people.addSamples(
                Map.of(new Person("papers.owner", "Owner Of Others"), Role.STAKEHOLDER),
                "harbour lamps at dusk");
        people.changeRoleIn(edda, "papers.owner", other, Role.PRODUCT_OWNER);
        tokens.add("hostile-papers", "papers.owner", "Test");
        stranger = new ApiClient(api().base(), "hostile-papers");
        var items = "/products/" + code + "/items";
        api().post(items, "{'level':'epic','title':'Theirs'}");
        review =
                id(
                        "/products/P/reviews",
                        "{'name':'Theirs','items':['P1'],'readers':['ines.rowe']}");
        page = id("/items/P1/pages", "{'name':'Theirs'}");
        api().post(named("/pages/G/passages"), "{'kind':'line','text':'Lamps turn'}");
        test = id("/products/P/tests", "{'title':'Theirs','steps':[],'covers':['P1']}");
        round = id("/rounds", "{'product':'P','name':'Theirs'}");
        baseline = id("/products/P/baselines", "{'name':'Theirs'}");
    }

    private String id(String path, String body) {
        var answer = api().post(named(path), named(body));
        assertThat(answer.status()).as(answer.body().toString()).isEqualTo(201);
        return answer.body().path("id").asString();
    }

    private String named(String text) {
        return text.replaceAll("\\bP(\\d*)\\b", code + "$1")
                .replaceAll("\\bV\\b", String.valueOf(review))
                .replaceAll("\\bG\\b", String.valueOf(page))
                .replaceAll("\\bT\\b", String.valueOf(test))
                .replaceAll("\\bR\\b", String.valueOf(round))
                .replaceAll("\\bB\\b", String.valueOf(baseline));
    }

    /** Every call that writes; LONG is a text beyond any limit. */
    @DataProvider
    public Object[][] writes() {
        return new Object[][] {
            {
                "POST",
                "/products/P/reviews",
                "{'name':'LONG','items':['P1'],'readers':['ines.rowe']}"
            },
            {"POST", "/reviews/V/answers", "{'item':'P1','agrees':false,'words':'LONG'}"},
            {"POST", "/items/P1/pages", "{'name':'LONG'}"},
            {"POST", "/pages/G/passages", "{'kind':'line','text':'LONG'}"},
            {"PUT", "/pages/G/passages/1", "{'text':'LONG','seen':'Lamps turn'}"},
            {"POST", "/pages/G/remarks", "{'passage':1,'text':'LONG'}"},
            {"POST", "/products/P/tests", "{'title':'LONG','steps':[],'covers':['P1']}"},
            {"PATCH", "/tests/T", "{'title':'LONG'}"},
            {"POST", "/rounds", "{'product':'P','name':'LONG'}"},
            {"POST", "/rounds/R/results", "{'test':'T','passed':false,'words':'LONG'}"},
            {"POST", "/products/P/baselines", "{'name':'LONG'}"},
        };
    }

    @Test(dataProvider = "writes")
    public void textBeyondItsLimitShouldBeRefusedWithItsField(
            String method, String path, String body) {
        var answer = api().send(method, named(path), named(body).replace("LONG", AWKWARD));
        assertThat(answer.status()).as(answer.body().toString()).isEqualTo(422);
        assertThat(answer.body().at("/errors/0/field").asString()).isNotEmpty();
        assertThat(answer.body().toString().length()).isLessThan(2_000);
    }

    @Test(dataProvider = "writes")
    public void ownerOfAnotherProductShouldNotWrite(String method, String path, String body) {
        refuse(method, path, body.replace("LONG", "Mine"));
    }

    @DataProvider
    public Object[][] ends() {
        return new Object[][] {
            {"POST", "/reviews/V/close", "{}"},
            {"DELETE", "/reviews/V", ""},
            {"DELETE", "/pages/G", ""},
            {"POST", "/pages/G/items", "{'passages':[1],'level':'story'}"},
            {"DELETE", "/tests/T", ""},
            {"PATCH", "/rounds/R", "{'closed':true}"},
            {"DELETE", "/baselines/B", ""},
        };
    }

    @Test(dataProvider = "ends")
    public void ownerOfAnotherProductShouldEndNothing(String method, String path, String body) {
        refuse(method, path, body);
    }

    private void refuse(String method, String path, String body) {
        var before = state();
        assertThat(stranger.send(method, named(path), named(body)).status()).isIn(403, 422);
        assertThat(state()).isEqualTo(before);
    }

    private String state() {
        return Stream.of("/reviews/V", "/pages/G", "/tests/T", "/rounds/R", "/products/P/baselines")
                .map(path -> api().get(named(path)).body().toString())
                .toList()
                .toString();
    }

    /** Two windows send the same answer, and the same result, at once. */
    @Test
    public void whatComesTwiceShouldStandOnce() throws Exception {
        atOnce(() -> api().post(named("/reviews/V/answers"), named("{'item':'P1','agrees':true}")));
        assertThat(api().get(named("/reviews/V")).body().at("/items/0/answers")).hasSize(1);
        atOnce(() -> api().post(named("/rounds/R/results"), named("{'test':'T','passed':true}")));
        assertThat(api().get(named("/rounds/R")).body().path("passed").asInt()).isOne();
        atOnce(() -> api().post(named("/pages/G/items"), "{'passages':[1],'level':'story'}"));
        assertThat(api().get("/products/" + code + "/items?level=story").body().path("items"))
                .as("one item of one line")
                .hasSize(1);
    }

    private static void atOnce(Callable<ApiClient.Answer> call) throws Exception {
        try (var pool = Executors.newFixedThreadPool(4)) {
            for (var one : pool.invokeAll(IntStream.range(0, 4).mapToObj(i -> call).toList())) {
                assertThat(one.get().status()).isBetween(200, 422);
            }
        }
    }

    @DataProvider
    public Object[][] names() {
        return new Object[][] {
            {"/reviews/nothing"}, {"/reviews/%2e%2e"}, {"/pages/" + "9".repeat(400)},
            {"/tests/%00"}, {"/rounds/a%2Fb"}, {"/baselines/nothing/difference?to=now"},
        };
    }

    @Test(dataProvider = "names")
    public void unknownNameShouldBeAnsweredPlainly(String path) {
        assertThat(api().get(path).status()).isBetween(400, 422);
    }
}
