package greenladder.track;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.RunningPages;
import org.testng.annotations.Test;

/** The same work is counted at the head of every view, and each says what its rows leave out. */
public class HeadlinesIntegrationTests extends RunningPages {
    private static final String WHO = "ines.rowe";

    private static final String TREE =
            "- epic: Ramp\n"
                    + "  - feature: Flow\n"
                    + "    - story: A (3 points)\n"
                    + "- epic: Deck (8 points)\n"
                    + "- story: Loose (5 points)\n";

    private String product() {
        var code = api().newProduct();
        var text = TREE.replace("\n", "\\n");
        api().post("/products/" + code + "/outline", "{'text':'" + text + "'}");
        api().patch("/items/" + code + "3", "{'state':'done'}");
        return code;
    }

    @Test
    public void viewsOfAProductShouldTellTheSameTotalAndWhatTheyLeaveOut() {
        var code = product();
        var total = api().get("/products/" + code + "/rollup").body();
        assertThat(total.get("points").get("done").asInt()).isEqualTo(3);
        assertThat(total.get("size").get("effective").asInt()).isEqualTo(16);

        assertThat(get(WHO, "/" + code + "/goals")).contains("3 of 16 points done");
        assertThat(get(WHO, "/" + code + "/progress?level=epic"))
                .contains("3 of 16 points done, 19 %")
                .contains("Not in the rows: 1 item in no epic (5 points).");
        assertThat(get(WHO, "/" + code + "/tables?of=story"))
                .contains("1 of 2 stories done, 3 of 8 points.")
                .contains("Not in the rows: 1 item in no story (8 points).");
    }

    @Test
    public void estimateAboveItsPartsShouldBeToldAsNotBrokenDown() {
        var code = product();
        api().patch("/items/" + code + "3", "{'state':'to-do'}");
        api().patch("/items/" + code + "1", "{'size':13}");

        assertThat(get(WHO, "/" + code + "/progress?level=feature"))
                .contains("0 of 26 points done")
                .contains("Not in the rows: 2 items in no feature (23 points).");
    }

    @Test
    public void narrowedRowsShouldTellOfThemselvesAlone() {
        var code = product();
        assertThat(get(WHO, "/" + code + "/tables?of=story&text=Loose"))
                .contains("0 of 1 story done, 0 of 5 points.")
                .doesNotContain("Not in the rows");
    }
}
