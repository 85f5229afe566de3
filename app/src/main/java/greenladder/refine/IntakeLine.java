package greenladder.refine;

import greenladder.core.change.Problem;
import greenladder.core.value.Amount;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** A request as it is typed into an intake list: {@code Lamp on the ramp, 3 points, value 8}. */
record IntakeLine(String title, @Nullable String size, @Nullable String value) {
    private static final int LONGEST_TITLE = 500;

    private static final Pattern POINTS = Pattern.compile("([-+\\d.]{1,12})\\s*+(?:points?|pts?)");
    private static final Pattern VALUE = Pattern.compile("value\\s*+([-+\\d.]{1,12})");
    private static final Pattern BULLET = Pattern.compile("^\\s*(?:[-*+]|\\d+[.)])\\s+");

    /** What follows the title after commas: points, and a value; anything else belongs to it. */
    static IntakeLine read(String line) {
        String size = null;
        String value = null;
        var title = new ArrayList<String>();
        for (var part : BULLET.matcher(line).replaceFirst("").split(",", -1)) {
            var points = POINTS.matcher(part.strip());
            var worth = VALUE.matcher(part.strip());
            if (!title.isEmpty() && points.matches()) {
                size = points.group(1);
            } else if (!title.isEmpty() && worth.matches()) {
                value = worth.group(1);
            } else {
                title.add(part.strip());
            }
        }
        return new IntakeLine(String.join(", ", title), size, value);
    }

    /** Adds what is wrong with it. */
    void check(int number, List<Problem> problems) {
        if (title.isBlank() || title.length() > LONGEST_TITLE) {
            problems.add(
                    new Problem(
                            "text",
                            "Line %d needs a title of at most %d characters."
                                    .formatted(number, LONGEST_TITLE)));
        }
        Stream.concat(Stream.ofNullable(size), Stream.ofNullable(value))
                .filter(amount ->
                        Amount.parse(amount)
                                .filter(read ->
                                        read.compareTo(Amount.ZERO) >= 0
                                                && read.compareTo(Amount.LARGEST) <= 0)
                                .isEmpty())
                .forEach(amount ->
                        problems.add(
                                new Problem(
                                        "text",
                                        "Line %d: “%s” must be between 0 and 10,000."
                                                .formatted(number, amount))));
    }
}
