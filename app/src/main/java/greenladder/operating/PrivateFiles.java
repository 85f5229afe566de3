package greenladder.operating;

import greenladder.web.GreenLadderProperties;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Profile;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Makes what is kept readable for its owner alone, also where an earlier version had made it. */
@Component
@Profile("kept")
class PrivateFiles {
    private static final Logger LOG = LoggerFactory.getLogger(PrivateFiles.class);

    private final Path data;

    PrivateFiles(GreenLadderProperties properties) {
        data = Path.of(properties.data()).toAbsolutePath();
    }

    @EventListener(ApplicationReadyEvent.class)
    void close() {
        if (!data.getFileSystem().supportedFileAttributeViews().contains("posix")) {
            return;
        }
        try (var ours = Files.newDirectoryStream(data.getParent(), data.getFileName() + ".*")) {
            for (var one : ours) {
                close(one);
            }
        } catch (IOException e) {
            LOG.warn("Files of the workspace may be readable for others", e);
        }
    }

    static void close(Path root) throws IOException {
        try (var all = Files.walk(root)) {
            for (var path : all.toList()) {
                Files.setPosixFilePermissions(
                        path,
                        PosixFilePermissions.fromString(
                                Files.isDirectory(path) ? "rwx------" : "rw-------"));
            }
        }
    }
}
