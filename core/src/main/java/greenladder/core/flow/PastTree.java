package greenladder.core.flow;

import static greenladder.core.flow.Standing.NONE;

import greenladder.core.flow.Flow.Passage;
import greenladder.core.level.Category;
import greenladder.core.rollup.SizeSum;
import greenladder.core.value.ItemKey;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * The tree while the log is read, with the roll-up of every item: what a change makes of it costs
 * the way up, and keeps what each parent and each release came to at the end of that day. The rules
 * are those of {@link greenladder.core.rollup.RollUpSum}, from which sums can be taken out here.
 */
final class PastTree {
    private static final Standing EMPTY = new Standing(0, 0, 0, 0, 0, 0, 0, 0, 0);

    private final Map<ItemKey, Node> nodes = new HashMap<>();

    /** What each release came to, by the product of the items that gave to it. */
    private final Map<String, Map<String, Series<Standing>>> releases = new HashMap<>();

    /** Facts that figures need and moments do not hold; hours in thousandths, or none. */
    record Own(boolean carriesPoints, boolean brokenDown, long invested, long remaining) {
        static final Own NEW = new Own(true, false, NONE, NONE);
    }

    static final class Node {
        private final String product;
        private final List<Moment> moments = new ArrayList<>(2);
        private Own own = Own.NEW;
        private @Nullable Node parent;
        private @Nullable List<Node> children;
        private Standing figures = Standing.NOTHING;
        private @Nullable Series<Standing> series;
        // Sums over the children that count.
        private int pointChildren;
        private int sized;
        private long size;
        private Standing below = EMPTY;
        // The release that it goes by, and what it gives to it.
        private @Nullable String release;
        private boolean live;
        private @Nullable String given;

        /** How it went through, while it is done. */
        private @Nullable Passage passage;

        private Standing gift = Standing.NOTHING;

        Node(String product) {
            this.product = product;
        }

        List<Moment> moments() {
            return moments;
        }

        @Nullable Passage passage() {
            return passage;
        }

        void pass(@Nullable Passage now) {
            passage = now;
        }

        Own own() {
            return own;
        }

        @Nullable Moment now() {
            return moments.isEmpty() ? null : moments.getLast();
        }

        private boolean counts() {
            var now = now();
            return now != null && now.counts();
        }

        private boolean isDone() {
            var now = now();
            return now != null && now.category() == Category.DONE;
        }
    }

    Node node(ItemKey key) {
        return nodes.computeIfAbsent(key, any -> new Node(key.product()));
    }

    Optional<Node> find(ItemKey key) {
        return Optional.ofNullable(nodes.get(key));
    }

    /** All that there ever was. */
    Map<ItemKey, Node> all() {
        return Collections.unmodifiableMap(nodes);
    }

    /** What an item is from now on. */
    void change(Node node, @Nullable Moment moment, Own own, int day) {
        var contributed = contribution(node);
        boolean carriedPoints = node.own.carriesPoints();
        if (node.parent != null) {
            add(node.parent, contributed, carriedPoints, -1);
        }
        if (moment != null) {
            node.moments.add(moment);
        }
        node.own = own;
        var now = node.now();
        var parent = now == null || now.parent() == null ? null : node(now.parent());
        var former = node.parent;
        if (former != parent) {
            hang(node, parent);
        }
        node.figures = figures(node);
        keep(node, day);
        if (parent != null) {
            add(parent, contribution(node), own.carriesPoints(), 1);
        }
        settle(node, day);
        if (former != null && former != parent) {
            climb(former, day);
        }
        if (parent != null) {
            climb(parent, day);
        }
    }

    private static void hang(Node node, @Nullable Node parent) {
        if (node.parent != null && node.parent.children != null) {
            node.parent.children.remove(node);
        }
        node.parent = parent;
        if (parent != null) {
            if (parent.children == null) {
                parent.children = new ArrayList<>(4);
            }
            parent.children.add(node);
        }
    }

    /** The figures from one up, whose children have changed already. */
    private void climb(Node from, int day) {
        Node node = from;
        while (node != null) {
            var before = contribution(node);
            node.figures = figures(node);
            keep(node, day);
            give(node, day);
            var after = contribution(node);
            if (node.parent != null) {
                if (before.equals(after)) {
                    return;
                }
                add(node.parent, before, node.own.carriesPoints(), -1);
                add(node.parent, after, node.own.carriesPoints(), 1);
            }
            node = node.parent;
        }
    }

    /** What an item adds to its parent; nothing while it does not count. */
    private static Standing contribution(Node node) {
        return node.counts() ? node.figures : Standing.NOTHING;
    }

    private static void add(Node parent, Standing figures, boolean carriesPoints, int times) {
        if (figures == Standing.NOTHING) {
            return;
        }
        if (carriesPoints) {
            parent.pointChildren += times;
            if (figures.scope() != NONE) {
                parent.sized += times;
                parent.size += times * figures.scope();
            }
        }
        parent.below = plus(parent.below, figures, times);
    }

