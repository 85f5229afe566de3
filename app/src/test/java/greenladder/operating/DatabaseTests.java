package greenladder.operating;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;
import java.io.IOException;
import java.nio.file.Files;
import java.sql.SQLException;
import org.flywaydb.core.Flyway;
import org.h2.jdbcx.JdbcDataSource;
import org.testng.annotations.Test;

public class DatabaseTests {
    @Test
    public void databaseThatClosedItselfShouldBeOpenedAnew() throws IOException, SQLException {
        var config = new HikariConfig();
        var file = Files.createTempDirectory("greenladder-closed").resolve("data");
        config.setJdbcUrl("jdbc:h2:file:" + file + ";WRITE_DELAY=0;DB_CLOSE_ON_EXIT=FALSE");
        config.setMaximumPoolSize(4);
        config.setExceptionOverrideClassName(ClosedDatabase.class.getName());
        try (var pool = new HikariDataSource(config)) {
            execute(pool, "create table kept (name varchar(9))");
            execute(pool, "insert into kept values ('before')");
            assertThatThrownBy(() -> execute(pool, "shutdown immediately"))
                    .isInstanceOf(SQLException.class);
            execute(pool, "insert into kept values ('after')");
            try (var connection = pool.getConnection();
                    var rows = connection.createStatement().executeQuery("select name from kept")) {
                assertThat(rows.next()).isTrue();
                assertThat(rows.getString(1)).isEqualTo("before");
            }
        }
    }

    private static void execute(HikariDataSource pool, String sql) throws SQLException {
        try (var connection = pool.getConnection();
                var statement = connection.createStatement()) {
            statement.execute(sql);
        }
    }

    @Test
    public void databaseOfNewerProgramShouldBeRefusedInWords() throws SQLException {
        var source = new JdbcDataSource();
        source.setUrl("jdbc:h2:mem:newer;DB_CLOSE_DELAY=-1");
        var flyway =
                Flyway.configure().dataSource(source).locations("classpath:db/migration").load();
        new KnownSchema().migrate(flyway);
        try (var connection = source.getConnection();
                var statement = connection.createStatement()) {
            statement.execute(
                    """
                    insert into "flyway_schema_history"
                    select 999, '999', "description", "type", "script", "checksum", "installed_by",
                    "installed_on", "execution_time", "success"
                    from "flyway_schema_history" where "version" = '1'\
                    """);
        }
        assertThatThrownBy(() -> new KnownSchema().migrate(flyway))
                .isInstanceOf(KnownSchema.TooNew.class)
                .hasMessageContaining("newer Green Ladder (schema 999)");
    }
}
