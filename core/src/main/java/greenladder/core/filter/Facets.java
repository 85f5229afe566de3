package greenladder.core.filter;

import static greenladder.core.filter.Facet.NONE;

import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.item.Refinement;
import greenladder.core.level.Category;
import greenladder.core.level.Level;
import greenladder.core.level.State;
import greenladder.core.people.Person;
import greenladder.core.product.Band;
import greenladder.core.product.Refining;
import greenladder.core.ready.Readiness;
import greenladder.core.release.Release;
import greenladder.core.snapshot.Node;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import greenladder.core.workspace.Workspace;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * The facets that there are for the items seen through a lens, in the order in which they are
 * offered: what every item has, where it stands below each level, what is true or not of it, and
 * the fields that its product has of its own.
 */
public final class Facets {
    /** The value that stands for the reader. */
    public static final String ME = "me";

    static final String ASSIGNEE = "assignee";

    /** The value that stands for the sprints that are under way. */
    public static final String CURRENT = "current";

    /** The name of a facet of what an item stands under, before the key of the level. */
    public static final String IN = "in.";

    /** What picks items by their keys; it is found, and not among all. */
    public static final String KEY = "key";

    private final Lens lens;
    private final Workspace workspace;
    private final List<Facet> all = new ArrayList<>();

    private final WaysUp waysUp;

    private final Map<String, Refining> refinings = new HashMap<>();

    /** What adds the others, in order: most lists ask for one of the first alone. */
    private final Deque<Runnable> further = new ArrayDeque<>();

    public Facets(Lens lens) {
        this.lens = lens;
        this.waysUp = new WaysUp(lens.snapshot());
        this.workspace = lens.snapshot().workspace();
        lens.products().forEach(product -> refinings.put(product.code(), product.refining()));
        further.addAll(
                List.of(
                        this::addKinds,
                        this::addPlans,
                        this::addPlaces,
                        this::addAmounts,
                        this::addDays,
                        this::addFlags,
                        this::addOwnFields));
    }

    /** What items stand under on a level, without making the others; empty for the lowest. */
    public static Optional<Facet> under(Lens lens, Level level) {
        var facets = new Facets(lens);
        facets.further.clear();
        facets.addPlaces();
        return facets.find(IN + level.key());
    }

    public List<Facet> all() {
        while (!further.isEmpty()) {
            further.remove().run();
        }
        return all;
    }

    public Optional<Facet> find(String id) {
        if (id.equals(KEY)) {
            return Optional.of(byKey());
        }
        var found = added(id);
        while (found.isEmpty() && !further.isEmpty()) {
            further.remove().run();
            found = added(id);
        }
        return found;
    }

    /** Picks items themselves, as links to a selection do; nothing is grouped or counted by it. */
    private Facet byKey() {
        return new Facet(
                        KEY,
                        "Items",
                        (node, each) -> each.accept(node.item().key().toString()),
                        key -> key,
                        Comparator.naturalOrder(),
                        Set::of)
                .knowing(this::isItem);
    }

    private Optional<Facet> added(String id) {
        return all.stream().filter(facet -> facet.id().equals(id)).findFirst();
    }

    private void addKinds() {
        var levels = levels();
        ordered("level", "Level", item -> item.level().key(), levels, Level::key, Level::name);
        ordered(
                "kind",
                "Kind",
                Item::kind,
                levels.stream().flatMap(level -> level.kinds().stream()).toList(),
                kind -> kind,
                kind -> kind);
        ordered(
                "category",
                "State category",
                item -> item.category().word(),
                List.of(Category.values()),
                Category::word,
                Category::word);
        ordered(
                "state",
                "State",
                item -> item.state().key(),
                states(levels),
                State::key,
                State::name);
        ordered(
                "band",
                "Band",
                item -> item.details().refinement().band(),
                lens.products().stream()
                        .flatMap(product -> product.refining().bands().stream())
                        .toList(),
                Band::key,
                Band::name);
    }

    /**
     * Every state in the order in which work goes through them: by category, and within one as the
     * level or team with the most states has them.
     */
    private List<State> states(List<Level> levels) {
        return Stream.concat(
                        levels.stream().map(Level::states),
                        workspace.teamsByKey().values().stream()
                                .flatMap(team -> team.ownStates().values().stream()))
                .sorted(Comparator.comparingInt(states -> -states.all().size()))
                .flatMap(states -> states.all().stream())
                .sorted(Comparator.comparing(State::category))
                .toList();
    }