    private static Standing plus(Standing one, Standing other, int times) {
        return new Standing(
                one.scope() + times * Math.max(0, other.scope()),
                one.done() + times * other.done(),
                one.inProgress() + times * other.inProgress(),
                one.leaves() + times * other.leaves(),
                one.leavesDone() + times * other.leavesDone(),
                one.leavesInProgress() + times * other.leavesInProgress(),
                one.unsized() + times * other.unsized(),
                one.invested() + times * other.invested(),
                one.remaining() + times * other.remaining());
    }

    private static Standing figures(Node node) {
        var own = node.own;
        var below = node.below;
        if (!own.carriesPoints()) {
            boolean isDone = node.isDone();
            return new Standing(
                    NONE,
                    0,
                    0,
                    0,
                    0,
                    0,
                    0,
                    below.invested() + Math.max(0, own.invested()),
                    below.remaining() + (isDone ? 0 : Math.max(0, own.remaining())));
        }
        var now = node.now();
        if (now == null) {
            return Standing.NOTHING;
        }
        if (node.pointChildren == 0) {
            return ofLeaf(now, below.invested(), below.remaining());
        }
        var sizes = new SizeSum(node.sized, node.size, own.brokenDown() || node.isDone());
        long scope = sizes.effective(now.size() == null ? NONE : now.size().thousandths());
        boolean isAllDone = below.leavesDone() > 0 && below.leavesDone() == below.leaves();
        boolean isWhole = sizes.brokenDown() && isAllDone;
        return new Standing(
                scope,
                isWhole ? Math.max(0, scope) : below.done(),
                isWhole ? 0 : below.inProgress(),
                below.leaves(),
                below.leavesDone(),
                below.leavesInProgress(),
                below.unsized(),
                below.invested(),
                below.remaining());
    }

    /** The figures of an item without point children, as it was at a moment. */
    static Standing ofLeaf(Moment moment, long invested, long remaining) {
        if (!moment.counts()) {
            return Standing.NOTHING;
        }
        long size = moment.size() == null ? NONE : moment.size().thousandths();
        boolean isDone = moment.category() == Category.DONE;
        boolean isUnderWay = moment.category() == Category.IN_PROGRESS;
        return new Standing(
                size,
                isDone ? Math.max(0, size) : 0,
                isUnderWay ? Math.max(0, size) : 0,
                1,
                isDone ? 1 : 0,
                isUnderWay ? 1 : 0,
                size == NONE ? 1 : 0,
                invested,
                remaining);
    }

    private static void keep(Node node, int day) {
        if (node.series == null && node.pointChildren > 0) {
            node.series = new Series<>();
        }
        if (node.series != null) {
            node.series.put(day, contribution(node));
        }
    }

    /** By which release it and what stands below it goes, and whether it counts at all. */
    private void settle(Node node, int day) {
        var parent = node.parent;
        boolean live = node.counts() && (parent == null || parent.live);
        var now = node.now();
        var own = now == null ? null : now.release();
        var release = own != null ? own : parent == null ? null : parent.release;
        boolean isSame = live == node.live && Objects.equals(release, node.release);
        node.live = live;
        node.release = release;
        give(node, day);
        if (!isSame && node.children != null) {
            node.children.forEach(child -> settle(child, day));
        }
    }

    /** Its own part of what it goes by: every point belongs to exactly one item. */
    private void give(Node node, int day) {
        var release = node.live && node.own.carriesPoints() ? node.release : null;
        var gift = release == null ? Standing.NOTHING : ownPart(node);
        if (Objects.equals(release, node.given) && gift.equals(node.gift)) {
            return;
        }
        if (node.given != null) {
            change(node.given, node, node.gift, -1, day);
        }
        if (release != null) {
            change(release, node, gift, 1, day);
        }
        node.given = release;
        node.gift = gift;
    }

    private void change(String release, Node node, Standing part, int times, int day) {
        var series =
                releases.computeIfAbsent(release, any -> new HashMap<>(2))
                        .computeIfAbsent(node.product, any -> new Series<>());
        var now = series.last().orElse(EMPTY);
        series.put(day, plus(now, part, times));
    }

    private static Standing ownPart(Node node) {
        var figures = node.figures;
        if (node.pointChildren == 0) {
            return figures;
        }
        long part = Math.max(0, figures.scope()) - (node.sized == 0 ? 0 : node.size);
        return new Standing(
                part,
                figures.done() - node.below.done(),
                figures.inProgress() - node.below.inProgress(),
                0,
                0,
                0,
                0,
                0,
                0);
    }

    /**
     * What a release came to at the end of a day; own parts, so that nothing counts twice.
     *
     * @param without the products whose items are left out
     */
    Standing release(String release, LocalDate day, Set<String> without) {
        return releases.getOrDefault(release, Map.of()).entrySet().stream()
                .filter(one -> !without.contains(one.getKey()))
                .flatMap(one -> one.getValue().at(day).stream())
                .reduce((one, other) -> plus(one, other, 1))
                .orElse(Standing.NOTHING);
    }

    /** What an item with everything under it came to at the end of a day. */
    Standing standing(ItemKey key, LocalDate day, Moment moment) {
        var node = nodes.get(key);
        if (node == null) {
            return Standing.NOTHING;
        }
        return Optional.ofNullable(node.series)
                .flatMap(series -> series.at(day))
                .orElseGet(() -> node.own.carriesPoints() ? ofLeaf(moment, 0, 0) : node.figures);
    }
}
