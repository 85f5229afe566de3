package greenladder.core.flow;

import greenladder.core.item.Item;
import greenladder.core.level.Category;
import greenladder.core.level.Level;
import greenladder.core.plan.SprintPart;
import greenladder.core.product.Product;
import greenladder.core.rollup.RollUp;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * How far something is: all of an item, or only what is in a sprint, in a release or with a team,
 * then summed up by the items above it. Amounts are in thousandths.
 */
public final class Progress {
    private Progress() {}

    /**
     * @param total of a measure; what is not broken down yet is in it, and not done
     * @param unbroken of the total, what was estimated and is in no part
     * @param sized whether there is anything to measure
     */
    public record Bar(long total, long done, long inProgress, long unbroken, boolean sized) {
        public static final Bar NONE = new Bar(0, 0, 0, 0, false);

        Bar plus(Bar other) {
            return new Bar(
                    total + other.total,
                    done + other.done,
                    inProgress + other.inProgress,
                    unbroken + other.unbroken,
                    sized || other.sized);
        }
    }

    /** By what it is measured. */
    public enum Measure {
        POINTS("points"),
        COUNT("count"),
        VALUE("value"),
        HOURS("hours");

        private final String word;

        Measure(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }

        public static Optional<Measure> find(String word) {
            return List.of(values()).stream().filter(one -> one.word.equals(word)).findFirst();
        }
    }

    /**
     * @param unsized point leaves without a size
     * @param blocked point leaves that are blocked and not done
     */
    public record Figures(Bar bar, int unsized, int blocked) {
        public static final Figures NONE = new Figures(Bar.NONE, 0, 0);

        public Figures plus(Figures other) {
            return new Figures(
                    bar.plus(other.bar), unsized + other.unsized, blocked + other.blocked);
        }
    }

    /** All of an item. */
    public static Figures whole(RollUp rollUp, Measure measure) {
        var bar =
                switch (measure) {
                    case POINTS ->
                            new Bar(
                                    thousandths(rollUp.effective()),
                                    rollUp.points().done().thousandths(),
                                    rollUp.points().inProgress().thousandths(),
                                    rollUp.unbroken().thousandths(),
                                    rollUp.effective() != null);
                    case COUNT ->
                            new Bar(
                                    Amount.of(rollUp.leafCount()).thousandths(),
                                    Amount.of(rollUp.leaves().done()).thousandths(),
                                    Amount.of(rollUp.leaves().inProgress()).thousandths(),
                                    0,
                                    rollUp.leafCount() > 0);
                    case VALUE ->
                            new Bar(
                                    thousandths(rollUp.value()),
                                    rollUp.valueDone().thousandths(),
                                    0,
                                    0,
                                    rollUp.value() != null);
                    case HOURS -> {
                        long invested = thousandths(rollUp.hoursInvested());
                        long remaining = thousandths(rollUp.hoursRemaining());
                        yield new Bar(
                                invested + remaining, invested, 0, 0, invested + remaining > 0);
                    }
                };
        return new Figures(bar, rollUp.unsized(), rollUp.blocked());
    }

    /** All of a level's items that are not dropped, each stretch of them added up once. */
    public static Figures ofLevel(
            Snapshot snapshot, Product product, Level level, Measure measure) {
        return snapshot
                .inOrder(product, level)
                .gathered(new Summed(measure), nodes -> List.of(sum(nodes, measure)))
                .stream()
                .map(List::getFirst)
                .reduce(Figures.NONE, Figures::plus);
    }

    /**
     * What of a product stands neither on a level nor below one of its items.
     *
     * @param items point leaves
     * @param total of a measure, in thousandths
     */
    public record Outside(int items, long total) {}

    /** What is left out where a product is told by the items of one level. */
    public static Outside outside(
            Snapshot snapshot, Product product, Level level, Measure measure) {
        var all = snapshot.totalOf(product.code());
        var items = whole(all, Measure.COUNT).bar().total();
        var itemsOfLevel = ofLevel(snapshot, product, level, Measure.COUNT).bar().total();
        long total = whole(all, measure).bar().total();
        long totalOfLevel = ofLevel(snapshot, product, level, measure).bar().total();
        return new Outside(
                (int) ((items - itemsOfLevel) / Amount.of(1).thousandths()), total - totalOfLevel);
    }

