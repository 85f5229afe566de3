package greenladder.people;

import greenladder.people.Audit.Event;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.annotation.web.configurers.HeadersConfigurer;
import org.springframework.security.config.http.SessionCreationPolicy;
import org.springframework.security.config.observation.SecurityObservationSettings;
import org.springframework.security.crypto.factory.PasswordEncoderFactories;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.AuthenticationEntryPoint;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.authentication.UsernamePasswordAuthenticationFilter;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextHolderFilter;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;
import org.springframework.security.web.util.matcher.RequestHeaderRequestMatcher;

/**
 * Who gets in: programs by token, people by form and session. What each may do is checked at the
 * gateway.
 */
@Configuration
class SecuritySetup {
    private static final String CONTENT_POLICY =
            "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data:;"
                    + " font-src 'self'; connect-src 'self'; form-action 'self'; base-uri 'none';"
                    + " frame-ancestors 'none'";

    @Bean
    PasswordEncoder passwordEncoder() {
        return new QueuedPasswordEncoder(
                PasswordEncoderFactories.createDelegatingPasswordEncoder());
    }

    @Bean
    SecurityContextRepository securityContextRepository() {
        return new HttpSessionSecurityContextRepository();
    }

    /** What each of its filters takes is not measured, which would take more than most of them. */
    @Bean
    static SecurityObservationSettings noObservations() {
        return SecurityObservationSettings.noObservations();
    }

    @Bean
    @Order(1)
    SecurityFilterChain forPrograms(HttpSecurity http, Tokens tokens, AttemptLimit attempts)
            throws Exception {
        return http.securityMatcher("/api/**")
                .csrf(csrf -> csrf.disable())
                .sessionManagement(session ->
                        // A token signs in for one call: a session that comes along stays as it is.
                        session.sessionCreationPolicy(SessionCreationPolicy.STATELESS)
                                .sessionFixation(fixation -> fixation.none()))
                .headers(SecuritySetup::safe)
                .addFilterBefore(
                        new TokenFilter(tokens, attempts, "/api/"),
                        UsernamePasswordAuthenticationFilter.class)
                .authorizeHttpRequests(requests -> requests.anyRequest().authenticated())
                .exceptionHandling(handling ->
                        handling.authenticationEntryPoint((request, response, e) -> {
                            response.setStatus(HttpServletResponse.SC_UNAUTHORIZED);
                            response.setHeader("WWW-Authenticate", "Bearer");
                            response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
                            response.getWriter()
                                    .write(
                                            "{\"type\":\"not-signed-in\",\"title\":\"Not signed"
                                                + " in\",\"status\":401,\"detail\":\"A valid token"
                                                + " is needed: Authorization: Bearer <token>.\"}");
                        }))
                .build();
    }

    @Bean
    @Order(2)
    SecurityFilterChain forPeople(
            HttpSecurity http,
            FirstStart firstStart,
            People people,
            Tokens tokens,
            AttemptLimit attempts,
            Entrance entrance,
            Audit audit)
            throws Exception {
        AuthenticationEntryPoint signIn =
                (request, response, e) ->
                        response.sendRedirect(request.getContextPath() + ReturnUrl.signIn(request));
        return http.authorizeHttpRequests(requests ->
                        requests.requestMatchers(
                                        "/sign-in",
                                        "/sign-in/as",
                                        "/start",
                                        "/invitation/*",
                                        "/css/**",
                                        "/js/**",
                                        "/v*/js/**",
                                        "/fonts/**",
                                        "/vendor/**",
                                        "/icons/**",
                                        "/webjars/**",
                                        "/favicon.ico",
                                        "/error",
                                        "/actuator/health",
                                        "/actuator/health/**")
                                .permitAll()
                                .anyRequest()
                                .authenticated())
                // Where somebody wanted to go stands in the address, not in a session.
                .requestCache(cache -> cache.disable())
                .formLogin(form ->
                        form.loginPage("/sign-in")
                                .usernameParameter("handle")
                                .successHandler((request, response, done) -> {
                                    entrance.lengthen(request.getSession());
                                    audit.noteAlone(Event.SIGN_IN, done.getName(), "");
                                    response.sendRedirect(
                                            request.getContextPath() + ReturnUrl.of(request));
                                })
                                .failureHandler((request, response, e) -> {
                                    if (e instanceof PasswordCheck.TooBusy) {
                                        tellBusy(response, e.getMessage());
                                        return;
                                    }
                                    var why =
                                            e instanceof PasswordCheck.TooMany ? "wait" : "failed";
                                    response.sendRedirect(
                                            request.getContextPath()
                                                    + ReturnUrl.signInAgain(request, why));
                                }))
                .logout(logout ->
                        logout.logoutUrl("/sign-out")
                                .addLogoutHandler((request, response, who) -> {
                                    if (who != null) {
                                        audit.noteAlone(Event.SIGN_OUT, who.getName(), "");
                                    }
                                })
                                .logoutSuccessUrl("/sign-in"))
                .exceptionHandling(handling ->
                        handling.defaultAuthenticationEntryPointFor(
                                        (request, response, e) -> {
                                            response.setStatus(HttpServletResponse.SC_UNAUTHORIZED);
                                            response.setHeader(
                                                    "HX-Redirect",
                                                    request.getContextPath() + "/sign-in");
                                        },
                                        new RequestHeaderRequestMatcher("HX-Request"))
                                .defaultAuthenticationEntryPointFor(signIn, any -> true))
                .addFilterBefore(firstStart, UsernamePasswordAuthenticationFilter.class)
                // Programs read the description of their interface with their token, and nothing
                // else.
                .addFilterBefore(
                        new TokenFilter(tokens, attempts, "/v3/"),
                        UsernamePasswordAuthenticationFilter.class)
                .addFilterAfter(new FreshSignIn(people), SecurityContextHolderFilter.class)
                .headers(SecuritySetup::safe)
                .build();
    }

    private static void tellBusy(HttpServletResponse response, @Nullable String words)
            throws IOException {
        response.setStatus(HttpStatus.TOO_MANY_REQUESTS.value());
        response.setHeader("Retry-After", "5");
        response.setContentType("text/plain;charset=UTF-8");
        response.getWriter().write(Objects.requireNonNullElse(words, ""));
    }

    /** What every answer carries. */
    private static void safe(HeadersConfigurer<HttpSecurity> headers) {
        headers.contentSecurityPolicy(policy -> policy.policyDirectives(CONTENT_POLICY))
                .referrerPolicy(policy -> policy.policy(ReferrerPolicy.SAME_ORIGIN))
                .permissionsPolicyHeader(
                        policy -> policy.policy("camera=(), geolocation=(), microphone=()"));
    }
}
