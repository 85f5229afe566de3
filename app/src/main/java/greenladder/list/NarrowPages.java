package greenladder.list;

import greenladder.core.filter.Facet;
import greenladder.core.filter.Facets;
import greenladder.core.filter.Filter;
import greenladder.core.filter.Filter.Count;
import greenladder.core.filter.PickName;
import greenladder.core.filter.Sorting;
import greenladder.core.filter.TypedConditions;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Team;
import greenladder.list.NarrowPage.Choice;
import greenladder.list.NarrowPage.Extra;
import greenladder.list.NarrowPage.FacetChoices;
import greenladder.list.NarrowPage.Hidden;
import greenladder.list.NarrowPage.Quick;
import greenladder.people.Preferences;
import greenladder.people.SignedIn;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.ToIntFunction;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.util.MultiValueMap;

/** Makes what opens from the filter line: values to pick with their counts, and saved views. */
@Component
class NarrowPages {
    private static final int MOST_VALUES = 40;
    private static final String RANK = "rank";

    /** Views in which no pick brings dropped items to light. */
    private static final Set<String> WITHOUT_DROPPED =
            Set.of("outline", "progress", "flow", "tables", "dashboard");

    private static final Set<String> TINTED = Set.of(RANK, "outline");
    private static final Shape TREE = new Shape("", false, List.of("from", "to", "under"));
    private static final Map<String, Shape> SHAPES =
            Map.of(
                    RANK,
                    new Shape("level", true, List.of("queue")),
                    "progress",
                    new Shape("level", false, List.of("level", "by", "of")),
                    "flow",
                    new Shape("level", true, List.of("weeks", "level", "by", "of")),
                    "open",
                    new Shape("level", true, List.of("by", "level", "of")),
                    "spending",
                    new Shape("", false, List.of("by", "then")),
                    "rework",
                    new Shape("", false, List.of("by")),
                    "dashboard",
                    new Shape("level", false, List.of("id", "narrowing")),
                    "tables",
                    new Shape("of", true, List.of("of", "by")));

    private final FilterLines lines;
    private final SavedViews views;
    private final Preferences preferences;

    /** Of views that show less than a level or all of a product. */
    private final Map<String, ListedItems> listed;

    NarrowPages(
            FilterLines lines,
            SavedViews views,
            Preferences preferences,
            List<ListedItems> listed) {
        this.listed =
                listed.stream()
                        .collect(Collectors.toUnmodifiableMap(ListedItems::view, one -> one));
        this.preferences = preferences;
        this.lines = lines;
        this.views = views;
    }

    /**
     * How a view's URL is made up beside what narrows it down.
     *
     * @param level the parameter with its level; empty where it has none
     * @param isAlone whether the items of that level are all that is looked through
     * @param own those that a saved view keeps
     */
    private record Shape(String level, boolean isAlone, List<String> own) {}

    /**
     * @param asked the parameters of the list's URL, and as {@code view} the path of the list
     */
    NarrowPage page(
            Snapshot snapshot, Product product, MultiValueMap<String, String> asked, SignedIn me) {
        var listed = listed(snapshot, product, asked, me);
        return page(listed.narrowed(), listed.nodes(), product, viewOf(asked), asked, me);
    }

    private static String viewOf(MultiValueMap<String, String> asked) {
        return Optional.ofNullable(asked.getFirst("view")).orElse(RANK);
    }

    /** A list's state, and all that it could show. */
    private record Listed(Narrowed narrowed, List<Node> nodes) {}

    private Listed listed(
            Snapshot snapshot, Product product, MultiValueMap<String, String> asked, SignedIn me) {
        var view = viewOf(asked);
        var shape = SHAPES.getOrDefault(view, TREE);
        var queue = snapshot.workspace().findTeam(asked.getFirst("queue")).orElse(null);
        var state =
                view.equals(RANK) ? ListState.read(asked) : ListState.beside(asked, shape.level());
        var narrowed = lines.narrowed(snapshot, productsOf(snapshot, product, queue), state, me);
        var nodes =
                listed.containsKey(view)
                        ? listed.get(view).of(snapshot, product, asked)
                        : nodes(
                                narrowed,
                                shape.isAlone() ? asked.getFirst(shape.level()) : null,
                                queue);
        if (WITHOUT_DROPPED.contains(view) && asked.getFirst("dropped") == null) {
            nodes = nodes.stream().filter(node -> !node.item().isDropped()).toList();
        }
        return new Listed(narrowed, nodes);
    }

    /** What of a typed line are conditions, by the items that the list could show. */
    TypedConditions.Read read(
            Snapshot snapshot,
            Product product,
            String line,
            MultiValueMap<String, String> asked,
            SignedIn me) {
        var listed = listed(snapshot, product, asked, me);
        var facets = listed.narrowed().facets();
        var counts = new Filter(List.of()).counts(facets.all(), listed.nodes());
        return new TypedConditions(
                        listed.narrowed().lens(),
                        facets,
                        facet ->
                                counts.getOrDefault(facet.id(), List.of()).stream()
                                        .map(Count::value)
                                        .toList())
                .read(line, listed.narrowed().state().picks().keySet());
    }

