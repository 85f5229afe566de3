package greenladder.operating;

import greenladder.store.Verification;
import greenladder.web.GreenLadderProperties;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.net.StandardProtocolFamily;
import java.net.UnixDomainSocketAddress;
import java.nio.ByteBuffer;
import java.nio.channels.ServerSocketChannel;
import java.nio.channels.SocketChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Profile;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * A socket beside the data, open to the owner of the process alone, by which the shell asks the
 * running application for a backup, or to hold what it keeps against its log.
 */
@Component
@Profile("kept")
class ControlSocket {
    private static final Logger LOG = LoggerFactory.getLogger(ControlSocket.class);
    private static final int LONGEST = 8_000;

    /** What a request begins with; the path of the file follows. */
    static final String BACKUP = "backup ";

    /** Asks whether what is in memory is what the log says. */
    static final String VERIFY = "verify";

    static final String DONE = "done";

    /** Stands between the lines of an answer. */
    static final String BREAK = "\t";

    private final Backup backup;
    private final Verification verification;
    private final Path path;
    private @Nullable ServerSocketChannel server;

    ControlSocket(Backup backup, Verification verification, GreenLadderProperties properties) {
        this.backup = backup;
        this.verification = verification;
        this.path = pathOf(properties.data());
    }

    static Path pathOf(String data) {
        return Path.of(data + ".control");
    }

    @EventListener(ApplicationReadyEvent.class)
    void open() throws IOException {
        Files.deleteIfExists(path);
        var opened = ServerSocketChannel.open(StandardProtocolFamily.UNIX);
        opened.bind(UnixDomainSocketAddress.of(path));
        Files.setPosixFilePermissions(path, PosixFilePermissions.fromString("rw-------"));
        server = opened;
        Thread.ofVirtual().name("control").start(() -> listen(opened));
    }

    @PreDestroy
    void close() throws IOException {
        if (server != null) {
            server.close();
            Files.deleteIfExists(path);
        }
    }

    private void listen(ServerSocketChannel opened) {
        while (opened.isOpen()) {
            try (var client = opened.accept()) {
                var request = received(client);
                // Who only looks whether somebody is there asks nothing.
                if (!request.isEmpty()) {
                    send(client, answer(request));
                }
            } catch (IOException e) {
                if (opened.isOpen()) {
                    LOG.warn("control: {}", e.getMessage());
                }
            }
        }
    }

    private String answer(String request) {
        if (request.equals(VERIFY)) {
            var report = verification.whole();
            return (report.agrees() ? DONE : "")
                    + BREAK
                    + String.join(BREAK, VerificationWords.lines(report));
        }
        if (!request.startsWith(BACKUP)) {
            return "unknown request";
        }
        try {
            backup.write(Path.of(request.substring(BACKUP.length())));
            return DONE;
        } catch (IOException | RuntimeException e) {
            LOG.warn("backup failed", e);
            return "The backup failed: " + e.getMessage();
        }
    }

    static String received(SocketChannel channel) throws IOException {
        var buffer = ByteBuffer.allocate(LONGEST);
        while (buffer.hasRemaining() && channel.read(buffer) >= 0) {
            if (buffer.position() > 0 && buffer.get(buffer.position() - 1) == '\n') {
                break;
            }
        }
        return new String(buffer.array(), 0, buffer.position(), StandardCharsets.UTF_8).strip();
    }

    static void send(SocketChannel channel, String line) throws IOException {
        var shortened = line.length() > LONGEST / 4 ? line.substring(0, LONGEST / 4) : line;
        channel.write(
                ByteBuffer.wrap(
                        (shortened.replace("\n", " ") + "\n").getBytes(StandardCharsets.UTF_8)));
    }
}
