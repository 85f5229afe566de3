package db.migration;

import greenladder.core.item.CustomField;
import greenladder.core.level.Category;
import greenladder.core.level.Level;
import greenladder.core.level.Levels;
import greenladder.core.level.State;
import greenladder.core.level.States;
import greenladder.core.people.Person;
import greenladder.core.people.Role;
import greenladder.core.product.Product;
import greenladder.core.product.Refining;
import greenladder.core.product.Template;
import greenladder.core.score.Formula;
import greenladder.core.value.PlanKey;
import greenladder.core.workspace.PlanFacts;
import greenladder.core.workspace.Workspace;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.flywaydb.core.api.migration.BaseJavaMigration;
import org.flywaydb.core.api.migration.Context;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * Products with their set-up, and people with their roles, become facts as plans are, so that they
 * are changed through the log. What was so before the log told it is what it begins with.
 */
public class V16__SetupFacts extends BaseJavaMigration {
    /** What products began with before a formula had to be chosen. */
    private static final Refining BEGUN_WITH =
            new Refining(
                    Refining.STANDARD.bands(),
                    Refining.STANDARD.factors(),
                    Formula.PRESETS.getFirst().formula(),
                    Refining.STANDARD.scale(),
                    Refining.STANDARD.checks());

    /** Settings that came later are absent from rows of earlier versions. */
    private static final JsonMapper JSON =
            JsonMapper.builder()
                    .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
                    .build();

    private static final List<String> AFTER =
            List.of(
                    "drop table product_refining",
                    "drop table product_template",
                    "drop table product_field",
                    "drop table product_state",
                    "drop table product_level",
                    "drop table product_role",
                    "drop table guard",
                    "alter table product drop column name",
                    "alter table person drop column name",
                    "alter table person drop column role",
                    "alter table person drop column gone_at");

    private interface Row<T> {
        T read(ResultSet row) throws SQLException;
    }

    @Override
    public void migrate(Context context) throws SQLException {
        var connection = context.getConnection();
        run(connection, "alter table plan_fact alter column text set data type varchar(200000)");
        for (var product : products(connection)) {
            keep(connection, Workspace.EMPTY.with(product), PlanKey.product(product.code()));
        }
        for (var person : people(connection)) {
            keep(connection, Workspace.EMPTY.with(person), PlanKey.person(person.handle()));
        }
        for (var statement : AFTER) {
            run(connection, statement);
        }
    }

    private static void keep(Connection connection, Workspace workspace, PlanKey subject)
            throws SQLException {
        try (var insert =
                connection.prepareStatement(
                        "insert into plan_fact (subject, fact, text) values (?, ?, ?)")) {
            for (var fact : PlanFacts.of(workspace, subject).entrySet()) {
                insert.setString(1, subject.toString());
                insert.setString(2, fact.getKey());
                insert.setString(3, fact.getValue());
                insert.addBatch();
            }
            insert.executeBatch();
        }
    }

    private static List<Product> products(Connection connection) throws SQLException {
        var products = new ArrayList<Product>();
        for (var code : read(connection, "select code from product", row -> row.getString(1))) {
            var name =
                    read(
                                    connection,
                                    "select name from product where code = ?",
                                    row -> row.getString(1),
                                    code)
                            .getFirst();
            products.add(
                    new Product(
                            code,
                            name,
                            levels(connection, code),
                            fields(connection, code),
                            templates(connection, code),
                            refining(connection, code)));
        }
        return products;
    }

    private static Levels levels(Connection connection, String code) throws SQLException {
        var levels = new ArrayList<Level>();
        var rows =
                read(
                        connection,
                        "select level_key, name, plural, measure, follows_children, kinds"
                                + " from product_level where product = ? order by place",
                        row ->
                                List.of(
                                        row.getString(1),
                                        row.getString(2),
                                        row.getString(3),
                                        row.getString(4),
                                        Boolean.toString(row.getBoolean(5)),
                                        row.getString(6)),
                        code);
        for (var row : rows) {
            levels.add(
                    new Level(
                            row.get(0),
                            row.get(1),
                            row.get(2),
                            levels.size(),
                            Level.Measure.valueOf(row.get(3)),
                            Boolean.parseBoolean(row.get(4)),
                            List.of(row.get(5).split(" ")),
                            states(connection, code, row.get(0))));
        }
        return new Levels(levels);
    }

