package greenladder.frame;

import greenladder.web.Failure;
import jakarta.servlet.http.HttpServletRequest;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.servlet.ModelAndView;

/**
 * Turns failures into a page, or, where a script asked, into the plain words that it shows in
 * place.
 */
@ControllerAdvice(annotations = Controller.class)
class ErrorPages {

    @ExceptionHandler
    Object failed(Failure failure, HttpServletRequest request) {
        var status =
                switch (failure) {
                    case Failure.NotFound ignored -> HttpStatus.NOT_FOUND;
                    case Failure.Forbidden ignored -> HttpStatus.FORBIDDEN;
                    case Failure.Busy ignored -> HttpStatus.TOO_MANY_REQUESTS;
                    case Failure.Conflict ignored -> HttpStatus.CONFLICT;
                    case Failure.Overtaken ignored -> HttpStatus.CONFLICT;
                    case Failure.Invalid ignored -> HttpStatus.UNPROCESSABLE_ENTITY;
                };
        if (request.getHeader("HX-Request") != null) {
            return ResponseEntity.status(status)
                    .contentType(new MediaType(MediaType.TEXT_PLAIN, StandardCharsets.UTF_8))
                    .body(failure.getMessage());
        }
        return new ModelAndView(
                "error", Map.of("status", status.value(), "message", failure.getMessage()), status);
    }
}
