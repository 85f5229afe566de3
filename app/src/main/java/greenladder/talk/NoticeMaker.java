package greenladder.talk;

import greenladder.core.change.OperationKind;
import greenladder.core.change.PlanChange;
import greenladder.core.papers.Review;
import greenladder.core.value.PlanKey;
import greenladder.log.ChangeLog;
import greenladder.log.ChangeLog.Entry;
import greenladder.log.LogFollower;
import greenladder.log.Logged;
import greenladder.store.SnapshotKeeper;
import java.time.Instant;
import java.util.List;
import java.util.function.Predicate;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * Follows the change log with notices. At the start it goes on where it was, so that a killed
 * process owes nobody a notice.
 */
@Component
class NoticeMaker implements DisposableBean {
    private final NoticeDesk desk;
    private final ChangeLog log;
    private final LogFollower follower;

    /** How many operations were followed without progress having been noted. */
    private int unnoted;

    NoticeMaker(NoticeDesk desk, ChangeLog log, SnapshotKeeper keeper) {
        this.desk = desk;
        this.log = log;
        this.follower = new LogFollower(log, keeper::lastOperation, "notices", this::read);
    }

    @EventListener
    void on(Logged any) {
        follower.wake();
    }

    @EventListener(ApplicationReadyEvent.class)
    void catchUp() {
        follower.start(() -> desk.progress().orElseGet(this::begin));
    }

    /** A workspace whose history was brought in whole owes nobody notices of it. */
    private long begin() {
        long last = log.lastOperation();
        desk.operated(last, "", Instant.EPOCH, List.of(), true);
        return last;
    }

    private void read(List<Entry> entries) {
        for (var entry : entries) {
            unnoted = (unnoted + 1) % LogFollower.STEP;
            boolean note = unnoted == 0;
            var reviews = reviews(entry, part -> isNew(entry, part));
            var answered =
                    reviews(
                            entry,
                            part ->
                                    entry.plans().stream()
                                            .filter(change -> change.subject().equals(part))
                                            .anyMatch(change -> Review.isAnswer(change.fact())));
            boolean isOfReviews = !reviews.isEmpty() || !answered.isEmpty();
            if (note || isOfReviews || desk.concernsAnybody(entry.changes())) {
                desk.followed(entry, reviews, answered, note || isOfReviews);
            }
        }
    }

    private static List<String> reviews(Entry entry, Predicate<PlanKey> which) {
        return entry.plans().stream()
                .map(PlanChange::subject)
                .filter(part -> part.kind() == PlanKey.Kind.REVIEW)
                .distinct()
                .filter(which)
                .map(PlanKey::key)
                .toList();
    }

    boolean isStuck() {
        return follower.isStuck();
    }

    /** Whether an operation made a part of the plan, rather than changing or bringing it back. */
    private static boolean isNew(Entry entry, PlanKey part) {
        return entry.operation().kind() == OperationKind.PLAN
                && entry.plans().stream()
                        .filter(change -> change.subject().equals(part))
                        .allMatch(change -> change.before() == null)
                && entry.plans().stream()
                        .anyMatch(change ->
                                change.subject().equals(part) && change.fact().equals("name"));
    }

    @Override
    public void destroy() {
        follower.close();
    }
}
