package greenladder.track;

import greenladder.core.flow.DayChange;
import greenladder.core.flow.Flow;
import greenladder.core.flow.Moment;
import greenladder.core.flow.Stood;
import greenladder.core.level.Category;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Days;
import greenladder.flow.ItemPasts;
import greenladder.track.TrackTable.Cell;
import greenladder.view.ViewContext;
import greenladder.web.Words;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;

/**
 * What happened on the day of a chart that somebody pointed at.
 *
 * @param standing what was in progress, or stood there, at its end; null where the chart does not
 *     tell
 */
record DayStory(String title, TrackTable table, @Nullable TrackTable standing) {
    DayStory(String title, TrackTable table) {
        this(title, table, null);
    }

    private static final int MOST = 300;

    /** A day as it stands in an address; empty where it says none. */
    static Optional<LocalDate> day(String text) {
        return Days.parse(text.strip());
    }

    static @Nullable DayStory of(
            ViewContext context,
            ItemPasts pasts,
            Optional<LocalDate> day,
            Predicate<DayChange> asked) {
        if (day.isEmpty()) {
            return null;
        }
        var snapshot = context.snapshot();
        var product = context.product().code();
        var changes =
                pasts
                        .read(
                                context.reader(),
                                past -> DayChange.on(past, product, day.get(), asked))
                        .stream()
                        .filter(one -> snapshot.findNode(one.item()).isPresent())
                        .toList();
        return new DayStory(
                "On %s: %s"
                        .formatted(
                                Words.day(day.get()),
                                Words.count(changes.size(), "item") + " changed"),
                new TrackTable(
                        "day",
                        "What happened on that day",
                        TrackTable.heads("Item", "What happened", ":Points"),
                        changes.stream().limit(MOST).map(one -> line(snapshot, one)).toList()),
                null);
    }

    /**
     * The same with what was in progress at the end of the day.
     *
     * @param ages the longest first
     */
    DayStory withAges(Snapshot snapshot, List<Flow.Age> ages) {
        var there = ages.stream().filter(age -> snapshot.findNode(age.item()).isPresent()).toList();
        return new DayStory(
                title,
                table,
                new TrackTable(
                        "in-progress",
                        Words.count(there.size(), "item") + " in progress at the end of the day",
                        TrackTable.heads("Item", ":In progress for"),
                        there.stream().limit(MOST).map(age -> line(snapshot, age)).toList()));
    }

    /** The same with what stood there at the end of the day: what was not done first. */
    DayStory with(Snapshot snapshot, List<Stood> stood) {
        var there =
                stood.stream()
                        .filter(one -> snapshot.findNode(one.item()).isPresent())
                        .sorted(Comparator.comparing(one -> rank(one.then())))
                        .toList();
        return new DayStory(
                title,
                table,
                new TrackTable(
                        "stood",
                        Words.count(there.size(), "item") + " stood there at the end of the day",
                        TrackTable.heads("Item", "Was", ":Points"),
                        there.stream().limit(MOST).map(one -> line(snapshot, one)).toList()));
    }

    /** What was under way, then what was to be done, then what was done. */
    private static int rank(Moment then) {
        return then.category() == Category.IN_PROGRESS
                ? 0
                : then.category() == Category.TO_DO ? 1 : 2;
    }

    private static TrackTable.Line line(Snapshot snapshot, Stood one) {
        var category = Objects.requireNonNull(one.then().category());
        return TrackTable.line(
                Cell.item(one.item().toString(), snapshot.requireNode(one.item()).item().title()),
                Cell.text(category.word()),
                Cell.figure(one.then().size() == null ? "" : Words.of(one.then().size())));
    }

    private static TrackTable.Line line(Snapshot snapshot, Flow.Age age) {
        return TrackTable.line(
                Cell.item(age.item().toString(), snapshot.requireNode(age.item()).item().title()),
                Cell.figure(FlowPages.days(age.days())));
    }

    private static TrackTable.Line line(Snapshot snapshot, DayChange change) {
        var item = snapshot.requireNode(change.item()).item();
        return new TrackTable.Line(
                List.of(
                        Cell.item(item.key().toString(), item.title()),
                        Cell.text(String.join(", ", change.words())),
                        Cell.figure(
                                change.points().thousandths() == 0
                                        ? ""
                                        : Words.signed(change.points()))),
                false);
    }
}
