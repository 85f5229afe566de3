package greenladder.core.flow;

import greenladder.core.flow.DayCounts.Attribute;
import greenladder.core.flow.DayCounts.Count;
import greenladder.core.item.Amount;
import greenladder.core.item.Category;
import greenladder.core.item.ItemKey;
import greenladder.core.work.CycleTimes;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.TemporalAdjusters;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * How work flowed between two days.
 *
 * @param days what stood where at the end of each day
 * @param lead of what was finished between the days
 * @param cycle of the same, where it was ever in progress
 * @param passages of what was finished between the days, and of what is under way at their end
 * @param weeks what was finished in each, by its Monday
 * @param ages of what is under way at the end, the oldest first
 */
public record Flow(
        List<Day> days,
        CycleTimes lead,
        CycleTimes cycle,
        List<Passage> passages,
        List<Week> weeks,
        List<Age> ages) {

    /**
     * What is asked for.
     *
     * @param level whose items count
     * @param team null for all
     * @param points whether sizes are summed up rather than items counted
     */
    public record Query(
            String product,
            LocalDate from,
            LocalDate to,
            String level,
            @Nullable String team,
            boolean points,
            Instant now) {
        boolean isOf(Moment moment) {
            return moment.counts()
                    && moment.level().equals(level)
                    && (team == null || team.equals(moment.team()));
        }

        /** The end of a day, or now where that is earlier. */
        Instant endOf(LocalDate day, ZoneId zone) {
            var end = day.plusDays(1).atStartOfDay(zone).toInstant().minusNanos(1);
            return end.isAfter(now) ? now : end;
        }
    }

    /**
     * @param states by the key of the state
     */
    public record Day(
            LocalDate date,
            Amount toDo,
            Amount inProgress,
            Amount done,
            Map<String, Amount> states) {
        public Amount scope() {
            return toDo.plus(inProgress).plus(done);
        }
    }

    /** Days are fractions of 24 hours; null where the one or the other end is missing. */
    public record Passage(
            ItemKey item,
            Instant created,
            @Nullable Instant started,
            @Nullable Instant finished,
            @Nullable Double leadDays,
            @Nullable Double cycleDays,
            int reopened,
            @Nullable Amount size) {}

    public record Week(LocalDate monday, int items, Amount points) {}

    public record Age(ItemKey item, double days) {}

    /** Time O(what was finished or is under way, × log + days × states × log). */
    public static Flow of(PastFold fold, Query query) {
        var until = query.endOf(query.to(), fold.zone());
        var since = query.from().atStartOfDay(fold.zone()).toInstant();
        var passages = new ArrayList<Passage>();
        var ages = new ArrayList<Age>();
        var asked = new LinkedHashSet<>(fold.finished(query.product(), query.from(), query.to()));
        asked.addAll(fold.underWay(query.product(), query.to()));
        for (var key : asked) {
            var item = fold.of(key).orElseThrow();
            var last = item.at(until);
            if (last.isEmpty() || !query.isOf(last.get())) {
                continue;
            }
            var passage = passage(item, last.get(), until);
            var finished = passage.finished();
            if (finished != null && !finished.isBefore(since)) {
                passages.add(passage);
            } else if (passage.started() != null
                    && finished == null
                    && last.get().category() == Category.IN_PROGRESS) {
                passages.add(passage);
                ages.add(new Age(item.key(), days(passage.started(), until)));
            }
        }
        passages.sort(Comparator.comparing(Passage::item));
        ages.sort(Comparator.comparing(Age::days).reversed());
        return new Flow(
                days(fold, query),
                spread(passages.stream().map(Passage::leadDays)),
                spread(passages.stream().map(Passage::cycleDays)),
                passages,
                weeks(passages, query, fold.zone()),
                ages);
    }

    private static CycleTimes spread(Stream<@Nullable Double> days) {
        return new CycleTimes(days.filter(Objects::nonNull).map(Objects::requireNonNull).toList());
    }

    private static Passage passage(ItemPast item, Moment last, Instant until) {
        var started = item.started(until);
        var finished = item.finished(until);
        return new Passage(
                item.key(),
                item.created(),
                started,
                finished,
                finished == null ? null : days(item.created(), finished),
                finished == null || started == null ? null : days(started, finished),
                item.reopened(until),
                last.size());
    }

    private static double days(Instant from, Instant to) {
        return Duration.between(from, to).toMillis() / (double) Duration.ofDays(1).toMillis();
    }

    private static List<Day> days(PastFold fold, Query query) {
        var series =
                fold.counts().of(query.product(), Attribute.STATE, query.level(), query.team());
        var days = new ArrayList<Day>();
        var today = LocalDate.ofInstant(query.now(), fold.zone());
        for (var day = query.from();
                !day.isAfter(query.to()) && !day.isAfter(today);
                day = day.plusDays(1)) {
            var sums = new EnumMap<Category, Long>(Category.class);
            var states = new TreeMap<String, Amount>();
            for (var one : series.entrySet()) {
                var count = one.getValue().at(day).orElse(Count.NONE);
                long amount =
                        query.points()
                                ? count.points()
                                : Amount.of(Math.toIntExact(count.items())).thousandths();
                sums.merge(one.getKey().category(), amount, Long::sum);
                states.merge(one.getKey().value(), new Amount(amount), Amount::plus);
            }
            days.add(
                    new Day(
                            day,
                            amount(sums, Category.TO_DO),
                            amount(sums, Category.IN_PROGRESS),
                            amount(sums, Category.DONE),
                            states));
        }
        return days;
    }

    private static Amount amount(Map<Category, Long> sums, Category category) {
        return new Amount(sums.getOrDefault(category, 0L));
    }

    private static List<Week> weeks(List<Passage> passages, Query query, ZoneId zone) {
        var weeks = new TreeMap<LocalDate, Week>();
        for (var monday = monday(query.from());
                !monday.isAfter(query.to());
                monday = monday.plusWeeks(1)) {
            weeks.put(monday, new Week(monday, 0, Amount.ZERO));
        }
        for (var passage : passages) {
            if (passage.finished() != null) {
                var size = Objects.requireNonNullElse(passage.size(), Amount.ZERO);
                weeks.computeIfPresent(
                        monday(LocalDate.ofInstant(passage.finished(), zone)),
                        (monday, week) ->
                                new Week(monday, week.items() + 1, week.points().plus(size)));
            }
        }
        return List.copyOf(weeks.values());
    }

    private static LocalDate monday(LocalDate day) {
        return day.with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY));
    }
}
