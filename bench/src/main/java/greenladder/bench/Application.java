package greenladder.bench;

import java.io.File;
import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.regex.Pattern;

/** A running application, started as {@code ./ladder} starts it. */
final class Application implements AutoCloseable {
    /** What proves to the first page that whoever starts the application is there. */
    static final String FIRST_CODE = "BENCH";

    private final Process process;

    /** In the names of the threads of the compiler. */
    private static final String COMPILER = " Compil";

    /** Of each generation of the heap, as the virtual machine tells of it. */
    private static final Pattern USED = Pattern.compile("total \\d+K, used (\\d+)K");

    private final String base;
    private final Duration start;
    private final Map<Path, Long> usedByThread = new HashMap<>();
    private long counted;

    private Application(Process process, String base, Duration start) {
        this.process = process;
        this.base = base;
        this.start = start;
    }

    /** Starts the demo as a visitor does, and waits until it answers. */
    static Application demo(Path ladder, Path data) throws IOException, InterruptedException {
        int port = freePort();
        var command = List.of(ladder.toString(), "demo", "--port", Integer.toString(port));
        return started(new ProcessBuilder(command), port, data);
    }

    /** Starts a workspace that is kept, and waits until it answers. */
    static Application kept(Path folder, Path data) throws IOException, InterruptedException {
        int port = freePort();
        var command = new ArrayList<String>();
        command.add(Path.of(System.getProperty("java.home"), "bin", "java").toString());
        command.addAll(List.of(System.getProperty("greenladder.flags", "-Xmx1g").split(" ")));
        if (Files.exists(folder.resolve("kept.aot"))) {
            command.add("-XX:AOTCache=kept.aot");
        }
        command.addAll(
                List.of(
                        "-jar",
                        "greenladder.jar",
                        "--spring.profiles.active=kept",
                        "--server.port=" + port,
                        "--greenladder.first-code=" + FIRST_CODE,
                        "--greenladder.data=" + data.resolve("greenladder")));
        return started(new ProcessBuilder(command).directory(folder.toFile()), port, data);
    }

    private static Application started(ProcessBuilder command, int port, Path data)
            throws IOException, InterruptedException {
        var began = Instant.now();
        var process =
                command.redirectErrorStream(true)
                        .redirectOutput(new File(data.toFile(), "log"))
                        .start();
        var base = "http://localhost:" + port;
        var visitor = new Visitor(base);
        try {
            while (!listens(port) || visitor.get("/actuator/health").status() != 200) {
                if (!process.isAlive()) {
                    throw new IllegalStateException(Files.readString(data.resolve("log")));
                }
                Thread.sleep(20);
            }
        } catch (RuntimeException e) {
            process.destroy();
            throw e;
        }
        return new Application(process, base, Duration.between(began, Instant.now()));
    }

    String base() {
        return base;
    }

    /** From the command to the first answered request. */
    Duration startTime() {
        return start;
    }

    /**
     * What its process has used of the processors since it was first asked, without its compiler:
     * that works for the requests to come, and goes on long after those that it was begun for.
     */
    Duration processorTime() throws IOException {
        try (var threads = Files.list(Path.of("/proc", Long.toString(process.pid()), "task"))) {
            for (var thread : threads.toList()) {
                count(thread);
            }
        }
        return Duration.ofNanos(counted);
    }

    /** To the nanosecond: the system's own sum for the process goes by hundredths of a second. */
    private void count(Path thread) throws IOException {
        try {
            if (!Files.readString(thread.resolve("comm")).contains(COMPILER)) {
                long used =
                        Long.parseLong(Files.readString(thread.resolve("schedstat")).split(" ")[0]);
                var before = usedByThread.put(thread, used);
                counted += before == null || before > used ? used : used - before;
            }
        } catch (NoSuchFileException ended) {
            usedByThread.remove(thread);
        }
    }

    /** What lives in its heap, in bytes, after all else was collected. */
    long liveHeap() throws IOException, InterruptedException {
        tell("GC.run");
        var used = USED.matcher(tell("GC.heap_info")).results();
        return used.mapToLong(one -> Long.parseLong(one.group(1)) * 1024).sum();
    }

    private String tell(String command) throws IOException, InterruptedException {
        var jcmd = Path.of(System.getProperty("java.home"), "bin", "jcmd").toString();
        var told =
                new ProcessBuilder(jcmd, Long.toString(process.pid()), command)
                        .redirectErrorStream(true)
                        .start();
        var text = new String(told.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        told.waitFor();
        return text;
    }

    /** Resident memory, in megabytes of 1,000,000 bytes; -1 where the system does not tell. */
    long residentMegabytes() throws IOException {
        var status = Path.of("/proc", Long.toString(process.pid()), "status");
        if (!Files.exists(status)) {
            return -1;
        }
        return Files.readAllLines(status).stream()
                .filter(line -> line.startsWith("VmRSS:"))
                .mapToLong(line -> Long.parseLong(line.replaceAll("\\D", "")) * 1024 / 1_000_000)
                .findFirst()
                .orElse(-1);
    }

    @Override
    public void close() throws InterruptedException {
        process.destroy();
        if (!process.waitFor(30, TimeUnit.SECONDS)) {
            process.destroyForcibly().waitFor();
        }
    }

    /** Asked again and again, of a machine that has something else to do than refuse requests. */
    private static boolean listens(int port) {
        try (var _ = new Socket(InetAddress.getLoopbackAddress(), port)) {
            return true;
        } catch (IOException e) {
            return false;
        }
    }

    private static int freePort() throws IOException {
        try (var socket = new ServerSocket(0)) {
            return socket.getLocalPort();
        }
    }
}
