package greenladder.people;

import jakarta.servlet.http.HttpServletResponse;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.annotation.Order;
import org.springframework.http.MediaType;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.http.SessionCreationPolicy;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.factory.PasswordEncoderFactories;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.authentication.LoginUrlAuthenticationEntryPoint;
import org.springframework.security.web.authentication.SavedRequestAwareAuthenticationSuccessHandler;
import org.springframework.security.web.authentication.UsernamePasswordAuthenticationFilter;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextHolderFilter;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;
import org.springframework.security.web.util.matcher.RequestHeaderRequestMatcher;

/**
 * Who gets in: programs by token, people by form and session. What each may do is checked at the
 * door.
 */
@Configuration
class SecuritySetup {
    private static final String CONTENT_POLICY =
            "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data:;"
                    + " font-src 'self'; connect-src 'self'; form-action 'self'; base-uri 'none';"
                    + " frame-ancestors 'none'";

    @Bean
    PasswordEncoder passwordEncoder() {
        return PasswordEncoderFactories.createDelegatingPasswordEncoder();
    }

    @Bean
    UserDetailsService userDetailsService(People people) {
        return handle ->
                people.findByHandle(handle)
                        .orElseThrow(() -> new UsernameNotFoundException("unknown"));
    }

    @Bean
    SecurityContextRepository securityContextRepository() {
        return new HttpSessionSecurityContextRepository();
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
                .addFilterBefore(
                        new TokenFilter(tokens, attempts),
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
            HttpSecurity http, FirstStart firstStart, People people, AttemptLimit attempts)
            throws Exception {
        var signIn = new LoginUrlAuthenticationEntryPoint("/sign-in");
        var limit = new SignInLimit(attempts);
        var onSuccess = new SavedRequestAwareAuthenticationSuccessHandler();
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
                                        "/actuator/health/**",
                                        "/v3/api-docs",
                                        "/v3/api-docs/**",
                                        "/v3/api-docs.yaml")
                                .permitAll()
                                .anyRequest()
                                .authenticated())
                .formLogin(form ->
                        form.loginPage("/sign-in")
                                .usernameParameter("handle")
                                .successHandler((request, response, done) -> {
                                    limit.noteSuccess(request);
                                    onSuccess.onAuthenticationSuccess(request, response, done);
                                })
                                .failureHandler((request, response, e) -> {
                                    limit.noteFailure(request);
                                    request.getSession()
                                            .setAttribute(
                                                    "typedHandle", request.getParameter("handle"));
                                    response.sendRedirect(
                                            request.getContextPath() + "/sign-in?failed");
                                }))
                .logout(logout -> logout.logoutUrl("/sign-out").logoutSuccessUrl("/sign-in"))
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
                .addFilterBefore(limit, UsernamePasswordAuthenticationFilter.class)
                .addFilterAfter(new FreshSignIn(people), SecurityContextHolderFilter.class)
                .headers(headers ->
                        headers.contentSecurityPolicy(
                                        policy -> policy.policyDirectives(CONTENT_POLICY))
                                .referrerPolicy(
                                        policy -> policy.policy(ReferrerPolicy.SAME_ORIGIN)))
                .build();
    }
}
