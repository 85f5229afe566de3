package greenladder.people;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.boot.web.servlet.FilterRegistrationBean;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Leads to the first administrator's form for as long as there is nobody. */
@Component
final class FirstStart extends OncePerRequestFilter {
    private final People people;

    FirstStart(People people) {
        this.people = people;
    }

    @Override
    protected void doFilterInternal(
            HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        var path = request.getRequestURI().substring(request.getContextPath().length());
        boolean isPage = path.equals("/") || path.equals("/sign-in") || path.endsWith("/ladder");
        if (isPage && people.isEmpty()) {
            response.sendRedirect(request.getContextPath() + "/start");
        } else {
            chain.doFilter(request, response);
        }
    }

    /** The filter runs inside the security chain only. */
    @Configuration
    static class Registration {
        @Bean
        FilterRegistrationBean<FirstStart> firstStartRegistration(FirstStart filter) {
            var registration = new FilterRegistrationBean<>(filter);
            registration.setEnabled(false);
            return registration;
        }
    }
}
