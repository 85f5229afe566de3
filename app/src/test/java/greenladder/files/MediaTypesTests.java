package greenladder.files;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.testng.annotations.AfterClass;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** What files are taken for. */
public class MediaTypesTests {
    private static final byte[] PNG = {
        (byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1a, '\n', 0, 0, 0, 0x0d
    };
    private static final byte[] ZIP = {'P', 'K', 3, 4, 20, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0};

    private Path folder;

    @BeforeClass
    public void make() throws IOException {
        folder = Files.createTempDirectory("media-types");
    }

    @AfterClass(alwaysRun = true)
    public void clear() throws IOException {
        try (var files = Files.list(folder)) {
            for (var file : files.toList()) {
                Files.delete(file);
            }
        }
        Files.delete(folder);
    }

    private static byte[] text(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    @DataProvider
    public Object[][] files() {
        return new Object[][] {
            {"quay.png", PNG, "image/png"},
            {"quay", PNG, "image/png"},
            {"quay.unheard-of", PNG, "image/png"},
            {"quay.jpg", PNG, null},
            {"quay.pdf", PNG, null},
            {"quay.txt", PNG, null},
            {"notes.txt", text("Sail at nine"), "text/plain"},
            {"notes.md", text("# Sail at nine"), "text/x-web-markdown"},
            {"list.csv", text("a,b\n1,2\n"), "text/csv"},
            {"notes.png", text("Sail at nine"), null},
            {"all.zip", ZIP, "application/zip"},
            {"plan.pdf", text("%PDF-1.7\n"), "application/pdf"},
            {"plan.png", text("%PDF-1.7\n"), null},
        };
    }

    @Test(dataProvider = "files")
    public void typeShouldComeFromTheContentAndFitTheName(String name, byte[] content, String type)
            throws IOException {
        var file = Files.write(folder.resolve("file"), content);
        assertThat(new MediaTypes().typeOf(file, name).orElse(null)).isEqualTo(type);
    }

    @Test
    public void onlyPlainPicturesShouldBeShown() {
        assertThat(MediaTypes.isShown("image/png")).isTrue();
        assertThat(MediaTypes.isShown("image/svg+xml")).as("it can carry scripts").isFalse();
        assertThat(MediaTypes.isShown("text/html")).isFalse();
    }

    @Test
    public void typeShouldBeToldInAWord() throws IOException {
        var file = Files.write(folder.resolve("word"), PNG);
        assertThat(new MediaTypes().wordFor(file)).isEqualTo("PNG");
    }
}
