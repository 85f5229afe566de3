package greenladder.bench;

import java.time.Duration;
import java.time.LocalDate;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import org.openjdk.jmh.results.RunResult;

/** What was measured, held beside the figures of the architecture. */
final class Report {
    private final StringBuilder figures = new StringBuilder();
    private final StringBuilder details = new StringBuilder();
    private final LocalDate day;

    /** Above this the figures of a million items count. */
    private static final int LARGE = 300_000;

    Report(LocalDate day) {
        this.day = day;
    }

    void demo(Duration start, long memory, Map<String, Long> weights) {
        figure("Start of the demo, in memory", "≤ 8 s", seconds(start), start.toMillis() <= 8000);
        long total = weights.values().stream().mapToLong(Long::longValue).sum();
        figure("First screen over the wire", "≤ 200 kB", kilobytes(total), total <= 200_000);
        details.append("\nThe demo holds ").append(memory).append(" MB after its start.\n");
        details.append(
                "\n## The first screen, bytes over the wire\n\n| what | bytes |\n| --- | ---: |\n");
        weights.forEach((path, bytes) ->
                details.append("| `%s` | %,d |%n".formatted(withoutHash(path), bytes)));
        details.append("| all | %,d |%n".formatted(total));
    }

    void kept(int items, int people, Duration start, long memory, long heap) {
        details.append(
                "%n## %,d items, %d people%n%nStart with what is kept: %s; memory after it %d MB.%n"
                        .formatted(items, people, seconds(start), memory));
        double perItem = heap / 1000.0 / items;
        figure(
                "Live heap after a full collection, an item of %,d".formatted(items),
                "≤ 2.0 kB",
                "%.1f kB".formatted(perItem),
                perItem <= 2.0);
    }

    /** How much more a visit costs where there is more. */
    void growth(
            Map<String, Duration> few, int fewItems, Map<String, Duration> many, int manyItems) {
        details.append(
                """

                ## What a visit costs

                Processor time of the server's process for each visit, without that of its compiler: the middle of five means.

                | view | with %,d items, ms | with %,d items, ms | grows |
                | --- | ---: | ---: | ---: |
                """
                        .formatted(fewItems, manyItems));
        double most = 0;
        for (var view : many.entrySet()) {
            double before = few.getOrDefault(view.getKey(), view.getValue()).toNanos() / 1e6;
            double now = view.getValue().toNanos() / 1e6;
            most = Math.max(most, now / before);
            details.append(
                    String.format(
                            Locale.ROOT,
                            "| %s | %.2f | %.2f | %.1f × |%n",
                            view.getKey(),
                            before,
                            now,
                            now / before));
        }
        figure(
                "Cost of the visit that grows most, from %,d to %,d items"
                        .formatted(fewItems, manyItems),
                "≤ 1.5 ×",
                String.format(Locale.ROOT, "%.1f ×", most),
                most <= 1.5);
    }

    void load(Latencies latencies, int items, Duration time, long memory) {
        int mostForPages = items > LARGE ? 200 : 100;
        int mostForChanges = items > LARGE ? 40 : 25;
        details.append(
                "%n%d s of work, after a warm-up; failures: %d; memory at the end %d MB.%n%n"
                        .formatted(time.toSeconds(), latencies.failures(), memory));
        details.append(
                "| request | count | p50 ms | p95 ms | p99 ms | mean bytes |%n| --- | ---: | ---: | ---: | ---: | ---: |%n"
                        .formatted());
        double slowestPage = 0;
        double slowestChange = 0;
        long heaviestView = 0;
        for (var line : latencies.lines()) {
            details.append(
                    String.format(
                            Locale.ROOT,
                            "| %s | %d | %.1f | %.1f | %.1f | %,d |%n",
                            line.kind(),
                            line.count(),
                            line.p50(),
                            line.p95(),
                            line.p99(),
                            line.bytes()));
            if (line.kind().startsWith("Change")) {
                slowestChange = Math.max(slowestChange, line.p95());
            } else {
                slowestPage = Math.max(slowestPage, line.p95());
            }
            if (!line.kind().contains("whole page")) {
                heaviestView = Math.max(heaviestView, line.bytes());
            }
        }
        figure(
                "Page or fragment, slowest kind, p95",
                "≤ %d ms".formatted(mostForPages),
                milliseconds(slowestPage),
                slowestPage <= mostForPages);
        figure(
                "One change, durable, slowest kind, p95",
                "≤ %d ms".formatted(mostForChanges),
                milliseconds(slowestChange),
                slowestChange <= mostForChanges);
        figure(
                "Later view over the wire, heaviest kind, mean",
                "≤ 60 kB",
                kilobytes(heaviestView),
                heaviestView <= 60_000);
    }

    void core(Collection<RunResult> results) {
        var scores = new LinkedHashMap<String, Double>();
        details.append(
                "\n"
                        + "## The core, by JMH\n\n"
                        + "| benchmark | items | least | mean |\n"
                        + "| --- | ---: | ---: | ---: |\n");
        for (var result : results) {
            var name = result.getPrimaryResult().getLabel();
            var size = result.getParams().getParam("size");
            var runs = result.getPrimaryResult().getStatistics();
            // The least is what the code takes; the mean holds what else the machine did.
            double least = runs.getMin();
            scores.put(name + " " + size, least);
            details.append(
                    String.format(
                            Locale.ROOT,
                            "| %s | %,d | %,.1f µs | %,.1f µs |%n",
                            name,
                            Integer.parseInt(size),
                            least,
                            runs.getMean()));
        }
        double path = scores.getOrDefault("oneSizeChanged 100000", 0.0);
        figure(
                "One path computed again, 100,000 items",
                "≤ 50 µs",
                String.format(Locale.ROOT, "%.0f µs", path),
                path <= 50);
        double times =
                scores.getOrDefault("allRollUps 1000000", 0.0)
                        / scores.getOrDefault("plainPass 1000000", 1.0);
        figure(
                "All roll-ups of 1,000,000 items beside a plain pass",
                "≤ 4 ×",
                String.format(Locale.ROOT, "%.1f ×", times),
                times <= 4);
    }

    String text() {
        return """
        # Performance

        Written by `./ladder bench` on %s, on %d processors. People work with two to six seconds between two
        acts, each with an open stream of events; the load runs on the same machine as the application and takes
        its share of it. Times are as the client sees them, over loopback. Why a figure is missed, and what is planned,
        stands in [performance-plan.md](performance-plan.md).

        | figure | wanted | measured | met |
        | --- | --- | --- | --- |
        %s%s\
        """
                .formatted(
                        day,
                        Runtime.getRuntime().availableProcessors(),
                        figures.toString(),
                        details);
    }

    private void figure(String name, String wanted, String measured, boolean met) {
        figures.append(
                "| %s | %s | %s | %s |%n"
                        .formatted(name, wanted, measured, met ? "yes" : "**no**"));
    }

    private static String withoutHash(String path) {
        return path.replaceAll("-[0-9a-f]{32}", "").replaceAll("/v[0-9TZ:-]+/", "/");
    }

    private static String seconds(Duration time) {
        return String.format(Locale.ROOT, "%.1f s", time.toMillis() / 1000.0);
    }

    private static String milliseconds(double time) {
        return String.format(Locale.ROOT, "%.0f ms", time);
    }

    private static String kilobytes(long bytes) {
        return String.format(Locale.ROOT, "%.0f kB", bytes / 1000.0);
    }
}
