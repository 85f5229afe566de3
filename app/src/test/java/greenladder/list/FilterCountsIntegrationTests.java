package greenladder.list;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.RunningPages;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import org.assertj.core.api.SoftAssertions;
import org.springframework.http.HttpMethod;
import org.springframework.web.util.HtmlUtils;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** A count beside a pick is what picking it shows: every value of every list is picked once. */
public class FilterCountsIntegrationTests extends RunningPages {
    private static final Pattern VALUE =
            Pattern.compile(
                    "id=\"pick-[^\"]*\"[^>]*name=\"([^\"]*)\"[^>]*value=\"([^\"]*)\".*?class=\"count\"[^>]*>(\\d+)<",
                    Pattern.DOTALL);
    private static final Pattern FLAG =
            Pattern.compile("<select name=\"([^\"]*)\" id=\"flag-.*?</select", Pattern.DOTALL);
    private static final Pattern FLAG_VALUE =
            Pattern.compile("value=\"(true|false)\"[^>]*>[a-z]+: (\\d+)<");

    private record Pick(String name, String value, int count) {}

    private static final List<String> ITEMS =
            List.of(
                    "'kind':'bug','size':3,'labels':['rain'],'assignee':'davin.pike'",
                    "'kind':'spike','size':5,'labels':['rain','night'],'finish':'2027-01-09'",
                    "'size':8,'assignee':'bram.holt','blocked':{'reason':'wind'}",
                    "'size':13,'state':'dropped','labels':['night']",
                    "'state':'under-way','assignee':'lio.fenn','value':8",
                    "'state':'done','size':2,'finish':'2026-01-09','value':3",
                    "'acceptance':['It rings'],'size':1,'risk':'high'",
                    "'kind':'bug','state':'dropped'");

    private String product;

    @BeforeClass
    public void fillProduct() {
        product = api().newProduct();
        api().post("/products/" + product + "/items", "{'level':'epic','title':'Lamp'}");
        for (var fields : ITEMS) {
            api().post(
                            "/products/" + product + "/items",
                            "{'level':'story','title':'S','parent':'%s1',%s}"
                                    .formatted(product, fields));
        }
        api().post("/products/" + product + "/items", "{'level':'story','title':'Loose'}");
        // Whoever is given an item watches it a little later: nobody counts here but the reader.
        post("ines.rowe", "/items/" + product + "2/watch", "on", "true");
    }

    @DataProvider
    static Object[][] views() {
        return new Object[][] {
            {"rank", "level=story", Pattern.compile("(\\d+) items?\\b")},
            {"bench", "", Pattern.compile("Not planned yet <span class=\"meta\">(\\d+)")},
            {"board", "", Pattern.compile("class=\"item-card board-card")},
        };
    }

    @Test(dataProvider = "views")
    public void pickShouldShowAsManyItemsAsItsCountSays(String view, String own, Pattern shown) {
        // A board is a team's, which has the other product.
        var code = view.equals("board") ? "QUA" : product;
        var picks = picks(get("ines.rowe", "/" + code + "/narrow?view=" + view + "&" + own));
        assertThat(picks).hasSizeGreaterThan(10);
        var all = new SoftAssertions();
        for (var pick : picks) {
            var path = "/" + code + "/" + view + "?" + own;
            var page = send(HttpMethod.GET, "ines.rowe", path, pick.name(), pick.value()).body();
            int found = count(page, shown);
            // A long list tells only how many of it are drawn.
            int expected =
                    page.contains(" and more</span>")
                            ? Math.min(found, pick.count())
                            : pick.count();
            all.assertThat(found).as(view + " " + pick).isEqualTo(expected);
        }
        all.assertAll();
    }

    private static List<Pick> picks(String panel) {
        var picks = new ArrayList<Pick>();
        VALUE.matcher(panel)
                .results()
                .map(match ->
                        new Pick(
                                HtmlUtils.htmlUnescape(match.group(1)),
                                HtmlUtils.htmlUnescape(match.group(2)),
                                Integer.parseInt(match.group(3))))
                .forEach(picks::add);
        FLAG.matcher(panel)
                .results()
                .forEach(flag ->
                        FLAG_VALUE
                                .matcher(flag.group())
                                .results()
                                .map(match ->
                                        new Pick(
                                                flag.group(1),
                                                match.group(1),
                                                Integer.parseInt(match.group(2))))
                                .forEach(picks::add));
        return picks;
    }

    /** The number that a page says, or how often something is on it. */
    private static int count(String page, Pattern shown) {
        var match = shown.matcher(page);
        if (!match.find()) {
            return 0;
        }
        return match.groupCount() > 0
                ? Integer.parseInt(match.group(1))
                : 1 + (int) match.results().count();
    }
}
