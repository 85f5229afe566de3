package greenladder.track;

import greenladder.core.plan.SprintReport;
import greenladder.core.plan.SprintReport.ScopeChange;
import greenladder.core.plan.SprintReport.Share;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import greenladder.view.SideList.Part;
import greenladder.view.SideList.Row;
import greenladder.web.Words;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;

/**
 * What happened in a sprint on a day of its burndown, and what it held at the end of that day.
 *
 * @param before as it was at the end of the day before
 * @param then as it was at the end of the day
 */
record SprintDay(Snapshot snapshot, LocalDate day, SprintReport before, SprintReport then) {

    List<Part> parts() {
        var parts = new ArrayList<Part>();
        parts.add(of("Finished", among(then.completed(), key -> !isDone(before, key))));
        parts.add(of("Reopened", among(then.carriedOver(), key -> isDone(before, key))));
        for (var what : ScopeChange.What.values()) {
            parts.add(of(Words.capital(what.label()), changes(what)));
        }
        parts.add(of("Left at the end of the day", then.carriedOver().sizes()));
        parts.add(of("Done at the end of the day", then.completed().sizes()));
        return parts.stream().filter(part -> !part.rows().isEmpty()).toList();
    }

    private static boolean isDone(SprintReport report, ItemKey key) {
        return report.completed().items().contains(key);
    }

    private static Map<ItemKey, Amount> among(Share share, Predicate<ItemKey> which) {
        var found = new LinkedHashMap<ItemKey, Amount>();
        share.sizes()
                .forEach((key, points) -> {
                    if (which.test(key)) {
                        found.put(key, points);
                    }
                });
        return found;
    }

    private Map<ItemKey, Amount> changes(ScopeChange.What what) {
        var found = new LinkedHashMap<ItemKey, Amount>();
        then.days().stream()
                .filter(one -> one.date().equals(day))
                .flatMap(one -> one.changes().stream())
                .filter(one -> one.what() == what)
                .forEach(one -> found.merge(one.item(), one.points(), Amount::plus));
        return found;
    }

    private Part of(String title, Map<ItemKey, Amount> sizes) {
        var points = sizes.values().stream().reduce(Amount.ZERO, Amount::plus);
        return Part.of(
                title,
                points.thousandths() == 0
                        ? Integer.toString(sizes.size())
                        : "%d, %s".formatted(sizes.size(), Words.count(Words.of(points), "point")),
                sizes.entrySet().stream()
                        .map(one ->
                                Row.of(
                                        snapshot,
                                        one.getKey(),
                                        "",
                                        Optional.of(one.getValue())
                                                .filter(size -> size.thousandths() != 0)))
                        .toList());
    }
}
