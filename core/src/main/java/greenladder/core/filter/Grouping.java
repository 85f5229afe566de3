package greenladder.core.filter;

import greenladder.core.snapshot.Node;
import greenladder.core.value.Amount;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/** A list put into groups by one facet, or by two, the second within the first. */
public final class Grouping {
    private Grouping() {}

    /**
     * Items of the same values.
     *
     * @param words the values in words, one for each facet
     * @param points the sum of the effective sizes of those that have one
     */
    public record Group(List<String> words, List<Node> nodes, Amount points) {
        public Group {
            words = List.copyOf(words);
            nodes = List.copyOf(nodes);
        }
    }

    /**
     * Groups in the order of the facets' values; what has none comes last. An item of several
     * values stands once, in the group of all its values together. Time O(n + g log g).
     */
    public static List<Group> of(List<Facet> facets, List<Node> nodes) {
        var groups = new HashMap<List<List<String>>, List<Node>>();
        for (var node : nodes) {
            var values = facets.stream().map(facet -> facet.listOf(node)).toList();
            groups.computeIfAbsent(values, any -> new ArrayList<>()).add(node);
        }
        return groups.entrySet().stream()
                .sorted(Map.Entry.comparingByKey(order(facets)))
                .map(group ->
                        new Group(
                                words(facets, group.getKey()),
                                group.getValue(),
                                pointsOf(group.getValue())))
                .toList();
    }

    /** The sum of effective sizes; nothing for items without one. */
    public static Amount pointsOf(List<Node> nodes) {
        var sum = Amount.ZERO;
        for (var node : nodes) {
            var size = node.rollUp().effective();
            if (size != null) {
                sum = sum.plus(size);
            }
        }
        return sum;
    }

    private static List<String> words(List<Facet> facets, List<List<String>> values) {
        var words = new ArrayList<String>();
        for (int i = 0; i < facets.size(); i++) {
            var facet = facets.get(i);
            words.add(
                    values.get(i).isEmpty()
                            ? facet.noneInWords()
                            : values.get(i).stream()
                                    .map(facet.words())
                                    .collect(Collectors.joining(", ")));
        }
        return words;
    }

    private static Comparator<List<List<String>>> order(List<Facet> facets) {
        return (one, other) -> {
            for (int i = 0; i < facets.size(); i++) {
                int order = compare(facets.get(i), one.get(i), other.get(i));
                if (order != 0) {
                    return order;
                }
            }
            return 0;
        };
    }

    private static int compare(Facet facet, List<String> one, List<String> other) {
        if (one.isEmpty() || other.isEmpty()) {
            return Boolean.compare(one.isEmpty(), other.isEmpty());
        }
        for (int i = 0; i < Math.min(one.size(), other.size()); i++) {
            int order = facet.order().compare(one.get(i), other.get(i));
            if (order != 0) {
                return order;
            }
        }
        return Integer.compare(one.size(), other.size());
    }
}
