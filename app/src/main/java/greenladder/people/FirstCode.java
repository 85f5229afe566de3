package greenladder.people;

import greenladder.core.change.Problems;
import greenladder.web.Failure;
import greenladder.web.GreenLadderProperties;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.Locale;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * Whoever starts the application proves it to the first page by a code that is printed there, so
 * that nobody else becomes the first administrator.
 */
@Component
class FirstCode {
    private static final Logger LOG = LoggerFactory.getLogger(FirstCode.class);
    private static final int MOST_WRONG = 20;
    private static final int LENGTH = 12;

    private final People people;
    private final AttemptLimit attempts;
    private final String code;

    FirstCode(People people, AttemptLimit attempts, GreenLadderProperties properties) {
        this.people = people;
        this.attempts = attempts;
        this.code =
                properties.firstCode().isBlank()
                        ? Secrets.hash(Secrets.fresh())
                                .substring(0, LENGTH)
                                .toUpperCase(Locale.ROOT)
                        : properties.firstCode();
    }

    String code() {
        return code;
    }

    @EventListener(ApplicationReadyEvent.class)
    void print() {
        if (people.isEmpty()) {
            LOG.warn("First start: open the page /start and enter the code {}", code);
        }
    }

    void require(String typed, String address) {
        var source = "first code from " + address;
        if (!attempts.mayTry(source, MOST_WRONG)) {
            throw wrong("Too many wrong codes; wait ten minutes.");
        }
        boolean right =
                MessageDigest.isEqual(
                        Secrets.hash(typed.strip().toUpperCase(Locale.ROOT))
                                .getBytes(StandardCharsets.UTF_8),
                        Secrets.hash(code.toUpperCase(Locale.ROOT))
                                .getBytes(StandardCharsets.UTF_8));
        if (!right) {
            attempts.noteFailure(source, MOST_WRONG);
            throw wrong("This is not the code that was printed where the server was started.");
        }
    }

    private static Failure.Invalid wrong(String message) {
        return new Failure.Invalid(Problems.of("code", message));
    }
}
