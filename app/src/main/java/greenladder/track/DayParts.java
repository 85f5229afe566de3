package greenladder.track;

import greenladder.core.flow.DayChange;
import greenladder.core.flow.Moment;
import greenladder.core.flow.Stood;
import greenladder.core.level.Category;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import greenladder.flow.ItemPasts;
import greenladder.view.SideList.Part;
import greenladder.view.SideList.Row;
import greenladder.view.ViewContext;
import greenladder.web.Words;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** What happened on a day of a chart, by what happened. */
public final class DayParts {
    private DayParts() {}

    private enum What {
        FINISHED("Finished"),
        REOPENED("Reopened"),
        STARTED("Started"),
        ADDED("Added"),
        RESIZED("Re-sized"),
        MOVED("Moved");

        private final String words;

        What(String words) {
            this.words = words;
        }

        static What of(DayChange change) {
            var before = change.before();
            var was = before == null ? null : before.category();
            var is = change.after().category();
            if (was != is && is == Category.DONE) {
                return FINISHED;
            }
            if (was == Category.DONE && is != Category.DONE) {
                return REOPENED;
            }
            if (was != is && is == Category.IN_PROGRESS) {
                return STARTED;
            }
            if (before == null || was == null) {
                return ADDED;
            }
            return Objects.equals(before.size(), change.after().size()) ? MOVED : RESIZED;
        }
    }

    /**
     * @param note what is said about an item that was finished; empty for nothing
     */
    public static List<Part> of(
            ViewContext context,
            ItemPasts pasts,
            LocalDate day,
            Predicate<DayChange> asked,
            Function<ItemKey, String> note) {
        var snapshot = context.snapshot();
        var product = context.product().code();
        var changes =
                pasts
                        .read(context.reader(), past -> DayChange.on(past, product, day, asked))
                        .stream()
                        .filter(one -> snapshot.findNode(one.item()).isPresent())
                        .toList();
        var parts = new ArrayList<Part>();
        for (var what : What.values()) {
            var those = changes.stream().filter(one -> What.of(one) == what).toList();
            if (!those.isEmpty()) {
                parts.add(part(snapshot, what, those, note));
            }
        }
        return parts;
    }

    private static Part part(
            Snapshot snapshot, What what, List<DayChange> changes, Function<ItemKey, String> note) {
        return part(
                what.words,
                changes.stream().map(DayChange::after).toList(),
                changes.stream()
                        .map(one ->
                                Row.of(
                                        snapshot,
                                        one.item(),
                                        what == What.FINISHED
                                                ? note.apply(one.item())
                                                : what == What.RESIZED || what == What.MOVED
                                                        ? String.join(", ", one.words())
                                                        : "",
                                        size(one.after())))
                        .toList());
    }

    private static Part part(String title, List<Moment> those, List<Row> rows) {
        var points = those.stream().flatMap(one -> size(one).stream()).reduce(Amount::plus);
        return Part.of(
                title,
                points.filter(one -> one.thousandths() != 0)
                        .map(one ->
                                "%d, %s"
                                        .formatted(
                                                rows.size(), Words.count(Words.of(one), "point")))
                        .orElse(Integer.toString(rows.size())),
                rows);
    }

    private static Optional<Amount> size(@Nullable Moment moment) {
        return Optional.ofNullable(moment).map(Moment::size);
    }

    /** What stood there at the end of a day, by how far it was. */
    static List<Part> standing(Snapshot snapshot, List<Stood> stood) {
        return Stream.of(Category.IN_PROGRESS, Category.TO_DO, Category.DONE)
                .map(category -> {
                    var those =
                            stood.stream()
                                    .filter(one -> one.then().category() == category)
                                    .filter(one -> snapshot.findNode(one.item()).isPresent())
                                    .toList();
                    return part(
                            "%s at the end of the day".formatted(Words.capital(category.word())),
                            those.stream().map(Stood::then).toList(),
                            those.stream()
                                    .map(one -> Row.of(snapshot, one.item(), "", size(one.then())))
                                    .toList());
                })
                .filter(part -> !part.rows().isEmpty())
                .toList();
    }
}
