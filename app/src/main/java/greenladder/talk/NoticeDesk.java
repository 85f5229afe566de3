package greenladder.talk;

import greenladder.core.change.Change;
import greenladder.core.item.Field;
import greenladder.core.item.StandardFields;
import greenladder.core.papers.Review;
import greenladder.core.people.Permission;
import greenladder.core.people.Person;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.core.value.Shortened;
import greenladder.log.ChangeLog.Entry;
import greenladder.people.People;
import greenladder.store.SnapshotKeeper;
import greenladder.talk.Notice.Kind;
import greenladder.words.ChangeWords;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Writes notices: who is told of what. Nobody is told of what they did themselves. */
@Component
public class NoticeDesk {
    private static final String FOLLOWER = "notices";
    private static final int LONGEST_WORDS = 240;

    private final EntityManager entities;
    private final Watching watching;
    private final People people;
    private final SnapshotKeeper keeper;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    NoticeDesk(
            EntityManager entities,
            Watching watching,
            People people,
            SnapshotKeeper keeper,
            ApplicationEventPublisher events,
            Clock clock) {
        this.entities = entities;
        this.watching = watching;
        this.people = people;
        this.keeper = keeper;
        this.events = events;
        this.clock = clock;
    }

    /** A comment was written: for those whom it mentions, and for those who watch the item. */
    @Transactional(propagation = Propagation.MANDATORY)
    void commented(ItemKey item, long comment, String author, Set<String> mentioned, String body) {
        var told = new TreeSet<String>();
        var watchers = watching.of(item);
        tellMentioned(item, comment, author, mentioned, body, told);
        watchers.stream()
                .filter(handle -> !mentioned.contains(handle))
                .forEach(handle ->
                        tell(
                                handle,
                                about(Kind.COMMENTED, item, "comment-" + comment),
                                author,
                                body,
                                clock.instant(),
                                told));
        watching.start(author, item);
        publish(told);
    }

    @Transactional(propagation = Propagation.MANDATORY)
    void mentionedLater(
            ItemKey item, long comment, String author, Set<String> mentioned, String body) {
        var told = new TreeSet<String>();
        tellMentioned(item, comment, author, mentioned, body, told);
        publish(told);
    }

    private void tellMentioned(
            ItemKey item,
            long comment,
            String author,
            Set<String> mentioned,
            String body,
            Set<String> told) {
        mentioned.forEach(handle -> {
            tell(
                    handle,
                    about(Kind.MENTIONED, item, "comment-" + comment),
                    author,
                    body,
                    clock.instant(),
                    told);
            watching.start(handle, item);
        });
    }

    /** Whether somebody is to be told of changes; most concern nobody, and cost no transaction. */
    boolean concernsAnybody(List<Change> changes) {
        return changes.stream()
                .anyMatch(change ->
                        change.field() == Field.ASSIGNEE
                                || isOfReaders(change)
                                || !watching.of(change.item()).isEmpty());
    }

    /**
     * An operation was saved: for those who were given something, and for those who watch what
     * changed. Notes how far the log is followed, together with the notices or when asked to.
     */
    @Transactional
    void operated(
            long operation, String actor, Instant at, List<Change> changes, boolean noteProgress) {
        var snapshot = keeper.whole();
        var told = new TreeSet<String>();
        var byItem = new LinkedHashMap<ItemKey, List<Change>>();
        var concerned = new HashSet<ItemKey>();
        for (var change : changes) {
            if (change.field() == Field.ASSIGNEE
                    || isOfReaders(change)
                    || !watching.before(operation, change.item()).isEmpty()) {
                concerned.add(change.item());
            }
        }
        for (var change : changes) {
            if (concerned.contains(change.item())) {
                byItem.computeIfAbsent(change.item(), any -> new ArrayList<>()).add(change);
            }
        }
        byItem.forEach((item, some) -> tellOf(snapshot, item, operation, actor, at, some, told));
        if (!told.isEmpty() || noteProgress) {
            entities.merge(new FollowerRow(FOLLOWER, operation));
        }
        publish(told);
    }

    /**
     * All that somebody is to be told of an operation, together with how far the log is followed:
     * of each operation people are told once, whatever fails on the way.
     *
     * @param sent reviews that it sent
     * @param answered reviews to which it gave answers
     */
    @Transactional
    void followed(Entry entry, List<String> sent, List<String> answered, boolean noteProgress) {
        var operation = entry.operation();
        sent.forEach(
                review -> reviewSent(review, operation.id(), operation.actor(), operation.at()));
        answered.forEach(review -> reviewAnswered(review, entry));
        operated(operation.id(), operation.actor(), operation.at(), entry.changes(), noteProgress);
    }

    /** Who sent a review is told who answered what. */
    private void reviewAnswered(String key, Entry entry) {
        var whole = keeper.whole();
        var told = new TreeSet<String>();
        whole.workspace()
                .papers()
                .findReview(key)
                .ifPresent(review ->
                        entry.plans().stream()
                                .filter(change -> change.subject().key().equals(key))
                                .filter(change -> Review.isAnswer(change.fact()))
                                .flatMap(change -> review.findAnswered(change.fact()).stream())
                                .filter(one -> firstSeen(whole, review, review.by()).isPresent())
                                .forEach(one ->
                                        tell(
                                                review.by(),
                                                about(Kind.ANSWERED, one.item(), key),
                                                entry.operation().actor(),
                                                review.name() + ": " + one.answer().inWords(),
                                                entry.operation().at(),
                                                told)));
        publish(told);
    }

