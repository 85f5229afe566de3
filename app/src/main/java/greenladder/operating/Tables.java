package greenladder.operating;

import java.sql.Connection;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Collectors;

/** The tables and sequences of the workspace's schema, but for the one that tells its version. */
final class Tables {
    private static final String HISTORY = "flyway_schema_history";

    private Tables() {}

    record Table(String name, List<String> columns) {
        Table {
            columns = List.copyOf(columns);
        }

        String quoted() {
            return quote(name);
        }

        String columnList() {
            return columns.stream().map(Tables::quote).collect(Collectors.joining(", "));
        }
    }

    static String quote(String name) {
        return "\"" + name.replace("\"", "\"\"") + "\"";
    }

    /** In the order of their names. */
    static List<Table> of(Connection connection) throws SQLException {
        var columns = new TreeMap<String, List<String>>();
        try (var statement = connection.createStatement();
                var rows =
                        statement.executeQuery(
                                """
                                select c.table_name, c.column_name
                                from information_schema.columns c
                                join information_schema.tables t
                                  on t.table_schema = c.table_schema and t.table_name = c.table_name
                                where c.table_schema = 'PUBLIC' and t.table_type = 'BASE TABLE'
                                order by c.table_name, c.ordinal_position
                                """)) {
            while (rows.next()) {
                if (!rows.getString(1).equalsIgnoreCase(HISTORY)) {
                    columns.computeIfAbsent(rows.getString(1), any -> new ArrayList<>())
                            .add(rows.getString(2));
                }
            }
        }
        return columns.entrySet().stream()
                .map(entry -> new Table(entry.getKey(), entry.getValue()))
                .toList();
    }

    /** The schema's version, such as {@code 14}. */
    static String version(Connection connection) throws SQLException {
        try (var statement = connection.createStatement();
                var rows =
                        statement.executeQuery(
                                "select \"version\" from \"%s\" where \"success\" and \"version\" is not null"
                                                .formatted(HISTORY)
                                        + " order by \"installed_rank\" desc limit 1")) {
            if (!rows.next()) {
                throw new SQLException("the schema has no version");
            }
            return rows.getString(1);
        }
    }

    /** The next number of each sequence that stands for itself. */
    static SortedMap<String, Long> sequences(Connection connection) throws SQLException {
        var next = new TreeMap<String, Long>();
        try (var statement = connection.createStatement();
                var rows =
                        statement.executeQuery(
                                """
                                select sequence_name, base_value from information_schema.sequences
                                where sequence_schema = 'PUBLIC' and sequence_name not like 'SYSTEM_SEQUENCE_%'
                                """)) {
            while (rows.next()) {
                next.put(rows.getString(1), rows.getLong(2));
            }
        }
        return next;
    }

    /** The columns that number rows by themselves, by their tables. */
    static Map<String, String> identities(Connection connection) throws SQLException {
        var columns = new LinkedHashMap<String, String>();
        try (var statement = connection.createStatement();
                var rows =
                        statement.executeQuery(
                                """
                                select table_name, column_name from information_schema.columns
                                where table_schema = 'PUBLIC' and is_identity = 'YES'
                                order by table_name
                                """)) {
            while (rows.next()) {
                columns.put(rows.getString(1), rows.getString(2));
            }
        }
        return columns;
    }
}
