package greenladder.people;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.context.request.RequestContextHolder;
import org.springframework.web.context.request.ServletRequestAttributes;

/**
 * The record of who came in, who failed to, and what was changed about who may do what. What is
 * done by somebody signed in is noted in their own transaction; what is refused, in one of its own.
 */
@Component
public class Audit {
    private static final Logger LOG = LoggerFactory.getLogger("greenladder.audit");
    private static final int LONGEST_SUBJECT = 120;
    private static final int LONGEST_DETAILS = 500;

    /** A page of the record shows so many. */
    public static final int MOST = 200;

    private final EntityManager entities;
    private final TransactionTemplate alone;
    private final TransactionTemplate joined;
    private final Clock clock;

    /** What is noted. */
    public enum Event {
        SIGN_IN("Signed in"),
        SIGN_IN_FAILED("Sign-in failed"),
        SIGN_OUT("Signed out"),
        SIGNED_OUT_EVERYWHERE("Signed out everywhere"),
        PASSWORD_CHANGED("Password changed"),
        PASSWORD_LINK("Password link created"),
        INVITED("Invited"),
        INVITATION_TAKEN_BACK("Invitation withdrawn"),
        INVITATION_ACCEPTED("Invitation accepted"),
        ROLE_CHANGED("Role changed"),
        PERSON_REMOVED("Person removed"),
        TOKEN_MADE("Token created"),
        TOKEN_REVOKED("Token revoked"),
        EXPORTED("Exported"),
        UNREADABLE_REMOVED("Unreadable entry removed");

        private final String label;

        Event(String label) {
            this.label = label;
        }

        public String label() {
            return label;
        }

        public String id() {
            return name().toLowerCase(Locale.ROOT).replace('_', '-');
        }

        /** The event of this id. */
        public static Optional<Event> find(@Nullable String id) {
            return Arrays.stream(values()).filter(event -> event.id().equals(id)).findFirst();
        }
    }

    /** Something noted. */
    public record Entry(
            Instant at,
            Event event,
            String actor,
            String subject,
            String address,
            String details) {}

    /**
     * What of the record is asked for.
     *
     * @param event null for all
     * @param words parts of an actor, a subject, an address or details; empty for all
     */
    public record Asked(@Nullable Event event, String words) {}

    Audit(EntityManager entities, PlatformTransactionManager transactions, Clock clock) {
        this.entities = entities;
        this.clock = clock;
        alone = new TransactionTemplate(transactions);
        alone.setPropagationBehavior(TransactionDefinition.PROPAGATION_REQUIRES_NEW);
        joined = new TransactionTemplate(transactions);
    }

    /** Notes what the person signed in does, together with it. */
    public void note(Event event, String subject, String details) {
        joined.executeWithoutResult(any -> write(event, actor(), subject, details));
    }

    /** Notes what somebody does, whatever becomes of the rest. */
    public void noteAlone(Event event, String actor, String details) {
        alone.executeWithoutResult(any -> write(event, actor, actor, details));
    }

    /** The newest of the record, for administrators. */
    public List<Entry> read(SignedIn reader, Asked asked) {
        People.requireAdministrator(reader);
        var words = "%" + asked.words().toLowerCase(Locale.ROOT).strip() + "%";
        return joined.execute(any ->
                entities
                        .createQuery(
                                "from AuditRow where (:event = '' or event = :event) and"
                                        + " (lower(actor) like :words or lower(subject) like :words"
                                        + " or address like :words or lower(details) like :words)"
                                        + " order by id desc",
                                AuditRow.class)
                        .setParameter("event", asked.event() == null ? "" : asked.event().name())
                        .setParameter("words", words)
                        .setMaxResults(MOST)
                        .getResultList()
                        .stream()
                        .map(Audit::entry)
                        .toList());
    }

    private void write(Event event, String actor, String subject, String details) {
        var row = new AuditRow();
        row.at = clock.instant().truncatedTo(ChronoUnit.MICROS);
        row.event = event.name();
        row.actor = shortened(actor, 60);
        row.subject = shortened(subject, LONGEST_SUBJECT);
        row.address = shortened(address(), 60);
        row.details = shortened(details, LONGEST_DETAILS);
        entities.persist(row);
        LOG.info(
                "{} actor={} subject={} address={} {}",
                event.id(),
                plain(row.actor),
                plain(row.subject),
                plain(row.address),
                plain(row.details));
    }

    private static Entry entry(AuditRow row) {
        return new Entry(
                row.at, Event.valueOf(row.event), row.actor, row.subject, row.address, row.details);
    }

    private static String actor() {
        var signedIn = SecurityContextHolder.getContext().getAuthentication();
        return signedIn != null && signedIn.getPrincipal() instanceof SignedIn person
                ? person.handle()
                : "system";
    }

    private static String address() {
        return RequestContextHolder.getRequestAttributes() instanceof ServletRequestAttributes now
                ? now.getRequest().getRemoteAddr()
                : "";
    }

    private static String plain(String text) {
        return text.replaceAll("\\p{Cntrl}", " ");
    }

    private static String shortened(String text, int most) {
        return text.length() <= most ? text : text.substring(0, most - 1) + "…";
    }
}
