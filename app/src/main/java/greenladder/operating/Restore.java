package greenladder.operating;

import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Objects;
import java.util.stream.Collectors;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import org.apache.commons.csv.CSVRecord;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.FlywayException;
import org.springframework.util.FileSystemUtils;

/**
 * Makes a workspace of a backup: unpacked aside and looked through first, put in its place at the
 * end, the database last. Killed on the way it leaves no workspace, and can be begun again; a
 * backup that is refused leaves nothing.
 */
final class Restore {
    private static final String ASIDE = ".greenladder-restore";
    private static final int BATCH = 1_000;

    private final Path file;
    private final Path database;
    private final Path files;
    private final Path aside;
    private final boolean trusted;

    /**
     * @param data what the names of the workspace's files begin with
     * @param trusted whether a backup of an earlier version may be used, which holds the database
     *     as it was: what it has in it is run when it is opened
     */
    Restore(Path file, String data, boolean trusted) {
        this.file = file;
        this.database = Path.of(data + ".mv.db").toAbsolutePath();
        this.files = Path.of(data + ".files").toAbsolutePath().normalize();
        this.aside = database.resolveSibling(ASIDE);
        this.trusted = trusted;
    }

    /** Gives the folder. */
    Path run() throws IOException, SQLException {
        var directory = Objects.requireNonNull(database.getParent());
        if (Files.exists(database)) {
            throw new IOException(
                    "There is a workspace in %s already; restore into an empty folder."
                            .formatted(directory));
        }
        Files.createDirectories(directory);
        FileSystemUtils.deleteRecursively(aside);
        Files.createDirectory(aside);
        try (var zip = new ZipFile(file.toFile())) {
            var made = zip.getEntry(BackupFile.MANIFEST) == null ? old(zip) : fresh(zip);
            for (var entry : filesOf(zip)) {
                unpack(zip, entry);
            }
            placeFiles();
            Files.move(made, database, StandardCopyOption.ATOMIC_MOVE);
        } finally {
            FileSystemUtils.deleteRecursively(aside);
        }
        return directory;
    }

    private Path old(ZipFile zip) throws IOException {
        var entry = zip.getEntry(BackupFile.DATABASE);
        if (entry == null) {
            throw new IOException(file + " is no backup of Green Ladder.");
        }
        if (!trusted) {
            throw new IOException(
                    "This backup is of an earlier version and holds a database that can run code"
                            + " when it is opened. If it is your own, say --trusted.");
        }
        var to = aside.resolve("database.mv.db");
        try (var in = zip.getInputStream(entry)) {
            Files.copy(in, to);
        }
        return to;
    }

    private Path fresh(ZipFile zip) throws IOException, SQLException {
        BackupFile.requireWhole(zip);
        var manifest = BackupFile.text(zip, zip.getEntry(BackupFile.MANIFEST)).lines().toList();
        if (manifest.size() < 2 || !manifest.getFirst().equals(BackupFile.FORMAT)) {
            throw new IOException("The backup is of a form that this version does not know.");
        }
        var url =
                "jdbc:h2:file:%s;WRITE_DELAY=0;TRACE_LEVEL_FILE=0"
                        .formatted(aside.resolve("database"));
        makeSchema(url, manifest.get(1));
        try (var connection = DriverManager.getConnection(url, "", "")) {
            connection.setAutoCommit(false);
            run(connection, "set referential_integrity false");
            fill(connection, zip);
            numberOn(connection, manifest.subList(2, manifest.size()));
            run(connection, "set referential_integrity true");
            connection.commit();
            run(connection, "shutdown compact");
        }
        requireReadable(url);
        return aside.resolve("database.mv.db");
    }

    /** The schema as it was when the backup was made; the start brings it up to date. */
    private static void makeSchema(String url, String version) throws IOException {
        try {
            Flyway.configure()
                    .dataSource(url, "", "")
                    .locations("classpath:db/migration")
                    .target(version)
                    .load()
                    .migrate();
        } catch (FlywayException e) {
            throw new IOException(
                    "The backup is of version %s of the data, which this version cannot make: %s"
                            .formatted(version, e.getMessage()),
                    e);
        }
    }

    private static void fill(Connection connection, ZipFile zip) throws IOException, SQLException {
        var known = new HashMap<String, Tables.Table>();
        Tables.of(connection).forEach(table -> known.put(table.name(), table));
        for (var entry : zip.stream().toList()) {
            var name = entry.getName();
            if (!name.startsWith(BackupFile.TABLES)) {
                continue;
            }
            var table = known.get(name.substring(BackupFile.TABLES.length()).replace(".csv", ""));
            if (table == null) {
                throw new IOException("The backup holds something unknown: " + name);
            }
            try (var reader =
                            new InputStreamReader(
                                    zip.getInputStream(entry), StandardCharsets.UTF_8);
                    var csv = BackupFile.CSV.parse(reader)) {
                fill(connection, table, csv.iterator());
            }
        }
    }

