package greenladder.search;

import static greenladder.Snapshots.key;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.search.TextIndex.Entry;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Map;
import org.springframework.util.FileSystemUtils;
import org.testng.annotations.AfterMethod;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class TextIndexTests {
    private static final int MANY = 10;

    private Path directory;
    private TextIndex index;

    @BeforeMethod
    public void open() throws IOException {
        directory = Files.createTempDirectory("greenladder-index");
        index = TextIndex.open(directory);
        index.put(new Entry(key(1), "Boarding passes on the ramp", "Crews read tickets in rain"));
        index.put(new Entry(key(2), "Café on deck", "Boards of the menu are wet"));
        index.put(new Entry(key(3), "Ticket sales", ""));
        index.show();
    }

    @AfterMethod(alwaysRun = true)
    public void close() throws IOException {
        index.close();
        FileSystemUtils.deleteRecursively(directory);
    }

    @DataProvider
    static Object[][] searches() {
        return new Object[][] {
            {"ticket", new int[] {1, 3}},
            {"TICKETS rain", new int[] {1}},
            {"board", new int[] {1, 2}},
            {"cafe", new int[] {2}},
            {"ra", new int[] {1}},
            {"ticket deck", new int[] {}},
            {"!?", new int[] {}},
            {"", new int[] {}},
        };
    }

    @Test
    public void titlesShouldBeFoundWithoutOtherTexts() {
        assertThat(index.titled("ticket", MANY)).containsExactly(key(3));
        assertThat(index.titled("the ramps", MANY)).containsExactly(key(1));
        assertThat(index.titled("Cket ales", MANY)).containsExactly(key(3));
        assertThat(index.titled("afé", MANY)).containsExactly(key(2));
        assertThat(index.titled("fe", MANY)).isEmpty();
        assertThat(index.titled("ticket menu", MANY)).isEmpty();
    }

    @Test(dataProvider = "searches")
    public void searchShouldFindWhereEveryWordStands(String words, int[] expected) {
        assertThat(index.withAll(words, MANY))
                .extracting(key -> key.number())
                .containsExactlyInAnyOrder(Arrays.stream(expected).boxed().toArray(Integer[]::new));
    }

    @Test
    public void searchShouldGiveNoMoreThanAskedForTheBestFirst() {
        assertThat(index.withAll("ticket", 1)).containsExactly(key(3));
    }

    @Test
    public void wordsInTheTitleShouldCountMost() {
        assertThat(index.like("ticket", 5)).containsExactly(key(3), key(1));
        assertThat(index.like("nothing alike", 5)).isEmpty();
    }

    @Test
    public void whatIsPutAgainOrRemovedShouldNotBeFoundAsItWas() throws IOException {
        index.put(new Entry(key(3), "Sold at the pier", ""));
        index.remove(key(1));
        index.show();

        assertThat(index.withAll("ticket", MANY)).isEmpty();
        assertThat(index.withAll("pier", MANY)).containsExactly(key(3));
    }

    @Test
    public void noteShouldBeThereWhenTheIndexIsOpenedAgain() throws IOException {
        assertThat(index.noted()).isEmpty();
        index.commit(Map.of("operation", "12"));
        index.close();
        index = TextIndex.open(directory);

        assertThat(index.noted()).containsEntry("operation", "12");
        assertThat(index.withAll("ticket", MANY)).hasSize(2);
    }

    @Test
    public void clearedIndexShouldFindNothing() throws IOException {
        index.clear();
        index.show();

        assertThat(index.withAll("ticket", MANY)).isEmpty();
    }
}
