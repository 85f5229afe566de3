package greenladder.store;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import greenladder.core.change.Change;
import greenladder.core.papers.Round;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import greenladder.core.workspace.PlanFacts;
import greenladder.log.ChangeLog.Point;
import greenladder.log.LogSearch;
import greenladder.log.LogSearch.Found;
import greenladder.log.LogSearch.Row;
import greenladder.log.Search;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** The whole log as somebody may read it. */
@Component
public class LogReading {
    private static final int MOST_READ = 5_000;
    private static final int LONGEST_WITH_KEYS = 4_000;
    private static final Pattern KEY = Pattern.compile("\\b[A-Z]{2,5}[1-9]\\d{0,8}\\b");

    /** So many answers are kept until the log goes on. */
    private static final int MOST_KEPT = 8;

    private final LogSearch log;
    private final SnapshotKeeper keeper;
    private final Cache<Asked, Found> answers =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).build();

    LogReading(LogSearch log, SnapshotKeeper keeper) {
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
            var found = found(new Asked(search, at, wanted, keeper.lastOperation()));
            for (var row : found.rows()) {
                if (isSeen(seen, row)) {
                    if (rows.size() == most) {
                        return new Page(rows, rows.getLast().point());
                    }
                    rows.add(row);
                }
                at = row.point();
            }
            if (found.next() == null) {
                return new Page(rows, null);
            }
            at = found.next();
            read += Math.max(1, found.rows().size());
            if (found.rows().size() < wanted) {
                return new Page(rows, at);
            }
        }
        return new Page(rows, at);
    }

    private record Asked(Search search, @Nullable Point from, int wanted, long lastOperation) {}

    private Found found(Asked asked) {
        return answers.get(asked, any -> log.search(asked.search(), asked.from(), asked.wanted()));
    }

    private boolean isSeen(Snapshot seen, Row row) {
        var item = row.item();
        boolean itself =
                item.isPresent()
                        ? isSeen(seen, item.get())
                        : PlanKey.parse(row.subject())
                                .filter(subject -> isSeen(seen, subject))
                                .filter(subject -> isOfSeenTest(seen, subject, row.field()))
                                .isPresent();
        return itself && !namesHidden(seen, row);
    }

    private boolean isSeen(Snapshot seen, ItemKey item) {
        return seen.findProduct(item.product()).isPresent()
                && (seen.findItem(item).isPresent()
                        || seen.whole().findItem(item).isEmpty() && !seen.hides(item));
    }

    /** A round tells of tests by name, of which some may stand for hidden work alone. */
    private boolean isOfSeenTest(Snapshot seen, PlanKey subject, String fact) {
        return subject.kind() != PlanKey.Kind.ROUND
                || seen.hiddenScope().isClear()
                || Round.testOf(fact)
                        .map(test -> seen.workspace().papers().findTest(test).isPresent())
                        .orElse(true);
    }

    /** What is gone can be told to those alone from whom nothing is hidden. */
    private boolean isSeen(Snapshot seen, PlanKey subject) {
        return PlanFacts.of(seen.whole().workspace(), subject).isEmpty()
                ? seen.hiddenScope().isClear()
                : seen.workspace().productsOf(subject).stream()
                        .anyMatch(code -> seen.findProduct(code).isPresent());
    }

    /** Whether a row tells of an item that is hidden: a link, a parent, a card of a picture. */
    private static boolean namesHidden(Snapshot seen, Row row) {
        return namesHidden(seen, row.field(), row.before(), row.after());
    }

    /** Whether a change of an item that is seen may be told: not where it names what is hidden. */
    public boolean isTold(Snapshot seen, Change change) {
        return seen.hiddenScope().isClear()
                || !namesHidden(
                        seen, change.field().label(), change.textBefore(), change.textAfter());
    }

    private static boolean namesHidden(Snapshot seen, @Nullable String... texts) {
        return Stream.of(texts)
                .filter(Objects::nonNull)
                .filter(text -> text.length() <= LONGEST_WITH_KEYS)
                .flatMap(text -> KEY.matcher(text).results())
                .flatMap(match -> ItemKey.parse(match.group()).stream())
                .anyMatch(seen::hides);
    }
}
