package greenladder.core.trace;

import greenladder.core.item.Item;
import greenladder.core.item.LinkType;
import greenladder.core.level.Category;
import greenladder.core.level.Level;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Links;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.trace.Gap.Kind;
import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Looks for the gaps of a product. What an item with all below it tells is looked for once in each
 * stretch of a level, all kinds together; what rests on other items is kept, and looked at again
 * where they changed. Not to be shared between threads.
 */
public final class Gaps {
    private static final int STALE_DAYS = 14;
    private static final int READING_DAYS = 30;

    private final Snapshot snapshot;
    private final Product product;
    private final LocalDate day;
    private final @Nullable String team;
    private final @Nullable Level level;
    private final Level stories;
    private final Map<Kind, Rule> rules = new EnumMap<>(Kind.class);

    /** What was found by the rules, stretch by stretch; null until somebody asks. */
    private @Nullable Map<Kind, List<List<Node>>> found;

    /** How a gap is seen that an item with all below it tells. */
    private record Rule(Predicate<Level> levels, Looking looking, Function<Node, String> words) {}

    private interface Looking {
        /** Gives the items that have the gap, seen from one: itself, or children of it. */
        void from(Node node, Consumer<Node> found);
    }

    /** Names what is looked for in the stretches of a level. */
    private record Looked(
            Object what,
            @Nullable String team,
            @Nullable Level level,
            LocalDate day,
            Basis basis) {}

    /** What else an answer rests on, as the objects that they are. */
    private static final class Basis {
        private final Object one;
        private final Object other;

        Basis(Object one, Object other) {
            this.one = one;
            this.other = other;
        }

        @Override
        public boolean equals(@Nullable Object with) {
            return with instanceof Basis basis && basis.one == one && basis.other == other;
        }

        @Override
        public int hashCode() {
            return 31 * System.identityHashCode(one) + System.identityHashCode(other);
        }
    }

    /**
     * @param team the key of whose gaps alone are looked for; null for all
     * @param level on which alone they are looked for; null for all
     */
    public Gaps(
            Snapshot snapshot,
            Product product,
            Instant now,
            @Nullable String team,
            @Nullable Level level) {
        this.snapshot = snapshot;
        this.product = product;
        this.day = snapshot.workspace().dayOf(now);
        this.team = team;
        this.level = level;
        this.stories = product.levels().stories();
        var top = product.levels().all().getFirst();
        rule(
                Kind.NO_GOAL,
                one -> !one.equals(top),
                node ->
                        isOpen(node.item())
                                && node.item().parent() == null
                                && node.item().level().carriesPoints()
                                && !contributes(node.item()),
                "stands under no goal");
        rule(
                Kind.NO_WORK,
                top::equals,
                node -> isOpen(node.item()) && node.children().isEmpty(),
                "has nothing below it");
        rule(
                Kind.NO_CHILDREN,
                one -> !one.equals(top) && one.isAbove(stories),
                node -> isOpen(node.item()) && node.children().isEmpty(),
                "has nothing below it");
        rule(
                Kind.LOOSE,
                any -> true,
                node -> isOpen(node.item()) && node.item().isLoose(),
                "has no parent");
        rule(
                Kind.DONE_WITH_OPEN,
                any -> true,
                node -> node.item().isDone() && hasOpenBelow(node),
                "is done, and something below it is not");
        rule(
                Kind.ALL_DONE_OPEN,
                any -> true,
                node ->
                        isOpen(node.item())
                                && node.rollUp().hasPointChildren()
                                && node.rollUp().category() == Category.DONE,
                "is open, and everything below it is done");
        rule(
                Kind.NO_CRITERIA,
                stories::equals,
                node -> isOpen(node.item()) && node.item().details().acceptance().isEmpty(),
                "has no acceptance criteria");
        rule(
                Kind.NOT_SIZED,
                stories::equals,
                node ->
                        isOpen(node.item())
                                && !node.rollUp().hasPointChildren()
                                && node.item().size() == null,
                "has no size");
        rules.put(
                Kind.AFTER_PARENT,
                new Rule(
                        any -> true,
                        (node, to) -> lateChildren(node).forEach(to),
                        node -> "is to be finished after %s".formatted(node.item().parent())));
        var since = now.minus(STALE_DAYS, ChronoUnit.DAYS);
        rule(
                Kind.STALE,
                stories::equals,
                node ->
                        node.item().category() == Category.IN_PROGRESS
                                && node.item().updatedAt().isBefore(since),
                "is in progress, and was not touched for %d days".formatted(STALE_DAYS));
        rule(
                Kind.NO_MEASURE,
                top::equals,
                node -> isOpen(node.item()) && isNotRead(node.item(), day),
                "has no measure, or no reading of the last %d days".formatted(READING_DAYS));
    }

    private void rule(Kind kind, Predicate<Level> levels, Predicate<Node> lets, String words) {
        rules.put(
                kind,
                new Rule(
                        levels,
                        (node, to) -> {
                            if (lets.test(node)) {
                                to.accept(node);
                            }
                        },
                        any -> words));
    }

