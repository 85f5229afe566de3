package greenladder.core.flow;

import greenladder.core.level.Category;
import greenladder.core.value.ItemKey;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * How many items, and points, stood under each value of an attribute at the end of each day: kept
 * up with every moment, so that no day has to be counted anew. Those that are done are counted by
 * their state only.
 */
final class DayCounts {
    private final ZoneId zone;
    private final Map<Place, Map<Key, Series<Count>>> places = new HashMap<>();

    /** What is asked for together. */
    private record Place(String product, Attribute attribute, String level) {}

    private static final Attribute[] ALL = Attribute.values();
    private static final Attribute[] STATE_ONLY = {Attribute.STATE};

    /** By what items are counted. */
    enum Attribute {
        STATE,
        KIND,
        ASSIGNEE,
        TEAM,
        SPRINT,
        RELEASE,
        /** The day on which they were made, as a number. */
        MADE
    }

    /**
     * @param value empty for none
     */
    record Key(
            Attribute attribute,
            String level,
            @Nullable String team,
            Category category,
            String value) {}

    /**
     * @param points in thousandths
     */
    record Count(long items, long points) {
        static final Count NONE = new Count(0, 0);

        Count plus(Count other) {
            return new Count(items + other.items, points + other.points);
        }

        Count minus(Count other) {
            return new Count(items - other.items, points - other.points);
        }
    }

    DayCounts(ZoneId zone) {
        this.zone = zone;
    }

    /** An item goes on from what it was, nothing at first, to what it is. */
    void change(ItemKey item, @Nullable Moment before, Moment now, Moment first, int day) {
        boolean isOtherState =
                before != null
                        && before.category() == now.category()
                        && before.facts().equals(now.facts());
        for (var attribute : isOtherState ? STATE_ONLY : ALL) {
            var from = before == null ? null : key(attribute, before, first);
            var to = key(attribute, now, first);
            boolean isSame =
                    Objects.equals(from, to)
                            && before != null
                            && Objects.equals(before.size(), now.size());
            if (isSame) {
                continue;
            }
            if (from != null) {
                add(
                        item.product(),
                        from,
                        day,
                        Count.NONE.minus(count(Objects.requireNonNull(before))));
            }
            if (to != null) {
                add(item.product(), to, day, count(now));
            }
        }
    }

    /** These without some of them. Time O(what these some changed). */
    DayCounts without(DayCounts some) {
        var left = new DayCounts(zone);
        left.places.putAll(places);
        some.places.forEach((place, counts) -> {
            var those = new HashMap<>(places.getOrDefault(place, Map.of()));
            counts.forEach((key, series) ->
                    those.computeIfPresent(
                            key, (any, all) -> all.with(series, Count.NONE, Count::minus)));
            left.places.put(place, those);
        });
        return left;
    }

    private void add(String product, Key key, int day, Count more) {
        var series =
                places.computeIfAbsent(
                                new Place(product, key.attribute(), key.level()),
                                any -> new HashMap<>())
                        .computeIfAbsent(key, any -> new Series<>());
        series.put(day, series.last().orElse(Count.NONE).plus(more));
    }

    private static Count count(Moment moment) {
        return new Count(1, moment.size() == null ? 0 : moment.size().thousandths());
    }

    private @Nullable Key key(Attribute attribute, Moment moment, Moment first) {
        boolean counts = attribute == Attribute.STATE ? moment.counts() : moment.isOpen();
        if (!counts) {
            return null;
        }
        var value =
                switch (attribute) {
                    case STATE -> moment.state();
                    case KIND -> moment.kind();
                    case ASSIGNEE -> moment.assignee();
                    case TEAM -> moment.team();
                    case SPRINT -> moment.sprint();
                    case RELEASE -> moment.release();
                    case MADE -> Long.toString(LocalDate.ofInstant(first.at(), zone).toEpochDay());
                };
        return new Key(
                attribute,
                moment.level(),
                moment.team(),
                Objects.requireNonNull(moment.category()),
                Objects.requireNonNullElse(value, ""));
    }

    /**
     * The counts of a product's level by an attribute, each over time. Time O(values).
     *
     * @param team null for all
     */
    Map<Key, Series<Count>> of(
            String product, Attribute attribute, String level, @Nullable String team) {
        var found = new HashMap<Key, Series<Count>>();
        places.getOrDefault(new Place(product, attribute, level), Map.of())
                .forEach((key, series) -> {
                    if (team == null || team.equals(key.team())) {
                        found.put(key, series);
                    }
                });
        return found;
    }

    /** The same at the end of a day, by value and category. */
    Map<String, Map<Category, Count>> at(
            String product,
            Attribute attribute,
            String level,
            @Nullable String team,
            LocalDate day) {
        var values = new TreeMap<String, Map<Category, Count>>();
        of(product, attribute, level, team)
                .forEach((key, series) ->
                        series.at(day)
                                .filter(count -> !count.equals(Count.NONE))
                                .ifPresent(count ->
                                        values.computeIfAbsent(key.value(), any -> new TreeMap<>())
                                                .merge(key.category(), count, Count::plus)));
        return values;
    }
}
