package greenladder.track;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.RunningPages;
import org.springframework.http.HttpMethod;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** What was finished, what is open, what was mended, and everything, in groups. */
public class TablesIntegrationTests extends RunningPages {
    private static final String WHO = "ines.rowe";

    private String product() {
        var code = api().newProduct();
        api().post(
                        "/products/" + code + "/items",
                        """
                        {'items':[{'level':'epic','title':'Lamps','ref':'e'},
                        {'level':'story','title':'Wick','size':5,'state':'done','parentRef':'e'},
                        {'level':'story','title':'Soot','size':3,'kind':'bug','state':'done'},
                        {'level':'story','title':'Oil','size':8,'parentRef':'e','labels':['wet','cold']},
                        {'level':'story','title':'Glass','kind':'bug'}]}
                        """);
        api().post("/items/" + code + "3/links", "{'type':'fixes','to':'" + code + "2'}");
        return code;
    }

    /** The text of a page in one line, so that cells follow each other. */
    private String words(String path) {
        return get(WHO, path)
                .replaceAll("(?s)<(script|style).*?</\\1>", " ")
                .replaceAll("<[^>]*>", " ")
                .replaceAll("\\s+", " ");
    }

    @Test
    public void finishedWorkShouldBeSummedUpUnderItsValues() {
        var code = product();
        assertThat(words("/" + code + "/tables?what=finished&by=kind"))
                .contains("2 items finished in these days: 8 points, 0 hours worked.")
                .contains("story 1 5 63 %")
                .contains("bug 1 3 38 %");
        assertThat(words("/" + code + "/tables?what=finished&by=in.epic,kind"))
                .contains("Lamps 1 5 63 % story 1 5")
                .contains("In no epic 1 3 38 % bug 1 3");
    }

    @Test
    public void openWorkShouldCountUnderEachOfItsLabels() {
        var code = product();
        assertThat(words("/" + code + "/tables?what=open&by=label"))
                .contains("2 stories open now, 8 points.")
                .contains("cold 1 8 100 %")
                .contains("wet 1 8 100 %")
                .contains("No label 1 0");
    }

    @Test
    public void mendedWorkShouldBeToldWithWhatMendedIt() {
        var code = product();
        assertThat(words("/" + code + "/tables?what=mended"))
                .contains(
                        "3 of 8 points finished in these days mended what had been called done, 38"
                                + " %")
                .contains(code + "2 Wick 1 3 100 %");
        assertThat(words("/" + code + "/tables?what=mended&by=item&pick=" + code + "2"))
                .contains("Mended by 1, 3 points")
                .contains(code + "3 Soot mends " + code + "2");
    }

    @Test
    public void rowShouldOpenIntoItsItems() {
        var code = product();
        assertThat(words("/" + code + "/tables?what=finished&by=kind&pick=bug"))
                .contains("Finished 1, 3 points")
                .contains(code + "3 Soot");
        assertThat(words("/" + code + "/tables?what=all&by=kind&pick=bug"))
                .contains("To do 1, 0 points")
                .contains("Done 1, 3 points");
        assertThat(words("/" + code + "/tables?what=open&by=label&pick="))
                .contains("To do 1, 0 points")
                .contains(code + "5 Glass");
    }

    @DataProvider
    public Object[][] strange() {
        return new Object[][] {
            {"?what=ever"},
            {"?by=colour,,kind"},
            {"?by=none"},
            {"?by=kind,state,team,label,band"},
            {"?what=open&by=none&day=2026-02-30"},
            {"?what=open&by=age,kind&day=9999-12-31"},
            {"?what=finished&from=2026-05-06&to=2020-01-01"},
            {"?what=finished&pick=a&pick=b&pick=c&pick=d"},
            {"?what=mended&by=item&pick=%00"},
            {"?level=floor&of=floor"},
        };
    }

    @Test(dataProvider = "strange")
    public void whatIsNotKnownShouldBePassedOver(String query) {
        assertThat(send(HttpMethod.GET, WHO, "/MSF/tables" + query).status()).isEqualTo(200);
    }

    @DataProvider
    public Object[][] moved() {
        return new Object[][] {
            {
                "spending?by=epic&then=team&from=2026-01-01&to=2026-05-01&kind=bug",
                "tables?by=in.epic%2Cteam&from=2026-01-01&to=2026-05-01&what=finished&kind=bug"
            },
            {"rework?kind=bug", "tables?by=item&what=mended&kind=bug"},
            {
                "open?by=age&level=story&of=gannet&day=2026-05-01",
                "tables?by=age&day=2026-05-01&level=story&of=gannet&what=open"
            },
            {"velocity?of=gannet", "flow?of=gannet#completed"},
            {"velocity", "flow?of=#completed"},
            {"spending?by=%24%7B1%7D%26x", "tables?by=%24%7B1%7D%26x&what=finished"},
        };
    }

    @Test(dataProvider = "moved")
    public void oldAddressesShouldLeadOn(String old, String now) {
        assertThat(redirect(WHO, "/MSF/" + old)).isEqualTo("/MSF/" + now);
    }
}
