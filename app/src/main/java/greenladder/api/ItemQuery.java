package greenladder.api;

import greenladder.core.change.Problems;
import greenladder.core.filter.Sorting;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.list.FilterLines;
import greenladder.people.SignedIn;
import greenladder.web.Failure;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.util.MultiValueMap;

/** Which items of a product are asked for, in which order, and from where on. */
public final class ItemQuery {
    private static final Set<String> OWN = Set.of("sort", "cursor", "limit");

    private final Snapshot snapshot;
    private final Product product;
    private final MultiValueMap<String, String> asked;

    public ItemQuery(Snapshot snapshot, Product product, MultiValueMap<String, String> asked) {
        this.snapshot = snapshot;
        this.product = product;
        this.asked = asked;
    }

    /**
     * @throws Failure.Invalid for an unknown parameter or a value that it does not take
     */
    public Page<ItemJson> page(FilterLines lines, SignedIn reader) {
        var filter = new ItemFilter(snapshot, product, asked, OWN, lines, reader);
        var sorting = sorting(filter);
        int limit = limit(filter);
        filter.orRefused();
        var found = sorting.sorted(filter.lens(), items().filter(filter::lets).toList());
        int from = from(found);
        int to = Math.min(found.size(), from + limit);
        return new Page<>(
                found.subList(from, to).stream()
                        .map(node -> ItemJson.of(snapshot, node.item()))
                        .toList(),
                to < found.size() ? found.get(to - 1).item().key().toString() : null);
    }

    private Stream<Node> items() {
        var levels = asked.getOrDefault("level", List.of());
        if (levels.size() == 1) {
            return product.levels().find(levels.getFirst()).stream()
                    .flatMap(level -> snapshot.level(product, level).stream());
        }
        return snapshot.order().slots().stream()
                .filter(slot -> slot.key().product().equals(product.code()))
                .map(slot -> snapshot.requireNode(slot.key()));
    }

    private Sorting sorting(ItemFilter filter) {
        var text = asked.getFirst("sort");
        var sorting = Sorting.find(text == null ? "rank" : text);
        if (sorting.isEmpty()) {
            filter.problem(
                    "sort",
                    "Items are sorted by %s."
                            .formatted(
                                    Sorting.ALL.stream()
                                            .map(Sorting::id)
                                            .collect(Collectors.joining(", "))));
        } else if (Sorting.of(filter.lens()).stream()
                .noneMatch(one -> one.id().equals(sorting.get().id()))) {
            filter.problem(
                    "sort", "%s has no field “%s”.".formatted(product.name(), sorting.get().id()));
        }
        return sorting.orElse(Sorting.RANK);
    }

    private int limit(ItemFilter filter) {
        var text = asked.getFirst("limit");
        if (text == null) {
            return Page.DEFAULT_LIMIT;
        }
        if (!text.matches("[1-9]\\d{0,2}") || Integer.parseInt(text) > Page.MOST) {
            filter.problem(
                    "limit", "The limit is a whole number from 1 to %d.".formatted(Page.MOST));
            return Page.DEFAULT_LIMIT;
        }
        return Integer.parseInt(text);
    }

    /**
     * Behind the item that the cursor names; one that is gone meanwhile is refused rather than
     * guessed.
     */
    private int from(List<Node> found) {
        var cursor = asked.getFirst("cursor");
        if (cursor == null) {
            return 0;
        }
        for (int i = 0; i < found.size(); i++) {
            if (found.get(i).item().key().toString().equals(cursor)) {
                return i + 1;
            }
        }
        throw new Failure.Invalid(
                Problems.of(
                        "cursor", "This cursor leads nowhere any more; start again without one."));
    }
}
