package greenladder.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class Utf8PageTests {
    private static final String MIXED = "plain, é, – and 🪜 ";

    @DataProvider
    public Object[][] steps() {
        return new Object[][] {{1}, {2}, {3}, {7}, {4_095}, {4_096}, {4_097}, {1_000_000}};
    }

    /** However it is cut into pieces, also within a character. */
    @Test(dataProvider = "steps")
    public void pageShouldBeWhatWasWritten(int step) {
        var text = MIXED.repeat(2_000);
        var page = new Utf8Page();
        try (var writer = new PrintWriter(page)) {
            for (int from = 0; from < text.length(); from += step) {
                int length = Math.min(step, text.length() - from);
                switch (from / step % 3) {
                    case 0 -> writer.write(text, from, length);
                    case 1 -> writer.write(text.toCharArray(), from, length);
                    default ->
                            text.substring(from, from + length)
                                    .chars()
                                    .forEach(one -> writer.write(one));
                }
            }
        }
        assertThat(new String(page.bytes(), StandardCharsets.UTF_8)).isEqualTo(text);
    }
}
