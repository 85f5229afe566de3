package greenladder.people;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.time.Duration;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.stereotype.Component;

/** Signs somebody in without a password, where something else has shown that they may come in. */
@Component
public class Entrance {
    private final SecurityContextRepository contexts;

    Entrance(SecurityContextRepository contexts) {
        this.contexts = contexts;
    }

    /** Sessions are short until somebody is signed in in them. */
    static final Duration BEFORE = Duration.ofMinutes(10);

    private static final Duration SIGNED_IN = Duration.ofHours(12);

    void lengthen(HttpSession session) {
        session.setMaxInactiveInterval((int) SIGNED_IN.toSeconds());
    }

    /** The session gets another name, so that nobody who knew the old one comes in as well. */
    public void letIn(SignedIn person, HttpServletRequest request, HttpServletResponse response) {
        lengthen(request.getSession());
        request.changeSessionId();
        var context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(
                UsernamePasswordAuthenticationToken.authenticated(
                        person, null, person.getAuthorities()));
        SecurityContextHolder.setContext(context);
        contexts.saveContext(context, request, response);
    }
}
