package greenladder.api;

import greenladder.core.change.Problem;
import greenladder.core.change.Problems;
import greenladder.core.item.Item;
import greenladder.core.item.ItemKey;
import greenladder.core.item.Product;
import greenladder.core.ladder.Ladder;
import greenladder.core.ladder.Node;
import greenladder.web.Failure;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Stream;
import org.springframework.util.MultiValueMap;

/** Which items of a product are asked for, in which order, and from where on. */
final class ItemQuery {
    private static final List<String> FILTERS =
            List.of(
                    "level",
                    "kind",
                    "state",
                    "category",
                    "team",
                    "assignee",
                    "sprint",
                    "release",
                    "label",
                    "parent",
                    "under",
                    "text",
                    "loose",
                    "unsized",
                    "blocked");
    private static final List<String> OTHERS = List.of("sort", "cursor", "limit");

    private final Ladder ladder;
    private final Product product;
    private final MultiValueMap<String, String> asked;
    private final List<Problem> problems = new ArrayList<>();

    ItemQuery(Ladder ladder, Product product, MultiValueMap<String, String> asked) {
        this.ladder = ladder;
        this.product = product;
        this.asked = asked;
    }

    /**
     * @throws Failure.Invalid for an unknown parameter or a value that it does not take
     */
    Page<ItemJson> page() {
        asked.keySet().stream()
                .filter(name -> !FILTERS.contains(name) && !OTHERS.contains(name))
                .forEach(name -> problem(name, "There is no parameter “%s”.".formatted(name)));
        var filter = filter();
        var order = order();
        int limit = limit();
        if (!problems.isEmpty()) {
            throw new Failure.Invalid(new Problems(problems));
        }
        // Items come in rank order already.
        var found =
                isByRank()
                        ? items().filter(filter).toList()
                        : items().filter(filter).sorted(order).toList();
        int from = from(found);
        int to = Math.min(found.size(), from + limit);
        return new Page<>(
                found.subList(from, to).stream()
                        .map(node -> ItemJson.of(ladder, node.item()))
                        .toList(),
                to < found.size() ? found.get(to - 1).item().key().toString() : null);
    }

    private Stream<Node> items() {
        var levels = asked.getOrDefault("level", List.of());
        if (levels.size() == 1) {
            return product.levels().find(levels.getFirst()).stream()
                    .flatMap(level -> ladder.level(product, level).stream());
        }
        return ladder.order().slots().stream()
                .filter(slot -> slot.key().product().equals(product.code()))
                .map(slot -> ladder.requireNode(slot.key()));
    }

    private Predicate<Node> filter() {
        return ofItem("level", item -> item.level().key())
                .and(ofItem("kind", Item::kind))
                .and(ofItem("state", item -> item.state().key()))
                .and(ofItem("category", item -> item.category().word()))
                .and(ofItem("assignee", item -> Objects.requireNonNullElse(item.assignee(), "")))
                .and(ofItem("team", item -> Objects.requireNonNullElse(item.team(), "")))
                .and(ofItem("sprint", item -> item.sprint() == null ? "" : item.sprint().key()))
                .and(ofItem("release", item -> item.release() == null ? "" : item.release().key()))
                .and(
                        ofItem(
                                "parent",
                                item -> item.parent() == null ? "" : item.parent().toString()))
                .and(label())
                .and(flag("loose", node -> node.item().isLoose()))
                .and(flag("blocked", node -> node.item().blocked() != null))
                .and(
                        flag(
                                "unsized",
                                node ->
                                        node.item().level().carriesPoints()
                                                && node.rollUp().effective() == null))
                .and(under())
                .and(text());
    }

    private Predicate<Node> label() {
        var wanted = asked.getOrDefault("label", List.of());
        return node ->
                wanted.isEmpty()
                        || node.item().details().labels().stream()
                                .anyMatch(
                                        label -> wanted.stream().anyMatch(label::equalsIgnoreCase));
    }

    private Predicate<Node> ofItem(String name, Function<Item, String> value) {
        var wanted = asked.getOrDefault(name, List.of());
        return node -> wanted.isEmpty() || wanted.contains(value.apply(node.item()));
    }

    private Predicate<Node> flag(String name, Predicate<Node> holds) {
        var wanted = asked.getFirst(name);
        if (wanted == null) {
            return any -> true;
        }
        if (!List.of("true", "false").contains(wanted)) {
            problem(name, "%s is true or false.".formatted(name));
        }
        return wanted.equals("true") ? holds : holds.negate();
    }

    private Predicate<Node> under() {
        var roots =
                asked.getOrDefault("under", List.of()).stream()
                        .map(text ->
                                ItemKey.parse(text)
                                        .filter(key -> ladder.findItem(key).isPresent())
                                        .orElseGet(() -> {
                                            problem(
                                                    "under",
                                                    "There is no item “%s”.".formatted(text));
                                            return new ItemKey(product.code(), 1);
                                        }))
                        .toList();
        return node ->
                roots.isEmpty()
                        || roots.stream().anyMatch(root -> ladder.isUnder(node.item(), root));
    }

    private Predicate<Node> text() {
        var words =
                asked.getOrDefault("text", List.of()).stream()
                        .map(text -> text.toLowerCase(Locale.ROOT))
                        .toList();
        return node ->
                words.isEmpty()
                        || words.stream()
                                .anyMatch(word ->
                                        (node.item().title() + "\n" + node.item().description())
                                                .toLowerCase(Locale.ROOT)
                                                .contains(word));
    }

    private boolean isByRank() {
        return Objects.requireNonNullElse(asked.getFirst("sort"), "rank").equals("rank");
    }

    private Comparator<Node> order() {
        Comparator<Node> byKey = Comparator.comparing(node -> node.item().key());
        return switch (Objects.requireNonNullElse(asked.getFirst("sort"), "rank")) {
            case "rank" ->
                    Comparator.comparing((Node node) -> node.item().rank()).thenComparing(byKey);
            case "key" -> byKey;
            case "updated" ->
                    Comparator.comparing((Node node) -> node.item().updatedAt())
                            .reversed()
                            .thenComparing(byKey);
            default -> {
                problem("sort", "Items are sorted by rank, key or updated.");
                yield byKey;
            }
        };
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

    private void problem(String field, String message) {
        problems.add(new Problem(field, message));
    }
}
