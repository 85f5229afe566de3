package greenladder.api;

import greenladder.core.change.Problem;
import greenladder.core.change.Problems;
import greenladder.core.filter.Filter;
import greenladder.core.filter.Filter.Part;
import greenladder.core.filter.Lens;
import greenladder.core.filter.PickName;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.core.value.Shortened;
import greenladder.list.FilterLines;
import greenladder.list.ListState;
import greenladder.people.SignedIn;
import greenladder.web.Failure;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.util.LinkedMultiValueMap;
import org.springframework.util.MultiValueMap;

/**
 * Which items of a product a program asks about: by the same facets as the lists that people see,
 * by words, and by what they stand under. What is unknown is refused, all of it at once.
 */
public final class ItemFilter {
    public static final String WORDS = "any filter of /products/{code}/items";

    private static final String LABEL = "label";
    private static final String NO_PARAMETER = "There is no parameter “%s”.";
    private static final List<String> OF_EVERY = List.of("under", "text");

    private final List<Problem> problems = new ArrayList<>();
    private final Lens lens;
    private final Filter filter;

    /**
     * @param asked the parameters of a call
     * @param own those that are the call's, and no part of the filter
     */
    public ItemFilter(
            Snapshot snapshot,
            Product product,
            MultiValueMap<String, String> asked,
            Set<String> own,
            FilterLines lines,
            SignedIn reader) {
        var others = new LinkedMultiValueMap<>(asked);
        own.forEach(others::remove);
        others.forEach(this::check);
        // Labels are the same in capitals or not; the lists pick from those in use.
        var state = ListState.read(others).without(LABEL);
        var narrowed = lines.narrowed(snapshot, List.of(product), state, reader);
        this.lens = narrowed.lens();
        state.picks()
                .forEach((name, values) -> {
                    var pick = PickName.parse(name).orElseThrow();
                    var facet = narrowed.facets().find(pick.facet());
                    if (facet.isEmpty()) {
                        problem(name, NO_PARAMETER.formatted(name));
                    } else {
                        values.stream()
                                .filter(facet.get().known().negate())
                                .forEach(value -> unknown(name, value));
                    }
                });
        var parts = new ArrayList<Part>(narrowed.filter().parts());
        var under = under(snapshot, others.getOrDefault("under", List.of()));
        if (!under.isEmpty()) {
            parts.add(Filter.under(snapshot, under));
        }
        parts.addAll(labels(others.getOrDefault(LABEL, List.of())));
        this.filter = new Filter(parts);
    }

    /** What is wrong with it; a caller adds its own. */
    void problem(String field, String message) {
        problems.add(new Problem(field, message));
    }

    /**
     * @throws Failure.Invalid for an unknown parameter or a value that it does not take
     */
    public ItemFilter orRefused() {
        if (!problems.isEmpty()) {
            throw new Failure.Invalid(new Problems(problems));
        }
        return this;
    }

    Lens lens() {
        return lens;
    }

    public boolean lets(Node node) {
        return filter.lets(node);
    }

    public boolean isNarrow() {
        return !filter.parts().isEmpty();
    }

    public List<Node> of(Collection<Node> nodes) {
        return nodes.stream().filter(filter::lets).toList();
    }

    public Set<ItemKey> keys(Collection<Node> nodes) {
        return of(nodes).stream().map(node -> node.item().key()).collect(Collectors.toSet());
    }

    private void check(String name, List<String> values) {
        if (ListState.isFlag(name)
                && !values.stream().allMatch(value -> List.of("true", "false").contains(value))) {
            problem(name, "%s is true or false.".formatted(name));
        }
        if (!ListState.isPick(name) && !OF_EVERY.contains(name)) {
            problem(name, NO_PARAMETER.formatted(name));
        }
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

    private List<ItemKey> under(Snapshot snapshot, List<String> asked) {
        return asked.stream()
                .flatMap(text -> {
                    var key = ItemKey.parse(text).filter(one -> snapshot.findItem(one).isPresent());
                    if (key.isEmpty()) {
                        unknown("under", text);
                    }
                    return key.stream();
                })
                .toList();
    }

    private void unknown(String name, String value) {
        var cut = Shortened.to(60, value);
        problem(
                name,
                name.equals("under")
                        ? "There is no item “%s”.".formatted(cut)
                        : "“%s” is no %s that there is.".formatted(cut, name));
    }
}
