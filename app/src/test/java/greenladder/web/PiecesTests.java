package greenladder.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.LinkedHashSet;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.testng.annotations.Test;

/**
 * What is drawn once holds nothing that is drawn once of its own: the second drawing would fail.
 */
public class PiecesTests {
    private static final Path TEMPLATES = Path.of("src/main/resources/templates");
    private static final Pattern DRAWN = Pattern.compile("#drawn\\.alike\\('([^']+)'");
    private static final Pattern INSERTED = Pattern.compile("~\\{([a-z/-]+) ::");

    private static String text(String template) {
        try {
            return Files.readString(TEMPLATES.resolve(template + ".html"));
        } catch (IOException e) {
            throw new AssertionError(template, e);
        }
    }

    private static Set<String> named(Pattern pattern, String text) {
        return pattern.matcher(text)
                .results()
                .map(found -> found.group(1))
                .collect(Collectors.toSet());
    }

    @Test
    public void pieceShouldHoldNoOtherPiece() throws IOException {
        var open = new ArrayDeque<String>();
        try (var files = Files.walk(TEMPLATES)) {
            for (var file : files.filter(Files::isRegularFile).toList()) {
                open.addAll(named(DRAWN, Files.readString(file)));
            }
        }
        assertThat(open).isNotEmpty();
        var pieces = new LinkedHashSet<String>();
        while (!open.isEmpty()) {
            var piece = open.remove();
            if (pieces.add(piece)) {
                assertThat(text(piece)).as(piece).doesNotContain("#drawn.");
                open.addAll(named(INSERTED, text(piece)));
            }
        }
    }
}
