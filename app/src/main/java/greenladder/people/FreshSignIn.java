package greenladder.people;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Optional;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * A session remembers who signed in; what they may do is looked up for each request, so that a role
 * that changes, a sign-out everywhere or a removal counts from the next click on.
 */
final class FreshSignIn extends OncePerRequestFilter {
    private final People people;

    FreshSignIn(People people) {
        this.people = people;
    }

    @Override
    protected void doFilterInternal(
            HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        var signedIn = SecurityContextHolder.getContext().getAuthentication();
        if (signedIn != null && signedIn.getPrincipal() instanceof SignedIn then) {
            var now = people.findByHandle(then.handle()).filter(one -> one.stamp() == then.stamp());
            SecurityContextHolder.clearContext();
            now.ifPresent(FreshSignIn::goOnAs);
            if (now.isEmpty()) {
                Optional.ofNullable(request.getSession(false))
                        .ifPresent(session -> session.invalidate());
            }
        }
        chain.doFilter(request, response);
    }

    private static void goOnAs(SignedIn person) {
        var context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(
                UsernamePasswordAuthenticationToken.authenticated(
                        person, null, person.getAuthorities()));
        SecurityContextHolder.setContext(context);
    }
}
