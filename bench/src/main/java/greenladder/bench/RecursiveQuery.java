package greenladder.bench;

import java.nio.file.Path;
import java.sql.DriverManager;
import java.sql.SQLException;

/** The same points rolled up by the database itself, for comparison: a recursive query in H2. */
final class RecursiveQuery {
    private static final String QUERY =
            """
            with recursive below(root, item_key) as (
                select item_key, item_key from item where level_key = 'goal'
                union all
                select b.root, i.item_key from below b join item i on i.parent_key = b.item_key)
            select b.root, sum(i.size_points) from below b join item i on i.item_key = b.item_key
            where i.level_key = 'story' group by b.root
            """;

    private RecursiveQuery() {}

    /** The best of five runs, in milliseconds; the application has let the file go. */
    static double bestMilliseconds(Path data) throws SQLException {
        var url = "jdbc:h2:file:" + data.resolve("greenladder") + ";ACCESS_MODE_DATA=rw";
        try (var connection = DriverManager.getConnection(url);
                var statement = connection.createStatement()) {
            statement.execute("create index if not exists bench_parent on item (parent_key)");
            double best = Double.MAX_VALUE;
            for (int run = 0; run < 5; run++) {
                long began = System.nanoTime();
                try (var rows = statement.executeQuery(QUERY)) {
                    while (rows.next()) {
                        rows.getBigDecimal(2);
                    }
                }
                best = Math.min(best, (System.nanoTime() - began) / 1e6);
            }
            return best;
        }
    }
}
