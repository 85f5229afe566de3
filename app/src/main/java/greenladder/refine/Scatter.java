package greenladder.refine;

import greenladder.chart.Axis;
import greenladder.chart.Axis.Tick;
import greenladder.core.product.Product;
import greenladder.core.ready.Readiness;
import greenladder.core.score.Scores;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import greenladder.web.Words;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;

/**
 * Score over size, as a picture and as a table. Sizes stand at the square root of their way, so
 * that small ones are told apart.
 *
 * @param formula what the upright axis shows
 * @param words how many items are shown
 * @param dots one for each item; those at the same place stand beside each other
 * @param lines the same items, those of most score for their size first
 */
record Scatter(
        String formula,
        String words,
        int width,
        int height,
        int bottom,
        List<Tick> across,
        List<Tick> up,
        List<Dot> dots,
        List<Line> lines) {
    private static final int WIDTH = 384;
    private static final int HEIGHT = 372;
    private static final int LEFT = 44;
    private static final int RIGHT = 14;
    private static final int TOP = 14;
    private static final int BOTTOM = HEIGHT - 22;
    private static final int RADIUS = 5;
    private static final int MOST = 400;

    /** The sizes that are written below, where they have room. */
    private static final List<Integer> SIZES =
            List.of(0, 1, 2, 3, 5, 8, 13, 20, 40, 100, 200, 500, 1000, 5000);

    private static final int SIZES_APART = 18;

    /**
     * @param ready whether the item is ready for a sprint
     */
    public record Dot(String key, String url, int x, int y, boolean ready, String words) {}

    public record Line(
            String key, String title, String url, String score, String size, String perPoint) {}

    /** An item that has a place in the picture. */
    record Scored(Node node, BigDecimal score, Amount size) {
        private BigDecimal perPoint() {
            return size.thousandths() == 0
                    ? score
                    : score.divide(size.toDecimal(), MathContext.DECIMAL32);
        }
    }

    static Scatter of(
            Snapshot snapshot,
            Product product,
            List<List<Scored>> stretches,
            Function<Node, String> url) {
        int all = stretches.stream().mapToInt(List::size).sum();
        var scored = stretches.stream().flatMap(List::stream).limit(MOST).toList();
        return new Scatter(
                product.refining().formula(),
                all > MOST
                        ? "the first %d of %d scored".formatted(MOST, all)
                        : all + " scored and sized",
                WIDTH,
                HEIGHT,
                BOTTOM,
                across(scored).ticksAt(SIZES, SIZES_APART),
                up(scored).ticks(Words::score),
                dots(snapshot, scored, url),
                scored.stream()
                        .sorted(
                                Comparator.comparing(Scored::perPoint)
                                        .reversed()
                                        .thenComparing(one -> one.node().item().rank()))
                        .map(one -> line(one, url))
                        .toList());
    }

    /** Those of some items that are scored and sized, in their order. */
    static List<Scored> scored(Scores scores, List<Node> nodes) {
        var scored = new ArrayList<Scored>();
        for (var node : nodes) {
            var size = node.rollUp().effective();
            var score = scores.of(node);
            if (size != null && score != null) {
                scored.add(new Scored(node, score, size));
            }
        }
        return scored;
    }

    private static Line line(Scored one, Function<Node, String> url) {
        return new Line(
                one.node().item().key().toString(),
                one.node().item().title(),
                url.apply(one.node()),
                Words.score(one.score()),
                Words.of(one.size()),
                Words.score(one.perPoint()));
    }

    private static List<Dot> dots(
            Snapshot snapshot, List<Scored> scored, Function<Node, String> url) {
        var across = across(scored);
        var up = up(scored);
        Map<Integer, Integer> standing = new HashMap<>();
        var dots = new ArrayList<Dot>();
        for (var one : scored) {
            int x = across.at(one.size().toDecimal().doubleValue());
            int y = up.at(one.score().doubleValue());
            int others = standing.merge(x * HEIGHT + y, 1, Integer::sum) - 1;
            var item = one.node().item();
            dots.add(
                    new Dot(
                            item.key().toString(),
                            url.apply(one.node()),
                            Math.min(WIDTH - RADIUS, x + others * RADIUS),
                            y,
                            Readiness.isReady(
                                    snapshot,
                                    snapshot.requireProduct(item.key().product()).refining(),
                                    one.node()),
                            "%s %s: score %s, size %s"
                                    .formatted(
                                            item.key(),
                                            item.title(),
                                            Words.score(one.score()),
                                            Words.of(one.size()))));
        }
        return dots;
    }

    private static Axis across(List<Scored> scored) {
        double largest =
                scored.stream()
                        .mapToDouble(one -> one.size().toDecimal().doubleValue())
                        .max()
                        .orElse(1);
        return Axis.root(Math.max(1, largest), LEFT, WIDTH - RIGHT);
    }

    private static Axis up(List<Scored> scored) {
        var scores =
                scored.stream().mapToDouble(one -> one.score().doubleValue()).summaryStatistics();
        double low = scored.isEmpty() ? 0 : Math.min(0, scores.getMin());
        double high = scored.isEmpty() ? 1 : Math.max(low + 1, scores.getMax());
        return Axis.linear(low, high, BOTTOM, TOP);
    }
}
