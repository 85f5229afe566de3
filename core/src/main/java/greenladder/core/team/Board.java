package greenladder.core.team;

import greenladder.core.item.Item;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * How a team lays out its board.
 *
 * @param columns from left to right; none where the team has not set it up
 * @param shown what its cards show beside key and title, by the names of fields, and {@link #EPIC}
 * @param texture the id of the attribute by whose values cards are told apart; empty for none
 */
public record Board(List<Column> columns, List<String> shown, String texture) {
    public static final Board NONE = new Board(List.of(), List.of(), "");

    /** Shows on a card a mark of the epic that it belongs to. */
    public static final String EPIC = "epic";

    private static final String COLUMN = "column.";
    private static final String SHOWN = "cards";
    private static final String TEXTURE = "texture";
    private static final int PARTS = 4;

    /**
     * A state of a level; of one kind where it says so.
     *
     * @param kind null for all kinds
     */
    public record Place(String level, @Nullable String kind, String state) {
        static Place parse(String text) {
            var parts = text.split("/");
            return parts.length == 2
                    ? new Place(parts[0], null, parts[1])
                    : new Place(parts[0], parts[1], parts[2]);
        }

        @Override
        public String toString() {
            return kind == null ? level + "/" + state : level + "/" + kind + "/" + state;
        }

        boolean holds(Item item) {
            return level.equals(item.level().key())
                    && state.equals(item.state().key())
                    && (kind == null || kind.equals(item.kind()));
        }
    }

    /**
     * @param key never changes
     * @param limit how many cards it should hold at most; null for any number
     * @param places the states that its cards are in; the first of a level is what a card gets that
     *     comes in
     */
    public record Column(String key, String name, @Nullable Integer limit, List<Place> places) {
        public Column {
            places = List.copyOf(places);
        }

        public Column with(List<Place> others) {
            return new Column(key, name, limit, others);
        }

        /** The state that an item has in it: its own where it is one of these, else the first. */
        public Optional<String> stateFor(Item item) {
            return stateFor(item.level().key(), item.kind(), item.state().key());
        }

        /** The state that something of a level and kind gets in it. */
        public Optional<String> stateFor(String level, String kind, @Nullable String now) {
            var fitting =
                    places.stream()
                            .filter(place -> place.level().equals(level))
                            .filter(place -> place.kind() == null || place.kind().equals(kind))
                            // What is said of a kind goes before what is said of all.
                            .sorted(Comparator.comparing(place -> place.kind() == null))
                            .map(Place::state)
                            .toList();
            return fitting.contains(now) ? Optional.ofNullable(now) : fitting.stream().findFirst();
        }
    }

    public Board {
        columns = List.copyOf(columns);
        shown = List.copyOf(shown);
    }

    /** The column in which an item stands; empty where none holds its state. */
    public Optional<Column> columnOf(Item item) {
        return columns.stream()
                .filter(column -> holds(column, item, true))
                .findFirst()
                .or(() ->
                        columns.stream().filter(column -> holds(column, item, false)).findFirst());
    }

    private static boolean holds(Column column, Item item, boolean ofKind) {
        return column.places().stream()
                .anyMatch(place -> ofKind == (place.kind() != null) && place.holds(item));
    }

    public Optional<Column> find(String key) {
        return columns.stream().filter(column -> column.key().equals(key)).findFirst();
    }

    public Board with(List<Column> others) {
        return new Board(others, shown, texture);
    }

    public Board showing(List<String> others) {
        return new Board(columns, others, texture);
    }

    public Board toldApartBy(String attribute) {
        return new Board(columns, shown, attribute);
    }

    static boolean isOne(String fact) {
        return fact.equals(SHOWN) || fact.equals(TEXTURE) || fact.startsWith(COLUMN);
    }

    static Board of(Map<String, String> facts) {
        var columns = new ArrayList<Map.Entry<Integer, Column>>();
        facts.forEach((name, text) -> {
            if (name.startsWith(COLUMN)) {
                var parts = text.split("\t", PARTS);
                columns.add(
                        Map.entry(
                                Integer.parseInt(parts[0]),
                                new Column(
                                        name.substring(COLUMN.length()),
                                        parts[2],
                                        parts[1].isEmpty() ? null : Integer.valueOf(parts[1]),
                                        places(parts[3]))));
            }
        });
        var shown = facts.get(SHOWN);
        return new Board(
                columns.stream()
                        .sorted(
                                Map.Entry.<Integer, Column>comparingByKey()
                                        .thenComparing(one -> one.getValue().key()))
                        .map(Map.Entry::getValue)
                        .toList(),
                shown == null ? List.of() : List.of(shown.split(",")),
                facts.getOrDefault(TEXTURE, ""));
    }

    private static List<Place> places(String text) {
        return Stream.of(text.split(","))
                .filter(place -> !place.isEmpty())
                .map(Place::parse)
                .toList();
    }

    Map<String, String> facts() {
        var facts = new HashMap<String, String>();
        int at = 0;
        for (var column : columns) {
            facts.put(
                    COLUMN + column.key(),
                    Stream.of(
                                    at++,
                                    Objects.requireNonNullElse(column.limit(), ""),
                                    column.name(),
                                    column.places().stream()
                                            .map(Place::toString)
                                            .collect(Collectors.joining(",")))
                            .map(Object::toString)
                            .collect(Collectors.joining("\t")));
        }
        if (!shown.isEmpty()) {
            facts.put(SHOWN, String.join(",", shown));
        }
        if (!texture.isEmpty()) {
            facts.put(TEXTURE, texture);
        }
        return facts;
    }
}
