package greenladder.api;

import greenladder.api.ApiFailures.ProblemJson;
import jakarta.servlet.http.HttpServletRequest;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.HttpMediaTypeNotSupportedException;
import org.springframework.web.HttpRequestMethodNotSupportedException;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.servlet.resource.NoResourceFoundException;

/** Calls that reach no method of the interface get a problem detail too. */
@ControllerAdvice
@Order(Ordered.HIGHEST_PRECEDENCE)
class ApiRefusals {

    @ExceptionHandler
    ResponseEntity<ProblemJson> noSuchCall(NoResourceFoundException e, HttpServletRequest request)
            throws NoResourceFoundException {
        if (isForPeople(request)) {
            throw e;
        }
        return ApiFailures.refused(HttpStatus.NOT_FOUND, e);
    }

    @ExceptionHandler
    ResponseEntity<ProblemJson> noSuchMethod(
            HttpRequestMethodNotSupportedException e, HttpServletRequest request)
            throws HttpRequestMethodNotSupportedException {
        if (isForPeople(request)) {
            throw e;
        }
        return ApiFailures.refused(HttpStatus.METHOD_NOT_ALLOWED, e);
    }

    @ExceptionHandler
    ResponseEntity<ProblemJson> noSuchType(
            HttpMediaTypeNotSupportedException e, HttpServletRequest request)
            throws HttpMediaTypeNotSupportedException {
        if (isForPeople(request)) {
            throw e;
        }
        return ApiFailures.refused(HttpStatus.UNSUPPORTED_MEDIA_TYPE, e);
    }

    private static boolean isForPeople(HttpServletRequest request) {
        return !request.getServletPath().startsWith("/api/");
    }
}
