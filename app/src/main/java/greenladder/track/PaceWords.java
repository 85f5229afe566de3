package greenladder.track;

import greenladder.core.flow.SmallFirst;
import greenladder.core.plan.SprintReport;
import greenladder.core.plan.SprintReport.Share;
import greenladder.core.product.Refining;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.value.Amount;
import greenladder.web.Words;
import java.math.BigDecimal;
import java.util.Optional;

/** What stands behind a pace: that small items went first, and what went into defects. */
final class PaceWords {
    private static final int PERCENT = 100;

    private PaceWords() {}

    static String of(Optional<SmallFirst> found) {
        return found.map(it ->
                        " Small items went first: %s points each are done, %s each are left."
                                .formatted(number(it.done()), number(it.left())))
                .orElse("");
    }

    static String of(Snapshot snapshot, Sprint sprint, SprintReport report) {
        var done = report.completed();
        var left = report.carriedOver();
        return of(
                        SmallFirst.of(
                                sized(done),
                                done.tally().points(),
                                sized(left),
                                left.tally().points()))
                + defects(snapshot, sprint, done);
    }

    private static int sized(Share share) {
        return (int) share.sizes().values().stream().filter(size -> size.thousandths() > 0).count();
    }

    private static String defects(Snapshot snapshot, Sprint sprint, Share done) {
        var points = Amount.ZERO;
        for (var one : done.sizes().entrySet()) {
            var item = snapshot.findItem(one.getKey());
            boolean isDefect =
                    item.filter(it -> refining(snapshot, it.key().product()).isDefect(it.kind()))
                            .isPresent();
            points = isDefect ? points.plus(one.getValue()) : points;
        }
        var all = done.tally().points();
        if (points.thousandths() == 0) {
            return "";
        }
        return " %s of the %s completed points went into defects (%d %%); without them %s %s."
                .formatted(
                        Words.of(points),
                        Words.of(all),
                        Math.round(PERCENT * (double) points.thousandths() / all.thousandths()),
                        sprint.isClosed() ? "this sprint counts" : "it is",
                        Words.of(all.minus(points)));
    }

    private static Refining refining(Snapshot snapshot, String product) {
        return snapshot.requireProduct(product).refining();
    }

    private static String number(double mean) {
        return Words.score(BigDecimal.valueOf(mean));
    }
}
