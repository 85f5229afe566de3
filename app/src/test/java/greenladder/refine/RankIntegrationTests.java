package greenladder.refine;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.RunningPages;
import greenladder.log.ChangeLog;
import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** The ranked list, rounds, intake lists and the setup of refining, as pages show and post them. */
public class RankIntegrationTests extends RunningPages {
    private static final Pattern TITLES = Pattern.compile("class=\"row-link\"[^>]*>([^<]*)</a>");

    @Autowired private ChangeLog log;

    private Answer postAsOwner(String path, String... parameters) {
        return post("ines.rowe", path, parameters);
    }

    private String get(String path) {
        return get("ines.rowe", path);
    }

    private static List<String> titles(String html) {
        return TITLES.matcher(html).results().map(found -> found.group(1)).toList();
    }

    private String productWith(int stories) {
        var code = api().newProduct();
        api().post(
                        "/products/" + code + "/items",
                        IntStream.rangeClosed(1, stories)
                                .mapToObj("{'level':'story','title':'S%d'}"::formatted)
                                .collect(Collectors.joining(",", "{'items':[", "]}")));
        return code;
    }

    @Test
    public void agendaShouldTellWhatWasTalkedThroughTodayUntilThatIsTakenBack() {
        var code = productWith(2);
        api().patch("/items/" + code + "1", "{'agenda':'which?'}");
        api().patch("/items/" + code + "2", "{'agenda':'who?'}");
        assertThat(get("/" + code + "/agenda")).contains("2 items to discuss<");

        var off = api().patch("/items/" + code + "1", "{'agenda':null}").header("Operation-Id");
        assertThat(get("/" + code + "/agenda")).contains("1 item to discuss, 1 discussed today");
        api().patch("/items/" + code + "2", "{'agenda':null}");
        assertThat(get("/" + code + "/agenda")).contains("0 items to discuss, 2 discussed today");

        api().post("/operations/" + off + "/undo", "");
        assertThat(get("/" + code + "/agenda")).contains("1 item to discuss, 1 discussed today");
    }

    @DataProvider
    static Object[][] positions() {
        return new Object[][] {
            {"0", "There is no position 0; positions in this list go from 1 to 3."},
            {"-1", "There is no position -1"},
            {"10000000", "There is no position 10,000,000"},
            {"third", "A position is a whole number, not “third”."},
        };
    }

