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
import java.util.stream.Stream;
import org.testng.annotations.Test;

/**
 * What is drawn once holds nothing that is drawn once of its own: the second drawing would fail.
 */
public class PiecesTests {
    private static final Path TEMPLATES = Path.of("src/main/resources/templates");
    private static final Pattern DRAWN = Pattern.compile("#drawn\\.cached\\('([^']+)'");
    private static final Path SOURCES = Path.of("src/main/java");

    /** What may name a template, in code that draws once. */
    private static final Pattern NAMED_IN_CODE = Pattern.compile("\"([a-z]+/[a-z-]+)\"");

    private static final Pattern INSERTED = Pattern.compile("~\\{([a-z/-]+) ::");

    private static String text(String template) {
        return read(TEMPLATES.resolve(template + ".html"));
    }

    private static String read(Path file) {
        try {
            return Files.readString(file);
        } catch (IOException e) {
            throw new AssertionError(file.toString(), e);
        }
    }

    private static Set<String> named(Pattern pattern, String text) {
        return pattern.matcher(text)
                .results()
                .map(found -> found.group(1))
                .collect(Collectors.toSet());
    }

    private static Stream<String> texts(Path directory) throws IOException {
        try (var files = Files.walk(directory)) {
            return files.filter(Files::isRegularFile).map(PiecesTests::read).toList().stream();
        }
    }

    @Test
    public void pieceShouldHoldNoOtherPiece() throws IOException {
        var open = new ArrayDeque<String>();
        texts(TEMPLATES).forEach(text -> open.addAll(named(DRAWN, text)));
        var inCode =
                texts(SOURCES)
                        .filter(text -> text.contains("drawings."))
                        .flatMap(text -> named(NAMED_IN_CODE, text).stream())
                        .filter(name -> Files.exists(TEMPLATES.resolve(name + ".html")))
                        .collect(Collectors.toSet());
        assertThat(open).contains("track/progress-row");
        assertThat(inCode).contains("breakdown/card", "work/board-card");
        open.addAll(inCode);
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
