package greenladder.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.util.zip.GZIPInputStream;
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
    public void pageShouldBeWhatWasWritten(int step) throws IOException {
        var text = MIXED.repeat(2_000);
        var page = new Utf8Page(new PackedPieces());
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
        assertThat(read(page)).isEqualTo(text);
    }

    /** Sent once, packed the second time, taken as it was packed from then on. */
    @Test
    public void pieceThatIsSentAgainShouldBeTheSame() throws IOException {
        var piece = MIXED.repeat(900);
        var packs = new PackedPieces();
        for (int time = 1; time <= 3; time++) {
            var page = new Utf8Page(packs);
            try (var writer = new PrintWriter(page)) {
                writer.write("<p>");
                writer.write(piece);
                writer.write(piece);
                writer.write(MIXED.repeat(1_000 + time));
            }
            assertThat(read(page)).isEqualTo("<p>" + piece + piece + MIXED.repeat(1_000 + time));
            assertThat(page.parts())
                    .filteredOn(part -> part.deflated() != null)
                    .hasSize(time == 1 ? 1 : 2);
        }
    }

    @Test
    public void emptyPageShouldBeEmpty() throws IOException {
        assertThat(read(new Utf8Page(new PackedPieces()))).isEmpty();
    }

    private static String read(Utf8Page page) throws IOException {
        var compressed = new ByteArrayInputStream(Gzip.of(page.parts()));
        try (var gzip = new GZIPInputStream(compressed)) {
            return new String(gzip.readAllBytes(), StandardCharsets.UTF_8);
        }
    }
}
