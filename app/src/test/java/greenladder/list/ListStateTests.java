package greenladder.list;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.filter.Sorting;
import java.util.List;
import java.util.Map;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class ListStateTests {
    private static ListState read(String query) {
        return ListState.read(ListState.parse(query));
    }

    @DataProvider
    static Object[][] queries() {
        return new Object[][] {
            {"kind=bug&kind=spike"},
            {"assignee=&band=must"},
            {"category=to%20do&text=rain%20%26%20wind%20%2B%20%C3%98%20%7Bx%7D"},
            {"custom.vessel=Old%20Marten&in.epic=MSF3"},
            {"unsized=true&sort=score"},
            {"group=in.epic&group=kind"},
            {"mark=kind~bug~3"},
            {"kind=bug&columns=title%3A380%20size%3A74"},
            {""},
        };
    }

    @Test(dataProvider = "queries")
    public void queryShouldLeadBackToTheSameList(String query) {
        assertThat(read(query).query(Map.of())).isEqualTo(query);
    }

    @DataProvider
    static Object[][] nonsense() {
        return new Object[][] {
            {"colour=red"},
            {"unsized=perhaps"},
            {"sort=charm"},
            {"group=colour"},
            {"mark=kind~bug~9"},
            {"mark=kind"},
            {"mark=colour~red~1"},
            {"text=+++"},
            {"=x&&kind"},
        };
    }

    @Test(dataProvider = "nonsense")
    public void whatIsNoneOfAListsShouldBePassedOver(String query) {
        assertThat(read(query)).isEqualTo(ListState.NONE);
    }

    @Test
    public void partsShouldBeLeftOutOneByOneOrAllTogether() {
        var state = read("kind=bug&text=rain&sort=size&group=kind");

        assertThat(state.without("kind").query(Map.of()))
                .isEqualTo("text=rain&sort=size&group=kind");
        assertThat(state.without("text").isNarrow()).isTrue();
        assertThat(state.wide().isNarrow()).isFalse();
        assertThat(state.wide().sorting()).isEqualTo(Sorting.SIZE);
        assertThat(state.with("team", List.of("lantern")).picks()).containsKeys("kind", "team");
        assertThat(state.sorted(Sorting.RANK).query(Map.of("at", "MSF1")))
                .isEqualTo("at=MSF1&kind=bug&text=rain&group=kind");
    }

    @Test
    public void limitsShouldHold() {
        assertThat(read("text=" + "x".repeat(900)).text()).hasSize(200);
        assertThat(read("group=kind&group=team&group=state").groups()).hasSize(2);
        assertThat(read("mark=kind~a~1&".repeat(20)).marks()).hasSize(6);
        assertThat(read("label=%E0%A4%A&kind=bug").picks()).containsKey("kind");
    }

    @Test
    public void flagsShouldBeToldFromValues() {
        assertThat(ListState.isFlag("ready")).isTrue();
        assertThat(ListState.isFlag("kind")).isFalse();
        assertThat(ListState.isFacet("in.goal")).isTrue();
        assertThat(ListState.isFacet("from")).isFalse();
    }
}
