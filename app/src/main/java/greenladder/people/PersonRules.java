package greenladder.people;

import greenladder.core.change.Problem;
import java.nio.charset.StandardCharsets;
import java.util.Optional;

/** What a name, a sign-in name and a password have to be: one method and one message a rule. */
final class PersonRules {
    /** Nothing longer that is typed for a password is looked at. */
    static final int LONGEST_TYPED = 1_000;

    private static final int LONGEST_NAME = 120;
    private static final int SHORTEST_PASSWORD = 10;
    private static final int LONGEST_PASSWORD_BYTES = 72;

    private PersonRules() {}

    static Optional<Problem> name(String name) {
        return problem(
                name.length() > LONGEST_TYPED
                        || name.isBlank()
                        || name.strip().length() > LONGEST_NAME,
                "name",
                "A name of at most %d characters is needed.".formatted(LONGEST_NAME));
    }

    static Optional<Problem> handle(String handle) {
        return problem(
                handle.length() > LONGEST_NAME
                        || !handle.strip().matches("[a-z][a-z0-9.-]{0,58}[a-z0-9]")
                        || handle.strip().equals("system"),
                "handle",
                "A sign-in name has 2 to 60 small letters, digits, dots or dashes, a letter first"
                        + " and no dot or dash last.");
    }

    static Optional<Problem> password(String password) {
        if (password.length() > LONGEST_TYPED
                || password.getBytes(StandardCharsets.UTF_8).length > LONGEST_PASSWORD_BYTES) {
            return problem(
                    true,
                    "password",
                    "A password has at most %d bytes.".formatted(LONGEST_PASSWORD_BYTES));
        }
        if (CommonPasswords.has(password)) {
            return problem(true, "password", "This password is too easy to guess; choose another.");
        }
        return problem(
                password.length() < SHORTEST_PASSWORD,
                "password",
                "A password has at least %d characters.".formatted(SHORTEST_PASSWORD));
    }

    private static Optional<Problem> problem(boolean broken, String field, String message) {
        return broken ? Optional.of(new Problem(field, message)) : Optional.empty();
    }
}
