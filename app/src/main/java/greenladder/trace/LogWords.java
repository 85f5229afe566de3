package greenladder.trace;

import greenladder.core.item.Field;
import greenladder.core.snapshot.Snapshot;
import greenladder.web.Words;
import greenladder.words.ChangeWords;
import java.util.Optional;
import java.util.regex.Pattern;

/** What fields are called in the log, where names are those of the interface for programs. */
final class LogWords {
    private static final Pattern LINK = Pattern.compile("link\\.([a-z-]+)\\.(\\w+)");
    private static final Pattern OWN = Pattern.compile("(custom|factors)\\.");

    /** The day and the person that a noted decision begins with. */
    private static final Pattern DECISION = Pattern.compile("^\\d{4}-\\d\\d-\\d\\d \\S+ ");

    private static final Pattern HUMP = Pattern.compile("([a-z])([A-Z])");

    private LogWords() {}

    /** {@code raisedBy} as raised by, {@code link.relates-to.MSF7} as relates to MSF7. */
    static String field(String name) {
        if (name.equals(Field.EXISTS.label())) {
            return "item";
        }
        if (name.equals(Field.RANK.label())) {
            return "place in the order";
        }
        var link = LINK.matcher(name);
        if (link.matches()) {
            return link.group(1).replace('-', ' ') + " " + link.group(2);
        }
        var own = OWN.matcher(name);
        if (own.lookingAt()) {
            return name.substring(own.end());
        }
        return HUMP.matcher(name.replace('.', ' '))
                .replaceAll(hump -> hump.group(1) + " " + Words.lower(hump.group(2)));
    }

    /** What stands for a value that says nothing to people; empty for any other. */
    static Optional<String> value(Snapshot snapshot, String field, String text) {
        if (field.equals(Field.EXISTS.label())) {
            return Optional.of("there");
        }
        if (field.equals(Field.RANK.label())) {
            return Optional.of("moved");
        }
        if (LINK.matcher(field).matches()) {
            return Optional.of("linked");
        }
        if (field.equals(Field.DECISIONS.label())) {
            return Optional.of(
                    DECISION.matcher(text.strip().lines().reduce("", (a, b) -> b))
                            .replaceFirst(""));
        }
        return field.equals(Field.RAISED_BY.label())
                ? Optional.of(ChangeWords.nameOf(snapshot, text))
                : Optional.empty();
    }
}
