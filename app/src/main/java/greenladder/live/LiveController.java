package greenladder.live;

import greenladder.people.SignedIn;
import jakarta.servlet.http.HttpServletRequest;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.method.annotation.ResponseBodyEmitter;

/** The stream of events that every open page listens to. */
@Controller
class LiveController {
    private final Streams streams;

    LiveController(Streams streams) {
        this.streams = streams;
    }

    @GetMapping("/live")
    ResponseEntity<ResponseBodyEmitter> live(
            @AuthenticationPrincipal SignedIn me,
            @RequestParam(defaultValue = "") String view,
            HttpServletRequest request) {
        var session = request.getSession(false);
        return ResponseEntity.ok()
                .contentType(MediaType.TEXT_EVENT_STREAM)
                .header(HttpHeaders.CACHE_CONTROL, "no-store")
                .header("X-Accel-Buffering", "no")
                .body(streams.open(me, session == null ? "" : session.getId(), view));
    }

    /** Whether one is still signed in: a page that lost its stream asks. */
    @GetMapping("/live/here")
    ResponseEntity<Void> here() {
        return ResponseEntity.noContent().build();
    }
}
