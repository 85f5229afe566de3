package greenladder.core.value;

import static org.assertj.core.api.Assertions.assertThat;

import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class ShortenedTests {
    @DataProvider
    Object[][] texts() {
        return new Object[][] {
            {"", ""},
            {"rope", "rope"},
            {"ropes", "ropes"},
            {"ropery", "rope…"},
            {"rop⛵ery", "rop⛵…"},
            {"rop🚢ery", "rop…"},
            {"ro🚢ery", "ro🚢…"},
            {"🚢🚢🚢", "🚢🚢…"},
        };
    }

    @Test(dataProvider = "texts")
    public void textShouldBeCutBetweenCharacters(String text, String expected) {
        assertThat(Shortened.to(5, text)).isEqualTo(expected);
    }
}
