package greenladder.api;

import greenladder.api.ApiFailures.ProblemJson;
import jakarta.servlet.http.HttpServletRequest;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.ErrorResponse;
import org.springframework.web.HttpMediaTypeNotSupportedException;
import org.springframework.web.HttpRequestMethodNotSupportedException;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.servlet.resource.NoResourceFoundException;

/** Calls that reach no method of the interface get a problem detail too. */
@ControllerAdvice
@Order(Ordered.HIGHEST_PRECEDENCE)
class ApiRefusals {

    @ExceptionHandler({
        NoResourceFoundException.class,
        HttpRequestMethodNotSupportedException.class,
        HttpMediaTypeNotSupportedException.class
    })
    ResponseEntity<ProblemJson> refused(Exception e, HttpServletRequest request) throws Exception {
        var path = request.getRequestURI().substring(request.getContextPath().length());
        if (path.startsWith("/api/") && e instanceof ErrorResponse response) {
            return ApiFailures.refused(HttpStatus.valueOf(response.getStatusCode().value()), e);
        }
        throw e;
    }
}
