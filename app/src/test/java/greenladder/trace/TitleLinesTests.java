package greenladder.trace;

import static org.assertj.core.api.Assertions.assertThat;

import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class TitleLinesTests {

    @DataProvider
    public Object[][] titles() {
        return new Object[][] {
            {"Short", new String[] {"Short"}},
            {
                "Tickets for today are on the device",
                new String[] {"Tickets for today are on", "the device"}
            },
            {
                "Tickets for today are on the device before the first sailing",
                new String[] {"Tickets for today are on", "the device before the first …"}
            },
            {"x".repeat(40), new String[] {"x".repeat(27) + "…"}},
        };
    }

    @Test(dataProvider = "titles")
    public void titleShouldFitTwoLines(String title, String[] lines) {
        assertThat(TitleLines.of(title)).containsExactly(lines);
    }
}
