package greenladder.item;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.ApiClient;
import greenladder.operating.Shell;
import java.io.IOException;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executors;
import java.util.function.BooleanSupplier;
import org.testng.annotations.Test;
import tools.jackson.core.JacksonException;

/**
 * A process that is killed in the midst of writes, again and again, has lost nothing it answered.
 */
public class KilledProcessTests {
    private static final int KILLS = 2;
    private static final int WRITERS = 4;
    private static final int ANSWERS_BEFORE_THE_KILL = 60;

    @Test(timeOut = 300_000)
    public void killedProcessShouldHaveEveryAnsweredWriteAtItsNextStart() throws Exception {
        var data = Files.createTempDirectory("greenladder-kill");
        var answered = new ConcurrentLinkedQueue<String>();
        for (int kill = 1; kill <= KILLS; kill++) {
            var running = start(data);
            try {
                requireAll(running, answered);
                writeUntilKilled(running, answered);
            } finally {
                running.process().destroyForcibly().waitFor();
            }
        }
        damage(data.resolve("greenladder.search"));
        var last = start(data);
        try {
            requireAll(last, answered);
            assertThat(answered).hasSizeGreaterThanOrEqualTo(KILLS * ANSWERS_BEFORE_THE_KILL);
        } finally {
            last.process().destroyForcibly().waitFor();
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

    /** A backup made in the midst of writes holds every one answered before it began. */
    @Test(timeOut = 300_000)
    public void backupUnderLoadShouldRestoreWhatWasAnsweredBeforeIt() throws Exception {
        var data = Files.createTempDirectory("greenladder-backup");
        var file = data.resolve("backup.zip");
        var answered = new ConcurrentLinkedQueue<String>();
        var before = new ArrayList<String>();
        var running = start(data);
        try (var shell = Executors.newSingleThreadExecutor()) {
            var backup =
                    shell.submit(() -> {
                        while (answered.size() < ANSWERS_BEFORE_THE_KILL / 2) {
                            Thread.onSpinWait();
                        }
                        before.addAll(answered);
                        return Shell.run(
                                new String[] {
                                    "backup",
                                    file.toString(),
                                    data.resolve("greenladder").toString()
                                });
                    });
            writeUntil(running, answered, backup::isDone);
            assertThat(backup.get()).isZero();
        } finally {
            running.process().destroyForcibly().waitFor();
        }
        var restored = Files.createTempDirectory("greenladder-restored");
        assertThat(
                        Shell.run(
                                new String[] {
                                    "restore",
                                    file.toString(),
                                    restored.resolve("greenladder").toString()
                                }))
                .isZero();
        var again = start(restored);
        try {
            var all = new ConcurrentLinkedQueue<>(before);
            assertThat(all).hasSizeGreaterThanOrEqualTo(ANSWERS_BEFORE_THE_KILL / 2);
            requireAll(again, all);
        } finally {
            again.process().destroyForcibly().waitFor();
        }
    }

    private static void writeUntil(
            Running running, ConcurrentLinkedQueue<String> answered, BooleanSupplier enough) {
        try (var writers = Executors.newFixedThreadPool(WRITERS)) {
            for (int writer = 0; writer < WRITERS; writer++) {
                writers.execute(() -> {
                    while (!enough.getAsBoolean()) {
                        var answer =
                                running.api()
                                        .post(
                                                "/products/MSF/items",
                                                "{'level':'story','title':'Written during the"
                                                        + " backup'}");
                        if (answer.status() == 201) {
                            answered.add(answer.body().path("key").asString());
                        }
                    }
                });
            }
        }
    }

    private static void requireAll(Running running, ConcurrentLinkedQueue<String> answered) {
        var lost = new ArrayList<String>();
        for (var key : answered) {
            if (running.api().get("/items/" + key).status() != 200) {
                lost.add(key);
            }
        }
        assertThat(lost).isEmpty();
    }

    private record Running(Process process, ApiClient api) {}

    private static void writeUntilKilled(Running running, ConcurrentLinkedQueue<String> answered)
            throws InterruptedException {
        var enough = new CountDownLatch(ANSWERS_BEFORE_THE_KILL);
        try (var writers = Executors.newFixedThreadPool(WRITERS)) {
            for (int writer = 0; writer < WRITERS; writer++) {
                writers.execute(() -> {
                    while (running.process().isAlive()) {
                        try {
                            var answer =
                                    running.api()
                                            .post(
                                                    "/products/MSF/items",
                                                    "{'level':'story','title':'Written before the"
                                                            + " kill'}");
                            if (answer.status() == 201) {
                                answered.add(answer.body().path("key").asString());
                                enough.countDown();
                            }
                        } catch (java.io.UncheckedIOException | JacksonException e) {
                            // No answer: nothing was promised.
                            return;
                        }
                    }
                });
            }
            enough.await();
            running.process().destroyForcibly();
        }
    }

    private static Running start(Path data) throws IOException {
        int port = freePort();
        var process =
                new ProcessBuilder(
                                List.of(
                                        Path.of(System.getProperty("java.home"), "bin", "java")
                                                .toString(),
                                        "-XX:TieredStopAtLevel=1",
                                        "-cp",
                                        System.getProperty(
                                                "surefire.test.class.path",
                                                System.getProperty("java.class.path")),
                                        "greenladder.GreenLadderApplication",
                                        "--spring.profiles.active=demo,kept",
                                        "--server.port=" + port,
                                        "--greenladder.data=" + data.resolve("greenladder")))
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