    @Test(dataProvider = "positions")
    public void positionThatThereIsNotShouldBeRefusedInWords(String position, String words) {
        var code = productWith(3);

        var answer =
                postAsOwner("/" + code + "/rank/move", "keys", code + "1", "position", position);

        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.body()).contains(words);
        assertThat(titles(get("/" + code + "/rank"))).containsExactly("S1", "S2", "S3");
    }

    @Test
    public void itemDroppedOnTheHeadOfABandShouldBeTheFirstOfThatBand() {
        var code = productWith(4);
        api().patch("/items/" + code + "1", "{'band':'must'}");
        api().patch("/items/" + code + "2", "{'band':'should'}");

        postAsOwner("/" + code + "/rank/move", "keys", code + "4", "aheadOf", code + "2");

        assertThat(titles(get("/" + code + "/rank"))).containsExactly("S1", "S4", "S2", "S3");
        assertThat(api().get("/items/" + code + "4").body().path("band").asString())
                .isEqualTo("should");

        postAsOwner("/" + code + "/rank/move", "keys", code + "2", "aheadOf", code + "3");

        assertThat(titles(get("/" + code + "/rank"))).containsExactly("S1", "S4", "S2", "S3");
        assertThat(api().get("/items/" + code + "2").body().path("band").asString("")).isEmpty();
    }

    @Test
    public void positionShouldCountAmongWhatIsListed() {
        var code = productWith(6);
        api().patch("/items/" + code + "1", "{'state':'done'}");
        api().patch("/items/" + code + "3", "{'state':'done'}");

        postAsOwner(
                "/" + code + "/rank/move",
                "keys",
                code + "6",
                "position",
                "2",
                "list",
                "category=to+do&level=story");

        assertThat(titles(get("/" + code + "/rank"))).containsExactly("S2", "S6", "S4", "S5");
        assertThat(titles(get("/" + code + "/rank?level=story")))
                .containsExactly("S1", "S2", "S6", "S3", "S4", "S5");
    }

    @Test
    public void listThatIsSortedShouldNotBeMovedIn() {
        var code = productWith(2);

        var answer =
                postAsOwner(
                        "/" + code + "/rank/move",
                        "keys",
                        code + "1",
                        "to",
                        "last",
                        "list",
                        "level=story&sort=size");

        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.body()).contains("is not in rank order");
    }

    @Test
    public void orderByAColumnShouldBeMadeOnceAndTakenBackAsOne() {
        var code = productWith(4);
        for (int i = 1; i <= 4; i++) {
            api().patch("/items/" + code + i, "{'value':%d}".formatted(i));
        }

        postAsOwner("/" + code + "/rank/order", "by", "value", "list", "level=story");
        assertThat(titles(get("/" + code + "/rank"))).containsExactly("S4", "S3", "S2", "S1");
        postAsOwner("/operations/" + log.lastOperation() + "/undo");

        assertThat(titles(get("/" + code + "/rank"))).containsExactly("S1", "S2", "S3", "S4");
        assertThat(postAsOwner("/" + code + "/rank/order", "by", "charm").status()).isEqualTo(422);
    }

    @Test
    public void storiesShouldBeOrderedAsTheirFeaturesStand() {
        var code = api().newProduct();
        api().post(
                        "/products/" + code + "/items",
                        "{'items':[{'level':'feature','title':'F','ref':'f'},"
                                + "{'level':'feature','title':'G','ref':'g'},"
                                + "{'level':'story','title':'of G','parentRef':'g'},"
                                + "{'level':'story','title':'of F','parentRef':'f'}]}");

        postAsOwner("/" + code + "/rank/order", "by", "parents", "list", "level=story");

        assertThat(titles(get("/" + code + "/rank"))).containsExactly("of F", "of G");
    }

    @Test
    public void groupsAndMarksShouldShowInTheList() {
        var code = productWith(3);
        api().patch("/items/" + code + "2", "{'kind':'bug'}");

        var html = get("/" + code + "/rank?level=story&group=kind&mark=kind~bug~3");

        assertThat(html).contains("item-card item-row mark-3").contains("in groups of kind");
        assertThat(titles(html)).containsExactly("S1", "S3", "S2");
        assertThat(html.indexOf("<span>story</span>")).isLessThan(html.indexOf("<span>bug</span>"));
    }

    @Test
    public void viewThatNamesADeletedTeamShouldSayThatItFindsNothing() {
        var code = productWith(1);
        var team = "passing-" + code.toLowerCase(Locale.ROOT);
        send(
                HttpMethod.POST,
                "edda.quill",
                "/teams",
                "name",
                "Passing " + code,
                "products",
                code,
                "members",
                "ines.rowe");
        var query = "level=story&team=" + team;
        assertThat(
                        postAsOwner(
                                        "/" + code + "/views",
                                        "name",
                                        "Theirs",
                                        "path",
                                        "rank",
                                        "query",
                                        query,
                                        "share",
                                        "team:" + team)
                                .status())
                .isEqualTo(200);
        send(HttpMethod.POST, "edda.quill", "/teams/" + team + "/remove");

        assertThat(get("/" + code + "/narrow?view=rank")).contains("was for a team that is gone");
        assertThat(get("/" + code + "/rank?" + query))
                .contains("Nothing matches because of “Team: " + team + "”; without it: 1 item");
        assertThat(send(HttpMethod.GET, "bram.holt", "/" + code + "/narrow?view=rank").body())
                .doesNotContain("Theirs");
    }

    @Test
    public void viewShouldBeKeptWithItsColumns() {
        var code = productWith(1);
        postAsOwner("/" + code + "/rank/columns", "columns", "title:380 value:80 score:70");

        assertThat(get("/" + code + "/narrow?view=rank&level=story"))
                .contains("columns=title%3A380%20value%3A80%20score%3A70");
        assertThat(
                        send(
                                        HttpMethod.GET,
                                        "bram.holt",
                                        "/" + code + "/rank?level=story&columns=title:380 value:90")
                                .body())
                .contains("<col width=\"90\"")
                .doesNotContain("data-col=\"sofar\"");
    }

    @Test
    public void viewShouldNeedAName() {
        var code = productWith(1);

        var answer =
                postAsOwner(
                        "/" + code + "/views",
                        "name",
                        " ",
                        "path",
                        "rank",
                        "query",
                        "",
                        "share",
                        "private");

        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.body()).contains("A name of at most 80 characters is needed.");
    }

    @Test
    public void pickAfterTheShowingShouldBeRefusedAndAnUnknownStepToo() {
        var code = productWith(1);
        var started = postAsOwner("/" + code + "/estimate/rounds", "item", code + "1");
        var id = started.body().replaceAll("(?s).*round=(\\d+).*", "$1");
        var round = "/" + code + "/estimate/rounds/" + id;

        assertThat(postAsOwner(round + "/show").body()).contains("Nobody has picked yet.");
        assertThat(postAsOwner(round + "/pick", "label", "4").body()).contains("“4” is not a step");
        assertThat(postAsOwner(round + "/pick", "label", "?").status()).isEqualTo(200);
        assertThat(postAsOwner(round + "/show").status()).isEqualTo(200);
        assertThat(get("/" + code + "/estimate?round=" + id)).contains("Nobody could say.");
        assertThat(postAsOwner(round + "/pick", "label", "5").status()).isEqualTo(409);
        assertThat(postAsOwner(round + "/agree", "size", "much").status()).isEqualTo(422);
        assertThat(postAsOwner(round + "/end").status()).isEqualTo(200);
        assertThat(postAsOwner(round + "/again").body()).contains("This round is over.");
        assertThat(postAsOwner("/" + code + "/estimate/rounds", "item", "cable").status())
                .isEqualTo(422);
    }

    @Test
    public void picksOfOthersShouldNotBeToldBeforeTheyAreShown() {
        var code = productWith(1);
        var started = postAsOwner("/" + code + "/estimate/rounds", "item", code + "1");
        var id = started.body().replaceAll("(?s).*round=(\\d+).*", "$1");
        var page = "/" + code + "/estimate?round=" + id;
        var before = send(HttpMethod.GET, "bram.holt", page).body();
        postAsOwner("/" + code + "/estimate/rounds/" + id + "/pick", "label", "13");

        var after = send(HttpMethod.GET, "bram.holt", page).body();

        assertThat(rod(after)).isEqualTo(rod(before));
        assertThat(after).contains("1 of 2 have picked.");
    }

    @Test
    public void whoeverLeftARoundShouldComeBackByAPickAndNotByLooking() {
        var code = productWith(1);
        var started = postAsOwner("/" + code + "/estimate/rounds", "item", code + "1");
        var id = started.body().replaceAll("(?s).*round=(\\d+).*", "$1");
        var page = "/" + code + "/estimate?round=" + id;
        send(HttpMethod.GET, "bram.holt", page);

        postAsOwner("/" + code + "/estimate/rounds/" + id + "/leave");

        assertThat(get(page)).contains("You left this round", "0 of 1 have picked.");
        postAsOwner("/" + code + "/estimate/rounds/" + id + "/pick", "label", "5");
        assertThat(get(page)).doesNotContain("You left this round").contains("1 of 2 have picked.");
        postAsOwner("/" + code + "/estimate/rounds/" + id + "/leave");
        send(HttpMethod.POST, "bram.holt", "/" + code + "/estimate/rounds/" + id + "/leave");
        assertThat(get(page)).contains("Nobody is in it any more.");
        postAsOwner("/" + code + "/estimate/rounds", "item", code + "1");
        assertThat(get(page)).doesNotContain("You left this round");
    }

    private static String rod(String html) {
        return html.substring(html.indexOf("<fieldset class=\"rod\""), html.indexOf("</fieldset>"));
    }

    @Test
    public void entriesOfAnIntakeListShouldBeReadFromLines() {
        assertThat(IntakeLine.read("- Lamp on the ramp, red, 3 points, value 8"))
                .isEqualTo(new IntakeLine("Lamp on the ramp, red", "3", "8"));
        assertThat(IntakeLine.read("2. Fog, and who is told"))
                .isEqualTo(new IntakeLine("Fog, and who is told", null, null));
    }

    @Test
    public void setupOfRefiningShouldKeepWhatWasTypedAndNameEveryFault() {
        var code = productWith(1);
        var answer =
                postAsOwner(
                        "/" + code + "/refining",
                        "bands",
                        "Only one",
                        "factors",
                        "impact: Impact, 5 to 1",
                        "formula",
                        "glory / 0",
                        "scaleName",
                        "Mine",
                        "steps",
                        "5\n3",
                        "small",
                        "few",
                        "checks",
                        "SMALL_ENOUGH");

        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.body())
                .contains("There are from 2 to 7 bands.")
                .contains("a range goes from a number to a larger one")
                .contains("There is no factor “glory”")
                .contains("The sizes go up from line to line.")
                .contains("What is small enough for a sprint is a number of points.")
                .contains("glory / 0");
    }
}
