package greenladder.core.flow;

import greenladder.core.flow.DayCounts.Attribute;
import greenladder.core.flow.DayCounts.Count;
import greenladder.core.level.Category;
import greenladder.core.value.Amount;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * How much is open under one value of an attribute.
 *
 * @param value empty for none; of ages the number of the span, see {@link #SPANS}
 * @param inProgress how many of the items are
 */
public record OpenWork(String value, int items, int inProgress, Amount points) {
    public static final String AGE = "age";

    /** By what open work can be counted, on any day. */
    static final Map<String, Attribute> ATTRIBUTES =
            Map.of(
                    "state",
                    Attribute.STATE,
                    "kind",
                    Attribute.KIND,
                    "assignee",
                    Attribute.ASSIGNEE,
                    "team",
                    Attribute.TEAM,
                    "sprint",
                    Attribute.SPRINT,
                    "release",
                    Attribute.RELEASE,
                    AGE,
                    Attribute.MADE);

    /** Ages in days, from which on a span begins. */
    public static final List<Integer> SPANS = List.of(0, 7, 30, 90, 180, 365);

    public static boolean isAttribute(String name) {
        return ATTRIBUTES.containsKey(name);
    }

    /**
     * @param day the day from which ages are told; null where values are taken as they are
     */
    static List<OpenWork> of(Map<String, Map<Category, Count>> counts, @Nullable LocalDate day) {
        var sums = new LinkedHashMap<String, Map<Category, Count>>();
        counts.forEach((value, byCategory) ->
                byCategory.forEach((category, count) -> {
                    if (category != Category.DONE) {
                        sums.computeIfAbsent(
                                        day == null ? value : span(value, day),
                                        any -> new LinkedHashMap<>())
                                .merge(category, count, Count::plus);
                    }
                }));
        var rows = new ArrayList<OpenWork>();
        sums.forEach((value, byCategory) -> {
            var all = byCategory.values().stream().reduce(Count.NONE, Count::plus);
            var begun = byCategory.getOrDefault(Category.IN_PROGRESS, Count.NONE);
            if (all.items() > 0) {
                rows.add(
                        new OpenWork(
                                value,
                                (int) all.items(),
                                (int) begun.items(),
                                new Amount(all.points())));
            }
        });
        rows.sort(
                day == null
                        ? Comparator.comparing(OpenWork::items)
                                .reversed()
                                .thenComparing(OpenWork::value)
                        : Comparator.comparing(row -> Integer.parseInt(row.value())));
        return rows;
    }

    private static String span(String made, LocalDate day) {
        long age = day.toEpochDay() - Long.parseLong(made);
        int span = 0;
        while (span + 1 < SPANS.size() && age >= SPANS.get(span + 1)) {
            span++;
        }
        return Integer.toString(span);
    }
}
