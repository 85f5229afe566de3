package greenladder.trace;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.snapshot.Snapshot;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class LogWordsTests {
    @DataProvider
    public Object[][] names() {
        return new Object[][] {
            {"raisedBy", "raised by"},
            {"link.relates-to.MSF7", "relates to MSF7"},
            {"custom.Vessel", "Vessel"},
            {"hours.remaining", "hours remaining"},
            {"exists", "item"},
            {"rank", "place in the order"},
            {"committed.MSF12", "committed MSF12"},
        };
    }

    @Test(dataProvider = "names")
    public void fieldShouldBeCalledAsPeopleCallIt(String name, String words) {
        assertThat(LogWords.field(name)).isEqualTo(words);
    }

    @Test
    public void valueThatSaysNothingShouldBeReplaced() {
        assertThat(LogWords.value(Snapshot.empty(), "rank", "V0IYu5")).contains("moved");
        assertThat(LogWords.value(Snapshot.empty(), "title", "V0IYu5")).isEmpty();
    }
}