    private NarrowPage page(
            Narrowed narrowed,
            List<Node> nodes,
            Product product,
            String view,
            MultiValueMap<String, String> asked,
            SignedIn me) {
        var state = narrowed.state();
        boolean ranked = view.equals(RANK);
        var shape = SHAPES.getOrDefault(view, TREE);
        var hidden = new ArrayList<Hidden>();
        asked.forEach((name, values) -> {
            boolean shown =
                    name.equals("view")
                            || name.equals("text")
                            || name.equals("sort")
                            || name.equals("group")
                            || name.equals("mark")
                            || ListState.isPick(name) && !name.equals(shape.level());
            if (!shown) {
                values.forEach(value -> hidden.add(new Hidden(name, value)));
            }
        });
        var facets =
                narrowed.facets().all().stream()
                        .filter(facet -> !facet.id().equals("level") || shape.level().isEmpty())
                        .filter(facet -> !facet.id().equals("parent"))
                        .toList();
        var filter =
                ranked && !narrowed.asksForDropped()
                        ? narrowed.filter().withoutDropped()
                        : narrowed.filter();
        var counts = filter.counts(facets, nodes);
        return new NarrowPage(
                product.code(),
                view,
                "/%s/%s".formatted(product.code(), view),
                hidden,
                state.text(),
                extras(narrowed),
                quick(narrowed, counts),
                facets.stream()
                        .filter(facet -> !facet.isFlag())
                        .map(facet ->
                                choices(
                                        facet,
                                        state,
                                        value -> filter.count(facet, value, nodes),
                                        counts.getOrDefault(facet.id(), List.of())))
                        .filter(facet -> facet.choices().size() > 1 || facet.picked())
                        .toList(),
                flags(narrowed, counts),
                ranked ? sortings(narrowed) : List.of(),
                ranked ? groups(narrowed, state, 0) : List.of(),
                ranked ? groups(narrowed, state, 1) : List.of(),
                TINTED.contains(view) ? NarrowPage.marks(narrowed) : List.of(),
                TINTED.contains(view) ? NarrowPage.markable(narrowed, counts) : List.of(),
                state.withColumns(preferences.find(me, view + "." + product.code()).orElse(""))
                        .query(ofView(asked, shape)),
                views.of(me, product.code()),
                SavedViews.keeps(view),
                shares(narrowed.lens().snapshot(), product));
    }

    /** The parameters that make a view up, without what is only open at the moment. */
    private static Map<String, String> ofView(MultiValueMap<String, String> asked, Shape shape) {
        var kept = new LinkedHashMap<String, String>();
        for (var name : shape.own()) {
            var value = asked.getFirst(name);
            if (value != null) {
                kept.put(name, value);
            }
        }
        return kept;
    }

    /** Everything that the list could show: a level's items, those of a queue's team, or all. */
    private static List<Node> nodes(
            Narrowed narrowed, @Nullable String level, @Nullable Team queue) {
        var lens = narrowed.lens();
        if (level != null) {
            return lens.products().stream()
                    .flatMap(product ->
                            product.levels().find(level).stream()
                                    .flatMap(one -> lens.snapshot().level(product, one).stream()))
                    .filter(node -> queue == null || queue.key().equals(node.item().team()))
                    .toList();
        }
        var nodes = new ArrayList<Node>();
        lens.products()
                .forEach(product ->
                        lens.snapshot()
                                .roots(product.code())
                                .forEach(root -> root.walk(nodes::add)));
        return nodes;
    }

    private static List<Product> productsOf(
            Snapshot snapshot, Product product, @Nullable Team queue) {
        var products = new LinkedHashSet<Product>();
        products.add(product);
        if (queue != null) {
            queue.products().stream()
                    .flatMap(code -> snapshot.findProduct(code).stream())
                    .forEach(products::add);
        }
        return List.copyOf(products);
    }

    private static List<Quick> quick(Narrowed narrowed, Map<String, List<Count>> counts) {
        return List.of(
                quick(narrowed, counts, "Mine", "assignee", Facets.ME),
                quick(narrowed, counts, "Current sprint", "sprint", Facets.CURRENT),
                quick(narrowed, counts, "No parent", "loose", Facet.TRUE),
                quick(narrowed, counts, "Not sized", "unsized", Facet.TRUE),
                quick(narrowed, counts, "Not ready", "ready", Facet.FALSE),
                quick(narrowed, counts, "Blocked", "blocked", Facet.TRUE),
                quick(narrowed, counts, "Changed since I last looked", "changed", Facet.TRUE));
    }

    private static Quick quick(
            Narrowed narrowed,
            Map<String, List<Count>> counts,
            String label,
            String facet,
            String value) {
        var stands =
                narrowed.facets().find(facet).map(one -> one.resolve().of(value)).orElseThrow();
        int count =
                counts.getOrDefault(facet, List.of()).stream()
                        .filter(one -> stands.contains(one.value()))
                        .mapToInt(Count::items)
                        .sum();
        return new Quick(
                label,
                facet,
                value,
                ListState.isFlag(facet),
                count,
                picked(narrowed.state(), facet, value));
    }

