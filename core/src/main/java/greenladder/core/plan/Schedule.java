package greenladder.core.plan;

import greenladder.core.value.ItemKey;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.PriorityQueue;

/**
 * Tasks laid into the hours of the people who have them: list scheduling (Graham 1969) with the
 * order as priority. Each task takes its person's earliest free hours, split where needed, in
 * hundredths of an hour, and none before what it needs has ended. Time O((t + d) log t) for t tasks
 * and d dependencies, beside the days that a person's hours are spread over.
 */
final class Schedule {
    /** An amount of work that one person has. */
    record Job(ItemKey task, String person, long hundredths) {}

    /**
     * A stretch of work within a day.
     *
     * @param from how many hundredths of the person's hours of that day are gone before it
     */
    record Part(ItemKey task, int day, long from, long hundredths) {}

    /** A moment: a day, and the fraction of a person's hours of it that are gone. */
    private record Moment(int day, long gone, long of) implements Comparable<Moment> {
        static final Moment START = new Moment(0, 0, 1);
        static final Moment NEVER = new Moment(Integer.MAX_VALUE, 0, 1);

        @Override
        public int compareTo(Moment other) {
            return day == other.day
                    ? Long.compare(gone * other.of, other.gone * of)
                    : Integer.compare(day, other.day);
        }

        /** The first hundredth of somebody's day that is not before it. */
        long within(int otherDay, long available) {
            return otherDay > day ? 0 : otherDay < day ? available : ceilDiv(gone * available, of);
        }

        private static long ceilDiv(long dividend, long divisor) {
            return -Math.floorDiv(-dividend, divisor);
        }
    }

    /** What has to have ended before something else begins. */
    private static final class Need {
        private int open;
        private Moment end = Moment.START;
        private ItemKey last;
        private final List<Integer> waiting = new ArrayList<>();

        Need(List<ItemKey> tasks) {
            open = tasks.size();
            last = tasks.getFirst();
        }
    }

    /** A free stretch of a day, its end not in it. */
    private record Free(int day, long from, long until) {}

    private final Map<String, long[]> available;
    private final List<Job> jobs;
    private final Map<ItemKey, List<Need>> needsOf = new HashMap<>();
    private final Map<ItemKey, List<Need>> partOf = new HashMap<>();
    private final Map<String, List<Free>> free = new HashMap<>();
    private final Map<String, List<Part>> parts = new HashMap<>();
    private final Map<ItemKey, Long> beyond = new HashMap<>();

    /**
     * @param available the hundredths of an hour that each person has on each day
     * @param jobs in order of priority
     * @param needs by task: what has to be done before it, as tasks of which each has to be
     */
    Schedule(
            Map<String, long[]> available,
            List<Job> jobs,
            Map<ItemKey, List<List<ItemKey>>> needs) {
        this.available = available;
        this.jobs = jobs;
        available.forEach((person, days) -> {
            var stretches = new ArrayList<Free>();
            for (int day = 0; day < days.length; day++) {
                if (days[day] > 0) {
                    stretches.add(new Free(day, 0, days[day]));
                }
            }
            free.put(person, stretches);
            parts.put(person, new ArrayList<>());
        });
        var shared = new HashMap<List<ItemKey>, Need>();
        needs.forEach((task, lists) -> {
            for (var list : lists) {
                var need = shared.computeIfAbsent(list, Need::new);
                needsOf.computeIfAbsent(task, any -> new ArrayList<>()).add(need);
            }
        });
        shared.forEach((list, need) ->
                list.forEach(
                        task -> partOf.computeIfAbsent(task, any -> new ArrayList<>()).add(need)));
        lay();
    }

    private void lay() {
        var waits = new int[jobs.size()];
        var isLaid = new boolean[jobs.size()];
        var ready = new PriorityQueue<Integer>();
        for (int i = 0; i < jobs.size(); i++) {
            for (var need : needsOf.getOrDefault(jobs.get(i).task(), List.of())) {
                need.waiting.add(i);
                waits[i]++;
            }
            if (waits[i] == 0) {
                ready.add(i);
            }
        }
        while (!ready.isEmpty()) {
            int next = ready.remove();
            isLaid[next] = true;
            var job = jobs.get(next);
            var end = lay(job, start(job.task()));
            for (var need : partOf.getOrDefault(job.task(), List.of())) {
                if (end.compareTo(need.end) >= 0) {
                    need.end = end;
                    need.last = job.task();
                }
                need.open--;
                if (need.open == 0) {
                    need.waiting.stream().filter(i -> --waits[i] == 0).forEach(ready::add);
                }
            }
        }
        for (int i = 0; i < jobs.size(); i++) {
            if (!isLaid[i]) {
                throw new IllegalArgumentException("a circle at " + jobs.get(i).task());
            }
        }
    }

    private Moment start(ItemKey task) {
        return needsOf.getOrDefault(task, List.of()).stream()
                .map(need -> need.end)
                .max(Comparator.naturalOrder())
                .orElse(Moment.START);
    }

    private Moment lay(Job job, Moment start) {
        var stretches = free.computeIfAbsent(job.person(), any -> new ArrayList<>());
        var hours = available.getOrDefault(job.person(), new long[0]);
        var laid = parts.computeIfAbsent(job.person(), any -> new ArrayList<>());
        long left = job.hundredths();
        var end = start;
        for (int i = 0; i < stretches.size() && left > 0; i++) {
            var stretch = stretches.get(i);
            long whole = hours[stretch.day()];
            long from = Math.max(stretch.from(), start.within(stretch.day(), whole));
            long taken = Math.min(left, stretch.until() - from);
            if (taken <= 0) {
                continue;
            }
            laid.add(new Part(job.task(), stretch.day(), from, taken));
            left -= taken;
            end = new Moment(stretch.day(), from + taken, whole);
            stretches.remove(i);
            if (from + taken < stretch.until()) {
                stretches.add(i, new Free(stretch.day(), from + taken, stretch.until()));
            }
            if (stretch.from() < from) {
                stretches.add(i, new Free(stretch.day(), stretch.from(), from));
            } else {
                i--;
            }
        }
        if (left > 0) {
            beyond.put(job.task(), left);
        }
        return left > 0 ? Moment.NEVER : end;
    }

    /** What a person does, from the first day on. */
    List<Part> partsOf(String person) {
        return parts.getOrDefault(person, List.of()).stream()
                .sorted(Comparator.comparingInt(Part::day).thenComparingLong(Part::from))
                .toList();
    }

    /** How many hundredths of a task do not fit. */
    long beyond(ItemKey task) {
        return beyond.getOrDefault(task, 0L);
    }

    /** The tasks that end last of what a task needs, one for each need. */
    List<ItemKey> waitsFor(ItemKey task) {
        return needsOf.getOrDefault(task, List.of()).stream()
                .map(need -> need.last)
                .distinct()
                .toList();
    }
}
