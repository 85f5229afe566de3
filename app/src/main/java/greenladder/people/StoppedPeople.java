package greenladder.people;

import greenladder.core.change.Problem;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.Optional;
import java.util.stream.Stream;
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
        try (var update =
                connection.prepareStatement(
                        "update person set role = 'ADMINISTRATOR', password_hash = ?,"
                                + " stamp = stamp + 1, gone_at = null where handle = ?")) {
            update.setString(1, hash);
            update.setString(2, handle);
            if (update.executeUpdate() == 1) {
                return handle + " is an administrator and has a new password.";
            }
        }
        require(PersonRules.name(name));
        try (var insert =
                connection.prepareStatement(
                        "insert into person (handle, name, password_hash, role, stamp)"
                                + " values (?, ?, ?, 'ADMINISTRATOR', 0)")) {
            insert.setString(1, handle);
            insert.setString(2, name);
            insert.setString(3, hash);
            insert.executeUpdate();
        }
        return handle + " was added as an administrator.";
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
