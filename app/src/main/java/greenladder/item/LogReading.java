package greenladder.item;

import greenladder.core.item.Field;
import greenladder.core.item.ItemKey;
import greenladder.core.item.PlanKey;
import greenladder.core.snapshot.Snapshot;
import greenladder.log.ChangeLog;
import greenladder.log.ChangeLog.Point;
import greenladder.log.ChangeLog.Row;
import greenladder.log.Search;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** The whole log as somebody may read it. */
@Component
public class LogReading {
    private static final int MOST_READ = 5_000;

    private final ChangeLog log;
    private final SnapshotKeeper keeper;

    LogReading(ChangeLog log, SnapshotKeeper keeper) {
        this.log = log;
        this.keeper = keeper;
    }

    /**
     * @param next where to go on; null at the end
     */
    public record Page(List<Row> rows, @Nullable Point next) {}

    /**
     * A page of the log; of rows that are not for this reader so many are passed over at most.
     *
     * @param seen the snapshot as the reader sees it
     */
    public Page page(Snapshot seen, Search search, @Nullable Point from, int most) {
        var rows = new ArrayList<Row>();
        var at = from;
        for (int read = 0; read < MOST_READ; ) {
            int wanted = most - rows.size() + 1;
            var found = log.search(search, at, wanted);
            for (var row : found) {
                if (isSeen(seen, row)) {
                    if (rows.size() == most) {
                        return new Page(rows, rows.getLast().point());
                    }
                    rows.add(row);
                }
                at = row.point();
            }
            if (found.size() < wanted) {
                return new Page(rows, null);
            }
            read += found.size();
        }
        return new Page(rows, at);
    }

    private boolean isSeen(Snapshot seen, Row row) {
        var item = row.item();
        if (item.isPresent()) {
            return isSeen(seen, item.get())
                    && Field.find(row.field())
                            .filter(Field::isLink)
                            .map(link -> isSeen(seen, link.linkedTo()))
                            .orElse(true);
        }
        return PlanKey.parse(row.subject()).filter(subject -> isSeen(seen, subject)).isPresent();
    }

    private boolean isSeen(Snapshot seen, ItemKey item) {
        return seen.findProduct(item.product()).isPresent()
                && (seen.findItem(item).isPresent() || keeper.whole().findItem(item).isEmpty());
    }

    /** What is gone can be told to those alone who see every product. */
    private boolean isSeen(Snapshot seen, PlanKey subject) {
        var products = seen.workspace().productsOf(subject);
        return !products.isEmpty()
                        && products.stream().allMatch(code -> seen.findProduct(code).isPresent())
                || seen.workspace().products().size()
                        == keeper.whole().workspace().products().size();
    }
}
