package greenladder.track;

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
        public static Part of(String title, String figure, List<Row> rows) {
            return new Part(
                    title,
                    figure,
                    rows.stream().limit(MOST).toList(),
                    Math.max(0, rows.size() - MOST));
        }
    }

    /**
     * @param key empty for what is not there any more
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
