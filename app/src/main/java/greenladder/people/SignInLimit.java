package greenladder.people;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Locale;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Lets nobody guess passwords quickly: few failures for one name from one address, more from one
 * address altogether. A sign-in that is let pass and succeeds forgets the failures for that name.
 */
final class SignInLimit extends OncePerRequestFilter {
    private static final int FOR_A_NAME = 5;
    private static final int FROM_AN_ADDRESS = 60;

    private final AttemptLimit attempts;

    SignInLimit(AttemptLimit attempts) {
        this.attempts = attempts;
    }

    @Override
    protected void doFilterInternal(
            HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        boolean isAttempt =
                request.getMethod().equals("POST")
                        && request.getRequestURI().equals(request.getContextPath() + "/sign-in");
        if (isAttempt
                && !(attempts.mayTry(address(request), FROM_AN_ADDRESS)
                        && attempts.mayTry(name(request), FOR_A_NAME))) {
            response.sendRedirect(request.getContextPath() + "/sign-in?wait");
        } else {
            chain.doFilter(request, response);
        }
    }

    void noteFailure(HttpServletRequest request) {
        attempts.noteFailure(address(request), FROM_AN_ADDRESS);
        attempts.noteFailure(name(request), FOR_A_NAME);
    }

    void noteSuccess(HttpServletRequest request) {
        attempts.forget(name(request));
    }

    private static String address(HttpServletRequest request) {
        return "sign-in from " + request.getRemoteAddr();
    }

    private static String name(HttpServletRequest request) {
        var handle = request.getParameter("handle");
        return address(request) + " as " + (handle == null ? "" : handle.toLowerCase(Locale.ROOT));
    }
}
