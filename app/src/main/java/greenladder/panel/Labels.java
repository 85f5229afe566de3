package greenladder.panel;

import greenladder.core.ladder.Ladder;
import java.util.List;
import java.util.Locale;
import java.util.TreeMap;

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

    /** The labels that a product's items have, in the order of the alphabet. */
    static List<String> inUse(Ladder ladder, String product) {
        var labels = new TreeMap<String, String>();
        for (var slot : ladder.order().slots()) {
            if (slot.key().product().equals(product)) {
                ladder.requireNode(slot.key())
                        .item()
                        .details()
                        .labels()
                        .forEach(
                                label -> labels.putIfAbsent(label.toLowerCase(Locale.ROOT), label));
            }
        }
        return List.copyOf(labels.values());
    }
}
