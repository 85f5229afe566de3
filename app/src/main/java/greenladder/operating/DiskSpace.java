package greenladder.operating;

import greenladder.web.GreenLadderProperties;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Clock;
import java.util.Set;
import java.util.function.LongSupplier;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Refuses writes in words while the disk is nearly full, before the database has to close; reading
 * goes on, and so does writing by itself once there is space again.
 */
@Component
@Order(5)
class DiskSpace extends OncePerRequestFilter {
    private static final long MEGABYTE = 1024L * 1024;
    private static final long LOOKED_AT_MILLIS = 1_000;
    private static final Set<String> READS = Set.of("GET", "HEAD", "OPTIONS");
    private static final Set<String> ENTRANCE = Set.of("/sign-in", "/sign-in/as", "/sign-out");
    private static final String WORDS =
            "The disk of the server is nearly full: nothing can be saved until there is space"
                    + " again. Reading goes on. Tell whoever runs the server.";

    private final long least;
    private final boolean onDisk;
    private final LongSupplier free;
    private final Clock clock;
    private volatile long lookedAt = Long.MIN_VALUE;
    private volatile boolean low;

    @Autowired
    DiskSpace(
            GreenLadderProperties properties,
            @Value("${spring.datasource.url}") String database,
            Clock clock) {
        this(
                properties.leastSpace() * MEGABYTE,
                database.startsWith("jdbc:h2:file:"),
                () -> Path.of(properties.data()).resolveSibling(".").toFile().getUsableSpace(),
                clock);
    }

    DiskSpace(long least, boolean onDisk, LongSupplier free, Clock clock) {
        this.least = least;
        this.onDisk = onDisk;
        this.free = free;
        this.clock = clock;
    }

    boolean isLow() {
        if (!onDisk) {
            return false;
        }
        long now = clock.millis();
        if (lookedAt == Long.MIN_VALUE || Math.abs(now - lookedAt) > LOOKED_AT_MILLIS) {
            low = free.getAsLong() < least;
            lookedAt = now;
        }
        return low;
    }

    /** Coming in and going out write a line at most, and reading goes on for whoever is in. */
    private static boolean isEntrance(HttpServletRequest request) {
        return ENTRANCE.contains(
                request.getRequestURI().substring(request.getContextPath().length()));
    }

    @Override
    protected void doFilterInternal(
            HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (READS.contains(request.getMethod()) || isEntrance(request) || !isLow()) {
            chain.doFilter(request, response);
            return;
        }
        response.setStatus(HttpStatus.INSUFFICIENT_STORAGE.value());
        response.setCharacterEncoding(StandardCharsets.UTF_8.name());
        if (request.getRequestURI().startsWith(request.getContextPath() + "/api/")) {
            response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
            response.getWriter()
                    .write(
                            "{\"type\":\"disk-full\",\"title\":\"Disk nearly full\",\"status\":507,"
                                    + "\"detail\":\""
                                    + WORDS
                                    + "\"}");
        } else {
            response.setContentType(MediaType.TEXT_PLAIN_VALUE);
            response.getWriter().write(WORDS);
        }
    }
}
