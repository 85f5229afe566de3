package greenladder.core.filter;

import greenladder.core.item.CustomField;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.snapshot.Node;
import greenladder.core.value.Amount;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * An order that a list can be looked at in. Ties go by rank; what has no value comes last.
 *
 * @param id its name in addresses
 * @param label what it is by, in words
 * @param falling whether the largest comes first
 */
public record Sorting(String id, String label, boolean falling) {
    public static final Sorting RANK = new Sorting("rank", "rank", false);
    public static final Sorting SCORE = new Sorting("score", "score", true);
    public static final Sorting VALUE = new Sorting("value", "value", true);
    public static final Sorting SIZE = new Sorting("size", "size", false);
    public static final Sorting TITLE = new Sorting("title", "title", false);
    public static final Sorting KEY = new Sorting("key", "number", false);
    public static final Sorting MADE = new Sorting("made", "newest first", true);
    public static final Sorting UPDATED = new Sorting("updated", "last changed first", true);
    public static final Sorting FINISH = new Sorting("finish", "finish", false);

    /** The orders that there are in every product. */
    public static final List<Sorting> ALL =
            List.of(RANK, SCORE, VALUE, SIZE, TITLE, KEY, MADE, UPDATED, FINISH);

    private static final Comparator<Node> BY_RANK =
            Comparator.comparing(
                    Node::item, Comparator.comparing(Item::rank).thenComparing(Item::key));

    /** The order by a described field: choices as they are listed, amounts and days by size. */
    public static Sorting by(CustomField field) {
        return new Sorting(field.field().label(), field.name().toLowerCase(Locale.ROOT), false);
    }

    /** The orders for the items of some products, those by described fields last. */
    public static List<Sorting> of(Lens lens) {
        return Stream.concat(
                        ALL.stream(),
                        lens.products().stream()
                                .flatMap(product -> product.describedFields().stream())
                                .map(Sorting::by)
                                .distinct())
                .toList();
    }

    /** The order of this name; whether a product has the described field is not asked. */
    public static Optional<Sorting> find(String id) {
        return ALL.stream()
                .filter(sorting -> sorting.id.equals(id))
                .findFirst()
                .or(() ->
                        Field.find(id)
                                .filter(Field::isCustom)
                                .map(field -> new Sorting(id, field.customKey(), false)));
    }

    /** Nodes in this order. Time O(n log n); each node's value is taken once. */
    public List<Node> sorted(Lens lens, List<Node> inRankOrder) {
        return equals(RANK)
                ? inRankOrder
                : inRankOrder.stream().sorted(values(lens).thenComparing(BY_RANK)).toList();
    }

    private Comparator<Node> values(Lens lens) {
        return switch (id) {
            case "score" -> nullsLast(lens.scores()::of);
            case "value" -> nullsLast(node -> node.item().value());
            case "size" -> nullsLast(node -> node.rollUp().effective());
            case "title" ->
                    Comparator.comparing(
                            node -> node.item().title(), String.CASE_INSENSITIVE_ORDER);
            case "key" -> Comparator.comparing(node -> node.item().key());
            case "made" -> nullsLast(node -> node.item().createdAt());
            case "updated" -> nullsLast(node -> node.item().updatedAt());
            case "finish" -> nullsLast(node -> node.rollUp().dates().finish());
            default -> described(lens);
        };
    }

    private Comparator<Node> described(Lens lens) {
        return lens.products().stream()
                .flatMap(product -> product.describedFields().stream())
                .filter(field -> field.field().label().equals(id))
                .findFirst()
                .map(this::byValue)
                .orElse(BY_RANK);
    }

    private Comparator<Node> byValue(CustomField field) {
        Function<Node, @Nullable String> text =
                node -> node.item().details().custom().get(field.key());
        return switch (field.type()) {
            case TOTAL -> nullsLast(node -> node.rollUp().sum(field.key()).orElse(null));
            case NUMBER -> nullsLast(node -> Amount.parse(textOf(text, node)).orElse(null));
            case ONE_OF -> {
                var places = field.choices();
                yield nullsLast(node -> {
                    int place = places.indexOf(textOf(text, node));
                    return place < 0 ? null : place;
                });
            }
            default -> nullsLast(text);
        };
    }

    private static String textOf(Function<Node, @Nullable String> text, Node node) {
        return Objects.requireNonNullElse(text.apply(node), "");
    }

    private <T extends Comparable<? super T>> Comparator<Node> nullsLast(
            Function<Node, @Nullable T> value) {
        Comparator<T> order = falling ? Comparator.reverseOrder() : Comparator.naturalOrder();
        return Comparator.comparing(value, Comparator.nullsLast(order));
    }
}
