package greenladder.core.flow;

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
import java.util.Collection;
import java.util.Comparator;
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
     * @param zone in which days end
     */
    public record Query(
            LocalDate from,
            LocalDate to,
            String level,
            @Nullable String team,
            boolean points,
            ZoneId zone,
            Instant now) {
        boolean asksFor(Moment moment) {
            return moment.counts()
                    && moment.level().equals(level)
                    && (team == null || team.equals(moment.team()));
        }

        /** The end of a day, or now where that is earlier. */
        Instant endOf(LocalDate day) {
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

    /** Time O(moments of the items + items × log + days × states). */
    public static Flow of(Collection<ItemPast> items, Query query) {
        var until = query.endOf(query.to());
        var since = query.from().atStartOfDay(query.zone()).toInstant();
        var passages = new ArrayList<Passage>();
        var ages = new ArrayList<Age>();
        for (var item : items) {
            var last = item.at(until);
            if (last.isEmpty() || !query.asksFor(last.get())) {
                continue;
            }
            var passage = passage(item, last.get(), until);
            var finished = passage.finished();
            if (finished != null && !finished.isBefore(since)) {
                passages.add(passage);
            } else if (passage.started() != null && finished == null) {
                passages.add(passage);
                ages.add(new Age(item.key(), days(passage.started(), until)));
            }
        }
        passages.sort(Comparator.comparing(Passage::item));
        ages.sort(Comparator.comparing(Age::days).reversed());
        return new Flow(
                days(items, query),
                spread(passages.stream().map(Passage::leadDays)),
                spread(passages.stream().map(Passage::cycleDays)),
                passages,
                weeks(passages, query),
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

    /** Sums that change day by day: each moment takes out what was and puts in what is. */
    private static List<Day> days(Collection<ItemPast> items, Query query) {
        var changes = new TreeMap<LocalDate, Sums>();
        var standing = new Sums();
        for (var item : items) {
            Moment before = null;
            for (var moment : item.moments()) {
                if (moment.at().isAfter(query.now())) {
                    break;
                }
                var day = LocalDate.ofInstant(moment.at(), query.zone());
                var sums =
                        day.isBefore(query.from())
                                ? standing
                                : changes.computeIfAbsent(day, any -> new Sums());
                if (before != null && query.asksFor(before)) {
                    sums.add(before, query, -1);
                }
                if (query.asksFor(moment)) {
                    sums.add(moment, query, 1);
                }
                before = moment;
            }
        }
        var days = new ArrayList<Day>();
        var today = LocalDate.ofInstant(query.now(), query.zone());
        for (var day = query.from();
                !day.isAfter(query.to()) && !day.isAfter(today);
                day = day.plusDays(1)) {
            var sums = changes.get(day);
            if (sums != null) {
                standing.add(sums);
            }
            days.add(standing.day(day));
        }
        return days;
    }

    private static List<Week> weeks(List<Passage> passages, Query query) {
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
                        monday(LocalDate.ofInstant(passage.finished(), query.zone())),
                        (monday, week) ->
                                new Week(monday, week.items() + 1, week.points().plus(size)));
            }
        }
        return List.copyOf(weeks.values());
    }

    private static LocalDate monday(LocalDate day) {
        return day.with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY));
    }

    /** What stands in each state. */
    private static final class Sums {
        private final Map<Category, Long> byCategory = new TreeMap<>();
        private final Map<String, Long> byState = new TreeMap<>();

        private void add(Moment moment, Query query, int sign) {
            long amount =
                    sign
                            * (!query.points()
                                    ? Amount.of(1).thousandths()
                                    : moment.size() == null ? 0 : moment.size().thousandths());
            byCategory.merge(Objects.requireNonNull(moment.category()), amount, Long::sum);
            byState.merge(moment.state(), amount, Long::sum);
        }

        private void add(Sums other) {
            other.byCategory.forEach(
                    (category, amount) -> byCategory.merge(category, amount, Long::sum));
            other.byState.forEach((state, amount) -> byState.merge(state, amount, Long::sum));
        }

        private Day day(LocalDate date) {
            var states = new TreeMap<String, Amount>();
            byState.forEach((state, amount) -> states.put(state, new Amount(amount)));
            return new Day(
                    date, of(Category.TO_DO), of(Category.IN_PROGRESS), of(Category.DONE), states);
        }

        private Amount of(Category category) {
            return new Amount(byCategory.getOrDefault(category, 0L));
        }
    }
}
