package greenladder.operating;

import greenladder.files.FileStore;
import greenladder.people.Audit;
import greenladder.people.Audit.Event;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import javax.sql.DataSource;
import org.apache.commons.csv.CSVPrinter;
import org.springframework.stereotype.Component;

/**
 * A backup of a running workspace: one zip file of every table as it stood at one moment and of
 * every attached file, see {@link BackupFile}. Files are copied after the tables, and none is ever
 * changed, so all that the tables name is there. The full-text index is left out; it is built anew.
 */
@Component
class Backup {
    private static final String UNFINISHED = ".greenladder-backup-";

    private final DataSource database;
    private final FileStore files;
    private final Audit audit;

    Backup(DataSource database, FileStore files, Audit audit) {
        this.database = database;
        this.files = files;
        this.audit = audit;
    }

    /**
     * Writes the backup, or nothing: the file appears under its name once it is whole. What a
     * backup that was killed had left there goes.
     *
     * @throws IOException if it cannot be written
     */
    synchronized void write(Path target) throws IOException {
        var directory = Objects.requireNonNull(target.toAbsolutePath().getParent());
        Files.createDirectories(directory);
        sweep(directory);
        var whole = Files.createTempFile(directory, UNFINISHED, ".zip");
        try {
            try (var out = new BackupFile.Writer(Files.newOutputStream(whole))) {
                addTables(out);
                for (var file : files.all()) {
                    out.add(
                            BackupFile.FILES + files.nameOf(file),
                            content -> Files.copy(file, content));
                }
            }
            Files.move(whole, target, StandardCopyOption.REPLACE_EXISTING);
            audit.noteAlone(Event.EXPORTED, "system", "backup to " + target);
        } catch (SQLException e) {
            throw new IOException("the database could not be read: " + e.getMessage(), e);
        } finally {
            Files.deleteIfExists(whole);
        }
    }

    private static void sweep(Path directory) throws IOException {
        try (var left = Files.newDirectoryStream(directory, UNFINISHED + "*")) {
            for (var one : left) {
                Files.deleteIfExists(one);
            }
        }
    }

    /** All of them in one transaction, which sees them as they stood when it began. */
    private void addTables(BackupFile.Writer out) throws IOException, SQLException {
        try (var connection = database.getConnection()) {
            boolean commits = connection.getAutoCommit();
            execute(
                    connection,
                    "set session characteristics as transaction isolation level snapshot",
                    "set lazy_query_execution true");
            connection.setAutoCommit(false);
            try {
                var manifest = manifest(connection);
                out.add(
                        BackupFile.MANIFEST,
                        content -> content.write(manifest.getBytes(StandardCharsets.UTF_8)));
                for (var table : Tables.of(connection)) {
                    out.add(
                            BackupFile.TABLES + table.name() + ".csv",
                            content -> {
                                var writer =
                                        new OutputStreamWriter(content, StandardCharsets.UTF_8);
                                write(connection, table, new CSVPrinter(writer, BackupFile.CSV));
                                writer.flush();
                            });
                }
            } finally {
                connection.rollback();
                connection.setAutoCommit(commits);
                execute(
                        connection,
                        "set lazy_query_execution false",
                        "set session characteristics as transaction isolation level read"
                                + " committed");
            }
        }
    }

    private static String manifest(Connection connection) throws SQLException {
        var lines = new ArrayList<>(List.of(BackupFile.FORMAT, Tables.version(connection)));
        Tables.sequences(connection).forEach((name, next) -> lines.add(name + " " + next));
        return String.join("\n", lines) + "\n";
    }

    private static void write(Connection connection, Tables.Table table, CSVPrinter csv) {
        try (var statement = connection.createStatement();
                var rows =
                        statement.executeQuery(
                                "select %s from %s"
                                        .formatted(table.columnList(), table.quoted()))) {
            csv.printRecord(table.columns());
            int columns = table.columns().size();
            while (rows.next()) {
                for (int column = 1; column <= columns; column++) {
                    csv.print(rows.getString(column));
                }
                csv.println();
            }
        } catch (SQLException e) {
            throw new IllegalStateException("%s cannot be read".formatted(table.name()), e);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void execute(Connection connection, String... commands) throws SQLException {
        try (var statement = connection.createStatement()) {
            for (var command : commands) {
                statement.execute(command);
            }
        }
    }
}
