package greenladder.web;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.jspecify.annotations.Nullable;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import org.springframework.web.util.ContentCachingResponseWrapper;

/**
 * Does a request once that comes twice: one with a key that the same person used before is answered
 * with what the first one did, also while the first is still under way. What was refused is not
 * remembered, since it changed nothing.
 */
@Component
@Order(10)
final class RepeatedRequests extends OncePerRequestFilter {
    static final String HEADER = "X-Request-Key";
    private static final int LONGEST_KEY = 100;
    private static final int LARGEST_BODY = 256 * 1024;
    private static final Duration KEPT = Duration.ofMinutes(10);
    private static final long WAIT_SECONDS = 60;

    private final Cache<Asked, CompletableFuture<@Nullable Answer>> answers =
            Caffeine.newBuilder().maximumSize(5_000).expireAfterWrite(KEPT).build();

    private record Asked(String who, String what, String key) {}

    private record Answer(int status, Map<String, String> headers, byte[] body) {}

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        var key = request.getHeader(HEADER);
        return request.getMethod().equals("GET")
                || request.getUserPrincipal() == null
                || key == null
                || key.isBlank()
                || key.length() > LONGEST_KEY;
    }

    @Override
    protected void doFilterInternal(
            HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        var asked =
                new Asked(
                        request.getUserPrincipal().getName(),
                        request.getMethod() + " " + request.getRequestURI(),
                        Objects.requireNonNull(request.getHeader(HEADER)));
        var mine = new CompletableFuture<@Nullable Answer>();
        var first = answers.asMap().putIfAbsent(asked, mine);
        if (first != null) {
            answerAgain(first, response);
            return;
        }
        var kept = new ContentCachingResponseWrapper(response);
        Answer answer = null;
        try {
            chain.doFilter(request, kept);
            answer = answerOf(kept);
        } finally {
            boolean done = answer != null && answer.status() < HttpStatus.BAD_REQUEST.value();
            if (!done) {
                answers.invalidate(asked);
            }
            mine.complete(answer);
            kept.copyBodyToResponse();
        }
    }

    private static @Nullable Answer answerOf(ContentCachingResponseWrapper response) {
        if (response.getContentSize() > LARGEST_BODY) {
            return null;
        }
        var headers = new HashMap<String, String>();
        response.getHeaderNames()
                .forEach(name ->
                        headers.put(
                                name, Objects.requireNonNullElse(response.getHeader(name), "")));
        if (response.getContentType() != null) {
            headers.put("Content-Type", response.getContentType());
        }
        return new Answer(response.getStatus(), headers, response.getContentAsByteArray());
    }

    private static void answerAgain(
            CompletableFuture<@Nullable Answer> first, HttpServletResponse response)
            throws IOException {
        Answer answer = null;
        try {
            answer = first.get(WAIT_SECONDS, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } catch (ExecutionException | TimeoutException e) {
            // Answered below as still under way.
        }
        if (answer == null) {
            response.sendError(HttpStatus.CONFLICT.value());
            return;
        }
        response.setStatus(answer.status());
        answer.headers().forEach(response::setHeader);
        response.getOutputStream().write(answer.body());
    }
}