    /** The operation up to which the log was followed; empty where it never was. */
    @Transactional(readOnly = true)
    Optional<Long> progress() {
        return Optional.ofNullable(entities.find(FollowerRow.class, FOLLOWER))
                .map(row -> row.operation);
    }

    private void tellOf(
            Snapshot snapshot,
            ItemKey item,
            long operation,
            String actor,
            Instant at,
            List<Change> changes,
            Set<String> told) {
        var watchers = watching.before(operation, item);
        var given = givenTo(changes);
        given.ifPresent(handle -> {
            tell(
                    handle,
                    about(Kind.GIVEN, item, "operation-" + operation),
                    actor,
                    "gave it to you",
                    at,
                    told);
            watching.start(handle, item, operation);
        });
        readersBefore(changes).stream()
                .filter(handle -> !handle.equals(actor) && !watchers.contains(handle))
                .forEach(handle ->
                        tell(
                                handle,
                                about(Kind.CHANGED, item, "operation-" + operation),
                                actor,
                                "changed who can see it",
                                at,
                                told));
        // A place in the order changes with every drag; that is no news to a watcher.
        var words =
                String.join(
                        ", ",
                        ChangeWords.of(
                                snapshot,
                                changes.stream()
                                        .filter(change -> change.field() != Field.RANK)
                                        .toList()));
        if (!words.isEmpty()) {
            watchers.stream()
                    .filter(handle -> !handle.equals(given.orElse("")))
                    .forEach(handle ->
                            tell(
                                    handle,
                                    about(Kind.CHANGED, item, "operation-" + operation),
                                    actor,
                                    words,
                                    at,
                                    told));
        }
    }

    private static boolean isOfReaders(Change change) {
        return change.field().label().equals(StandardFields.READERS);
    }

    /** Those who alone saw an item until now: they are told that others do. */
    private static List<String> readersBefore(List<Change> changes) {
        return changes.stream()
                .filter(NoticeDesk::isOfReaders)
                .flatMap(change -> change.before(String.class).stream())
                .flatMap(readers -> Stream.of(readers.split(", ")))
                .distinct()
                .toList();
    }

    private static Optional<String> givenTo(List<Change> changes) {
        return changes.stream()
                .filter(change -> change.field() == Field.ASSIGNEE)
                .flatMap(change -> change.after(String.class).stream())
                .reduce((first, last) -> last);
    }

    /** What somebody is told of: why, which item, and which part of it. */
    private record About(Kind kind, ItemKey item, String target) {}

    private static About about(Kind kind, ItemKey item, String target) {
        return new About(kind, item, target);
    }

    /** A sizing round began: for those who watch the item. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void roundBegan(ItemKey item, String actor) {
        var told = new TreeSet<String>();
        watching.of(item)
                .forEach(handle ->
                        tell(
                                handle,
                                about(Kind.ROUND, item, ""),
                                actor,
                                "began a sizing round",
                                clock.instant(),
                                told));
        publish(told);
    }

    /**
     * A walk through an agenda began: for those who watch an item on it, each told once, of the
     * first.
     *
     * @param items those still to be talked about, in order
     */
    @Transactional
    public void agendaBegan(List<ItemKey> items, String actor) {
        var told = new TreeSet<String>();
        for (var item : items) {
            watching.of(item).stream()
                    .filter(handle -> !told.contains(handle))
                    .forEach(handle ->
                            tell(
                                    handle,
                                    about(Kind.AGENDA, item, ""),
                                    actor,
                                    "began to walk the agenda",
                                    clock.instant(),
                                    told));
        }
        publish(told);
    }

    /** A review was sent: for those who are asked to read it, of the first item that they see. */
    @Transactional
    void reviewSent(String review, long operation, String actor, Instant at) {
        var whole = keeper.whole();
        var told = new TreeSet<String>();
        whole.workspace()
                .papers()
                .findReview(review)
                .ifPresent(sent ->
                        sent.readers()
                                .forEach(handle ->
                                        firstSeen(whole, sent, handle)
                                                .ifPresent(item ->
                                                        tell(
                                                                handle,
                                                                about(Kind.REVIEW, item, review),
                                                                actor,
                                                                sent.name(),
                                                                at,
                                                                told))));
        entities.merge(new FollowerRow(FOLLOWER, operation));
        publish(told);
    }

    private Optional<ItemKey> firstSeen(Snapshot whole, Review review, String handle) {
        return people.findByHandle(handle)
                .map(person -> SnapshotKeeper.hiddenScopeOf(person, whole))
                .flatMap(hiddenScope ->
                        review.seen().keySet().stream()
                                .filter(item ->
                                        whole.findItem(item).isPresent()
                                                && !hiddenScope.hides(whole, item))
                                .findFirst());
    }

    private void tell(
            String handle, About about, String actor, String words, Instant at, Set<String> told) {
        boolean here = keeper.whole().findPerson(handle).filter(Person::isHere).isPresent();
        boolean mayRead =
                people.findByHandle(handle)
                        .map(person -> person.mayIn(about.item().product(), Permission.READ))
                        .orElse(false);
        if (handle.equals(actor) || !here || !mayRead) {
            return;
        }
        var row = new NoticeRow();
        row.person = handle;
        row.kind = about.kind();
        row.item = about.item().toString();
        row.target = about.target();
        row.actor = actor;
        row.words = shortened(words);
        row.at = at;
        entities.persist(row);
        told.add(handle);
    }

    private void publish(Set<String> told) {
        if (!told.isEmpty()) {
            events.publishEvent(new Notices.NoticesChanged(Set.copyOf(told)));
        }
    }

    private static String shortened(String words) {
        return Shortened.to(LONGEST_WORDS, words.replaceAll("\\s+", " "));
    }
}
