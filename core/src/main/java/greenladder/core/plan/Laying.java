package greenladder.core.plan;

import greenladder.core.item.Item;
import greenladder.core.plan.Load.Laid;
import greenladder.core.plan.Load.OnDay;
import greenladder.core.plan.Load.TaskHours;
import greenladder.core.plan.Load.Wait;
import greenladder.core.snapshot.Links;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** The open tasks of a sprint, laid into the days that are left. */
final class Laying {
    private final List<LocalDate> dates;
    private final Map<String, long[]> available = new HashMap<>();
    private final List<Item> open;
    private final Schedule schedule;

    /**
     * @param byPerson whose tasks they are
     * @param open all of them, in order of priority
     */
    Laying(
            Snapshot snapshot,
            Availability availability,
            Map<String, List<TaskHours>> byPerson,
            LocalDate from,
            List<Item> open) {
        this.open = open;
        dates = availability.daysFrom(from);
        byPerson.keySet().forEach(person -> available.put(person, hoursOf(availability, person)));
        schedule = new Schedule(available, jobs(), needs(snapshot));
    }

    private long[] hoursOf(Availability availability, String person) {
        return dates.stream()
                .mapToLong(day ->
                        availability
                                .onDay(person, day)
                                .movePointRight(2)
                                .setScale(0, RoundingMode.DOWN)
                                .longValue())
                .toArray();
    }

    private List<Schedule.Job> jobs() {
        return open.stream()
                .filter(Laying::isLaid)
                .map(item ->
                        new Schedule.Job(
                                item.key(),
                                String.valueOf(item.assignee()),
                                hundredths(item.remainingHours())))
                .toList();
    }

    /** Tasks of nobody, and those of which nobody said how long they take, have no place. */
    private static boolean isLaid(Item item) {
        return item.assignee() != null && item.remainingHours() != null;
    }

    private static long hundredths(@Nullable Amount hours) {
        return hours == null ? 0 : (hours.thousandths() + 5) / 10;
    }

    /** By task: the tasks of each thing that it needs, itself or through what stands above it. */
    private Map<ItemKey, List<List<ItemKey>>> needs(Snapshot snapshot) {
        var links = new Links(snapshot);
        var neededBy = new LinkedHashMap<ItemKey, List<ItemKey>>();
        var needed = new HashMap<ItemKey, List<ItemKey>>();
        for (var item : open) {
            if (isLaid(item)) {
                var needs =
                        withAbove(snapshot, item)
                                .flatMap(one -> links.needs(one).stream())
                                .map(linked -> linked.to().key())
                                .distinct()
                                .toList();
                if (!needs.isEmpty()) {
                    neededBy.put(item.key(), needs);
                    needs.forEach(key -> needed.put(key, new ArrayList<>()));
                }
            }
        }
        if (neededBy.isEmpty()) {
            return Map.of();
        }
        open.stream()
                .filter(Laying::isLaid)
                .forEach(item ->
                        withAbove(snapshot, item)
                                .map(Item::key)
                                .forEach(key ->
                                        needed.computeIfPresent(
                                                key,
                                                (any, tasks) -> {
                                                    tasks.add(item.key());
                                                    return tasks;
                                                })));
        var lists = new HashMap<ItemKey, List<List<ItemKey>>>();
        neededBy.forEach((task, keys) ->
                lists.put(
                        task,
                        keys.stream().map(needed::get).filter(list -> !list.isEmpty()).toList()));
        return lists;
    }

    private static Stream<Item> withAbove(Snapshot snapshot, Item item) {
        return Stream.concat(
                Stream.of(item), snapshot.ancestors(item).stream().map(node -> node.item()));
    }

    List<OnDay> days(String person) {
        var byDay = new ArrayList<List<Laid>>();
        dates.forEach(any -> byDay.add(new ArrayList<>()));
        var taken = new long[dates.size()];
        var hours = available.getOrDefault(person, taken);
        for (var part : schedule.partsOf(person)) {
            byDay.get(part.day())
                    .add(
                            new Laid(
                                    part.task(),
                                    BigDecimal.valueOf(part.from(), 2),
                                    new Amount(part.hundredths() * 10)));
            taken[part.day()] += part.hundredths();
        }
        var days = new ArrayList<OnDay>();
        for (int i = 0; i < taken.length; i++) {
            days.add(
                    new OnDay(
                            dates.get(i),
                            BigDecimal.valueOf(taken[i], 2),
                            BigDecimal.valueOf(hours[i], 2),
                            List.copyOf(byDay.get(i))));
        }
        return days;
    }

    /** What of some tasks does not fit. */
    List<TaskHours> beyond(List<TaskHours> tasks) {
        return tasks.stream()
                .filter(task -> schedule.beyond(task.task()) > 0)
                .map(task ->
                        new TaskHours(
                                task.task(),
                                new Amount(schedule.beyond(task.task()) * 10),
                                task.skill()))
                .toList();
    }

    List<Wait> waits() {
        return open.stream()
                .flatMap(item ->
                        schedule.waitsFor(item.key()).stream()
                                .map(after -> new Wait(item.key(), after)))
                .toList();
    }
}
