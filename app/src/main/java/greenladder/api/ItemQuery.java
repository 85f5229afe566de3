package greenladder.api;

import greenladder.core.change.Problem;
import greenladder.core.change.Problems;
import greenladder.core.filter.Filter;
import greenladder.core.filter.Filter.Part;
import greenladder.core.filter.Sorting;
import greenladder.core.item.ItemKey;
import greenladder.core.item.Product;
import greenladder.core.item.Shortened;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.list.FilterLines;
import greenladder.list.ListState;
import greenladder.people.SignedIn;
import greenladder.web.Failure;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.util.MultiValueMap;

/**
 * Which items of a product are asked for, in which order, and from where on: the same filters as
 * those of the lists that people see.
 */
final class ItemQuery {
    private static final List<String> OTHERS = List.of("under", "text", "sort", "cursor", "limit");
    private static final String LABEL = "label";
    private static final String NO_PARAMETER = "There is no parameter “%s”.";

    private final Snapshot snapshot;
    private final Product product;
    private final MultiValueMap<String, String> asked;
    private final List<Problem> problems = new ArrayList<>();

    ItemQuery(Snapshot snapshot, Product product, MultiValueMap<String, String> asked) {
        this.snapshot = snapshot;
        this.product = product;
        this.asked = asked;
    }

    /**
     * @throws Failure.Invalid for an unknown parameter or a value that it does not take
     */
    Page<ItemJson> page(FilterLines lines, SignedIn reader) {
        asked.forEach(this::check);
        var sorting = sorting();
        int limit = limit();
        var under = under();
        if (!problems.isEmpty()) {
            throw new Failure.Invalid(new Problems(problems));
        }
        // Labels are the same in capitals or not; the lists pick from those in use.
        var state = ListState.read(asked).without(LABEL);
        var narrowed = lines.narrowed(snapshot, List.of(product), state, reader);
        state.picks().keySet().stream()
                .filter(name -> narrowed.facets().find(name).isEmpty())
                .forEach(name -> problem(name, NO_PARAMETER.formatted(name)));
        if (Sorting.of(narrowed.lens()).stream().noneMatch(one -> one.id().equals(sorting.id()))) {
            problem("sort", "%s has no field “%s”.".formatted(product.name(), sorting.id()));
        }
        state.picks()
                .forEach((name, values) ->
                        narrowed.facets()
                                .find(name)
                                .ifPresent(facet ->
                                        values.stream()
                                                .filter(facet.known().negate())
                                                .forEach(value -> unknown(name, value))));
        if (!problems.isEmpty()) {
            throw new Failure.Invalid(new Problems(problems));
        }
        var parts = new ArrayList<Part>(narrowed.filter().parts());
        if (!under.isEmpty()) {
            parts.add(Filter.under(snapshot, under));
        }
        labels(asked.getOrDefault(LABEL, List.of())).forEach(parts::add);
        var filter = new Filter(parts);
        var found = sorting.sorted(narrowed.lens(), items().filter(filter::lets).toList());
        int from = from(found);
        int to = Math.min(found.size(), from + limit);
        return new Page<>(
                found.subList(from, to).stream()
                        .map(node -> ItemJson.of(snapshot, node.item()))
                        .toList(),
                to < found.size() ? found.get(to - 1).item().key().toString() : null);
    }

    private void check(String name, List<String> values) {
        if (ListState.isFlag(name)
                && !values.stream().allMatch(value -> List.of("true", "false").contains(value))) {
            problem(name, "%s is true or false.".formatted(name));
        }
        if (!ListState.isFacet(name) && !OTHERS.contains(name)) {
            problem(name, NO_PARAMETER.formatted(name));
        }
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

    private static List<Part> labels(List<String> wanted) {
        return wanted.isEmpty()
                ? List.of()
                : List.of(
                        new Part(
                                LABEL,
                                "",
                                node ->
                                        node.item().details().labels().stream()
                                                .anyMatch(label ->
                                                        wanted.stream()
                                                                .anyMatch(
                                                                        label::equalsIgnoreCase))));
    }

    private List<ItemKey> under() {
        return asked.getOrDefault("under", List.of()).stream()
                .flatMap(text -> {
                    var key = ItemKey.parse(text).filter(one -> snapshot.findItem(one).isPresent());
                    if (key.isEmpty()) {
                        problem("under", "There is no item “%s”.".formatted(text));
                    }
                    return key.stream();
                })
                .toList();
    }

    private Sorting sorting() {
        var text = asked.getFirst("sort");
        var sorting = Sorting.find(text == null ? "rank" : text);
        if (sorting.isEmpty()) {
            problem(
                    "sort",
                    "Items are sorted by %s."
                            .formatted(
                                    Sorting.ALL.stream()
                                            .map(Sorting::id)
                                            .collect(Collectors.joining(", "))));
        }
        return sorting.orElse(Sorting.RANK);
    }

    private int limit() {
        var text = asked.getFirst("limit");
        if (text == null) {
            return Page.DEFAULT_LIMIT;
        }
        if (!text.matches("[1-9]\\d{0,2}") || Integer.parseInt(text) > Page.MOST) {
            problem("limit", "The limit is a whole number from 1 to %d.".formatted(Page.MOST));
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

    private void unknown(String name, String value) {
        problem(name, "“%s” is no %s that there is.".formatted(Shortened.to(60, value), name));
    }

    private void problem(String field, String message) {
        problems.add(new Problem(field, message));
    }
}
