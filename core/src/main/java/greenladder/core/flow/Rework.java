package greenladder.core.flow;

import greenladder.core.item.LinkType;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * A finished item that mends, or was found after, work that had been called done.
 *
 * @param bug what mends it
 * @param origin the work that it came from
 */
public record Rework(Node bug, Node origin) {
    /** By what the work that it came from can be told apart. */
    public static final List<String> ATTRIBUTES = List.of("item", "epic", "kind", "assignee");

    /** Among finished items, those that mend others; one that mends two comes twice. */
    public static List<Rework> among(Snapshot snapshot, Collection<Node> finished) {
        var found = new ArrayList<Rework>();
        for (var node : finished) {
            node.item().details().trace().stream()
                    .filter(link ->
                            link.type() == LinkType.FIXES || link.type() == LinkType.FOUND_AFTER)
                    .flatMap(link -> snapshot.findNode(link.to()).stream())
                    .distinct()
                    .forEach(origin -> found.add(new Rework(node, origin)));
        }
        return found;
    }

    /** Whether it was worked on in the very sprint whose work it mends. */
    public boolean isOfSameSprint() {
        var sprint = bug.item().sprint();
        return sprint != null && sprint.equals(origin.item().sprint());
    }

    /** What one value of the work that was mended cost. */
    public record Row(String value, List<Rework> mended, Amount points, Amount hours) {}

    /** By an attribute of the work that was mended, what cost most first. */
    public static List<Row> by(
            Snapshot snapshot, Product product, Collection<Rework> rework, String attribute) {
        Map<String, List<Rework>> groups = new LinkedHashMap<>();
        for (var one : rework) {
            Spending.valuesOf(snapshot, product, attribute, one.origin())
                    .forEach(value ->
                            groups.computeIfAbsent(value, any -> new ArrayList<>()).add(one));
        }
        return groups.entrySet().stream()
                .map(group -> {
                    var bugs = group.getValue().stream().map(Rework::bug).distinct().toList();
                    var sum = Spending.sum(bugs);
                    return new Row(group.getKey(), group.getValue(), sum.points(), sum.hours());
                })
                .sorted((one, other) ->
                        Long.compare(other.points().thousandths(), one.points().thousandths()))
                .toList();
    }

    /** Points of the bugs, each counted once. */
    public static Spending.Row sum(Collection<Rework> rework) {
        return Spending.sum(rework.stream().map(Rework::bug).distinct().toList());
    }
}
