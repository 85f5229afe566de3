package greenladder.list;

import greenladder.people.Preferences;
import greenladder.people.SignedIn;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * When somebody last looked at a product's lists: the end of their visit before this one. A visit
 * ends with half an hour in which no list is looked at.
 */
@Component
public class LastLook {
    private static final Duration PAUSE = Duration.ofMinutes(30);

    /** A look is noted so often at most, so that reading seldom writes. */
    private static final Duration STEP = Duration.ofMinutes(5);

    private final Preferences preferences;
    private final Clock clock;

    LastLook(Preferences preferences, Clock clock) {
        this.preferences = preferences;
        this.clock = clock;
    }

    private record Visits(@Nullable Instant before, Instant latest) {
        static Visits parse(String text) {
            var parts = text.split(" ");
            return new Visits(
                    parts[0].equals("-") ? null : Instant.parse(parts[0]), Instant.parse(parts[1]));
        }

        @Override
        public String toString() {
            return (before == null ? "-" : before) + " " + latest;
        }
    }

    /**
     * Notes that somebody looks now. Gives when the visit before this one ended; null for never.
     */
    @Nullable Instant look(SignedIn reader, String product) {
        var name = "look." + product;
        var now = clock.instant();
        Optional<Visits> known = preferences.find(reader, name).map(Visits::parse);
        var visits =
                known.filter(one -> one.latest().plus(PAUSE).isAfter(now))
                        .map(one -> new Visits(one.before(), now))
                        .orElseGet(() -> new Visits(known.map(Visits::latest).orElse(null), now));
        boolean isNews =
                known.isEmpty()
                        || !known.get().latest().plus(STEP).isAfter(now)
                        || visits.before() != null && !visits.before().equals(known.get().before());
        if (isNews) {
            preferences.set(reader, name, visits.toString());
        }
        return visits.before();
    }

    /** Ends the visit: what changed up to now was seen. */
    public void seen(SignedIn reader, String product) {
        var now = clock.instant();
        preferences.set(reader, "look." + product, new Visits(now, now).toString());
    }
}