    private static boolean picked(ListState state, String facet, String value) {
        return state.picks().getOrDefault(facet, List.of()).contains(value);
    }

    /** The most frequent values where there are many, and all that are picked. */
    private static FacetChoices choices(
            Facet facet, ListState state, ToIntFunction<String> found, List<Count> counts) {
        var picks = state.picks();
        boolean excludes = !picks.containsKey(facet.id()) && picks.containsKey(hasNot(facet));
        var picked = picks.getOrDefault(excludes ? hasNot(facet) : facet.id(), List.of());
        int least =
                counts.size() <= MOST_VALUES
                        ? 0
                        : counts.stream()
                                .map(Count::items)
                                .sorted((one, other) -> Integer.compare(other, one))
                                .toList()
                                .get(MOST_VALUES - 1);
        var choices = new ArrayList<Choice>();
        counts.stream()
                .filter(count -> count.items() >= least || picked.contains(count.value()))
                .limit(MOST_VALUES + picked.size())
                .forEach(count ->
                        choices.add(
                                new Choice(
                                        count.value(),
                                        facet.words().apply(count.value()),
                                        count.items(),
                                        picked.contains(count.value()))));
        picked.stream()
                .filter(value -> counts.stream().noneMatch(count -> count.value().equals(value)))
                .filter(value -> !value.equals(Facets.ME) && !value.equals(Facets.CURRENT))
                .forEach(value ->
                        choices.add(
                                new Choice(
                                        value,
                                        facet.words().apply(value),
                                        found.applyAsInt(value),
                                        true)));
        return new FacetChoices(
                facet.id(),
                facet.label(),
                excludes,
                choices,
                Math.max(0, counts.size() - choices.size()),
                !picked.isEmpty());
    }

    /** Both answers for each, also where one finds nothing. */
    private static List<FacetChoices> flags(Narrowed narrowed, Map<String, List<Count>> counts) {
        return narrowed.facets().all().stream()
                .filter(Facet::isFlag)
                .map(facet -> {
                    var counted = counts.getOrDefault(facet.id(), List.of());
                    var both =
                            Stream.of(Facet.TRUE, Facet.FALSE)
                                    .map(value ->
                                            counted.stream()
                                                    .filter(one -> one.value().equals(value))
                                                    .findFirst()
                                                    .orElse(new Count(value, 0)))
                                    .toList();
                    return choices(facet, narrowed.state(), value -> 0, both);
                })
                .toList();
    }

    private static String hasNot(Facet facet) {
        return PickName.hasNot(facet.id());
    }

    /** What no facet's own picks show: alternatives, and what is left out beside what is picked. */
    private static List<Extra> extras(Narrowed narrowed) {
        var picks = narrowed.state().picks();
        var extras = new ArrayList<Extra>();
        picks.forEach((name, values) -> {
            var pick = PickName.parse(name).orElseThrow();
            boolean isShown =
                    !pick.isAlternative() && !(pick.excludes() && picks.containsKey(pick.facet()));
            var facet = narrowed.facets().find(pick.facet());
            if (!isShown && facet.isPresent()) {
                var words = facet.get().label() + (pick.excludes() ? ": not " : ": ");
                values.forEach(value ->
                        extras.add(
                                new Extra(
                                        name,
                                        value,
                                        (pick.isAlternative() ? "or " : "")
                                                + words
                                                + facet.get().words().apply(value))));
            }
        });
        return extras;
    }

    private static List<Choice> sortings(Narrowed narrowed) {
        var state = narrowed.state();
        return Sorting.of(narrowed.lens()).stream()
                .map(sorting ->
                        new Choice(
                                sorting.id(),
                                sorting.label(),
                                0,
                                sorting.id().equals(state.sorting().id())))
                .toList();
    }

    private static List<Choice> groups(Narrowed narrowed, ListState state, int place) {
        var now = state.groups().size() > place ? state.groups().get(place) : "";
        return Stream.concat(
                        Stream.of(
                                new Choice(
                                        "",
                                        place == 0 ? "bands" : "nothing more",
                                        0,
                                        now.isEmpty())),
                        narrowed.facets().all().stream()
                                .filter(facet -> !facet.id().equals("level"))
                                .map(facet ->
                                        new Choice(
                                                facet.id(),
                                                facet.label(),
                                                0,
                                                facet.id().equals(now))))
                .toList();
    }

    private static List<Choice> shares(Snapshot snapshot, Product product) {
        return Stream.concat(
                        Stream.of(
                                new Choice("private", "myself", 0, true),
                                new Choice("product", "everybody here", 0, false)),
                        snapshot.workspace().teamsOf(product.code()).stream()
                                .map(NarrowPages::teamChoice))
                .toList();
    }

    private static Choice teamChoice(Team team) {
        return new Choice("team:" + team.key(), "team " + team.name(), 0, false);
    }
}
