package greenladder.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.plan.Schedule.Job;
import greenladder.core.plan.Schedule.Part;
import greenladder.core.value.ItemKey;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.testng.annotations.Test;

public class ScheduleTests {

    private static ItemKey key(int number) {
        return new ItemKey("MSF", number);
    }

    private static Job job(int number, String person, long hours) {
        return new Job(key(number), person, hours * 100);
    }

    private static Part part(int task, int day, long from, long hours) {
        return new Part(key(task), day, from * 100, hours * 100);
    }

    @Test
    public void tasksShouldBeSplitOverDays() {
        var days = Map.of("ada", new long[] {600, 600, 600});
        var jobs = List.of(job(1, "ada", 4), job(2, "ada", 6), job(3, "ada", 5));
        assertThat(new Schedule(days, jobs, Map.of()).partsOf("ada"))
                .containsExactly(
                        part(1, 0, 0, 4),
                        part(2, 0, 4, 2),
                        part(2, 1, 0, 4),
                        part(3, 1, 4, 2),
                        part(3, 2, 0, 3));
    }

    @Test
    public void hoursBeforeWhatWaitsShouldBeUsed() {
        var days = Map.of("ada", new long[] {600, 600}, "ben", new long[] {300, 300});
        var jobs = List.of(job(1, "ada", 2), job(2, "ben", 1), job(3, "ada", 4));
        // Ben's third of a day is two of Ada's six hours.
        var schedule = new Schedule(days, jobs, Map.of(key(1), List.of(List.of(key(2)))));
        assertThat(schedule.partsOf("ada"))
                .containsExactly(part(3, 0, 0, 2), part(1, 0, 2, 2), part(3, 0, 4, 2));
        assertThat(schedule.waitsFor(key(1))).containsExactly(key(2));
    }

    @Test
    public void whatWaitsForSomethingBeyondShouldBeBeyond() {
        var days = Map.of("ada", new long[] {600}, "ben", new long[] {600});
        var jobs = List.of(job(1, "ada", 7), job(2, "ben", 1));
        var schedule = new Schedule(days, jobs, Map.of(key(2), List.of(List.of(key(1)))));
        assertThat(schedule.beyond(key(1))).isEqualTo(100);
        assertThat(schedule.beyond(key(2))).isEqualTo(100);
    }

    @Test
    public void randomCasesShouldHold() {
        var random = new Random(14);
        for (int round = 0; round < 400; round++) {
            var days = new HashMap<String, long[]>();
            for (var person : List.of("ada", "ben", "cleo")) {
                days.put(person, random.longs(5, 0, 9).map(hours -> hours * 80).toArray());
            }
            var people = List.copyOf(days.keySet());
            var jobs = new ArrayList<Job>();
            var needs = new HashMap<ItemKey, List<List<ItemKey>>>();
            for (int i = 0; i < 9; i++) {
                jobs.add(new Job(key(i), people.get(random.nextInt(3)), random.nextInt(1, 1200)));
                var before = new ArrayList<ItemKey>();
                for (int j = 0; j < i; j++) {
                    if (random.nextInt(5) == 0) {
                        before.add(key(j));
                    }
                }
                if (!before.isEmpty()) {
                    needs.put(key(i), List.of(before));
                }
            }
            Collections.shuffle(jobs, random);
            check(days, jobs, needs, new Schedule(days, jobs, needs));
        }
    }

    private static void check(
            Map<String, long[]> days,
            List<Job> jobs,
            Map<ItemKey, List<List<ItemKey>>> needs,
            Schedule schedule) {
        var start = new HashMap<ItemKey, Double>();
        var end = new HashMap<ItemKey, Double>();
        for (var job : jobs) {
            long placed = 0;
            for (var part : schedule.partsOf(job.person())) {
                if (part.task().equals(job.task())) {
                    double whole = days.get(job.person())[part.day()];
                    placed += part.hundredths();
                    start.merge(job.task(), part.day() + part.from() / whole, Math::min);
                    end.merge(
                            job.task(),
                            part.day() + (part.from() + part.hundredths()) / whole,
                            Math::max);
                }
            }
            assertThat(placed + schedule.beyond(job.task())).isEqualTo(job.hundredths());
            if (schedule.beyond(job.task()) > 0) {
                end.put(job.task(), 99.0);
            }
        }
        for (var job : jobs) {
            double ready =
                    needs.getOrDefault(job.task(), List.of()).stream()
                            .flatMap(List::stream)
                            .mapToDouble(end::get)
                            .max()
                            .orElse(0);
            if (start.containsKey(job.task())) {
                assertThat(start.get(job.task())).isGreaterThanOrEqualTo(ready - 1e-9);
            }
            requireNoIdling(days.get(job.person()), job, ready, end.get(job.task()), schedule);
        }
    }

    /** From the moment that it could run until it ends, its person's hours are all taken. */
    private static void requireNoIdling(
            long[] days, Job job, double ready, double end, Schedule schedule) {
        for (int day = 0; day < days.length; day++) {
            if (days[day] == 0) {
                continue;
            }
            long at = 0;
            var parts = new ArrayList<>(schedule.partsOf(job.person()));
            parts.add(new Part(key(99), day, days[day], 0));
            for (var part : parts) {
                if (part.day() != day) {
                    continue;
                }
                assertThat(part.from()).isGreaterThanOrEqualTo(at);
                // A gap of less than a hundredth is no gap.
                double from = Math.max(day + at / (double) days[day], ready + 1.0 / days[day]);
                double until = Math.min(day + part.from() / (double) days[day], end);
                assertThat(until - from).isLessThanOrEqualTo(1e-9);
                at = part.from() + part.hundredths();
            }
        }
    }
}
