package greenladder.refine;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.change.Problem;
import java.util.ArrayList;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class IntakeLineTests {
    @DataProvider
    static Object[][] lines() {
        return new Object[][] {
            {"Lamp on the ramp", "Lamp on the ramp", null, null},
            {"- Lamp on the ramp, red, 3 points, value 8", "Lamp on the ramp, red", "3", "8"},
            {"2. Fog, and who is told", "Fog, and who is told", null, null},
            {"* Rope, value 2.5, 1 point", "Rope", "1", "2.5"},
            {"3 points", "3 points", null, null},
            {"Rope, 5 pts", "Rope", "5", null},
        };
    }

    @Test(dataProvider = "lines")
    public void lineShouldBeReadWithWhatItSays(
            String line, String title, String size, String value) {
        assertThat(IntakeLine.read(line)).isEqualTo(new IntakeLine(title, size, value));
    }

    @DataProvider
    static Object[][] faults() {
        return new Object[][] {
            {"x".repeat(501), "Line 4 needs a title of at most 500 characters."},
            {"Rope, 1.2.3 points", "Line 4: “1.2.3” must be between 0 and 10,000."},
            {"Rope, value 99999", "Line 4: “99999” must be between 0 and 10,000."},
        };
    }

    @Test(dataProvider = "faults")
    public void faultShouldNameItsLine(String line, String message) {
        var problems = new ArrayList<Problem>();
        IntakeLine.read(line).check(4, problems);

        assertThat(problems).extracting(Problem::message).containsExactly(message);
    }
}
