package greenladder.core.sprint;

import greenladder.core.value.Amount;
import greenladder.core.value.Facts;
import greenladder.core.value.ItemKey;
import greenladder.core.value.Shortened;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * A sprint's board as it stood at the close, kept whatever comes later.
 *
 * @param columns their names, from left to right
 */
public record SprintPicture(List<String> columns, List<Card> cards) {
    private static final String COLUMN = "picture.column.";
    private static final String CARD = "picture.card.";
    private static final int PARTS = 8;
    private static final int LONGEST = 400;

    /**
     * @param place among the cards of the board, as they were ranked
     * @param column the number of its column
     * @param person who had it; null for nobody
     * @param above the item that it stood under, with key and title; empty for none
     */
    public record Card(
            int place,
            ItemKey item,
            int column,
            String title,
            String kind,
            @Nullable Amount size,
            boolean done,
            @Nullable String person,
            String above) {

        /** Without what it stood under, where that is of another product that is hidden. */
        private Card seen(Set<String> products) {
            boolean isSeen =
                    ItemKey.parse(above.split(" ", 2)[0])
                            .filter(key -> products.contains(key.product()))
                            .isPresent();
            return isSeen || above.isEmpty() ? this : alone();
        }

        private Card alone() {
            return new Card(place, item, column, title, kind, size, done, person, "");
        }

        private boolean isUnder(Set<ItemKey> hidden) {
            return ItemKey.parse(above.split(" ", 2)[0]).filter(hidden::contains).isPresent();
        }

        private String text() {
            return String.join(
                    "\t",
                    Integer.toString(place),
                    Integer.toString(column),
                    kind,
                    size == null ? "" : size.toString(),
                    done ? Facts.YES : "",
                    Objects.requireNonNullElse(person, ""),
                    cut(above),
                    cut(title));
        }

        private static String cut(String text) {
            return Shortened.to(LONGEST, text.replace('\t', ' '));
        }

        private static Optional<Card> parse(String key, String text) {
            var parts = text.split("\t", PARTS);
            return ItemKey.parse(key)
                    .map(item ->
                            new Card(
                                    Integer.parseInt(parts[0]),
                                    item,
                                    Integer.parseInt(parts[1]),
                                    parts[7],
                                    parts[2],
                                    Amount.parse(parts[3]).orElse(null),
                                    !parts[4].isEmpty(),
                                    parts[5].isEmpty() ? null : parts[5],
                                    parts[6]));
        }
    }

    /**
     * Without the cards of some items, and without their titles above others; itself where it has
     * none.
     */
    SprintPicture withoutItems(Set<ItemKey> hidden) {
        boolean has =
                cards.stream()
                        .anyMatch(card -> hidden.contains(card.item()) || card.isUnder(hidden));
        return has
                ? new SprintPicture(
                        columns,
                        cards.stream()
                                .filter(card -> !hidden.contains(card.item()))
                                .map(card -> card.isUnder(hidden) ? card.alone() : card)
                                .toList())
                : this;
    }

    public SprintPicture {
        columns = List.copyOf(columns);
        cards = List.copyOf(cards);
    }

    /** What somebody may see of it. */
    public SprintPicture of(Set<String> products) {
        return new SprintPicture(
                columns,
                cards.stream()
                        .filter(card -> products.contains(card.item().product()))
                        .map(card -> card.seen(products))
                        .toList());
    }

    static @Nullable SprintPicture of(Map<String, String> facts) {
        var columns = new ArrayList<String>();
        while (facts.containsKey(COLUMN + columns.size())) {
            columns.add(facts.get(COLUMN + columns.size()));
        }
        if (columns.isEmpty()) {
            return null;
        }
        var cards = new ArrayList<Card>();
        facts.forEach((name, text) -> {
            if (name.startsWith(CARD)) {
                Card.parse(name.substring(CARD.length()), text).ifPresent(cards::add);
            }
        });
        cards.sort(Comparator.comparingInt(Card::place));
        return new SprintPicture(columns, cards);
    }

    Map<String, String> facts() {
        var facts = new HashMap<String, String>();
        for (int i = 0; i < columns.size(); i++) {
            facts.put(COLUMN + i, columns.get(i));
        }
        cards.forEach(card -> facts.put(CARD + card.item(), card.text()));
        return facts;
    }
}
