package greenladder.core.filter;

import greenladder.core.snapshot.Node;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;

/**
 * Something about items that lists are narrowed down by, grouped and counted by.
 *
 * @param id its name in addresses
 * @param values gives every value that an item has; {@link #NONE} where it has none
 * @param words a value as people read it
 * @param order of values, by what they are; ties by their words
 * @param resolve what a value that is asked for stands for, such as the sprints that are under way
 * @param picking lets through the items that have one of the values asked for
 * @param known whether a value that is asked for can mean anything
 * @param isFlag whether it is true or false of an item
 */
public record Facet(
        String id,
        String label,
        Values values,
        UnaryOperator<String> words,
        Comparator<String> order,
        Resolution resolve,
        Picking picking,
        Predicate<String> known,
        boolean isFlag) {
    public Facet(
            String id,
            String label,
            Values values,
            UnaryOperator<String> words,
            Comparator<String> order,
            Resolution resolve) {
        this(id, label, values, words, order, resolve, having(values, resolve), ANY, false);
    }

    /** This facet, which refuses what is not known to it. */
    Facet knowing(Predicate<String> values) {
        return new Facet(id, label, this.values, words, order, resolve, picking, values, isFlag);
    }

    /** A facet that is true or false of an item. */
    static Facet flag(String id, String label, Predicate<Node> holds) {
        Values values = (node, each) -> each.accept(holds.test(node) ? TRUE : FALSE);
        return new Facet(
                id,
                label,
                values,
                value -> value.equals(TRUE) ? "yes" : "no",
                Comparator.comparing(FALSE::equals),
                Set::of,
                having(values, Set::of),
                Set.of(TRUE, FALSE)::contains,
                true);
    }

    private static final Predicate<String> ANY = value -> true;

    /** The value of what has none. */
    public static final String NONE = "";

    /** The values of a facet that is true or false of an item. */
    public static final String TRUE = "true";

    public static final String FALSE = "false";

    /** Tells the values of an item one by one, which makes no list of them. */
    @FunctionalInterface
    public interface Values {
        void of(Node node, Consumer<String> values);
    }

    /** Gives the values that a value asked for stands for. */
    @FunctionalInterface
    public interface Resolution {
        Set<String> of(String asked);
    }

    /** Makes of values asked for what lets items through. */
    @FunctionalInterface
    public interface Picking {
        Predicate<Node> of(Collection<String> asked);
    }

    private static Picking having(Values values, Resolution resolve) {
        return asked -> {
            var wanted =
                    asked.stream()
                            .flatMap(value -> resolve.of(value).stream())
                            .collect(Collectors.toSet());
            return node -> {
                var found = new boolean[1];
                values.of(node, value -> found[0] |= wanted.contains(value));
                return found[0];
            };
        };
    }

    /** The item's values in words, in order, as one text to group by; empty for none. */
    public List<String> listOf(Node node) {
        var list = new ArrayList<String>();
        values.of(node, list::add);
        list.removeIf(NONE::equals);
        if (list.size() > 1) {
            list.sort(order());
        }
        return list;
    }

    /** The heading over what has no value of it: "No team", "In no epic". */
    String noneInWords() {
        if (id.startsWith(Facets.IN)) {
            return label.replaceFirst("In ", "In no ");
        }
        return id.equals(Facets.ASSIGNEE)
                ? "Assigned to nobody"
                : "No " + label.toLowerCase(Locale.ROOT);
    }

    @Override
    public Comparator<String> order() {
        return Objects.requireNonNull(order).thenComparing(words).thenComparing(value -> value);
    }
}
