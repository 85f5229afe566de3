package greenladder.web;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.time.Duration;
import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.zip.GZIPInputStream;
import java.util.zip.GZIPOutputStream;
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
    private static final Duration KEPT = Duration.ofMinutes(10);
    private static final long WAIT_SECONDS = 60;

    /** All answers together take at most this part of the memory. */
    private static final long PART_OF_MEMORY = 32;

    /** Of an answer that is larger, even compressed, no more is kept than that it was given. */
    private static final int LARGEST_BODY = 512 * 1024;

    /** What a question takes beside the body of its answer, about. */
    private static final int BESIDE = 1_000;

    private static final Set<String> SAFE = Set.of("GET", "HEAD", "OPTIONS", "TRACE");

    private final Cache<Asked, CompletableFuture<@Nullable Answer>> answers =
            Caffeine.newBuilder()
                    .maximumWeight(Runtime.getRuntime().maxMemory() / PART_OF_MEMORY)
                    .weigher(RepeatedRequests::weight)
                    .expireAfterWrite(KEPT)
                    .build();

    private record Asked(String who, String what, String key) {}

    /**
     * @param body compressed; null where it was too large to be kept
     */
    private record Answer(int status, Map<String, String> headers, byte @Nullable [] body) {}

    private static int weight(Asked asked, CompletableFuture<@Nullable Answer> given) {
        var answer = given.getNow(null);
        return BESIDE + (answer == null || answer.body() == null ? 0 : answer.body().length);
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        var key = request.getHeader(HEADER);
        return SAFE.contains(request.getMethod())
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
            mine.complete(answer);
            if (done) {
                // Weighed again, now that there is something to it.
                answers.put(asked, mine);
            } else {
                answers.invalidate(asked);
            }
            kept.copyBodyToResponse();
        }
    }

    private static Answer answerOf(ContentCachingResponseWrapper response) throws IOException {
        var headers = new HashMap<String, String>();
        response.getHeaderNames().stream()
                .filter(name -> !name.equalsIgnoreCase("Content-Length"))
                .forEach(name ->
                        headers.put(
                                name, Objects.requireNonNullElse(response.getHeader(name), "")));
        if (response.getContentType() != null) {
            headers.put("Content-Type", response.getContentType());
        }
        var body = compressed(response.getContentAsByteArray());
        return new Answer(response.getStatus(), headers, body.length > LARGEST_BODY ? null : body);
    }

    private static byte[] compressed(byte[] body) throws IOException {
        var bytes = new ByteArrayOutputStream();
        try (var out = new GZIPOutputStream(bytes)) {
            out.write(body);
        }
        return bytes.toByteArray();
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
        answer.headers().forEach(response::setHeader);
        if (answer.body() == null) {
            response.sendError(
                    HttpStatus.CONFLICT.value(), "This was already done; it is not done twice.");
            return;
        }
        response.setStatus(answer.status());
        try (var body = new GZIPInputStream(new ByteArrayInputStream(answer.body()))) {
            body.transferTo(response.getOutputStream());
        }
    }
}