    /** Names what is kept of a stretch of a level. */
    private record Summed(Measure measure) {}

    private static Figures sum(List<Node> nodes, Measure measure) {
        return nodes.stream()
                .filter(node -> !node.item().isDropped())
                .map(node -> whole(node.rollUp(), measure))
                .reduce(Figures.NONE, Figures::plus);
    }

    /** What an item brings itself: all of a point leaf, and the unbroken part of a parent. */
    private static Figures own(Node node, Measure measure) {
        var rollUp = node.rollUp();
        if (!rollUp.hasPointChildren()) {
            return whole(rollUp, measure);
        }
        var part = SprintPart.ownPart(node);
        if (measure != Measure.POINTS || part == null || part.thousandths() <= 0) {
            return Figures.NONE;
        }
        boolean isDone = rollUp.category() == Category.DONE;
        long size = part.thousandths();
        return new Figures(new Bar(size, isDone ? size : 0, 0, isDone ? 0 : size, true), 0, 0);
    }

    private static long thousandths(@Nullable Amount amount) {
        return amount == null ? 0 : amount.thousandths();
    }

    /** A part of the work that lies across the tree. */
    public enum Part {
        TEAM(Mark.TEAM),
        SPRINT(Mark.SPRINT),
        RELEASE(Mark.RELEASE);

        private final Mark mark;

        Part(Mark mark) {
            this.mark = mark;
        }

        @Nullable String of(Item item) {
            return switch (this) {
                case TEAM -> item.team();
                case SPRINT -> item.sprint();
                case RELEASE -> item.release();
            };
        }

        @Nullable String of(Moment moment) {
            return switch (this) {
                case TEAM -> moment.team();
                case SPRINT -> moment.sprint();
                case RELEASE -> moment.release();
            };
        }
    }

    /**
     * The items of a part of the work. An item without a release of its own goes by the one above
     * it. Time O(m × depth) in the items of the part.
     *
     * @param key of the team, sprint or release
     */
    public static List<Node> in(Snapshot snapshot, Part part, String key) {
        var found = new LinkedHashMap<ItemKey, Node>();
        for (var marked : snapshot.marked(part.mark, key)) {
            if (marked.item().isDropped()
                    || snapshot.ancestors(marked.item()).stream()
                            .anyMatch(one -> one.item().isDropped())) {
                continue;
            }
            reached(marked, part, key).forEach(node -> found.put(node.item().key(), node));
        }
        return List.copyOf(found.values());
    }

    /**
     * What some items come to, each with its own part alone, by the item above it on a level (or
     * itself), the rest under no key. Time O(items × depth).
     */
    public static Map<Optional<ItemKey>, Figures> of(
            Snapshot snapshot, Collection<Node> nodes, Level level, Measure measure) {
        var sums = new HashMap<Optional<ItemKey>, Figures>();
        for (var node : nodes) {
            sums.merge(above(snapshot, node, level), own(node, measure), Figures::plus);
        }
        return sums;
    }

    /** Itself and, of a release, what stands below it and names no other. */
    private static List<Node> reached(Node node, Part part, String key) {
        var found = new ArrayList<Node>();
        if (!node.item().level().carriesPoints()) {
            return found;
        }
        found.add(node);
        if (part == Part.RELEASE) {
            for (var child : node.children()) {
                var named = part.of(child.item());
                if (!child.item().isDropped() && (named == null || named.equals(key))) {
                    found.addAll(reached(child, part, key));
                }
            }
        }
        return found;
    }

    /** The item on a level that one stands under, or is. */
    public static Optional<ItemKey> above(Snapshot snapshot, Node node, Level level) {
        if (node.item().level().equals(level)) {
            return Optional.of(node.item().key());
        }
        return snapshot.ancestors(node.item()).stream()
                .map(Node::item)
                .filter(item -> item.level().equals(level))
                .map(Item::key)
                .findFirst();
    }

    /** By how much what there is, and what is done, is more than it was. */
    public record Since(long total, long done) {
        static final Since NOTHING = new Since(0, 0);

        Since plus(Since other) {
            return new Since(total + other.total, done + other.done);
        }

        public boolean isNothing() {
            return total == 0 && done == 0;
        }
    }