    private void addPlans() {
        addPeople(ASSIGNEE, "Assigned to", Item::assignee);
        addPeople("raisedBy", "Raised by", Item::raisedBy);
        ordered(
                "team",
                "Team",
                Item::team,
                List.copyOf(workspace.teamsByKey().values()),
                Team::key,
                Team::name);
        addSprints();
        ordered(
                "release",
                "Release",
                Item::release,
                lens.products().stream()
                        .flatMap(product -> workspace.releasesOf(product.code()).stream())
                        .toList(),
                Release::key,
                Release::name);
        addLabels();
    }

    private void addPeople(String id, String name, Function<Item, @Nullable String> person) {
        var people = workspace.peopleByHandle();
        add(
                new Facet(
                                id,
                                name,
                                one(person),
                                handle -> nameOf(workspace, handle),
                                Comparator.comparing(handle -> people.containsKey(handle) ? 0 : 1),
                                asked -> asked.equals(ME) ? Set.of(lens.reader()) : Set.of(asked))
                        .knowing(handle ->
                                handle.isEmpty()
                                        || handle.equals(ME)
                                        || people.containsKey(handle)));
    }

    private void addLabels() {
        add(
                new Facet(
                        "label",
                        "Label",
                        (node, values) -> {
                            var labels = node.item().details().labels();
                            if (labels.isEmpty()) {
                                values.accept(NONE);
                            }
                            labels.forEach(values);
                        },
                        Facets::orNone,
                        Comparator.comparing(String::isEmpty),
                        Set::of));
    }

    private void addSprints() {
        var sprints =
                workspace.sprintsByKey().values().stream()
                        .sorted(Comparator.comparing(Sprint::start).reversed())
                        .toList();
        var current =
                sprints.stream()
                        .filter(sprint ->
                                !sprint.isClosed()
                                        && !sprint.start().isAfter(lens.today())
                                        && !sprint.finish().isBefore(lens.today()))
                        .map(Sprint::key)
                        .collect(Collectors.toSet());
        var byPlace = byPlace(sprints, Sprint::key);
        add(
                new Facet(
                                "sprint",
                                "Sprint",
                                one(Item::sprint),
                                key ->
                                        workspace
                                                .findSprint(key)
                                                .map(Sprint::name)
                                                .orElse(orNone(key)),
                                byPlace,
                                asked -> asked.equals(CURRENT) ? current : Set.of(asked))
                        .knowing(key ->
                                key.isEmpty()
                                        || key.equals(CURRENT)
                                        || workspace.findSprint(key).isPresent()));
    }

    private void addPlaces() {
        Comparator<String> byRank =
                Comparator.comparing(
                        waysUp::rankOf, Comparator.nullsLast(Comparator.naturalOrder()));
        for (var level : levels()) {
            if (level.carriesPoints()
                    && lens.products().stream().anyMatch(p -> below(p.levels().all(), level))) {
                add(
                        new Facet(
                                        IN + level.key(),
                                        "In " + level.name().toLowerCase(Locale.ROOT),
                                        (node, values) ->
                                                values.accept(waysUp.keyAbove(node.item(), level)),
                                        this::titleOf,
                                        byRank,
                                        Set::of)
                                .knowing(this::isItem));
            }
        }
        add(
                new Facet(
                                "parent",
                                "Parent",
                                one(item ->
                                        item.parent() == null ? null : item.parent().toString()),
                                this::titleOf,
                                byRank,
                                Set::of)
                        .knowing(this::isItem));
    }

    /** Whether levels that carry points stand below one. */
    private static boolean below(List<Level> levels, Level level) {
        return levels.stream().anyMatch(one -> one.carriesPoints() && level.isAbove(one));
    }

    private void addAmounts() {
        var steps = new TreeMap<Amount, String>();
        refinings
                .values()
                .forEach(refining ->
                        refining.scale()
                                .steps()
                                .forEach(step -> steps.put(step.size(), step.label())));
        var sizes = new AmountSpans(steps);
        add(sizes.facet("size", "Size", node -> node.rollUp().effective()));
        add(AmountSpans.EVENLY.facet("value", "Value", node -> node.item().value()));
        add(
                AmountSpans.EVENLY.facet(
                        "score", "Score", node -> AmountSpans.of(lens.scores().of(node))));
        lens.products().stream()
                .flatMap(product -> product.refining().factors().stream())
                .filter(factor -> added(Field.factor(factor.key()).label()).isEmpty())
                .forEach(factor ->
                        add(
                                AmountSpans.EVENLY.facet(
                                        Field.factor(factor.key()).label(),
                                        factor.name(),
                                        node -> refinement(node).factors().get(factor.key()))));
    }

