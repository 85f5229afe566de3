package greenladder.core.filter;

import greenladder.core.snapshot.Node;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/**
 * Things broken down by attributes of an item each stands for: by the first, within each of its
 * values by the second, and so on. What has several values counts under each of them.
 */
public final class Breakdown {
    private Breakdown() {}

    /**
     * What has one value.
     *
     * @param value empty for what has none
     * @param words the value as people read it
     * @param parts by the next facet; empty below the last
     */
    public record Group<T>(String value, String words, List<T> things, List<Group<T>> parts) {
        public Group {
            things = List.copyOf(things);
            parts = List.copyOf(parts);
        }
    }

    /**
     * Groups in the order of the facets' values; what has none comes last. Time O(n × facets) where
     * things have one value each.
     *
     * @param node the item that a thing is told apart by
     */
    public static <T> List<Group<T>> of(
            List<Facet> facets, List<T> things, Function<T, Node> node) {
        if (facets.isEmpty()) {
            return List.of();
        }
        var facet = facets.getFirst();
        var further = facets.subList(1, facets.size());
        Map<String, List<T>> groups = new HashMap<>();
        for (var thing : things) {
            var values = facet.listOf(node.apply(thing));
            (values.isEmpty() ? List.of(Facet.NONE) : values)
                    .forEach(value ->
                            groups.computeIfAbsent(value, any -> new ArrayList<>()).add(thing));
        }
        return groups.entrySet().stream()
                .sorted(
                        Map.Entry.comparingByKey(
                                Comparator.<String, Boolean>comparing(Facet.NONE::equals)
                                        .thenComparing(facet.order())))
                .map(group ->
                        new Group<>(
                                group.getKey(),
                                group.getKey().isEmpty()
                                        ? facet.noneInWords()
                                        : facet.words().apply(group.getKey()),
                                group.getValue(),
                                of(further, group.getValue(), node)))
                .toList();
    }

    /** The group at the end of a line of values, one for each facet; empty where there is none. */
    public static <T> Optional<Group<T>> find(List<Group<T>> groups, List<String> values) {
        if (values.isEmpty()) {
            return Optional.empty();
        }
        var first =
                groups.stream().filter(one -> one.value().equals(values.getFirst())).findFirst();
        var further = values.subList(1, values.size());
        return further.isEmpty() ? first : first.flatMap(one -> find(one.parts(), further));
    }
}
