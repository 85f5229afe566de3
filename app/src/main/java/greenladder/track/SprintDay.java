package greenladder.track;

import greenladder.core.item.Item;
import greenladder.core.plan.SprintReport;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import greenladder.track.TrackTable.Cell;
import greenladder.track.TrackTable.Line;
import greenladder.web.Words;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/**
 * What happened in a sprint on a day of its burndown, and what it held at the end of that day.
 *
 * @param before as it was at the end of the day before
 * @param then as it was at the end of the day
 */
record SprintDay(Snapshot snapshot, LocalDate day, SprintReport before, SprintReport then) {

    DayStory story() {
        var changes = changes();
        var held = held();
        return new DayStory(
                "On %s: %s changed".formatted(Words.day(day), Words.count(changes.size(), "item")),
                new TrackTable(
                        "day",
                        "What happened on that day",
                        TrackTable.heads("Item", "What happened", ":Points"),
                        changes),
                new TrackTable(
                        "held",
                        Words.count(held.size(), "item") + " in the sprint at the end of the day",
                        TrackTable.heads("Item", "Was", ":Points"),
                        held));
    }

    private List<Line> changes() {
        var lines = new ArrayList<Line>();
        then.days().stream()
                .filter(one -> one.date().equals(day))
                .flatMap(one -> one.changes().stream())
                .forEach(one -> lines.add(line(one.item(), one.what().label(), one.points())));
        then.completed()
                .sizes()
                .forEach((key, points) -> {
                    if (!before.completed().items().contains(key)) {
                        lines.add(line(key, "done", points));
                    }
                });
        then.carriedOver()
                .sizes()
                .forEach((key, points) -> {
                    if (before.completed().items().contains(key)) {
                        lines.add(line(key, "reopened", points));
                    }
                });
        return lines;
    }

    /** What was left, then what was done. */
    private List<Line> held() {
        return Stream.concat(
                        lines("left", then.carriedOver().sizes()),
                        lines("done", then.completed().sizes()))
                .toList();
    }

    private Stream<Line> lines(String was, Map<ItemKey, Amount> sizes) {
        return sizes.entrySet().stream().map(one -> line(one.getKey(), was, one.getValue()));
    }

    private Line line(ItemKey key, String words, Amount points) {
        return TrackTable.line(
                snapshot.findItem(key)
                        .map(Item::title)
                        .map(title -> Cell.item(key.toString(), title))
                        .orElseGet(() -> Cell.text(key + ", deleted since")),
                Cell.text(words),
                Cell.figure(Words.of(points)));
    }
}