    private void addDays() {
        add(
                DaySpans.AHEAD.ofDays(
                        "start", "Start", lens.today(), node -> node.rollUp().dates().start()));
        add(
                DaySpans.AHEAD.ofDays(
                        "finish", "Finish", lens.today(), node -> node.rollUp().dates().finish()));
        add(
                DaySpans.AGO.ofMoments(
                        "made", "Created", lens.today(), node -> node.item().createdAt()));
        add(
                DaySpans.AGO.ofMoments(
                        "updated", "Last changed", lens.today(), node -> node.item().updatedAt()));
    }

    private void addFlags() {
        flag("loose", "No parent", node -> node.item().isLoose());
        flag("unsized", "Not sized", Facets::isUnsized);
        flag("ready", "Ready", node -> Readiness.isReady(lens.snapshot(), refiningOf(node), node));
        flag("blocked", "Blocked", node -> node.item().blocked() != null);
        flag("scored", "Scored", node -> lens.scores().of(node) != null);
        flag("agenda", "On the agenda", node -> refinement(node).agenda() != null);
        flag("candidate", "Candidate", node -> refinement(node).isCandidate());
        flag("question", "Open question", node -> refinement(node).question() != null);
        flag("watched", "Watched by me", node -> lens.watched().test(node.item().key()));
        var since = lens.lastLook();
        flag(
                "changed",
                "Changed since I last looked",
                node -> since == null || node.item().updatedAt().isAfter(since));
    }

    private void addOwnFields() {
        lens.products().stream()
                .flatMap(product -> product.describedFields().stream())
                .filter(field -> added(field.field().label()).isEmpty())
                .forEach(field -> OwnField.facet(field, lens).ifPresent(this::add));
    }

    private Refining refiningOf(Node node) {
        return refinings.getOrDefault(node.item().key().product(), Refining.STANDARD);
    }

    private static boolean isUnsized(Node node) {
        return node.item().level().carriesPoints() && node.rollUp().effective() == null;
    }

    private static Refinement refinement(Node node) {
        return node.item().details().refinement();
    }

    private boolean isItem(String key) {
        return key.isEmpty() || ItemKey.parse(key).flatMap(lens.snapshot()::findItem).isPresent();
    }

    private String titleOf(String key) {
        return ItemKey.parse(key)
                .flatMap(lens.snapshot()::findItem)
                .map(Item::title)
                .orElse(orNone(key));
    }

    private List<Level> levels() {
        return lens.products().stream()
                .flatMap(product -> product.levels().all().stream())
                .toList();
    }

    private void flag(String id, String label, Predicate<Node> holds) {
        add(Facet.flag(id, label, holds));
    }

    /** A facet of one value, whose values are things in an order of their own. */
    private <T> void ordered(
            String id,
            String label,
            Function<Item, @Nullable String> value,
            List<T> things,
            Function<T, String> key,
            Function<T, String> name) {
        var names = things.stream().collect(Collectors.toMap(key, name, (first, other) -> first));
        add(
                new Facet(
                                id,
                                label,
                                one(value),
                                text -> names.getOrDefault(text, orNone(text)),
                                byPlace(things, key),
                                Set::of)
                        .knowing(text -> text.isEmpty() || names.containsKey(text)));
    }

    static <T> Comparator<String> byPlace(List<T> things, Function<T, String> key) {
        var places =
                IntStream.range(0, things.size())
                        .boxed()
                        .collect(
                                Collectors.toMap(
                                        i -> key.apply(things.get(i)),
                                        i -> i,
                                        (first, other) -> first));
        return Comparator.comparingInt(value ->
                places.getOrDefault(value, value.isEmpty() ? Integer.MAX_VALUE : things.size()));
    }

    static String nameOf(Workspace workspace, String handle) {
        return workspace.findPerson(handle).map(Person::name).orElse(orNone(handle));
    }

    private static Facet.Values one(Function<Item, @Nullable String> value) {
        return (node, values) -> {
            var text = value.apply(node.item());
            values.accept(text == null ? NONE : text);
        };
    }

    static String orNone(String text) {
        return text.isEmpty() ? "none" : text;
    }

    private void add(Facet facet) {
        all.add(facet);
    }
}
