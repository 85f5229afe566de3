package greenladder.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Templates, styles and scripts are laid out to be read, as the source is. */
public class LaidOutTests {
    private static final int COLUMNS = 140;

    @DataProvider
    public Object[][] folders() {
        return new Object[][] {
            {"templates", ".html"}, {"static/css", ".css"}, {"static/js", ".js"}
        };
    }

    @Test(dataProvider = "folders")
    public void linesShouldFitTheColumns(String folder, String ending) throws IOException {
        var tooLong = new ArrayList<String>();
        var files = filesIn(Path.of("src/main/resources", folder), ending);
        assertThat(files).isNotEmpty();
        for (var file : files) {
            int number = 0;
            for (var line : Files.readAllLines(file)) {
                number++;
                if (line.length() > COLUMNS) {
                    tooLong.add(file + ":" + number);
                }
            }
        }
        assertThat(tooLong).isEmpty();
    }

    private static List<Path> filesIn(Path folder, String ending) throws IOException {
        try (var files = Files.walk(folder)) {
            return files.filter(file -> file.toString().endsWith(ending)).toList();
        }
    }
}
