package greenladder.words;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.change.Change;
import greenladder.core.item.Field;
import greenladder.core.value.ItemKey;
import org.jspecify.annotations.Nullable;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class ListWordsTests {
    private static final String LIST = "the checklist";

    @DataProvider
    public Object[][] changes() {
        return new Object[][] {
            {null, "[ ] Pack", "in the checklist: added “Pack”"},
            {"[ ] Pack", null, "in the checklist: removed “Pack”"},
            {"[ ] Pack", "[x] Pack", "in the checklist: “Pack” is done"},
            {"[x] Pack", "[ ] Pack", "in the checklist: “Pack” is not done any more"},
            {"[ ] Pack", "[ ] Sail", "in the checklist: added “Sail”, removed “Pack”"},
            {"[ ] Pack\n[ ] Sail", "[ ] Sail\n[ ] Pack", "rearranged the checklist"},
            {"[ ] Pack", "[MSF3] Pack", "rearranged the checklist"},
            {null, "[ ] A\n[ ] B\n[ ] C", "changed 3 lines of the checklist"},
        };
    }

    private static Change change(Field field, @Nullable String before, @Nullable String after) {
        return Change.read(new ItemKey("MSF", 1), field, before, after, false);
    }

    @Test(dataProvider = "changes")
    public void changeOfAListShouldBeTold(String before, String after, String words) {
        assertThat(ListWords.of(LIST, "done", change(Field.CHECKLIST, before, after)))
                .isEqualTo(words);
    }

    @Test
    public void filesShouldBeToldByName() {
        var one = "ab 12 image/png quay at dusk.png";
        assertThat(ListWords.ofFiles(change(Field.ATTACHMENTS, null, one)))
                .isEqualTo("attached “quay at dusk.png”");
        assertThat(ListWords.ofFiles(change(Field.ATTACHMENTS, one, null)))
                .isEqualTo("removed the file “quay at dusk.png”");
        assertThat(ListWords.ofFiles(change(Field.ATTACHMENTS, one, one)))
                .isEqualTo("changed its files");
    }
}
