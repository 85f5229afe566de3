package greenladder.core.item;

import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Somebody whom items can be given to.
 *
 * @param handle the sign-in name, which stands for the person in fields and in the log
 * @param gone whether they left: nothing new is given to them, and their name stays readable
 */
public record Person(String handle, String name, boolean gone) {

    public Person(String handle, String name) {
        this(handle, name, false);
    }

    public boolean isHere() {
        return !gone;
    }

    /** Up to two capital letters, for the small round mark: {@code Oona Marsh} gives {@code OM}. */
    public String initials() {
        return Stream.of(name.strip().split("\\s+"))
                .filter(word -> !word.isEmpty())
                .limit(2)
                .map(word ->
                        word.substring(0, word.offsetByCodePoints(0, 1)).toUpperCase(Locale.ROOT))
                .collect(Collectors.joining());
    }
}
