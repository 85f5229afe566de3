package greenladder.trace;

import greenladder.core.item.Item;
import greenladder.core.item.ItemKey;
import greenladder.core.item.Level;
import greenladder.core.item.Product;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.trace.ItemThread;
import greenladder.core.trace.ItemThread.Strand;
import greenladder.trace.ThreadPage.ColumnHead;
import greenladder.trace.ThreadPage.GoalLink;
import greenladder.trace.ThreadPage.Knot;
import greenladder.trace.ThreadPage.Line;
import greenladder.web.GreenLadderProperties;
import greenladder.web.RungMark;
import greenladder.web.Stem;
import greenladder.web.Words;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Lays a thread out for drawing: a column for each level that it touches, a row for each leaf. */
@Component
class ThreadPages {
    static final int BOX_WIDTH = 184;
    static final int BOX_HEIGHT = 68;

    private static final int COLUMN_STEP = 208;
    private static final int ROW_STEP = 76;
    private static final int HEAD = 34;
    private static final int STEM_WIDTH = 84;

    private final int most;

    ThreadPages(GreenLadderProperties properties) {
        this.most = properties.threadItems();
    }

    ThreadPage page(Snapshot snapshot, Product product, ItemKey key) {
        var item = snapshot.requireNode(key).item();
        var thread = ItemThread.of(snapshot, key, most);
        var columns = columns(thread);
        var knots =
                thread.strands().stream()
                        .map(strand -> knot(snapshot, product, strand, key, columns))
                        .toList();
        return new ThreadPage(
                key.toString(),
                item.title(),
                url(item),
                summary(snapshot, item),
                columns.size() * COLUMN_STEP,
                HEAD + thread.rows() * ROW_STEP,
                heads(product, columns),
                knots,
                lines(knots),
                goals(snapshot, product, item));
    }

    /** The x of each level that the thread touches; levels that it skips take no room. */
    private static Map<Integer, Double> columns(ItemThread thread) {
        var columns = new HashMap<Integer, Double>();
        thread.strands().stream()
                .map(Strand::column)
                .distinct()
                .sorted()
                .forEach(level -> columns.put(level, (double) columns.size() * COLUMN_STEP + 4));
        return columns;
    }

    private static List<ColumnHead> heads(Product product, Map<Integer, Double> columns) {
        return product.levels().all().stream()
                .filter(level -> columns.containsKey(level.index()))
                .map(level ->
                        new ColumnHead(level.plural(), columns.getOrDefault(level.index(), 0.0)))
                .toList();
    }

    private static Knot knot(
            Snapshot snapshot,
            Product product,
            Strand strand,
            ItemKey self,
            Map<Integer, Double> columns) {
        var node = strand.node();
        var item = node.item();
        var figures = node.rollUp();
        return new Knot(
                item.key().toString(),
                item.parent() == null ? "" : item.parent().toString(),
                snapshot.ancestors(item).size(),
                columns.getOrDefault(strand.column(), 0.0),
                HEAD + strand.row() * ROW_STEP,
                RungMark.of(product.levels(), item.level()),
                item.kind().equals(item.level().plainKind()) ? "" : item.kind(),
                TitleLines.of(item.title()),
                item.title(),
                item.state().name(),
                item.category().name(),
                figures.hasPointChildren() ? Stem.byPoints(figures, STEM_WIDTH) : null,
                figure(item, node),
                item.key().equals(self),
                strand.onWay(),
                url(item),
                "/" + item.key().product() + "/ladder?at=" + item.key() + "&panel=1",
                strand.hidden() == 0 ? "" : "and %s more".formatted(strand.hidden()));
    }

    private static String figure(Item item, Node node) {
        var figures = node.rollUp();
        if (figures.hasPointChildren() && figures.effective() != null) {
            return "%s of %s"
                    .formatted(Words.of(figures.points().done()), Words.of(figures.effective()));
        }
        if (!item.level().carriesPoints()) {
            return item.isDone() || item.remainingHours() == null
                    ? ""
                    : Words.of(item.remainingHours()) + " h left";
        }
        return figures.effective() == null
                ? "not sized"
                : Words.of(figures.effective()) + " points";
    }

    private static List<Line> lines(List<Knot> knots) {
        Map<String, Knot> byKey = knots.stream().collect(Collectors.toMap(Knot::key, knot -> knot));
        Set<String> drawn = new HashSet<>();
        return knots.stream()
                .filter(knot -> byKey.containsKey(knot.parent()) && drawn.add(knot.key()))
                .flatMap(knot ->
                        Stream.ofNullable(byKey.get(knot.parent()))
                                .map(parent -> line(parent, knot)))
                .toList();
    }

    private static Line line(Knot parent, Knot child) {
        double fromX = parent.x() + BOX_WIDTH;
        double fromY = parent.y() + BOX_HEIGHT / 2.0;
        double toY = child.y() + BOX_HEIGHT / 2.0;
        double middle = (fromX + child.x()) / 2;
        return new Line(
                String.format(
                        Locale.ROOT,
                        "M%.1f %.1f C%.1f %.1f %.1f %.1f %.1f %.1f",
                        fromX,
                        fromY,
                        middle,
                        fromY,
                        middle,
                        toY,
                        child.x(),
                        toY),
                parent.onWay() && child.onWay());
    }

    private static String summary(Snapshot snapshot, Item item) {
        var above = snapshot.ancestors(item);
        var top = above.isEmpty() ? item : above.getLast().item();
        if (top.level().index() > 0) {
            return "No goal above: the thread ends at the %s %s."
                    .formatted(top.level().name().toLowerCase(Locale.ROOT), top.key());
        }
        var figures = snapshot.requireNode(top.key()).rollUp();
        return "%s: %s".formatted(top.title(), Stem.pointsInWords(figures))
                + figures.completion().map(done -> ", " + Words.percent(done)).orElse("");
    }

    private static List<GoalLink> goals(Snapshot snapshot, Product product, Item item) {
        Level top = product.levels().top();
        return snapshot.level(product, top).stream()
                .filter(node -> !node.item().isDropped())
                .map(node ->
                        new GoalLink(
                                node.item().title(),
                                url(node.item()),
                                node.item().key().equals(item.key())
                                        || snapshot.isUnder(item, node.item().key())))
                .toList();
    }

    private static String url(Item item) {
        return "/" + item.key().product() + "/threads?item=" + item.key();
    }
}
