package greenladder.bench;

import java.util.Arrays;
import java.util.Map;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ConcurrentSkipListMap;
import java.util.concurrent.atomic.AtomicLong;

/** How long requests took and how much they weighed, by kind; safe for use by several threads. */
final class Latencies {
    private final Map<String, ConcurrentLinkedQueue<Long>> nanos = new ConcurrentSkipListMap<>();
    private final Map<String, AtomicLong> bytes = new ConcurrentSkipListMap<>();
    private final AtomicLong failures = new AtomicLong();

    /** Times in milliseconds, the mean weight in bytes as they came over the wire. */
    record Line(String kind, int count, double p50, double p95, double p99, long bytes) {}

    void add(String kind, long time, long wire, boolean failed) {
        nanos.computeIfAbsent(kind, any -> new ConcurrentLinkedQueue<>()).add(time);
        bytes.computeIfAbsent(kind, any -> new AtomicLong()).addAndGet(wire);
        if (failed) {
            failures.incrementAndGet();
        }
    }

    long failures() {
        return failures.get();
    }

    java.util.List<Line> lines() {
        return nanos.entrySet().stream()
                .map(one -> {
                    var sorted =
                            one.getValue().stream().mapToLong(Long::longValue).sorted().toArray();
                    return new Line(
                            one.getKey(),
                            sorted.length,
                            at(sorted, 0.50),
                            at(sorted, 0.95),
                            at(sorted, 0.99),
                            bytes.get(one.getKey()).get() / sorted.length);
                })
                .toList();
    }

    /** By the nearest rank. */
    private static double at(long[] sorted, double share) {
        int rank = (int) Math.ceil(share * sorted.length);
        return sorted[Math.clamp(rank - 1, 0, sorted.length - 1)] / 1e6;
    }

    @Override
    public String toString() {
        return Arrays.toString(lines().toArray());
    }
}
