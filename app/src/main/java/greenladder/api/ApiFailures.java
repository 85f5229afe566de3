package greenladder.api;

import com.fasterxml.jackson.annotation.JsonInclude;
import greenladder.core.change.Problem;
import greenladder.core.value.ItemKey;
import greenladder.people.SignedIn;
import greenladder.store.SnapshotKeeper;
import greenladder.web.Failure;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.ErrorResponse;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;
import org.springframework.web.util.DisconnectedClientHelper;
import tools.jackson.core.JacksonException;

/** Turns failures into problem details. */
@RestControllerAdvice(annotations = RestController.class)
class ApiFailures {
    private static final Logger LOG = LoggerFactory.getLogger(ApiFailures.class);

    private final SnapshotKeeper keeper;

    record FieldError(String field, String message) {}

    /**
     * A problem detail (RFC 9457).
     *
     * @param item what stands there now, where somebody else was faster
     */
    @JsonInclude(JsonInclude.Include.NON_NULL)
    record ProblemJson(
            String type,
            String title,
            int status,
            @Nullable String detail,
            List<FieldError> errors,
            @Nullable ItemJson item) {}

    ApiFailures(SnapshotKeeper keeper) {
        this.keeper = keeper;
    }

    @ExceptionHandler
    ResponseEntity<ProblemJson> failed(
            Failure failure, @AuthenticationPrincipal @Nullable SignedIn me) {
        return switch (failure) {
            case Failure.NotFound e ->
                    answer(HttpStatus.NOT_FOUND, "not-found", "Not found", e, List.of(), null);
            case Failure.Forbidden e ->
                    answer(HttpStatus.FORBIDDEN, "forbidden", "Not allowed", e, List.of(), null);
            case Failure.Busy e ->
                    answer(HttpStatus.TOO_MANY_REQUESTS, "busy", "Too busy", e, List.of(), null);
            case Failure.Conflict e ->
                    answer(
                            HttpStatus.PRECONDITION_FAILED,
                            "stale",
                            "Changed meanwhile",
                            e,
                            List.of(),
                            now(me, e.subject()));
            case Failure.Overtaken e ->
                    answer(
                            HttpStatus.CONFLICT,
                            "stale",
                            "Changed meanwhile",
                            e,
                            List.of(),
                            now(me, e.item()));
            case Failure.Invalid e ->
                    answer(
                            HttpStatus.UNPROCESSABLE_ENTITY,
                            "invalid",
                            "Not accepted",
                            e,
                            e.problems().all().stream().map(ApiFailures::error).toList(),
                            null);
        };
    }

    @ExceptionHandler
    ResponseEntity<ProblemJson> unreadable(HttpMessageNotReadableException e) {
        return answer(
                HttpStatus.BAD_REQUEST,
                "unreadable",
                "Unreadable",
                "The body is not JSON that can be read.",
                List.of(),
                null);
    }

    @ExceptionHandler
    ResponseEntity<ProblemJson> unreadable(JacksonException e) {
        return answer(
                HttpStatus.BAD_REQUEST,
                "unreadable",
                "Unreadable",
                "A value of the body cannot be read.",
                List.of(),
                null);
    }

    @ExceptionHandler
    ResponseEntity<ProblemJson> mistyped(MethodArgumentTypeMismatchException e) {
        return answer(
                HttpStatus.UNPROCESSABLE_ENTITY,
                "invalid",
                "Not accepted",
                "%s cannot be “%s”.".formatted(e.getName(), e.getValue()),
                List.of(new FieldError(e.getName(), "This value cannot be read.")),
                null);
    }

    @ExceptionHandler
    ResponseEntity<ProblemJson> unexpected(Exception e) {
        if (e instanceof ErrorResponse response) {
            return refused(HttpStatus.valueOf(response.getStatusCode().value()), e);
        }
        if (DisconnectedClientHelper.isClientDisconnectedException(e)) {
            // Whoever asked is gone, so nobody reads the answer.
            LOG.debug("a client went away", e);
        } else {
            LOG.error("a call failed", e);
        }
        return answer(
                HttpStatus.INTERNAL_SERVER_ERROR,
                "unexpected",
                "Unexpected",
                "Something went wrong here; nothing was changed.",
                List.of(),
                null);
    }

    /**
     * What the framework refuses by itself: a path, a method or a content type that does not fit.
     */
    static ResponseEntity<ProblemJson> refused(HttpStatus status, Exception e) {
        return answer(status, "refused", status.getReasonPhrase(), e, List.of(), null);
    }

    private @Nullable ItemJson now(@Nullable SignedIn me, String key) {
        if (me == null) {
            return null;
        }
        var snapshot = keeper.seenBy(me);
        return ItemKey.parse(key)
                .flatMap(snapshot::findItem)
                .map(item -> ItemJson.of(snapshot, item))
                .orElse(null);
    }

    private static FieldError error(Problem problem) {
        var entry = problem.entry() == Problem.SINGLE ? "" : "items[%d]".formatted(problem.entry());
        var dot = entry.isEmpty() || problem.field().isEmpty() ? "" : ".";
        return new FieldError(entry + dot + problem.field(), problem.message());
    }

    private static ResponseEntity<ProblemJson> answer(
            HttpStatus status,
            String type,
            String title,
            Exception cause,
            List<FieldError> errors,
            @Nullable ItemJson item) {
        return answer(status, type, title, cause.getMessage(), errors, item);
    }

    private static ResponseEntity<ProblemJson> answer(
            HttpStatus status,
            String type,
            String title,
            @Nullable String detail,
            List<FieldError> errors,
            @Nullable ItemJson item) {
        return ResponseEntity.status(status)
                .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                .body(new ProblemJson(type, title, status.value(), detail, errors, item));
    }
}
