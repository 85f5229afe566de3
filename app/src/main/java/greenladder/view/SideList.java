package greenladder.view;

import greenladder.core.level.Category;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import greenladder.web.Words;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Items listed at the side of a page: what happened on a day of a chart, what stands behind a row
 * of a table or a figure.
 *
 * @param about a line below the title; empty for none
 * @param steps where the arrows beside the title and its cross lead
 * @param more a page that tells more; null for none
 */
public record SideList(
        String title, String about, Steps steps, List<Part> parts, @Nullable Choice more) {
    private static final int MOST = 300;

    /**
     * @param earlier where what comes before it is; empty for nowhere, as is {@code later}
     * @param close the page without it
     */
    public record Steps(String earlier, String later, String close) {
        public static Steps none(String close) {
            return new Steps("", "", close);
        }
    }

    /**
     * @param figure how much it is, beside its title
     * @param rest how many rows are not shown; 0 for none
     */
    public record Part(String title, String figure, List<Row> rows, int rest) {
        /** Items of one category, with the state that each has. */
        public static Part of(Snapshot snapshot, Category category, List<Node> nodes) {
            return of(
                    Words.capital(category.word()),
                    nodes,
                    nodes.stream()
                            .map(node ->
                                    Row.of(
                                            snapshot,
                                            node.item().key(),
                                            node.item().state().name(),
                                            Optional.ofNullable(node.rollUp().effective())))
                            .toList());
        }

        /** Rows of some items, with what these come to. */
        public static Part of(String title, List<Node> nodes, List<Row> rows) {
            var points =
                    nodes.stream()
                            .flatMap(
                                    node -> Optional.ofNullable(node.rollUp().effective()).stream())
                            .reduce(Amount.ZERO, Amount::plus);
            return of(
                    title,
                    "%d, %s".formatted(nodes.size(), Words.count(Words.of(points), "point")),
                    rows);
        }

        public static Part of(String title, String figure, List<Row> rows) {
            return new Part(
                    title,
                    figure,
                    rows.stream().limit(MOST).toList(),
                    Math.max(0, rows.size() - MOST));
        }
    }

    /**
     * @param key empty for what no longer exists
     * @param note empty for none
     * @param points empty for none
     */
    public record Row(String key, String title, String note, String points) {
        public static Row of(Snapshot snapshot, ItemKey key, String note, Optional<Amount> points) {
            var item = snapshot.findItem(key);
            return new Row(
                    item.isPresent() ? key.toString() : "",
                    item.map(one -> one.title()).orElse(key + ", deleted since"),
                    note,
                    points.map(Words::of).orElse(""));
        }
    }

    public SideList with(Choice page) {
        return new SideList(title, about, steps, parts, page);
    }
}
