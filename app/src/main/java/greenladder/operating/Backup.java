package greenladder.operating;

import greenladder.files.FileStore;
import greenladder.people.Audit;
import greenladder.people.Audit.Event;
import jakarta.persistence.EntityManager;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * A backup of a running workspace: one zip file of the database as it stood at one moment and of
 * every attached file. Files are copied after the database, and none is ever changed, so all that
 * the database names is there. The full-text index is left out; it is built anew.
 */
@Component
class Backup {
    /** Of the database within the zip file. */
    static final String DATABASE = "greenladder.mv.db";

    /** What the names of attached files begin with within the zip file. */
    static final String FILES = "greenladder.files/";

    private final EntityManager entities;
    private final TransactionTemplate transactions;
    private final FileStore files;
    private final Audit audit;

    Backup(
            EntityManager entities,
            PlatformTransactionManager transactions,
            FileStore files,
            Audit audit) {
        this.entities = entities;
        this.transactions = new TransactionTemplate(transactions);
        this.files = files;
        this.audit = audit;
    }

    /**
     * Writes the backup, or nothing: the file appears under its name once it is whole.
     *
     * @throws IOException if it cannot be written
     */
    void write(Path target) throws IOException {
        var directory = target.toAbsolutePath().getParent();
        Files.createDirectories(directory);
        var database = Files.createTempFile(directory, "backup", ".database");
        var whole = Files.createTempFile(directory, "backup", ".zip");
        try {
            transactions.executeWithoutResult(any ->
                    entities.createNativeQuery("backup to '%s'".formatted(quoted(database)))
                            .executeUpdate());
            try (var out =
                    new ZipOutputStream(Files.newOutputStream(whole, StandardOpenOption.WRITE))) {
                addDatabase(database, out);
                for (var file : files.all()) {
                    out.putNextEntry(new ZipEntry(FILES + files.nameOf(file)));
                    Files.copy(file, out);
                    out.closeEntry();
                }
            }
            Files.move(whole, target, StandardCopyOption.REPLACE_EXISTING);
            audit.noteAlone(Event.EXPORTED, "system", "backup to " + target);
        } finally {
            Files.deleteIfExists(database);
            Files.deleteIfExists(whole);
        }
    }

    private static String quoted(Path path) {
        return path.toString().replace("'", "''");
    }

    /** The database writes a zip file of its own. */
    private static void addDatabase(Path backup, OutputStream to) throws IOException {
        var out = (ZipOutputStream) to;
        try (var zip = new ZipFile(backup.toFile())) {
            var entry =
                    zip.stream()
                            .filter(one -> one.getName().endsWith(".mv.db"))
                            .findFirst()
                            .orElseThrow(() -> new IOException("the database wrote no backup"));
            out.putNextEntry(new ZipEntry(DATABASE));
            try (var in = zip.getInputStream(entry)) {
                in.transferTo(out);
            }
            out.closeEntry();
        }
    }
}
