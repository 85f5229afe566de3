package greenladder.core.value;

import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Several texts in one fact: tabs stand between, and within a text they are escaped. */
public final class FactText {
    private static final char ESCAPE = '\\';

    private FactText() {}

    public static String join(Stream<String> parts) {
        return parts.map(FactText::escaped).collect(Collectors.joining("\t"));
    }

    public static String join(String... parts) {
        return join(Stream.of(parts));
    }

    /** Reads what {@link #join} wrote. */
    public static List<String> split(String text) {
        return Stream.of(text.split("\t", -1)).map(FactText::plain).toList();
    }

    private static String escaped(String part) {
        return part.replace("\\", "\\\\")
                .replace("\t", "\\t")
                .replace("\n", "\\n")
                .replace("\r", "\\r");
    }

    private static String plain(String part) {
        if (part.indexOf(ESCAPE) < 0) {
            return part;
        }
        var plain = new StringBuilder(part.length());
        for (int i = 0; i < part.length(); i++) {
            char at = part.charAt(i);
            if (at != ESCAPE || i + 1 == part.length()) {
                plain.append(at);
            } else {
                i++;
                plain.append(
                        switch (part.charAt(i)) {
                            case 't' -> '\t';
                            case 'n' -> '\n';
                            case 'r' -> '\r';
                            default -> part.charAt(i);
                        });
            }
        }
        return plain.toString();
    }
}
