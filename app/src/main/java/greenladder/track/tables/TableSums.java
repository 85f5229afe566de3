package greenladder.track.tables;

import greenladder.core.level.Category;
import greenladder.core.snapshot.Node;
import greenladder.core.value.Amount;
import greenladder.track.tables.TablesPage.Bar;
import greenladder.web.Words;
import java.util.Collection;
import java.util.List;

/**
 * What the items behind a row come to.
 *
 * @param points of those that have a size
 * @param hours worked on them and on their tasks
 */
record TableSums(
        int items,
        int done,
        int inProgress,
        int unsized,
        Amount points,
        Amount pointsDone,
        Amount hours) {
    private static final double WHOLE = 100;

    static TableSums of(Collection<Node> nodes) {
        int done = 0;
        int inProgress = 0;
        int unsized = 0;
        var points = Amount.ZERO;
        var pointsDone = Amount.ZERO;
        var hours = Amount.ZERO;
        for (var node : nodes) {
            var rollUp = node.rollUp();
            done += rollUp.category() == Category.DONE ? 1 : 0;
            inProgress += rollUp.category() == Category.IN_PROGRESS ? 1 : 0;
            unsized += rollUp.unsized();
            points = rollUp.effective() == null ? points : points.plus(rollUp.effective());
            pointsDone = pointsDone.plus(rollUp.points().done());
            hours = rollUp.hoursInvested() == null ? hours : hours.plus(rollUp.hoursInvested());
        }
        return new TableSums(nodes.size(), done, inProgress, unsized, points, pointsDone, hours);
    }

    static List<String> heads(Question question) {
        return switch (question) {
            case FINISHED, MENDED -> List.of("Items", "Points", "Share of points", "Hours worked");
            case OPEN ->
                    List.of("Items", "In progress", "Points open", "Share of points", "Not sized");
            case ALL ->
                    List.of(
                            "Items",
                            "Items done",
                            "Points",
                            "Points done",
                            "Not sized",
                            "Hours worked");
        };
    }

    /**
     * @param all of which it is a share
     */
    List<String> figures(Question question, TableSums all) {
        return switch (question) {
            case FINISHED, MENDED -> List.of(words(items), words(points), share(all), words(hours));
            case OPEN ->
                    List.of(
                            words(items),
                            words(inProgress),
                            words(open()),
                            share(all),
                            words(unsized));
            case ALL ->
                    List.of(
                            words(items),
                            words(done),
                            words(points),
                            words(pointsDone),
                            words(unsized),
                            words(hours));
        };
    }

    Amount open() {
        return points.minus(pointsDone);
    }

    private String share(TableSums all) {
        long whole = all.points.thousandths();
        return whole <= 0 ? "" : Words.percent((double) points.thousandths() / whole);
    }

    private static String words(int number) {
        return number == 0 ? "" : Integer.toString(number);
    }

    private static String words(Amount amount) {
        return amount.thousandths() == 0 ? "" : Words.of(amount);
    }

    /** What the length of a bar tells: points of what is finished, items of anything else. */
    double length(Question question) {
        return question.hasSpan() ? points.thousandths() : items;
    }

    /**
     * @param most the length of the longest bar
     */
    Bar bar(Question question, double most) {
        if (most <= 0) {
            return new Bar(0, 0, 0);
        }
        double scale = WHOLE / most;
        return question.hasSpan()
                ? new Bar(length(question) * scale, 0, 0)
                : new Bar(done * scale, inProgress * scale, (items - done - inProgress) * scale);
    }
}
