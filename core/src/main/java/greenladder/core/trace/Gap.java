package greenladder.core.trace;

import greenladder.core.item.Category;
import greenladder.core.item.Item;
import greenladder.core.item.ItemKey;
import greenladder.core.item.Level;
import greenladder.core.item.LinkType;
import greenladder.core.item.Product;
import greenladder.core.item.TestCase;
import greenladder.core.plan.Contradiction;
import greenladder.core.plan.StoryMap;
import greenladder.core.snapshot.Links;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Something that is missing, or does not fit together.
 *
 * @param words what is wrong
 */
public record Gap(Kind kind, ItemKey item, String words) {
    private static final int STALE_DAYS = 14;
    private static final int READING_DAYS = 30;

    /** What can be missing, with what is to be done about it. */
    public enum Kind {
        NO_GOAL("no-goal", "Under no goal", "Put it under a goal, or let it contribute to one."),
        NO_WORK("no-work", "Goal without work", "Break it down, or drop it."),
        NO_CHILDREN("no-children", "Not broken down", "Add what it takes."),
        LOOSE("loose", "No parent", "Put it under something."),
        DONE_WITH_OPEN(
                "done-with-open",
                "Done with open work below",
                "Finish what is below, or take it up again."),
        ALL_DONE_OPEN("all-done-open", "All below is done", "Set it done, or add what is missing."),
        NO_CRITERIA("no-criteria", "No acceptance criteria", "Say when it is done."),
        NOT_SIZED("not-sized", "Not sized", "Size it."),
        AFTER_PARENT("after-parent", "Finishes after its parent", "Move one of the dates."),
        BLOCKED_BY_LATER(
                "blocked-by-later", "Depends on what comes later", "Plan the other first."),
        SUSPECT("suspect", "Link to be looked at again", "Read both, and confirm the link."),
        STALE("stale", "In progress, and nothing happens", "Say where it stands."),
        NO_MEASURE("no-measure", "Nothing is measured", "Say what is measured, and read it."),
        NO_TEST("no-test", "No test", "Write a test that covers it."),
        TEST_FAILED("test-failed", "Test failed last time", "Mend it, and try again.");

        private final String slug;
        private final String label;
        private final String remedy;

        Kind(String slug, String label, String remedy) {
            this.slug = slug;
            this.label = label;
            this.remedy = remedy;
        }

        public String slug() {
            return slug;
        }

        public String label() {
            return label;
        }

        public String remedy() {
            return remedy;
        }

        public static Optional<Kind> find(String slug) {
            return Arrays.stream(values()).filter(kind -> kind.slug.equals(slug)).findFirst();
        }
    }

    /**
     * Names what is looked for in the stretches of a level, so that each is looked through once.
     */
    private record Looked(Kind kind, LocalDate day, Basis basis) {}

    /** What else an answer rests on, as the one object that it is. */
    private static final class Basis {
        private static final Basis NONE = new Basis("");

        private final Object what;

        Basis(Object what) {
            this.what = what;
        }

        @Override
        public boolean equals(@Nullable Object other) {
            return other instanceof Basis basis && basis.what == what;
        }

        @Override
        public int hashCode() {
            return System.identityHashCode(what);
        }
    }

