package greenladder.trace;

import greenladder.core.trace.ItemThread;
import greenladder.core.trace.ItemThread.Tie;
import greenladder.core.value.ItemKey;
import greenladder.trace.GraphLayout.Laid;
import greenladder.trace.GraphLayout.Point;
import greenladder.trace.ThreadPage.Line;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * The lines of a thread as curves: from side to side between levels, and round the side within one.
 *
 * @param head room above the drawing for the names of the levels
 */
record ThreadLines(ItemThread thread, Laid laid, boolean down, int head) {
    private static final int WIDTH = ThreadPages.BOX_WIDTH;
    private static final int HEIGHT = ThreadPages.BOX_HEIGHT;
    private static final int BULGE = 26;

    List<Line> all() {
        Map<ItemKey, Integer> levels = new HashMap<>();
        thread.strands()
                .forEach(strand ->
                        levels.put(
                                strand.node().item().key(), strand.node().item().level().index()));
        return thread.ties().stream()
                .map(tie -> {
                    int apart =
                            levels.getOrDefault(tie.to(), 0) - levels.getOrDefault(tie.from(), 0);
                    var link = tie.link();
                    return new Line(
                            path(tie, apart),
                            tie.onWay(),
                            link == null ? "" : link.link().type().slug(),
                            tie.isSuspect(),
                            link == null ? "" : words(tie));
                })
                .toList();
    }

    private static String words(Tie tie) {
        var link = tie.link();
        return link == null
                ? ""
                : "%s %s %s%s"
                        .formatted(
                                tie.from(),
                                link.link().type().label(),
                                tie.to(),
                                tie.isSuspect() ? ", to check again" : "");
    }

    private Point corner(ItemKey key) {
        var at = laid.boxes().getOrDefault(key.toString(), new Point(0, 0));
        return new Point(at.x(), at.y() + head);
    }

    private String path(Tie tie, int apart) {
        var from = corner(tie.from());
        var to = corner(tie.to());
        if (apart == 0) {
            return down
                    ? curve(
                            from.x() + WIDTH / 2.0, from.y() + HEIGHT,
                            from.x() + WIDTH / 2.0, from.y() + HEIGHT + BULGE,
                            to.x() + WIDTH / 2.0, to.y() + HEIGHT + BULGE,
                            to.x() + WIDTH / 2.0, to.y() + HEIGHT)
                    : curve(
                            from.x() + WIDTH, from.y() + HEIGHT / 2.0,
                            from.x() + WIDTH + BULGE, from.y() + HEIGHT / 2.0,
                            to.x() + WIDTH + BULGE, to.y() + HEIGHT / 2.0,
                            to.x() + WIDTH, to.y() + HEIGHT / 2.0);
        }
        // Always begins at the item that has the link, so that its end can be marked.
        boolean on = apart > 0;
        if (down) {
            double fromY = from.y() + (on ? HEIGHT : 0);
            double toY = to.y() + (on ? 0 : HEIGHT);
            double middle = (fromY + toY) / 2;
            return curve(
                    from.x() + WIDTH / 2.0, fromY,
                    from.x() + WIDTH / 2.0, middle,
                    to.x() + WIDTH / 2.0, middle,
                    to.x() + WIDTH / 2.0, toY);
        }
        double fromX = from.x() + (on ? WIDTH : 0);
        double toX = to.x() + (on ? 0 : WIDTH);
        double middle = (fromX + toX) / 2;
        return curve(
                fromX, from.y() + HEIGHT / 2.0,
                middle, from.y() + HEIGHT / 2.0,
                middle, to.y() + HEIGHT / 2.0,
                toX, to.y() + HEIGHT / 2.0);
    }

    private static String curve(double... at) {
        return String.format(
                Locale.ROOT,
                "M%.1f %.1f C%.1f %.1f %.1f %.1f %.1f %.1f",
                at[0],
                at[1],
                at[2],
                at[3],
                at[4],
                at[5],
                at[6],
                at[7]);
    }
}