    /** How much more there is of an item, and is done, than there was at the end of a day. */
    public static Since since(RollUp now, Standing then, Measure measure) {
        var bar = whole(now, measure).bar();
        return switch (measure) {
            case POINTS ->
                    new Since(bar.total() - Math.max(0, then.scope()), bar.done() - then.done());
            case COUNT ->
                    new Since(
                            bar.total() - Amount.of(then.leaves()).thousandths(),
                            bar.done() - Amount.of(then.leavesDone()).thousandths());
            case HOURS ->
                    new Since(
                            bar.total() - then.invested() - then.remaining(),
                            bar.done() - then.invested());
            case VALUE -> Since.NOTHING;
        };
    }

    /** What belongs to a selection of the work, and what did. */
    public interface Selection {
        boolean has(Snapshot snapshot, Item item);

        boolean had(Snapshot snapshot, ItemKey item, Moment then);

        /** What belongs to a team, a sprint or a release. */
        static Selection of(Part part, String key) {
            return new Selection() {
                @Override
                public boolean has(Snapshot snapshot, Item item) {
                    return key.equals(named(snapshot, item, part));
                }

                @Override
                public boolean had(Snapshot snapshot, ItemKey item, Moment then) {
                    return key.equals(named(snapshot, then, part));
                }
            };
        }

        /** Those of a selection that are among some items. */
        default Selection among(Set<ItemKey> only) {
            var whole = this;
            return new Selection() {
                @Override
                public boolean has(Snapshot snapshot, Item item) {
                    return only.contains(item.key()) && whole.has(snapshot, item);
                }

                @Override
                public boolean had(Snapshot snapshot, ItemKey item, Moment then) {
                    return only.contains(item) && whole.had(snapshot, item, then);
                }
            };
        }

        /** Everything. */
        Selection ALL =
                new Selection() {
                    @Override
                    public boolean has(Snapshot snapshot, Item item) {
                        return true;
                    }

                    @Override
                    public boolean had(Snapshot snapshot, ItemKey item, Moment then) {
                        return true;
                    }
                };
    }

    /**
     * The same of a selection of the work, by the item above on a level: from the point leaves that
     * changed since. An item is told under what it stands under now.
     *
     * @param then what each was, empty where it was not there
     */
    public static Map<Optional<ItemKey>, Since> since(
            Snapshot snapshot,
            Map<ItemKey, Optional<Moment>> then,
            Selection selection,
            Level level,
            Measure measure) {
        var sums = new HashMap<Optional<ItemKey>, Since>();
        then.forEach((item, moment) -> {
            var node = snapshot.findNode(item);
            if (node.isEmpty() || node.get().rollUp().hasPointChildren()) {
                return;
            }
            var now = node.get().item();
            if (!now.level().carriesPoints()) {
                return;
            }
            boolean isIn = !now.isDropped() && selection.has(snapshot, now);
            var bar = isIn ? own(node.get(), measure).bar() : Bar.NONE;
            var was =
                    moment.filter(one -> one.counts() && selection.had(snapshot, item, one))
                            .map(one -> PastTree.ofLeaf(one, 0, 0))
                            .orElse(Standing.NOTHING);
            boolean byPoints = measure == Measure.POINTS;
            sums.merge(
                    above(snapshot, node.get(), level),
                    new Since(
                            bar.total()
                                    - (byPoints
                                            ? Math.max(0, was.scope())
                                            : Amount.of(was.leaves()).thousandths()),
                            bar.done()
                                    - (byPoints
                                            ? was.done()
                                            : Amount.of(was.leavesDone()).thousandths())),
                    Since::plus);
        });
        return sums;
    }

    private static @Nullable String named(Snapshot snapshot, Item item, Part part) {
        var own = part.of(item);
        return own != null || part != Part.RELEASE ? own : above(snapshot, item.parent(), part);
    }

    private static @Nullable String named(Snapshot snapshot, Moment moment, Part part) {
        var own = part.of(moment);
        return own != null || part != Part.RELEASE ? own : above(snapshot, moment.parent(), part);
    }

    private static @Nullable String above(Snapshot snapshot, @Nullable ItemKey parent, Part part) {
        return Optional.ofNullable(parent)
                .flatMap(snapshot::findItem)
                .map(item ->
                        part.of(item) != null
                                ? part.of(item)
                                : snapshot.ancestors(item).stream()
                                        .map(one -> part.of(one.item()))
                                        .filter(Objects::nonNull)
                                        .findFirst()
                                        .orElse(null))
                .orElse(null);
    }
}