    /**
     * The gaps of a kind, level by level in rank order; how many there are is known at once, and
     * each is made when it is asked for. Time O(what changed since somebody looked).
     */
    public List<Gap> of(Kind kind) {
        return switch (kind) {
            case NO_WORK ->
                    told(kind).stream()
                            .filter(gap ->
                                    new Links(snapshot)
                                            .to(snapshot.requireNode(gap.item()).item())
                                            .isEmpty())
                            .toList();
            case NO_TEST -> withoutTest();
            case BLOCKED_BY_LATER -> asked(KeptGaps.late(snapshot, product));
            case SUSPECT -> asked(KeptGaps.suspect(snapshot, product));
            case TEST_FAILED ->
                    asked(
                            KeptGaps.tests(snapshot, product).failed().stream()
                                    .filter(gap -> snapshot.findItem(gap.item()).isPresent())
                                    .toList());
            default -> told(kind);
        };
    }

    private List<Gap> told(Kind kind) {
        var words = Objects.requireNonNull(rules.get(kind)).words();
        return new Joined<>(
                found().getOrDefault(kind, List.of()),
                node -> new Gap(kind, node.item().key(), words.apply(node)));
    }

    private Map<Kind, List<List<Node>>> found() {
        var parts = found;
        if (parts == null) {
            parts = new EnumMap<>(Kind.class);
            var looked = looked(Gaps.class, new Basis(product.levels(), ""));
            for (var one : product.levels().all()) {
                for (var stretch :
                        snapshot.inOrder(product, one)
                                .gathered(looked, nodes -> List.of(look(one, nodes)))) {
                    for (var part : stretch.getFirst().entrySet()) {
                        parts.computeIfAbsent(part.getKey(), _ -> new ArrayList<>())
                                .add(part.getValue());
                    }
                }
            }
            found = parts;
        }
        return parts;
    }

    /** What the rules find in a stretch of a level; nothing for kinds of which there is none. */
    private Map<Kind, List<Node>> look(Level on, List<Node> nodes) {
        var those = new EnumMap<Kind, List<Node>>(Kind.class);
        var here = new EnumMap<Kind, Rule>(rules);
        here.values().removeIf(rule -> !rule.levels().test(on));
        for (var node : nodes) {
            here.forEach((kind, rule) ->
                    rule.looking()
                            .from(
                                    node,
                                    one -> {
                                        if (isAsked(one.item())) {
                                            those.computeIfAbsent(kind, _ -> new ArrayList<>())
                                                    .add(one);
                                        }
                                    }));
        }
        those.replaceAll((kind, some) -> List.copyOf(some));
        return those;
    }

    private Looked looked(Object what, Basis basis) {
        return new Looked(what, team, level, day, basis);
    }

    private List<Gap> asked(List<Gap> gaps) {
        return team == null
                ? gaps
                : gaps.stream()
                        .filter(gap -> team.equals(snapshot.requireNode(gap.item()).item().team()))
                        .toList();
    }

    /** Nobody misses tests where there are none. */
    private List<Gap> withoutTest() {
        if (!KeptGaps.tests(snapshot, product).areThere()) {
            return List.of();
        }
        var tested = snapshot.workspace().papers().covering();
        var covered = KeptGaps.covered(snapshot, product);
        return new Joined<>(
                snapshot.inOrder(product, stories)
                        .gathered(
                                looked(Kind.NO_TEST, new Basis(tested, covered)),
                                nodes ->
                                        nodes.stream()
                                                .filter(node ->
                                                        isAsked(node.item())
                                                                && isOpen(node.item())
                                                                && !tested.containsKey(
                                                                        node.item().key())
                                                                && !covered.contains(
                                                                        node.item().key()))
                                                .toList()),
                node -> new Gap(Kind.NO_TEST, node.item().key(), "has no test"));
    }

    private boolean isAsked(Item item) {
        return (team == null || team.equals(item.team()))
                && (level == null || level.equals(item.level()));
    }

    private static boolean isOpen(Item item) {
        return !item.isDone() && !item.isDropped();
    }

    private static boolean contributes(Item item) {
        return item.details().trace().stream()
                .anyMatch(link -> link.type() == LinkType.CONTRIBUTES_TO);
    }

    private static boolean isNotRead(Item item, LocalDate day) {
        var course = item.details().course();
        return course.measure() == null
                || course.latest()
                        .filter(reading -> !reading.getKey().isBefore(day.minusDays(READING_DAYS)))
                        .isEmpty();
    }

    private static boolean hasOpenBelow(Node node) {
        return node.children().stream().anyMatch(child -> isOpen(child.item()))
                || node.rollUp().hasPointChildren()
                        && node.rollUp().leaves().done() < node.rollUp().leafCount();
    }

    private static Stream<Node> lateChildren(Node node) {
        var finish = node.item().finish();
        return finish == null || !isOpen(node.item())
                ? Stream.empty()
                : node.children().stream()
                        .filter(child -> isOpen(child.item()))
                        .filter(child -> {
                            var its = child.rollUp().dates().finish();
                            return its != null && its.isAfter(finish);
                        });
    }
}
