package greenladder.people;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.filter.OncePerRequestFilter;

/** Signs a program in for one request by the token it sends; whoever guesses tokens has to wait. */
final class TokenFilter extends OncePerRequestFilter {
    private static final String SCHEME = "Bearer ";
    private static final int MOST_WRONG = 100;

    private final Tokens tokens;
    private final AttemptLimit attempts;
    private final String under;

    /**
     * @param under what addresses begin with for which a token counts
     */
    TokenFilter(Tokens tokens, AttemptLimit attempts, String under) {
        this.under = under;
        this.tokens = tokens;
        this.attempts = attempts;
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        return !request.getRequestURI().startsWith(request.getContextPath() + under);
    }

    @Override
    protected void doFilterInternal(
            HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        var header = request.getHeader("Authorization");
        if (header == null || !header.startsWith(SCHEME)) {
            chain.doFilter(request, response);
            return;
        }
        var source = "token from " + request.getRemoteAddr();
        var person = tokens.findPerson(header.substring(SCHEME.length()).strip());
        if (person.isPresent()) {
            signIn(person.get());
        } else if (attempts.mayTry(source, MOST_WRONG)) {
            attempts.noteFailure(source, MOST_WRONG);
        } else {
            refuse(response);
            return;
        }
        chain.doFilter(request, response);
    }

    private static void signIn(SignedIn person) {
        var context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(
                UsernamePasswordAuthenticationToken.authenticated(
                        person, null, person.getAuthorities()));
        SecurityContextHolder.setContext(context);
    }

    private static void refuse(HttpServletResponse response) throws IOException {
        response.setStatus(HttpStatus.TOO_MANY_REQUESTS.value());
        response.setHeader("Retry-After", "600");
        response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
        response.getWriter()
                .write(
                        "{\"type\":\"too-many-attempts\",\"title\":\"Too many attempts\","
                                + "\"status\":429,\"detail\":\"Too many wrong tokens came from this"
                                + " address; try again in ten minutes.\"}");
    }
}