    /**
     * The gaps of a kind in a product, in rank order. What an item with all below it tells is
     * looked for once in each stretch of a level; time O(what changed + what is found).
     */
    public static List<Gap> of(Snapshot snapshot, Product product, Kind kind, Instant now) {
        var levels = product.levels().all();
        var top = levels.getFirst();
        var stories = StoryMap.stories(product);
        var day = LocalDate.ofInstant(now, ZoneOffset.UTC);
        var papers = snapshot.workspace().papers();
        var basis = kind == Kind.NO_TEST ? new Basis(papers.covering()) : Basis.NONE;
        var search = new Search(snapshot, product, kind, new Looked(kind, day, basis));
        return switch (kind) {
            case NO_GOAL ->
                    snapshot.roots(product.code()).stream()
                            .filter(node -> !node.item().level().equals(top))
                            .filter(node ->
                                    isOpen(node.item()) && node.item().level().carriesPoints())
                            .filter(node -> !contributes(snapshot, node.item()))
                            .map(node -> new Gap(kind, node.item().key(), "stands under no goal"))
                            .toList();
            case NO_WORK ->
                    search
                            .on(
                                    List.of(top),
                                    node -> isOpen(node.item()) && node.children().isEmpty())
                            .stream()
                            .filter(node -> new Links(snapshot).to(node.item()).isEmpty())
                            .map(node -> new Gap(kind, node.item().key(), "has nothing below it"))
                            .toList();
            case NO_CHILDREN ->
                    search.told(
                            between(levels, top, stories),
                            node -> isOpen(node.item()) && node.children().isEmpty(),
                            "has nothing below it");
            case LOOSE ->
                    snapshot.marked(Mark.LOOSE, product.code()).stream()
                            .filter(node -> isOpen(node.item()))
                            .map(node -> new Gap(kind, node.item().key(), "has no parent"))
                            .toList();
            case DONE_WITH_OPEN ->
                    search.told(
                            levels,
                            node -> node.item().isDone() && hasOpenBelow(node),
                            "is done, and something below it is not");
            case ALL_DONE_OPEN ->
                    search.told(
                            levels,
                            node ->
                                    isOpen(node.item())
                                            && node.rollUp().hasPointChildren()
                                            && node.rollUp().category() == Category.DONE,
                            "is open, and everything below it is done");
            case NO_CRITERIA ->
                    search.told(
                            List.of(stories),
                            node ->
                                    isOpen(node.item())
                                            && node.item().details().acceptance().isEmpty(),
                            "has no acceptance criteria");
            case NOT_SIZED ->
                    search.told(
                            List.of(stories),
                            node ->
                                    isOpen(node.item())
                                            && !node.rollUp().hasPointChildren()
                                            && node.item().size() == null,
                            "has no size");
            case AFTER_PARENT -> search.afterParents(levels);
            case BLOCKED_BY_LATER ->
                    snapshot.marked(Mark.DEPENDENT, product.code()).stream()
                            .filter(node -> !Contradiction.of(snapshot, node.item()).isEmpty())
                            .map(node ->
                                    new Gap(
                                            kind,
                                            node.item().key(),
                                            "depends on what is planned later, or not at all"))
                            .toList();
            case SUSPECT ->
                    Suspicion.all(snapshot, product).stream()
                            .map(one ->
                                    new Gap(
                                            kind,
                                            one.from(),
                                            "%s %s, which reads otherwise by now"
                                                    .formatted(one.words(), one.to())))
                            .toList();
            case STALE -> {
                var since = now.minus(STALE_DAYS, ChronoUnit.DAYS);
                yield search.told(
                        List.of(stories),
                        node ->
                                node.item().category() == Category.IN_PROGRESS
                                        && node.item().updatedAt().isBefore(since),
                        "is in progress, and was not touched for %d days".formatted(STALE_DAYS));
            }
            case NO_MEASURE ->
                    search.told(
                            List.of(top),
                            node -> isOpen(node.item()) && isNotRead(node.item(), day),
                            "has no measure, or no reading of the last %d days"
                                    .formatted(READING_DAYS));
            case NO_TEST ->
                    papers.of(product.code(), TestCase.class).isEmpty()
                            ? List.of()
                            : search
                                    .told(
                                            List.of(stories),
                                            node ->
                                                    isOpen(node.item())
                                                            && papers.testsOf(node.item().key())
                                                                    .isEmpty(),
                                            "has no test")
                                    .stream()
                                    .filter(gap -> !isCovered(snapshot, gap.item()))
                                    .toList();
            case TEST_FAILED -> failed(snapshot, product);
        };
    }

    private static boolean isCovered(Snapshot snapshot, ItemKey item) {
        return new Links(snapshot)
                .to(snapshot.requireNode(item).item()).stream()
                        .anyMatch(one -> one.link().type() == LinkType.COVERS);
    }

    /** What is covered by tests that failed the last time, in the order of the tests. */
    private static List<Gap> failed(Snapshot snapshot, Product product) {
        var papers = snapshot.workspace().papers();
        var last = papers.lastResults(product.code());
        return papers.of(product.code(), TestCase.class).stream()
                .filter(test -> {
                    var result = last.get(test.key());
                    return result != null && !result.passed();
                })
                .flatMap(test ->
                        test.covers().stream()
                                .sorted()
                                .filter(item -> snapshot.findItem(item).isPresent())
                                .map(item ->
                                        new Gap(
                                                Kind.TEST_FAILED,
                                                item,
                                                "“%s” failed last time".formatted(test.name()))))
                .toList();
    }

    private static boolean isOpen(Item item) {
        return !item.isDone() && !item.isDropped();
    }

    private static boolean contributes(Snapshot snapshot, Item item) {
        return item.details().trace().stream()
                .anyMatch(link ->
                        link.type() == LinkType.CONTRIBUTES_TO
                                && snapshot.findItem(link.to()).isPresent());
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

    /** The levels between goals and stories. */
    private static List<Level> between(List<Level> levels, Level top, Level stories) {
        return levels.stream()
                .filter(level -> !level.equals(top) && level.isAbove(stories))
                .toList();
    }

    /** Looks through levels, a stretch at a time. */
    private record Search(Snapshot snapshot, Product product, Kind kind, Looked looked) {
        private List<Node> on(List<Level> levels, Predicate<Node> lets) {
            return levels.stream()
                    .flatMap(level -> snapshot.inOrder(product, level).found(looked, lets).stream())
                    .toList();
        }

        private List<Gap> told(List<Level> levels, Predicate<Node> lets, String words) {
            return on(levels, lets).stream()
                    .map(node -> new Gap(kind, node.item().key(), words))
                    .toList();
        }

        /** Seen from the parents, whose children are at hand. */
        private List<Gap> afterParents(List<Level> levels) {
            var gaps = new ArrayList<Gap>();
            on(levels, node -> lateChildren(node).findAny().isPresent())
                    .forEach(node ->
                            lateChildren(node)
                                    .forEach(child ->
                                            gaps.add(
                                                    new Gap(
                                                            kind,
                                                            child.item().key(),
                                                            "is to be finished after %s"
                                                                    .formatted(
                                                                            node.item().key())))));
            return gaps;
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
}
