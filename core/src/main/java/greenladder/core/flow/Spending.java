package greenladder.core.flow;

import greenladder.core.item.Item;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import greenladder.core.workspace.Workspace;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.NavigableMap;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** What was finished between two days, by what it was spent on. */
public final class Spending {
    /** What items without a value are put under. */
    public static final String NONE = "none";

    /** By what work can be summed up; a level's key, such as {@code epic}, is one as well. */
    public static final List<String> ATTRIBUTES =
            List.of(
                    "kind",
                    "label",
                    "team",
                    "assignee",
                    "raisedBy",
                    "sprint",
                    "release",
                    "band",
                    "risk",
                    "item");

    private Spending() {}

    /**
     * One value of an attribute. An item with several values counts for each.
     *
     * @param points of those that have a size
     * @param hours invested in them and in their tasks
     * @param parts by the second attribute
     */
    public record Row(String value, int items, Amount points, Amount hours, List<Row> parts) {}

    /**
     * The point leaves of a product that were finished between two days, both among them. What was
     * finished is known stretch by stretch of each level, and looked for again only where one
     * changed: time O(stretches + items).
     */
    public static List<Node> finished(
            Snapshot snapshot, Product product, LocalDate from, LocalDate to) {
        var workspace = snapshot.workspace();
        var nodes = new ArrayList<Node>();
        for (var level : product.levels().all()) {
            if (!level.carriesPoints()) {
                continue;
            }
            for (var stretch :
                    snapshot.inOrder(product, level)
                            .gathered(
                                    new FinishedIn(workspace.zone()),
                                    all -> List.of(finished(workspace, all)))) {
                stretch.getFirst().subMap(from, true, to, true).values().forEach(nodes::addAll);
            }
        }
        return nodes;
    }

    /** Names what is kept of a stretch: days are those of a zone. */
    private record FinishedIn(ZoneId zone) {}

    /** The point leaves among some items that are finished, by days. */
    private static NavigableMap<LocalDate, List<Node>> finished(
            Workspace workspace, List<Node> nodes) {
        return nodes.stream()
                .filter(node -> !node.rollUp().hasPointChildren())
                .filter(node -> node.item().times().finishedAt() != null)
                .collect(
                        Collectors.groupingBy(
                                node ->
                                        workspace.dayOf(
                                                Objects.requireNonNull(
                                                        node.item().times().finishedAt())),
                                TreeMap::new,
                                Collectors.toList()));
    }

    /**
     * @param then a second attribute; null for none
     */
    public static List<Row> by(
            Snapshot snapshot,
            Product product,
            Collection<Node> nodes,
            String by,
            @Nullable String then) {
        var values = values(snapshot, product, by);
        var groups = new LinkedHashMap<String, List<Node>>();
        for (var node : nodes) {
            var those = values.apply(node);
            (those.isEmpty() ? List.of(NONE) : those)
                    .forEach(value ->
                            groups.computeIfAbsent(value, any -> new ArrayList<>()).add(node));
        }
        return groups.entrySet().stream()
                .map(group ->
                        row(
                                group.getKey(),
                                group.getValue(),
                                then == null
                                        ? List.of()
                                        : by(snapshot, product, group.getValue(), then, null)))
                .sorted(Comparator.comparing(Row::points).reversed().thenComparing(Row::value))
                .toList();
    }

    /** Those of some items that have a value of an attribute, {@link #NONE} included. */
    public static List<Node> with(
            Snapshot snapshot,
            Product product,
            Collection<Node> nodes,
            String attribute,
            String value) {
        var values = values(snapshot, product, attribute);
        return nodes.stream()
                .filter(node -> {
                    var those = values.apply(node);
                    return those.isEmpty() ? value.equals(NONE) : those.contains(value);
                })
                .toList();
    }

    /** The values that an item has of an attribute, {@link #NONE} where it has none. */
    static List<String> valuesOf(Snapshot snapshot, Product product, String attribute, Node node) {
        var those = values(snapshot, product, attribute).apply(node);
        return those.isEmpty() ? List.of(NONE) : those;
    }

    /** Whether work can be summed up by it. */
    public static boolean isAttribute(Product product, String name) {
        return ATTRIBUTES.contains(name)
                || product.levels().find(name).filter(level -> level.carriesPoints()).isPresent();
    }

    /** All of some items together. */
    public static Row sum(Collection<Node> nodes) {
        return row("", nodes, List.of());
    }

    static Row row(String value, Collection<Node> nodes, List<Row> parts) {
        var points = Amount.ZERO;
        var hours = Amount.ZERO;
        for (var node : nodes) {
            var size = node.rollUp().effective();
            points = size == null ? points : points.plus(size);
            var invested = node.rollUp().hoursInvested();
            hours = invested == null ? hours : hours.plus(invested);
        }
        return new Row(value, nodes.size(), points, hours, parts);
    }

    private static Function<Node, List<String>> values(
            Snapshot snapshot, Product product, String by) {
        return switch (by) {
            case "kind" -> of(Item::kind);
            case "label" -> node -> node.item().details().labels();
            case "team" -> of(Item::team);
            case "assignee" -> of(Item::assignee);
            case "raisedBy" -> of(Item::raisedBy);
            case "sprint" -> of(Item::sprint);
            case "release" -> of(Item::release);
            case "band" -> of(item -> item.details().refinement().band());
            case "risk" -> of(item -> item.details().custom().get("risk"));
            case "item" -> of(item -> item.key().toString());
            default ->
                    node ->
                            snapshot.ancestors(node.item()).stream()
                                    .map(Node::item)
                                    .filter(item -> item.level().key().equals(by))
                                    .map(item -> item.key().toString())
                                    .toList();
        };
    }

    private static Function<Node, List<String>> of(Function<Item, @Nullable String> value) {
        return node -> Optional.ofNullable(value.apply(node.item())).stream().toList();
    }
}
