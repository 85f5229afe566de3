package greenladder.core.flow;

import greenladder.core.flow.DayCounts.Attribute;
import greenladder.core.level.Category;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import greenladder.core.work.CycleTimes;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.time.temporal.TemporalAdjusters;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.IntStream;
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
     * @param only the items that count; null for all
     */
    public record Query(
            String product,
            LocalDate from,
            LocalDate to,
            String level,
            @Nullable String team,
            boolean points,
            Instant now,
            @Nullable Set<ItemKey> only) {
        boolean isOf(ItemKey item, String itsLevel, @Nullable String itsTeam) {
            return itsLevel.equals(level)
                    && (team == null || team.equals(itsTeam))
                    && (only == null || only.contains(item));
        }

        boolean isOf(Passage passage) {
            return isOf(passage.item(), passage.level(), passage.team());
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
            String level,
            @Nullable String team,
            Instant created,
            @Nullable Instant started,
            @Nullable Instant finished,
            @Nullable Double leadDays,
            @Nullable Double cycleDays,
            int reopened,
            @Nullable Amount size) {}

    public record Week(LocalDate monday, int items, Amount points) {}

    public record Age(ItemKey item, double days) {}

    private static final long ONE = Amount.of(1).thousandths();
    private static final LocalDate FAR = LocalDate.of(9999, 12, 31);

    /**
     * Time O(what was finished or is under way + what changed since the last day + days × states).
     */
    public static Flow of(Past fold, Query query) {
        var until = query.endOf(query.to(), fold.zone());
        var later = fold.changed(query.product(), query.to().plusDays(1), FAR);
        var passages = new ArrayList<Passage>();
        for (var day : fold.finished(query.product(), query.from(), query.to())) {
            for (var passage : day.values()) {
                if (query.isOf(passage) && !later.contains(passage.item())) {
                    passages.add(passage);
                }
            }
        }
        var since = query.from().atStartOfDay(fold.zone()).toInstant();
        var ages = new ArrayList<Age>();
        for (var passage : fold.underWay(query.product(), query.level())) {
            if (query.isOf(passage) && !later.contains(passage.item())) {
                addUnderWay(passage, until, passages, ages);
            }
        }
        later.forEach(key -> addChanged(fold, key, query, until, since, passages, ages));
        ages.sort(Comparator.comparingDouble(Age::days).reversed());
        return new Flow(
                days(fold, query),
                spread(passages, Passage::leadDays),
                spread(passages, Passage::cycleDays),
                passages,
                weeks(passages, query, fold.zone()),
                ages);
    }

    private static void addUnderWay(
            Passage passage, Instant until, List<Passage> passages, List<Age> ages) {
        passages.add(passage);
        ages.add(new Age(passage.item(), days(Objects.requireNonNull(passage.started()), until)));
    }

    /** What has changed since: as it was then, where it was under way, or finished by then. */
    private static void addChanged(
            Past fold,
            ItemKey key,
            Query query,
            Instant until,
            Instant since,
            List<Passage> passages,
            List<Age> ages) {
        var past = fold.of(key).orElseThrow();
        var last = past.at(until).filter(Moment::counts);
        if (last.isEmpty() || !query.isOf(key, last.get().level(), last.get().team())) {
            return;
        }
        var passage = passage(past, last.get(), until);
        if (passage.finished() != null) {
            if (!passage.finished().isBefore(since)) {
                passages.add(passage);
            }
        } else if (passage.started() != null && last.get().isOpen()) {
            addUnderWay(passage, until, passages, ages);
        }
    }

    private static CycleTimes spread(
            List<Passage> passages, Function<Passage, @Nullable Double> days) {
        var all = new ArrayList<Double>(passages.size());
        for (var passage : passages) {
            var one = days.apply(passage);
            if (one != null) {
                all.add(one);
            }
        }
        return new CycleTimes(all);
    }

    static Passage passage(ItemPast item, Moment last, Instant until) {
        var steps = item.steps(until);
        var started = steps.started();
        var finished = steps.finished();
        var created = item.created();
        return new Passage(
                item.key(),
                last.level(),
                last.team(),
                created,
                started,
                finished,
                finished == null ? null : days(created, finished),
                finished == null || started == null ? null : days(started, finished),
                steps.reopened(),
                last.size());
    }

    private static double days(Instant from, Instant to) {
        return Duration.between(from, to).toMillis() / (double) Duration.ofDays(1).toMillis();
    }

    private static List<Day> days(Past fold, Query query) {
        var today = LocalDate.ofInstant(query.now(), fold.zone());
        var last = query.to().isAfter(today) ? today : query.to();
        int count = Math.max(0, (int) (last.toEpochDay() - query.from().toEpochDay()) + 1);
        var sums = new long[Category.values().length][count];
        var states = new TreeMap<String, long[]>();
        fold.counts(query.only())
                .of(query.product(), Attribute.STATE, query.level(), query.team())
                .forEach((key, series) -> {
                    var ofCategory = sums[key.category().ordinal()];
                    var ofState = states.computeIfAbsent(key.value(), any -> new long[count]);
                    series.tell(
                            query.from(),
                            count,
                            (day, here) -> {
                                long amount = query.points() ? here.points() : here.items() * ONE;
                                ofCategory[day] += amount;
                                ofState[day] += amount;
                            });
                });
        var days = new ArrayList<Day>(count);
        for (int i = 0; i < count; i++) {
            int day = i;
            var byState = new TreeMap<String, Amount>();
            states.forEach((state, amounts) -> byState.put(state, new Amount(amounts[day])));
            days.add(
                    new Day(
                            query.from().plusDays(day),
                            new Amount(sums[Category.TO_DO.ordinal()][day]),
                            new Amount(sums[Category.IN_PROGRESS.ordinal()][day]),
                            new Amount(sums[Category.DONE.ordinal()][day]),
                            byState));
        }
        return days;
    }

    private static List<Week> weeks(List<Passage> passages, Query query, ZoneId zone) {
        var first = monday(query.from());
        int count = Math.max(0, (int) ChronoUnit.WEEKS.between(first, monday(query.to())) + 1);
        var starts = new Instant[count];
        Arrays.setAll(starts, week -> first.plusWeeks(week).atStartOfDay(zone).toInstant());
        var end = first.plusWeeks(count).atStartOfDay(zone).toInstant();
        var items = new int[count];
        var points = new long[count];
        for (var passage : passages) {
            if (passage.finished() != null) {
                int found = Arrays.binarySearch(starts, passage.finished());
                int week = found >= 0 ? found : -found - 2;
                if (week >= 0 && passage.finished().isBefore(end)) {
                    items[week]++;
                    points[week] += passage.size() == null ? 0 : passage.size().thousandths();
                }
            }
        }
        return IntStream.range(0, count)
                .mapToObj(week ->
                        new Week(first.plusWeeks(week), items[week], new Amount(points[week])))
                .toList();
    }

    private static LocalDate monday(LocalDate day) {
        return day.with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY));
    }
}