    private static States states(Connection connection, String code, String level)
            throws SQLException {
        return new States(
                read(
                        connection,
                        "select state_key, name, category from product_state"
                                + " where product = ? and level_key = ? order by place",
                        row ->
                                new State(
                                        row.getString(1),
                                        row.getString(2),
                                        Category.valueOf(row.getString(3))),
                        code,
                        level));
    }

    private static List<CustomField> fields(Connection connection, String code)
            throws SQLException {
        return read(
                connection,
                "select field_key, name, type, choices from product_field"
                        + " where product = ? order by place",
                row ->
                        new CustomField(
                                row.getString(1),
                                row.getString(2),
                                CustomField.Type.valueOf(row.getString(3)),
                                row.getString(4).lines().toList()),
                code);
    }

    private static List<Template> templates(Connection connection, String code)
            throws SQLException {
        return read(
                connection,
                "select template_key, name, level_key, kind, default_for, title_prefix, presets,"
                        + " children from product_template where product = ? order by place",
                row ->
                        new Template(
                                row.getString(1),
                                row.getString(2),
                                row.getString(3),
                                row.getString(4),
                                row.getString(5),
                                row.getString(6),
                                JSON.readValue(
                                        row.getString(7),
                                        new TypeReference<Map<String, String>>() {}),
                                row.getString(8).lines().toList()),
                code);
    }

    private static Refining refining(Connection connection, String code) throws SQLException {
        return read(
                        connection,
                        "select settings from product_refining where product = ?",
                        row -> refining(row.getString(1)),
                        code)
                .stream()
                .findFirst()
                .orElse(BEGUN_WITH);
    }

    /** What was not said of a product then is as it always was. */
    private static Refining refining(String settings) {
        var json = (ObjectNode) JSON.readTree(settings);
        if (!json.has("bandStays")) {
            json.put("bandStays", BEGUN_WITH.bandStays());
        }
        if (!json.has("defects")) {
            BEGUN_WITH.defects().forEach(json.putArray("defects")::add);
        }
        return JSON.treeToValue(json, Refining.class);
    }

    private static List<Person> people(Connection connection) throws SQLException {
        var people = new ArrayList<Person>();
        for (var person :
                read(
                        connection,
                        "select handle, name, gone_at, role from person",
                        row ->
                                new Person(
                                        row.getString(1),
                                        row.getString(2),
                                        row.getObject(3) != null,
                                        Role.valueOf(row.getString(4)),
                                        Map.of()))) {
            var roles = new HashMap<String, Role>();
            read(
                            connection,
                            "select product, role from product_role where person = ?",
                            row -> Map.entry(row.getString(1), Role.valueOf(row.getString(2))),
                            person.handle())
                    .forEach(role -> roles.put(role.getKey(), role.getValue()));
            people.add(
                    new Person(
                            person.handle(), person.name(), person.gone(), person.role(), roles));
        }
        return people;
    }

    private static <T> List<T> read(
            Connection connection, String sql, Row<T> row, String... parameters)
            throws SQLException {
        var read = new ArrayList<T>();
        try (var select = connection.prepareStatement(sql)) {
            for (int i = 0; i < parameters.length; i++) {
                select.setString(i + 1, parameters[i]);
            }
            try (var rows = select.executeQuery()) {
                while (rows.next()) {
                    read.add(row.read(rows));
                }
            }
        }
        return read;
    }

    private static void run(Connection connection, String sql) throws SQLException {
        try (var statement = connection.createStatement()) {
            statement.execute(sql);
        }
    }
}
