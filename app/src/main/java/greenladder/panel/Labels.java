package greenladder.panel;

import java.util.List;
import java.util.Locale;

/** Labels as they are shown: each has one of our own tints, the same everywhere. */
public final class Labels {
    private static final int TINTS = 8;

    private Labels() {}

    /**
     * A label on a card or in a row.
     *
     * @param tint the class that colours it
     */
    public record Label(String text, String tint) {
        static Label of(String text) {
            // Not hashCode, whose low bits are alike for words that differ in one letter.
            int sum = 7;
            for (char letter : text.toLowerCase(Locale.ROOT).toCharArray()) {
                sum = Math.floorMod(sum * 131 + letter, 100_003);
            }
            return new Label(text, "tint-" + (sum % TINTS + 1));
        }
    }

    public static List<Label> of(List<String> labels) {
        return labels.stream().map(Label::of).toList();
    }
}
