package greenladder.operating;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;
import java.io.IOException;
import java.nio.file.Files;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.flywaydb.core.Flyway;
import org.h2.jdbcx.JdbcDataSource;
import org.testng.annotations.DataProvider;
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

    @Test
    public void plansOfAnEarlierVersionShouldBeCarriedOverFactByFact() throws SQLException {
        var source = new JdbcDataSource();
        source.setUrl("jdbc:h2:mem:earlier;DB_CLOSE_DELAY=-1");
        var flyway = Flyway.configure().dataSource(source).locations("classpath:db/migration");
        flyway.target("5").load().migrate();
        try (var connection = source.getConnection();
                var statement = connection.createStatement()) {
            statement.execute(
                    """
                    insert into person (handle, name, password_hash, role)
                    values ('ama.teal', 'Ama Teal', '', 'TEAM_MEMBER');
                    insert into product (code, name, last_number) values ('MSF', 'Crossing', 0);
                    insert into product_level values
                    ('MSF', 0, 'story', 'Story', 'Stories', 'POINTS', false, 'story bug');
                    insert into product_state values
                    ('MSF', 'story', 0, 'to-do', 'To do', 'TO_DO'),
                    ('MSF', 'story', 1, 'doing', 'Doing', 'IN_PROGRESS'),
                    ('MSF', 'story', 2, 'done', 'Done', 'DONE'),
                    ('MSF', 'story', 3, 'left', 'Left', 'DROPPED');
                    insert into product_role values ('ama.teal', 'MSF', 'TEAM_LEAD');
                    insert into team values ('lantern', 'Lantern');
                    insert into team_member values ('lantern', 'ama.teal');
                    insert into team_product values ('lantern', 'MSF');
                    insert into team_state values
                    ('lantern', 'story', 7, 'in-test', 'In test', 'IN_PROGRESS');
                    insert into sprint values ('lantern-1', 'lantern', 'Lantern 1',
                    date '2026-05-04', date '2026-05-15',
                    timestamp with time zone '2026-05-04 11:30:15.5+02:00', null);
                    insert into product_release values
                    ('msf-spring', 'MSF', 'Spring', date '2026-06-01')\
                    """);
            flyway.target("latest").load().migrate();
            var facts = new ArrayList<String>();
            try (var rows =
                    statement.executeQuery(
                            "select * from plan_fact where subject not like 'product:%' order by"
                                    + " subject, fact")) {
                while (rows.next()) {
                    facts.add(
                            "%s %s=%s"
                                    .formatted(
                                            rows.getString(1),
                                            rows.getString(2),
                                            rows.getString(3)));
                }
            }
            assertThat(facts)
                    .containsExactly(
                            "person:ama.teal name=Ama Teal",
                            "person:ama.teal role=TEAM_MEMBER",
                            "person:ama.teal role.MSF=TEAM_LEAD",
                            "release:msf-spring date=2026-06-01",
                            "release:msf-spring name=Spring",
                            "release:msf-spring product=MSF",
                            "sprint:lantern-1 finish=2026-05-15",
                            "sprint:lantern-1 name=Lantern 1",
                            "sprint:lantern-1 start=2026-05-04",
                            "sprint:lantern-1 startedAt=2026-05-04T09:30:15Z",
                            "sprint:lantern-1 team=lantern",
                            "team:lantern member.ama.teal=yes",
                            "team:lantern name=Lantern",
                            "team:lantern product.MSF=yes",
                            "team:lantern state.story.007=in-test\tIN_PROGRESS\tIn test");
        }
    }

    /** From then on an item says since when it is in its state. */
    private static final int FIRST_WITH_TIMES = 8;

    @DataProvider
    public Object[][] earlierSchemas() {
        return IntStream.range(1, 16)
                .mapToObj(version -> new Object[] {Integer.toString(version)})
                .toArray(Object[][]::new);
    }

    /** What every schema so far could hold: somebody, a product with its ladder, and a story. */
    @Test(dataProvider = "earlierSchemas")
    public void workspaceOfEveryEarlierSchemaShouldBeCarriedOver(String version)
            throws SQLException {
        var source = new JdbcDataSource();
        source.setUrl("jdbc:h2:mem:schema-%s;DB_CLOSE_DELAY=-1".formatted(version));
        var flyway = Flyway.configure().dataSource(source).locations("classpath:db/migration");
        flyway.target(version).load().migrate();
        boolean isTimed = Integer.parseInt(version) >= FIRST_WITH_TIMES;
        try (var connection = source.getConnection();
                var statement = connection.createStatement()) {
            statement.execute(
                    """
                    insert into person (handle, name, password_hash, role)
                    values ('ama.teal', 'Ama Teal', 'hash', 'PRODUCT_OWNER');
                    insert into product (code, name, last_number) values ('MSF', 'Crossing', 3);
                    insert into product_level values
                    ('MSF', 0, 'story', 'Story', 'Stories', 'POINTS', false, 'story bug');
                    insert into product_state values
                    ('MSF', 'story', 0, 'to-do', 'To do', 'TO_DO'),
                    ('MSF', 'story', 1, 'doing', 'Doing', 'IN_PROGRESS'),
                    ('MSF', 'story', 2, 'done', 'Done', 'DONE'),
                    ('MSF', 'story', 3, 'left', 'Left', 'DROPPED');
                    insert into item (item_key, level_key, kind, title, description, state_key,
                    rank_text, created_at, updated_at, version%s) values
                    ('MSF3', 'story', 'bug', 'The ramp sticks', '', 'doing', 'n',
                    current_timestamp, current_timestamp, 1%s)\
                    """
                            .formatted(
                                    isTimed ? ", in_state_since" : "",
                                    isTimed ? ", current_timestamp" : ""));
            flyway.target("latest").load().migrate();
            assertThat(
                            texts(
                                    statement,
                                    "select fact || '=' || text from plan_fact where subject ="
                                        + " 'product:MSF' and fact not like 'band%' and fact not"
                                        + " like 'check%' and fact not like 'factor%'"))
                    .contains(
                            "name=Crossing",
                            "level.000=story\tStory\tStories\tPOINTS\tfalse\tstory\tbug",
                            "state.story.001=doing\tIN_PROGRESS\tDoing",
                            "formula=impact * confidence * ease");
            assertThat(
                            texts(
                                    statement,
                                    "select fact || '=' || text from plan_fact where subject ="
                                            + " 'person:ama.teal'"))
                    .containsExactlyInAnyOrder("name=Ama Teal", "role=PRODUCT_OWNER");
            assertThat(texts(statement, "select password_hash from person"))
                    .containsExactly("hash");
            assertThat(texts(statement, "select title from item"))
                    .containsExactly("The ramp sticks");
        }
    }

    private static List<String> texts(Statement statement, String query) throws SQLException {
        var texts = new ArrayList<String>();
        try (var rows = statement.executeQuery(query)) {
            while (rows.next()) {
                texts.add(rows.getString(1));
            }
        }
        return texts;
    }

    /** Kept: what went for named readers and is still gone. */
    @Test
    public void readersOfWhatIsGoneShouldBeTakenFromTheLog() throws SQLException {
        var source = new JdbcDataSource();
        source.setUrl("jdbc:h2:mem:gone;DB_CLOSE_DELAY=-1");
        var flyway = Flyway.configure().dataSource(source).locations("classpath:db/migration");
        flyway.target("11").load().migrate();
        try (var connection = source.getConnection();
                var statement = connection.createStatement()) {
            statement.execute(
                    """
                    insert into operation (id, at_time, actor, what)
                    select x, timestamp with time zone '2026-05-04 11:30:15+02:00', 'ines.rowe', 'DELETE'
                    from system_range(1, 4);
                    insert into change_log (operation_id, place, subject, field, before_text, after_text)
                    values
                    (1, 0, 'MSF1', 'readers', 'ama.teal, oona.marsh', null),
                    (1, 1, 'MSF1', 'exists', 'then', null),
                    (1, 2, 'MSF2', 'readers', null, 'ama.teal'),
                    (1, 3, 'MSF2', 'readers', 'ama.teal', null),
                    (1, 4, 'MSF2', 'exists', 'then', null),
                    (1, 5, 'MSF3', 'readers', 'ama.teal', null),
                    (1, 6, 'MSF3', 'exists', 'then', null),
                    (2, 0, 'MSF3', 'exists', null, 'then'),
                    (3, 0, 'MSF3', 'exists', 'then', null),
                    (4, 0, 'MSF4', 'readers', 'ama.teal', null)\
                    """);
            flyway.target("latest").load().migrate();
            var gone = new ArrayList<String>();
            try (var rows = statement.executeQuery("select * from gone_readers order by 1")) {
                while (rows.next()) {
                    gone.add(rows.getString(1) + " " + rows.getString(2));
                }
            }
            assertThat(gone).containsExactly("MSF1 ama.teal, oona.marsh", "MSF2 ama.teal");
        }
    }
}
