package greenladder.core.plan;

import greenladder.core.sprint.Sprint;
import greenladder.core.sprint.SprintPlan.Tally;
import greenladder.core.team.Calendar;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import java.math.BigDecimal;
import java.math.MathContext;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * What became of a sprint, told by its ledger: from what was committed to at the start to what was
 * completed and carried over at the close, or stands so now. <em>committed + added − removed +
 * re-sized = completed + carried over</em>, in points; in items the same without re-sized.
 *
 * @param committed null before the start, as everything but what it holds now
 * @param days none before the start
 */
public record SprintReport(
        @Nullable Share committed,
        Share added,
        Share removed,
        Tally resized,
        Share completed,
        Share carriedOver,
        List<Day> days) {

    /**
     * Some of the items of a sprint and what they come to.
     *
     * @param sizes by item, nothing for what is not sized
     */
    public record Share(Tally tally, SortedMap<ItemKey, Amount> sizes) {
        public Set<ItemKey> items() {
            return sizes.keySet();
        }

        static Share of(Map<ItemKey, Amount> sizes) {
            var sum = Tally.NONE;
            for (var size : sizes.values()) {
                sum = sum.plus(size);
            }
            return new Share(sum, new TreeMap<>(sizes));
        }
    }

    /**
     * A day of the burndown, as it was at its end.
     *
     * @param remaining points not done; with the other figures null on days to come
     * @param ideal what would be left if as much was done each working day
     * @param scope all points of the sprint
     * @param remainingHours of the tasks
     * @param idealHours the same as the ideal, from the hours that remained at the start
     */
    public record Day(
            LocalDate date,
            boolean workingDay,
            @Nullable Amount remaining,
            BigDecimal ideal,
            @Nullable Amount scope,
            @Nullable Amount remainingHours,
            BigDecimal idealHours,
            List<ScopeChange> changes) {
        public @Nullable Amount done() {
            return scope == null || remaining == null ? null : scope.minus(remaining);
        }
    }

    /** A change of what a sprint holds, after its start. */
    public record ScopeChange(ItemKey item, What what, Amount points) {
        /** What happened. */
        public enum What {
            ADDED("added"),
            REMOVED("removed"),
            RESIZED("resized");

            private final String label;

            What(String label) {
                this.label = label;
            }

            public String label() {
                return label;
            }
        }
    }

    /**
     * Folds the ledger of a sprint. Time O(e + d log d) for e lines and d days.
     *
     * @param entries in the order of the log, those of items that the reader may see
     * @param zone in which days end
     */
    public static SprintReport of(
            Sprint sprint,
            Calendar calendar,
            Collection<SprintEntry> entries,
            ZoneId zone,
            Instant now) {
        return new Fold(sprint, calendar, zone, now).of(entries);
    }

    /** An item as it stands in a sprint. */
    private record Standing(@Nullable Amount amount, boolean done) {
        Amount points() {
            return Objects.requireNonNullElse(amount, Amount.ZERO);
        }
    }

    private static final class Fold {
        private final Sprint sprint;
        private final Calendar calendar;
        private final ZoneId zone;
        private final Instant now;

        /** The last day that is told of. */
        private final LocalDate last;

        private final Map<ItemKey, Standing> parts = new HashMap<>();
        private final Map<ItemKey, Standing> tasks = new HashMap<>();
        private @Nullable Map<ItemKey, Standing> atStart;
        private @Nullable Map<ItemKey, Standing> atEnd;
        private Map<ItemKey, Standing> tasksAtEnd = Map.of();
        private BigDecimal hoursAtStart = BigDecimal.ZERO;

        /** The size at which an item came last into the started sprint, and at which it left. */
        private final Map<ItemKey, Amount> cameAt = new HashMap<>();

        private final Map<ItemKey, Amount> leftAt = new HashMap<>();

        /** The same as they stood at the close. */
        private Map<ItemKey, Amount> cameAtEnd = Map.of();

        private Map<ItemKey, Amount> leftAtEnd = Map.of();

        private final TreeMap<LocalDate, List<ScopeChange>> changes = new TreeMap<>();
        private final TreeMap<LocalDate, Figures> ends = new TreeMap<>();

        /** The day on which the line before was written. */
        private @Nullable LocalDate day;

        private record Figures(Amount remaining, Amount scope, Amount hours) {}

        Fold(Sprint sprint, Calendar calendar, ZoneId zone, Instant now) {
            this.sprint = sprint;
            this.calendar = calendar;
            this.zone = zone;
            this.now = now;
            var until = dayOf(Objects.requireNonNullElse(sprint.closedAt(), now));
            this.last = until.isAfter(sprint.finish()) ? until : sprint.finish();
        }

        SprintReport of(Collection<SprintEntry> entries) {
            entries.forEach(this::take);
            var end = atEnd == null ? parts : atEnd;
            var start = atStart;
            var done = new HashMap<ItemKey, Amount>();
            var open = new HashMap<ItemKey, Amount>();
            end.forEach((key, one) -> (one.done() ? done : open).put(key, one.points()));
            if (start == null) {
                return new SprintReport(
                        null,
                        Share.of(Map.of()),
                        Share.of(Map.of()),
                        Tally.NONE,
                        Share.of(done),
                        Share.of(open),
                        List.of());
            }
            var added = new HashMap<ItemKey, Amount>();
            var removed = new HashMap<ItemKey, Amount>();
            var resized = Tally.NONE;
            for (var key : union(start.keySet(), end.keySet())) {
                var was = start.get(key);
                var is = end.get(key);
                var from = was == null ? came(key) : was.points();
                var to = is == null ? left(key) : is.points();
                if (was == null) {
                    added.put(key, from);
                } else if (is == null) {
                    removed.put(key, to);
                }
                if (!from.equals(to)) {
                    resized = resized.plus(to.minus(from));
                }
            }
            return new SprintReport(
                    Share.of(points(start)),
                    Share.of(added),
                    Share.of(removed),
                    resized,
                    Share.of(done),
                    Share.of(open),
                    days(start));
        }

        private Amount came(ItemKey key) {
            return (atEnd == null ? cameAt : cameAtEnd).getOrDefault(key, Amount.ZERO);
        }

        private Amount left(ItemKey key) {
            return (atEnd == null ? leftAt : leftAtEnd).getOrDefault(key, Amount.ZERO);
        }

        private void take(SprintEntry entry) {
            passDays(entry.at());
            switch (entry.kind()) {
                case START -> {
                    atStart = new HashMap<>(parts);
                    hoursAtStart = figures().hours().toDecimal();
                    day = dayOf(entry.at());
                }
                case UNSTART -> {
                    atStart = null;
                    day = null;
                    changes.clear();
                    ends.clear();
                    cameAt.clear();
                    leftAt.clear();
                }
                case CLOSE -> {
                    atEnd = new HashMap<>(parts);
                    tasksAtEnd = new HashMap<>(tasks);
                    cameAtEnd = Map.copyOf(cameAt);
                    leftAtEnd = Map.copyOf(leftAt);
                }
                case REOPEN -> {
                    atEnd = null;
                    tasksAtEnd = Map.of();
                }
                case TASK -> stand(tasks, entry);
                case PART -> {
                    var key = Objects.requireNonNull(entry.item());
                    var was = parts.get(key);
                    stand(parts, entry);
                    if (atStart != null) {
                        note(key, was, parts.get(key), dayOf(entry.at()));
                    }
                }
            }
        }

        private static void stand(Map<ItemKey, Standing> all, SprintEntry entry) {
            var key = Objects.requireNonNull(entry.item());
            if (entry.inside()) {
                all.put(key, new Standing(entry.amount(), entry.done()));
            } else {
                all.remove(key);
            }
        }

        private void note(
                ItemKey key, @Nullable Standing was, @Nullable Standing is, LocalDate when) {
            if (was == null && is != null) {
                cameAt.put(key, is.points());
                change(when, new ScopeChange(key, ScopeChange.What.ADDED, is.points()));
            } else if (was != null && is == null) {
                leftAt.put(key, was.points());
                change(when, new ScopeChange(key, ScopeChange.What.REMOVED, was.points()));
            } else if (was != null && is != null && !was.points().equals(is.points())) {
                change(
                        when,
                        new ScopeChange(
                                key, ScopeChange.What.RESIZED, is.points().minus(was.points())));
            }
        }

        private void change(LocalDate when, ScopeChange change) {
            if (atEnd == null) {
                changes.computeIfAbsent(when, any -> new ArrayList<>()).add(change);
            }
        }

        /** Notes the figures of the days that have ended before a time. */
        private void passDays(Instant at) {
            var today = dayOf(at);
            while (day != null && day.isBefore(today) && !day.isAfter(last)) {
                ends.put(day, figures());
                day = day.plusDays(1);
            }
        }

        private Figures figures() {
            var scope = Amount.ZERO;
            var remaining = Amount.ZERO;
            for (var one : (atEnd == null ? parts : atEnd).values()) {
                scope = scope.plus(one.points());
                remaining = one.done() ? remaining : remaining.plus(one.points());
            }
            var hours = Amount.ZERO;
            for (var task : (atEnd == null ? tasks : tasksAtEnd).values()) {
                hours = hours.plus(task.points());
            }
            return new Figures(remaining, scope, hours);
        }

        private List<Day> days(Map<ItemKey, Standing> start) {
            var first = dayOf(Objects.requireNonNullElse(sprint.startedAt(), now));
            var today = dayOf(now);
            if (day != null) {
                passDays(now);
                ends.put(today, figures());
            }
            var committed = BigDecimal.ZERO;
            for (var one : start.values()) {
                committed = committed.add(one.points().toDecimal());
            }
            int working = calendar.workingDays(first, sprint.finish()).size();
            int worked = 0;
            var days = new ArrayList<Day>();
            for (var date = first; !date.isAfter(last); date = date.plusDays(1)) {
                boolean isWorking = calendar.isWorkingDay(date);
                worked += isWorking && !date.isAfter(sprint.finish()) ? 1 : 0;
                var known = date.isAfter(today) ? null : ends.get(date);
                days.add(
                        new Day(
                                date,
                                isWorking,
                                known == null ? null : known.remaining(),
                                ideal(committed, worked, working),
                                known == null ? null : known.scope(),
                                known == null ? null : known.hours(),
                                ideal(hoursAtStart, worked, working),
                                changes.getOrDefault(date, List.of())));
            }
            return days;
        }

        private static BigDecimal ideal(BigDecimal atStart, int worked, int working) {
            return working == 0
                    ? BigDecimal.ZERO
                    : atStart.multiply(BigDecimal.valueOf((long) working - worked))
                            .divide(BigDecimal.valueOf(working), MathContext.DECIMAL64);
        }

        private LocalDate dayOf(Instant at) {
            return LocalDate.ofInstant(at, zone);
        }

        private static Map<ItemKey, Amount> points(Map<ItemKey, Standing> all) {
            var points = new HashMap<ItemKey, Amount>();
            all.forEach((key, one) -> points.put(key, one.points()));
            return points;
        }

        private static Set<ItemKey> union(Set<ItemKey> some, Set<ItemKey> others) {
            var all = new HashSet<>(some);
            all.addAll(others);
            return all;
        }
    }
}
