package greenladder.api;

import greenladder.core.change.Problem;
import greenladder.core.change.Problems;
import greenladder.web.Failure;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** What is wrong with a request, as a refusal. */
public final class ApiProblems {
    private ApiProblems() {}

    public static Failure.Invalid invalid(String field, @Nullable String message) {
        return new Failure.Invalid(
                new Problems(List.of(new Problem(field, Objects.requireNonNullElse(message, "")))));
    }
}
