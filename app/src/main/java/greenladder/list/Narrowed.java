package greenladder.list;

import greenladder.core.filter.Facet;
import greenladder.core.filter.Facets;
import greenladder.core.filter.Filter;
import greenladder.core.filter.Lens;
import greenladder.core.filter.PickName;
import greenladder.core.level.Category;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * A list's state on the snapshot of the moment: what it finds, and, in a tree, what has to be shown
 * for the sake of what stands below it. Belongs to one request.
 */
public final class Narrowed {
    private final Lens lens;
    private final ListState state;
    private final Filter filter;
    private final Map<ListState.Mark, Filter.Part> marks = new HashMap<>();

    /** Null until they are asked for: most lists are looked at as a whole. */
    private @Nullable Facets facets;

    /** What is found and all above it; null until a tree asks. */
    private @Nullable Set<ItemKey> shown;

    /**
     * @param hits the items in which the words of the state stand; only looked at where it has some
     */
    public Narrowed(Lens lens, ListState state, Set<ItemKey> hits) {
        this.lens = lens;
        this.state = state;
        var parts = new ArrayList<Filter.Part>();
        var alternatives = new TreeMap<String, List<Filter.Part>>();
        state.picks()
                .forEach((name, values) -> {
                    var pick = PickName.parse(name).orElseThrow();
                    if (pick.isAlternative()) {
                        alternatives
                                .computeIfAbsent(pick.group(), any -> new ArrayList<>())
                                .add(part(pick.alone(), values));
                    } else {
                        parts.add(part(pick, values));
                    }
                });
        alternatives.forEach((group, its) -> parts.add(Filter.either(group, its)));
        if (!state.text().isEmpty()) {
            parts.add(Filter.text(state.text(), hits));
        }
        this.filter = new Filter(parts);
        state.marks()
                .forEach(mark ->
                        facets().find(mark.facet())
                                .ifPresent(facet ->
                                        marks.put(
                                                mark, Filter.part(facet, List.of(mark.value())))));
    }

    private Filter.Part part(PickName pick, List<String> values) {
        return facets().find(pick.facet())
                .map(facet ->
                        pick.excludes()
                                ? Filter.without(facet, values)
                                : Filter.part(facet, values))
                .orElseGet(() -> unknown(pick.toString()));
    }

    /** What these products do not have, nothing has: said, rather than looked over. */
    private static Filter.Part unknown(String id) {
        return new Filter.Part(id, "%s: no field here".formatted(id), any -> false);
    }

    public Lens lens() {
        return lens;
    }

    public ListState state() {
        return state;
    }

    public Facets facets() {
        if (facets == null) {
            facets = new Facets(lens);
        }
        return facets;
    }

    public Filter filter() {
        return filter;
    }

    public boolean isNarrow() {
        return !filter.parts().isEmpty();
    }

    /** Whether dropped items are listed too: only where their state or its category is picked. */
    public boolean asksForDropped() {
        return state.picks().entrySet().stream()
                .filter(pick -> !PickName.parse(pick.getKey()).orElseThrow().excludes())
                .anyMatch(pick -> {
                    var facet = PickName.parse(pick.getKey()).orElseThrow().facet();
                    return pick.getValue().stream().anyMatch(value -> isOfDropped(facet, value));
                });
    }

    private boolean isOfDropped(String facet, String value) {
        return switch (facet) {
            case "category" -> value.equals(Category.DROPPED.word());
            case "state" ->
                    lens.products().stream()
                            .flatMap(product -> product.levels().all().stream())
                            .flatMap(level -> level.states().all().stream())
                            .anyMatch(one ->
                                    one.key().equals(value) && one.category() == Category.DROPPED);
            default -> false;
        };
    }

    public boolean finds(Node node) {
        return filter.lets(node);
    }

    /** Whether a tree shows an item: where it is found itself, or something under it is. */
    public boolean shows(Node node) {
        if (!isNarrow()) {
            return true;
        }
        if (shown == null) {
            shown = shown();
        }
        return shown.contains(node.item().key());
    }

    private Set<ItemKey> shown() {
        var snapshot = lens.snapshot();
        var keys = new HashSet<ItemKey>();
        lens.products()
                .forEach(product ->
                        snapshot.roots(product.code())
                                .forEach(root ->
                                        root.walk(node -> showFound(snapshot, node, keys))));
        return keys;
    }

    private void showFound(Snapshot snapshot, Node node, Set<ItemKey> keys) {
        if (filter.lets(node) && keys.add(node.item().key())) {
            var parent = node.item().parent();
            while (parent != null && keys.add(parent)) {
                parent = snapshot.requireNode(parent).item().parent();
            }
        }
    }

    /** The facets that the list is grouped by. */
    public List<Facet> groups() {
        return state.groups().stream()
                .map(group -> facets().find(group))
                .flatMap(Optional::stream)
                .toList();
    }

    /** The tint of the first mark that fits an item; empty for none. */
    public String tintOf(Node node) {
        return state.marks().stream()
                .filter(mark -> marks.containsKey(mark) && marks.get(mark).lets().test(node))
                .findFirst()
                .map(mark -> "mark-" + mark.tint())
                .orElse("");
    }
}
