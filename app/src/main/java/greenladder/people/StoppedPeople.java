package greenladder.people;

import greenladder.core.change.OperationKind;
import greenladder.core.change.Problem;
import greenladder.core.people.Role;
import greenladder.core.value.PlanKey;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.security.crypto.factory.PasswordEncoderFactories;

/** People in the database of an application that is stopped. */
public final class StoppedPeople {
    private StoppedPeople() {}

    /**
     * Makes somebody an administrator and gives them a password; they are signed out everywhere.
     * Somebody who is not there yet is added.
     *
     * @throws IllegalArgumentException with what is wrong with what was typed
     */
    public static String makeAdministrator(
            Connection connection, String handle, String name, String password)
            throws SQLException {
        var hash = PasswordEncoderFactories.createDelegatingPasswordEncoder().encode(password);
        require(PersonRules.handle(handle), PersonRules.password(password));
        var facts = factsOf(connection, handle);
        if (!facts.containsKey("name")) {
            require(PersonRules.name(name));
        }
        var wanted = new TreeMap<>(facts);
        wanted.putIfAbsent("name", name);
        wanted.put("role", Role.ADMINISTRATOR.name());
        wanted.remove("gone");
        keep(connection, PlanKey.person(handle), facts, wanted);
        keepCredentials(connection, handle, hash);
        return facts.isEmpty()
                ? handle + " was added as an administrator."
                : handle + " is an administrator and has a new password.";
    }

    private static void keepCredentials(Connection connection, String handle, String hash)
            throws SQLException {
        try (var update =
                connection.prepareStatement(
                        "update person set password_hash = ?, stamp = stamp + 1 where handle ="
                                + " ?")) {
            update.setString(1, hash);
            update.setString(2, handle);
            if (update.executeUpdate() == 1) {
                return;
            }
        }
        try (var insert =
                connection.prepareStatement(
                        "insert into person (handle, password_hash, stamp) values (?, ?, 0)")) {
            insert.setString(1, handle);
            insert.setString(2, hash);
            insert.executeUpdate();
        }
    }

    private static Map<String, String> factsOf(Connection connection, String handle)
            throws SQLException {
        var facts = new TreeMap<String, String>();
        try (var select =
                connection.prepareStatement("select fact, text from plan_fact where subject = ?")) {
            select.setString(1, PlanKey.person(handle).toString());
            try (var rows = select.executeQuery()) {
                while (rows.next()) {
                    facts.put(rows.getString(1), rows.getString(2));
                }
            }
        }
        return facts;
    }

    /** Writes facts and the operation that made them so, as the gateway would. */
    private static void keep(
            Connection connection,
            PlanKey subject,
            Map<String, String> before,
            Map<String, String> after)
            throws SQLException {
        long operation = newOperation(connection);
        var names = new TreeSet<>(before.keySet());
        names.addAll(after.keySet());
        int place = 0;
        for (var fact : names) {
            var was = before.get(fact);
            var is = after.get(fact);
            if (!Objects.equals(was, is)) {
                run(
                        connection,
                        "insert into change_log (operation_id, place, subject, field, before_text,"
                                + " after_text, followed) values (?, ?, ?, ?, ?, ?, false)",
                        operation,
                        place++,
                        subject.toString(),
                        fact,
                        was,
                        is);
                run(
                        connection,
                        "delete from plan_fact where subject = ? and fact = ?",
                        subject.toString(),
                        fact);
                if (is != null) {
                    run(
                            connection,
                            "insert into plan_fact (subject, fact, text) values (?, ?, ?)",
                            subject.toString(),
                            fact,
                            is);
                }
            }
        }
    }

    private static long newOperation(Connection connection) throws SQLException {
        try (var next = connection.prepareStatement("select next value for operation_seq");
                var rows = next.executeQuery()) {
            rows.next();
            long operation = rows.getLong(1);
            run(
                    connection,
                    "insert into operation (id, at_time, actor, what) values (?, current_timestamp,"
                            + " ?, ?)",
                    operation,
                    SignedIn.SYSTEM.handle(),
                    OperationKind.PEOPLE.label());
            return operation;
        }
    }

    private static void run(Connection connection, String sql, @Nullable Object... values)
            throws SQLException {
        try (var statement = connection.prepareStatement(sql)) {
            for (int i = 0; i < values.length; i++) {
                statement.setObject(i + 1, values[i]);
            }
            statement.executeUpdate();
        }
    }

    @SafeVarargs
    private static void require(Optional<Problem>... found) {
        Stream.of(found)
                .flatMap(Optional::stream)
                .findFirst()
                .ifPresent(problem -> {
                    throw new IllegalArgumentException(problem.message());
                });
    }
}
