package greenladder.store;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.ApiClient;
import greenladder.GreenLadderApplication;
import greenladder.operating.Shell;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executors;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import org.springframework.context.ApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;
import org.testng.annotations.Test;
import tools.jackson.core.JacksonException;

/**
 * A process that is killed in the midst of writes, again and again, has lost nothing it answered;
 * nor has a backup made in the midst of them lost what was answered before it began.
 */
public class KilledProcessTests {
    private static final String STORY = "{'level':'story','title':'Written under load'}";
    private static final int WRITERS = 4;
    private static final int ANSWERS_BEFORE_THE_KILL = 60;
    private static final int ANSWERS_BEFORE_THE_BACKUP = 30;

    @Test(timeOut = 300_000)
    public void killedProcessAndBackupUnderLoadShouldHaveEveryAnsweredWrite() throws Exception {
        var data = Files.createTempDirectory("greenladder-kill");
        var answered = new ConcurrentLinkedQueue<String>();
        try (var first = start(data)) {
            writeUntilKilled(first, answered);
        }
        assertThat(answered).hasSizeGreaterThanOrEqualTo(ANSWERS_BEFORE_THE_KILL);

        var backup = data.resolve("backup.zip");
        List<String> backedUp;
        try (var second = start(data)) {
            requireAll(second, answered);
            backedUp = backUpUnderLoad(second, data, backup, answered);
            writeUntilKilled(second, answered);
        }

        damage(data.resolve("greenladder.search"));
        try (var third = start(data)) {
            requireAll(third, answered);
            assertThat(verified(data)).as("while it runs").isZero();
        }
        assertThat(verified(data)).as("while it is stopped").isZero();

        var restored = Files.createTempDirectory("greenladder-restored");
        assertThat(shell("restore", backup, restored)).isZero();
        try (var fourth = start(restored)) {
            requireAll(fourth, backedUp);
        }
    }

    /** A damaged index is no reason not to start: it is built anew. */
    private static void damage(Path index) throws IOException {
        try (var files = Files.list(index)) {
            for (var file : files.filter(Files::isRegularFile).toList()) {
                Files.writeString(file, "no index");
            }
        }
    }

    /** What had been answered when the backup began. */
    private static List<String> backUpUnderLoad(
            Running running, Path data, Path file, Queue<String> answered) throws Exception {
        var enough = new CountDownLatch(ANSWERS_BEFORE_THE_BACKUP);
        var before = new ArrayList<String>();
        try (var shell = Executors.newSingleThreadExecutor()) {
            var backup =
                    shell.submit(() -> {
                        enough.await();
                        before.addAll(answered);
                        return shell("backup", file, data);
                    });
            write(running, backup::isDone, noted(answered, enough));
            assertThat(backup.get()).isZero();
        }
        return before;
    }

    private static void writeUntilKilled(Running running, Queue<String> answered)
            throws InterruptedException {
        var enough = new CountDownLatch(ANSWERS_BEFORE_THE_KILL);
        try (var killer = Executors.newSingleThreadExecutor()) {
            killer.submit(() -> {
                enough.await();
                return running.process().destroyForcibly();
            });
            write(running, () -> !running.process().isAlive(), noted(answered, enough));
        }
    }

    private static Consumer<String> noted(Queue<String> answered, CountDownLatch enough) {
        return key -> {
            answered.add(key);
            enough.countDown();
        };
    }

    /** From several at once, until it is enough or nobody answers any longer. */
    private static void write(
            Running running, BooleanSupplier isEnough, Consumer<String> answered) {
        try (var writers = Executors.newFixedThreadPool(WRITERS)) {
            for (int writer = 0; writer < WRITERS; writer++) {
                writers.execute(() -> {
                    while (!isEnough.getAsBoolean()) {
                        try {
                            var answer = running.api().post("/products/MSF/items", STORY);
                            if (answer.status() == 201) {
                                answered.accept(answer.body().path("key").asString());
                            }
                        } catch (UncheckedIOException | JacksonException e) {
                            // No answer: nothing was promised.
                            return;
                        }
                    }
                });
            }
        }
    }

    private static void requireAll(Running running, Collection<String> answered) {
        var lost = new ArrayList<String>();
        for (var key : answered) {
            if (running.api().get("/items/" + key).status() != 200) {
                lost.add(key);
            }
        }
        assertThat(lost).isEmpty();
    }

    private record Running(Process process, ApiClient api) implements AutoCloseable {
        @Override
        public void close() throws InterruptedException {
            process.destroyForcibly().waitFor();
        }
    }

    private static int shell(String command, Path file, Path data) {
        return run(command, file.toString(), database(data));
    }

    private static int verified(Path data) {
        return run("verify", database(data));
    }

    private static int run(String... arguments) {
        try (var contexts = new Opened()) {
            return Shell.run(arguments, contexts::open);
        }
    }

    /** What the shell opened, to be closed behind it: in earnest its process ends. */
    private static final class Opened implements AutoCloseable {
        private final List<ConfigurableApplicationContext> contexts = new ArrayList<>();

        ApplicationContext open(String data) {
            var context = GreenLadderApplication.opened(data);
            contexts.add(context);
            return context;
        }

        @Override
        public void close() {
            contexts.forEach(ConfigurableApplicationContext::close);
        }
    }

    private static String database(Path data) {
        return data.resolve("greenladder").toString();
    }

    private static Running start(Path data) throws IOException {
        int port = freePort();
        var process =
                new ProcessBuilder(
                                List.of(
                                        Path.of(System.getProperty("java.home"), "bin", "java")
                                                .toString(),
                                        "-XX:TieredStopAtLevel=1",
                                        "-XX:+UseSerialGC",
                                        "-XX:+UnlockDiagnosticVMOptions",
                                        "-XX:-BytecodeVerificationRemote",
                                        "-cp",
                                        System.getProperty(
                                                "surefire.test.class.path",
                                                System.getProperty("java.class.path")),
                                        "greenladder.GreenLadderApplication",
                                        "--spring.profiles.active=demo,kept",
                                        "--server.port=" + port,
                                        "--greenladder.data=" + database(data)))
                        .redirectErrorStream(true)
                        .start();
        var log = process.inputReader();
        var told = new StringBuilder();
        var line = log.readLine();
        while (line != null && !line.contains("Started GreenLadderApplication")) {
            told.append(line).append('\n');
            line = log.readLine();
        }
        assertThat(line).as(told.toString()).isNotNull();
        // Read on, or the process would wait for somebody who does.
        Thread.ofVirtual().start(() -> log.lines().forEach(any -> {}));
        return new Running(process, new ApiClient("http://localhost:" + port, "demo-token"));
    }

    private static int freePort() throws IOException {
        try (var socket = new ServerSocket(0)) {
            return socket.getLocalPort();
        }
    }
}
