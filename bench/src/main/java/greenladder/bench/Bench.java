package greenladder.bench;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import org.openjdk.jmh.runner.Runner;
import org.openjdk.jmh.runner.options.OptionsBuilder;
import org.openjdk.jmh.runner.options.TimeValue;

/**
 * Measures {@code core} with JMH and the application with people at work, bounded in time, and
 * writes what came out beside what is wanted. Arguments: the folder of the unpacked application,
 * the report to write, the number of items, and the script that starts the demo.
 */
public final class Bench {
    private static final int PEOPLE = 50;
    private static final int STARTS = 3;
    private static final int FEW_ITEMS = 10_000;
    private static final Duration WARM_UP = Duration.ofSeconds(60);
    private static final Duration LOAD = Duration.ofSeconds(120);

    private Bench() {}

    public static void main(String[] arguments) throws Exception {
        var folder = Path.of(arguments[0]);
        var report = new Report(LocalDate.now());
        int items = Integer.parseInt(arguments[2]);
        var data = Files.createTempDirectory("greenladder-bench");
        try {
            demo(Path.of(arguments[3]), report);
            var few = few(folder);
            load(folder, data, items, few, report);
            report.core(
                    new Runner(
                                    new OptionsBuilder()
                                            .include(SnapshotBenchmark.class.getName())
                                            .forks(1)
                                            .warmupIterations(2)
                                            .warmupTime(TimeValue.seconds(1))
                                            .measurementIterations(5)
                                            .measurementTime(TimeValue.seconds(1))
                                            .shouldFailOnError(true)
                                            .build())
                            .run());
        } finally {
            delete(data);
        }
        Files.writeString(Path.of(arguments[1]), report.text());
        System.out.println("written: " + arguments[1]);
    }

    /** Of some starts the middle one counts: what else the machine does may hold one up. */
    private static void demo(Path ladder, Report report) throws Exception {
        var starts = new ArrayList<Duration>();
        for (int i = 1; i <= STARTS; i++) {
            var data = Files.createTempDirectory("greenladder-demo");
            try (var demo = Application.demo(ladder, data)) {
                starts.add(demo.startTime());
                if (i == STARTS) {
                    report.demo(middle(starts), demo.residentMegabytes(), firstScreen(demo));
                }
            } finally {
                delete(data);
            }
        }
    }

    private static Duration middle(List<Duration> times) {
        return times.stream().sorted().toList().get(times.size() / 2);
    }

    private static Map<String, Long> firstScreen(Application demo) {
        var visitor = new Visitor(demo.base());
        visitor.get("/sign-in");
        visitor.post("/sign-in/as", Map.of("handle", "ines.rowe"));
        return Weight.of(visitor, "/MSF/ladder?from=epic&at=MSF14&panel=1");
    }

    /** What visits cost where there is little. */
    private static Map<String, Duration> few(Path folder) throws Exception {
        var data = Files.createTempDirectory("greenladder-few");
        try (var application = Application.kept(folder, data)) {
            return Growth.measured(
                    application,
                    new Workspace(application.base(), 1 + 2 * Workspace.TEAMS).fill(FEW_ITEMS));
        } finally {
            delete(data);
        }
    }

    private static void load(
            Path folder, Path data, int items, Map<String, Duration> few, Report report)
            throws Exception {
        int made;
        String token;
        try (var empty = Application.kept(folder, data)) {
            var workspace = new Workspace(empty.base(), PEOPLE);
            made = workspace.fill(items);
            token = workspace.token();
        }
        try (var application = Application.kept(folder, data)) {
            report.kept(
                    made,
                    PEOPLE,
                    application.startTime(),
                    application.residentMegabytes(),
                    application.liveHeap());
            report.growth(few, FEW_ITEMS, Growth.measured(application, made), made);
            var latencies = new Load(application.base(), PEOPLE, made, token).run(WARM_UP, LOAD);
            report.load(latencies, made, LOAD, application.residentMegabytes());
        }
    }

    private static void delete(Path folder) throws Exception {
        try (var files = Files.walk(folder)) {
            for (var file : files.sorted(Comparator.reverseOrder()).toList()) {
                Files.delete(file);
            }
        }
    }
}