    private static void fill(
            Connection connection, Tables.Table table, java.util.Iterator<CSVRecord> rows)
            throws IOException, SQLException {
        var columns = rows.hasNext() ? rows.next().toList() : List.<String>of();
        if (!table.columns().containsAll(columns) || columns.isEmpty()) {
            throw new IOException(
                    "The backup's table %s has columns that are not known."
                            .formatted(table.name()));
        }
        var insert =
                "insert into %s (%s) overriding system value values (%s)"
                        .formatted(
                                table.quoted(),
                                columns.stream()
                                        .map(Tables::quote)
                                        .collect(Collectors.joining(", ")),
                                String.join(", ", Collections.nCopies(columns.size(), "?")));
        run(connection, "delete from " + table.quoted());
        try (var statement = connection.prepareStatement(insert)) {
            int waiting = 0;
            while (rows.hasNext()) {
                var row = rows.next();
                for (int column = 0; column < columns.size(); column++) {
                    statement.setString(column + 1, row.get(column));
                }
                statement.addBatch();
                if (++waiting == BATCH) {
                    statement.executeBatch();
                    waiting = 0;
                }
            }
            statement.executeBatch();
        }
    }

    /** New rows are numbered after those that are there. */
    private static void numberOn(Connection connection, List<String> sequences)
            throws IOException, SQLException {
        var known = Tables.sequences(connection);
        for (var line : sequences) {
            var parts = line.split(" ");
            if (parts.length != 2
                    || !known.containsKey(parts[0])
                    || !parts[1].matches("\\d{1,18}")) {
                throw new IOException("The backup numbers something unknown: " + line);
            }
            run(
                    connection,
                    "alter sequence %s restart with %s"
                            .formatted(Tables.quote(parts[0]), parts[1]));
        }
        for (var column : Tables.identities(connection).entrySet()) {
            var table = Tables.quote(column.getKey());
            var name = Tables.quote(column.getValue());
            try (var statement = connection.createStatement();
                    var last =
                            statement.executeQuery(
                                    "select coalesce(max(%s), 0) + 1 from %s"
                                            .formatted(name, table))) {
                last.next();
                run(
                        connection,
                        "alter table %s alter column %s restart with %d"
                                .formatted(table, name, last.getLong(1)));
            }
        }
    }

    private static void requireReadable(String url) throws SQLException, IOException {
        try (var connection =
                        DriverManager.getConnection(
                                url + ";IFEXISTS=TRUE;ACCESS_MODE_DATA=r", "", "");
                var statement = connection.createStatement()) {
            for (var table : Tables.of(connection)) {
                statement.executeQuery("select count(*) from " + table.quoted()).close();
            }
        }
    }

    private static void run(Connection connection, String command) throws SQLException {
        try (var statement = connection.createStatement()) {
            statement.execute(command);
        }
    }

    private List<ZipEntry> filesOf(ZipFile zip) throws IOException {
        var found = new ArrayList<ZipEntry>();
        for (var entry : zip.stream().map(ZipEntry.class::cast).toList()) {
            var name = entry.getName();
            if (name.startsWith(BackupFile.FILES)) {
                found.add(entry);
            } else if (!name.startsWith("greenladder/") && !name.equals(BackupFile.DATABASE)) {
                throw new IOException("The backup holds something unknown: " + name);
            }
        }
        return found;
    }

    /** Each content lies under its digest, and has to be what that says. */
    private void unpack(ZipFile zip, ZipEntry entry) throws IOException {
        var name = entry.getName().substring(BackupFile.FILES.length());
        if (!name.matches("[0-9a-f]{2}/[0-9a-f]{64}")) {
            throw new IOException("The backup holds something unknown: " + entry.getName());
        }
        var to = aside.resolve("files").resolve(name);
        Files.createDirectories(to.getParent());
        try (var in = zip.getInputStream(entry)) {
            Files.copy(in, to);
        }
        try (var in = Files.newInputStream(to)) {
            if (!BackupFile.digestOf(in).equals(to.getFileName().toString())) {
                throw new IOException("The backup is damaged: " + entry.getName());
            }
        }
    }

    private void placeFiles() throws IOException {
        var unpacked = aside.resolve("files");
        if (!Files.exists(unpacked)) {
            return;
        }
        try (var all = Files.walk(unpacked)) {
            for (var one : all.filter(Files::isRegularFile).toList()) {
                var to = files.resolve(unpacked.relativize(one));
                Files.createDirectories(to.getParent());
                Files.move(one, to, StandardCopyOption.REPLACE_EXISTING);
            }
        }
    }
}
