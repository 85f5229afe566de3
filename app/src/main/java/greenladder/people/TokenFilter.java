package greenladder.people;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.filter.OncePerRequestFilter;

/** Signs a program in for one request by the token it sends. */
final class TokenFilter extends OncePerRequestFilter {
    private static final String SCHEME = "Bearer ";

    private final People people;

    TokenFilter(People people) {
        this.people = people;
    }

    @Override
    protected void doFilterInternal(
            HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        var header = request.getHeader("Authorization");
        if (header != null && header.startsWith(SCHEME)) {
            people.findByToken(header.substring(SCHEME.length()).strip())
                    .ifPresent(TokenFilter::signIn);
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
}
