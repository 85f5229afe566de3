package greenladder.people;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import greenladder.people.Audit.Event;
import greenladder.web.Failure;
import java.time.Duration;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.springframework.security.authentication.AuthenticationProvider;
import org.springframework.security.authentication.BadCredentialsException;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.authentication.WebAuthenticationDetails;
import org.springframework.stereotype.Component;

/**
 * Where passwords are checked, and so where attempts are counted, whatever address a request was
 * written with. Few failures are let pass for one name from one address, more from one address
 * altogether, and more for one name from all addresses. Somebody who came in from an address before
 * is kept out by their own failures only, so that nobody locks out an office or an account.
 */
@Component
final class PasswordCheck implements AuthenticationProvider {
    private static final int FOR_A_NAME_FROM_AN_ADDRESS = 5;
    private static final int FROM_AN_ADDRESS = 60;
    private static final int FOR_A_NAME = 30;
    private static final int LONGEST_PASSWORD = 1_000;

    private final People people;
    private final PasswordEncoder passwords;
    private final AttemptLimit attempts;
    private final Audit audit;

    /** Checked where nobody has the name, so that the answer takes as long. */
    private final String nobodysHash;

    /** Names that came in from an address, hashed together. */
    private final Cache<String, Boolean> known =
            Caffeine.newBuilder()
                    .maximumSize(20_000)
                    .expireAfterAccess(Duration.ofDays(30))
                    .build();

    /** Somebody has failed too often and waits. */
    static final class TooMany extends AuthenticationException {
        TooMany() {
            super("too many attempts have failed");
        }
    }

    /** Too many sign in at once. */
    static final class TooBusy extends AuthenticationException {
        TooBusy(Failure.Busy cause) {
            super(cause.getMessage(), cause);
        }
    }

    PasswordCheck(People people, PasswordEncoder passwords, AttemptLimit attempts, Audit audit) {
        this.people = people;
        this.passwords = passwords;
        this.attempts = attempts;
        this.audit = audit;
        nobodysHash = passwords.encode(Secrets.fresh());
    }

    @Override
    public Authentication authenticate(Authentication asked) {
        var handle = asked.getName().strip().toLowerCase(Locale.ROOT);
        var password = String.valueOf(asked.getCredentials());
        var address =
                asked.getDetails() instanceof WebAuthenticationDetails details
                        ? details.getRemoteAddress()
                        : "";
        var from = "sign-in from " + address;
        var pair =
                PersonRules.handle(handle).isPresent()
                        ? from + " as nobody"
                        : from + " as " + handle;
        var account = "sign-in as " + handle;
        boolean isKnown = known.getIfPresent(Secrets.hash(pair)) != null;
        if (!attempts.mayTry(pair, FOR_A_NAME_FROM_AN_ADDRESS)
                || !isKnown
                        && !(attempts.mayTry(from, FROM_AN_ADDRESS)
                                && attempts.mayTry(account, FOR_A_NAME))) {
            throw new TooMany();
        }
        var person =
                PersonRules.handle(handle).isPresent()
                        ? null
                        : people.findByHandle(handle).orElse(null);
        boolean right = password.length() <= LONGEST_PASSWORD && matches(password, person);
        if (person == null || !right) {
            attempts.noteFailure(pair, FOR_A_NAME_FROM_AN_ADDRESS);
            attempts.noteFailure(from, FROM_AN_ADDRESS);
            attempts.noteFailure(account, FOR_A_NAME);
            audit.noteAlone(Event.SIGN_IN_FAILED, handle, "");
            throw new BadCredentialsException("the name and the password do not belong together");
        }
        attempts.forget(pair);
        known.put(Secrets.hash(pair), true);
        return UsernamePasswordAuthenticationToken.authenticated(
                person, null, person.getAuthorities());
    }

    private boolean matches(String password, @Nullable SignedIn person) {
        try {
            return passwords.matches(
                    password, person == null ? nobodysHash : person.passwordHash());
        } catch (Failure.Busy e) {
            throw new TooBusy(e);
        }
    }

    @Override
    public boolean supports(Class<?> kind) {
        return UsernamePasswordAuthenticationToken.class.isAssignableFrom(kind);
    }
}
