package greenladder.people;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.github.bucket4j.Bucket;
import java.time.Duration;
import org.springframework.stereotype.Component;

/**
 * Slows down whoever guesses: failed sign-ins and wrong tokens are counted for each source (an
 * address, or an address with a name), and one that has failed too often waits.
 */
@Component
public class AttemptLimit {
    private static final Duration AWHILE = Duration.ofMinutes(10);
    private static final int MOST_SOURCES = 20_000;

    private final Cache<String, Bucket> sources =
            Caffeine.newBuilder().maximumSize(MOST_SOURCES).expireAfterAccess(AWHILE).build();

    /** Whether a source may try (again); {@code most} failures in ten minutes are let pass. */
    boolean mayTry(String source, int most) {
        return bucket(source, most).getAvailableTokens() > 0;
    }

    void noteFailure(String source, int most) {
        bucket(source, most).tryConsume(1);
    }

    void forget(String source) {
        sources.invalidate(Secrets.hash(source));
    }

    private Bucket bucket(String source, int most) {
        // Hashed, so that what somebody sends takes no more room than anything else.
        return sources.get(
                Secrets.hash(source),
                any ->
                        Bucket.builder()
                                .addLimit(limit ->
                                        limit.capacity(most).refillIntervally(most, AWHILE))
                                .build());
    }
}
