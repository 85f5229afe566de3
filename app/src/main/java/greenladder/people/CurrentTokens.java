package greenladder.people;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import greenladder.web.AfterCommit;
import jakarta.persistence.EntityManagerFactory;
import java.time.Duration;
import java.util.concurrent.atomic.AtomicLong;
import org.hibernate.SessionFactory;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** The tokens by which programs called lately, kept in memory: every call asks for one. */
@Component
class CurrentTokens {
    private static final int MOST_KEPT = 1_000;

    /** A token that is revoked on another server counts no longer after that. */
    private static final Duration LONGEST_KEPT = Duration.ofSeconds(10);

    private final Cache<Known, ApiTokenRow> kept =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).expireAfterWrite(LONGEST_KEPT).build();

    /**
     * How often tokens were revoked here: what was read before, or meanwhile, is not asked again.
     */
    private final AtomicLong revocations = new AtomicLong();

    private final SessionFactory sessions;

    private record Known(String hash, long revocations) {}

    CurrentTokens(EntityManagerFactory factory) {
        this.sessions = factory.unwrap(SessionFactory.class);
    }

    @Nullable ApiTokenRow find(String hash) {
        return kept.get(
                new Known(hash, revocations.get()),
                known ->
                        sessions.fromStatelessSession(
                                session -> session.get(ApiTokenRow.class, known.hash())));
    }

    /** Tokens are revoked in the transaction under way: from its end on they sign nobody in. */
    void revoked() {
        AfterCommit.run(revocations::incrementAndGet);
    }
}
