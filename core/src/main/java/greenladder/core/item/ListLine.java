package greenladder.core.item;

import greenladder.core.value.ItemKey;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * One line of a list inside an item: a small step, an acceptance criterion.
 *
 * @param text one line
 * @param done ticked, or met
 * @param item the item that it has grown into
 */
public record ListLine(String text, boolean done, @Nullable ItemKey item) {
    private static final Pattern FORM =
            Pattern.compile("\\[([ xX]?) ?([A-Z]{2,5}\\d{1,9})?] ?(.*)", Pattern.DOTALL);

    public static ListLine open(String text) {
        return new ListLine(text, false, null);
    }

    /** Reads {@code [x] text}; a line without a box is not done. */
    public static ListLine parse(String line) {
        var match = FORM.matcher(line);
        if (!match.matches()) {
            return open(line);
        }
        var key = match.group(2);
        return new ListLine(
                match.group(3),
                !match.group(1).isBlank(),
                key == null ? null : ItemKey.parse(key).orElse(null));
    }

    public ListLine withDone(boolean now) {
        return new ListLine(text, now, item);
    }

    public ListLine withItem(@Nullable ItemKey now) {
        return new ListLine(text, done, now);
    }

    public ListLine withText(String now) {
        return new ListLine(now, done, item);
    }

    /**
     * {@code [x] text}, or {@code [x MSF12] text}, {@code [MSF12] text} where it has grown into an
     * item.
     */
    @Override
    public String toString() {
        var box = item == null ? (done ? "x" : " ") : (done ? "x " : "") + item;
        return "[%s] %s".formatted(box, text);
    }
}
