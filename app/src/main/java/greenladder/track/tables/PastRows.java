package greenladder.track.tables;

import greenladder.core.flow.OpenWork;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import greenladder.track.Named;
import greenladder.track.tables.TablesPage.Bar;
import greenladder.track.tables.TablesPage.Row;
import greenladder.web.Words;
import java.util.List;

/**
 * What was open at the end of a day, under each value of an attribute.
 *
 * @param by the attribute, see {@link OpenWork#isAttribute}
 */
record PastRows(Snapshot snapshot, TablePlace place, String by, List<OpenWork> open) {
    static final List<String> HEADS =
            List.of("Items", "In progress", "Points open", "Share of points");
    private static final double WHOLE = 100;

    int items() {
        return open.stream().mapToInt(OpenWork::items).sum();
    }

    Amount points() {
        return open.stream().map(OpenWork::points).reduce(Amount.ZERO, Amount::plus);
    }

    List<Row> rows() {
        double most = open.stream().mapToInt(OpenWork::items).max().orElse(1);
        double all = points().thousandths();
        return open.stream()
                .map(one ->
                        new Row(
                                0,
                                "",
                                name(one),
                                "",
                                false,
                                new Bar(
                                        0,
                                        one.inProgress() / most * WHOLE,
                                        (one.items() - one.inProgress()) / most * WHOLE),
                                List.of(
                                        Integer.toString(one.items()),
                                        one.inProgress() == 0
                                                ? ""
                                                : Integer.toString(one.inProgress()),
                                        Words.of(one.points()),
                                        all <= 0
                                                ? ""
                                                : Words.percent(one.points().thousandths() / all))))
                .toList();
    }

    private String name(OpenWork one) {
        return by.equals(OpenWork.AGE)
                ? age(Integer.parseInt(one.value()))
                : Named.value(snapshot, place.product(), by, one.value());
    }

    private static String age(int span) {
        int from = OpenWork.SPANS.get(span);
        return span + 1 == OpenWork.SPANS.size()
                ? "%d days or older".formatted(from)
                : from == 0
                        ? "less than %d days".formatted(OpenWork.SPANS.get(1))
                        : "%d to %d days".formatted(from, OpenWork.SPANS.get(span + 1) - 1);
    }
}
