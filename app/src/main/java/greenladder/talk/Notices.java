package greenladder.talk;

import greenladder.core.value.ItemKey;
import greenladder.people.SignedIn;
import greenladder.store.SnapshotKeeper;
import greenladder.web.Failure;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** A person's notices, read and unread. */
@Component
@Transactional
public class Notices {
    private final EntityManager entities;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    /** These people have other notices than before. */
    public record NoticesChanged(Set<String> people) {}

    private static final int MOST_COUNTED = 1_000;

    private final SnapshotKeeper keeper;

    Notices(
            EntityManager entities,
            SnapshotKeeper keeper,
            ApplicationEventPublisher events,
            Clock clock) {
        this.keeper = keeper;
        this.entities = entities;
        this.events = events;
        this.clock = clock;
    }

    /**
     * The newest first.
     *
     * @param before the last one of the page before; {@link Long#MAX_VALUE} for the newest
     */
    @Transactional(readOnly = true)
    public List<Notice> of(SignedIn me, boolean unreadOnly, long before, int most) {
        var whole = keeper.whole();
        var hiddenScope = SnapshotKeeper.hiddenScopeOf(me, whole);
        return entities
                .createQuery(
                        "from NoticeRow where person = :me and id < :before"
                                + (unreadOnly ? " and readAt is null" : "")
                                + " order by id desc",
                        NoticeRow.class)
                .setParameter("me", me.handle())
                .setParameter("before", before)
                .setMaxResults(most)
                .getResultList()
                .stream()
                .map(Notices::notice)
                .filter(notice -> !hiddenScope.hides(whole, notice.item()))
                .toList();
    }

    @Transactional(readOnly = true)
    public long unread(SignedIn me) {
        if (!SnapshotKeeper.hiddenScopeOf(me, keeper.whole()).isClear()) {
            return of(me, true, Long.MAX_VALUE, MOST_COUNTED).size();
        }
        return entities.createQuery(
                        "select count(n) from NoticeRow n where n.person = :me and n.readAt is"
                                + " null",
                        Long.class)
                .setParameter("me", me.handle())
                .getSingleResult();
    }

    public Notice read(SignedIn me, long id, boolean read) {
        var row = entities.find(NoticeRow.class, id);
        if (row == null || !row.person.equals(me.handle())) {
            throw new Failure.NotFound("You have no such notice.");
        }
        row.readAt = read ? clock.instant() : null;
        events.publishEvent(new NoticesChanged(Set.of(me.handle())));
        return notice(row);
    }

    public void readAll(SignedIn me) {
        entities.createQuery(
                        "update NoticeRow set readAt = :now where person = :me and readAt is null")
                .setParameter("now", clock.instant())
                .setParameter("me", me.handle())
                .executeUpdate();
        events.publishEvent(new NoticesChanged(Set.of(me.handle())));
    }

    private static Notice notice(NoticeRow row) {
        return new Notice(
                Objects.requireNonNull(row.id),
                row.kind,
                ItemKey.parse(row.item).orElseThrow(),
                row.actor,
                row.words,
                row.at,
                row.readAt != null,
                row.target);
    }
}
