package greenladder.talk;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems;
import greenladder.core.item.Item;
import greenladder.core.people.Permission;
import greenladder.core.people.Person;
import greenladder.core.value.ItemKey;
import greenladder.people.SignedIn;
import greenladder.store.SnapshotKeeper;
import greenladder.web.AfterCommit;
import greenladder.web.Failure;
import greenladder.web.Markdown;
import greenladder.words.ChangeWords;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Gatherers;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What people say about items. Only its author changes a comment, or takes it away. */
@Component
public class Comments {
    private static final int LONGEST = 10_000;
    private static final int MOST_MENTIONS = 30;

    /** So many items are asked for in one query. */
    private static final int AT_ONCE = 500;

    /** So many characters of comments are kept. */
    private static final int MOST_KEPT = 20_000_000;

    private static final int CHARACTERS_OF_ONE = 200;

    /** What is said on another server is seen after that. */
    private static final Duration LONGEST_KEPT = Duration.ofSeconds(10);

    /** By key; what was said of most items that are looked at is nothing. */
    private final LoadingCache<String, List<Comment>> kept =
            Caffeine.newBuilder()
                    .maximumWeight(MOST_KEPT)
                    .weigher((String item, List<Comment> all) -> charactersOf(all))
                    .expireAfterWrite(LONGEST_KEPT)
                    .build(this::read);

    private final EntityManager entities;
    private final SnapshotKeeper keeper;
    private final NoticeDesk desk;
    private final Markdown markdown;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    /** An item's comments are others than before. */
    public record CommentsChanged(ItemKey item) {}

    Comments(
            EntityManager entities,
            SnapshotKeeper keeper,
            NoticeDesk desk,
            Markdown markdown,
            ApplicationEventPublisher events,
            Clock clock) {
        this.entities = entities;
        this.keeper = keeper;
        this.desk = desk;
        this.markdown = markdown;
        this.events = events;
        this.clock = clock;
    }

    /** The comments of an item that is seen so, the oldest first. */
    public List<Comment> of(Item item) {
        return withMerged(item).stream()
                .flatMap(key -> kept.get(key).stream())
                .sorted(Comparator.comparingLong(Comment::id))
                .toList();
    }

    private static int charactersOf(List<Comment> comments) {
        return comments.stream().mapToInt(one -> one.text().length() + CHARACTERS_OF_ONE).sum()
                + CHARACTERS_OF_ONE;
    }

    private List<Comment> read(String item) {
        return entities
                .createQuery(
                        "from CommentRow where item = :item and removedAt is null order by id",
                        CommentRow.class)
                .setParameter("item", item)
                .getResultList()
                .stream()
                .map(Comments::comment)
                .toList();
    }

    /** Before anybody is told: who looks then sees what is new. */
    private void changed(ItemKey item) {
        AfterCommit.run(() -> kept.invalidate(item.toString()));
        events.publishEvent(new CommentsChanged(item));
    }

    /** What was said of each item, by its key, all of it as one text. */
    @Transactional(readOnly = true)
    public Map<String, String> texts() {
        var texts = new HashMap<String, String>();
        entities.createQuery(
                        "from CommentRow where removedAt is null order by id", CommentRow.class)
                .getResultStream()
                .forEach(row -> add(row, texts));
        return texts;
    }

    /** The same of some items alone, and of those that were merged into them. */
    @Transactional(readOnly = true)
    public Map<String, String> texts(Collection<ItemKey> items) {
        var texts = new HashMap<String, String>();
        items.stream()
                .flatMap(key ->
                        Stream.concat(
                                Stream.of(key.toString()),
                                keeper.whole().findItem(key).stream()
                                        .flatMap(item -> withMerged(item).stream())))
                .distinct()
                .gather(Gatherers.windowFixed(AT_ONCE))
                .forEach(keys ->
                        entities.createQuery(
                                        "from CommentRow where item in :items and removedAt is null"
                                                + " order by id",
                                        CommentRow.class)
                                .setParameter("items", keys)
                                .getResultStream()
                                .forEach(row -> add(row, texts)));
        return texts;
    }

    private static void add(CommentRow row, Map<String, String> texts) {
        texts.merge(row.item, row.body, (one, more) -> one + "\n" + more);
    }

    /** The keys of the items of which something was said, changed or taken away since. */
    @Transactional(readOnly = true)
    public List<String> touchedSince(Instant since) {
        return entities.createQuery(
                        "select distinct item from CommentRow where at >= :since or editedAt >="
                                + " :since or removedAt >= :since",
                        String.class)
                .setParameter("since", since)
                .getResultList();
    }

    /** What was said of items that were merged into it belongs to it. */
    private static List<String> withMerged(Item item) {
        return Stream.concat(Stream.of(item.key()), item.details().merged().stream())
                .map(ItemKey::toString)
                .toList();
    }

    /**
     * @throws Failure.Forbidden if the person may not comment in the product
     * @throws Failure.Invalid if the text is empty, too long, or mentions nobody that there is
     */
    @Transactional
    public Comment add(SignedIn me, ItemKey item, String text) {
        return add(me, item, text, null);
    }

    /**
     * @param replyTo the comment that it answers; null for a talk of its own
     */
    @Transactional
    public Comment add(SignedIn me, ItemKey item, String text, @Nullable Long replyTo) {
        requireMayComment(me, item);
        if (keeper.seenBy(me).findItem(item).isEmpty()) {
            throw new Failure.NotFound("There is no item %s.".formatted(item));
        }
        var body = text.replace("\r\n", "\n").strip();
        var mentioned = requireSound(body);
        var row = new CommentRow();
        row.item = item.toString();
        row.author = me.handle();
        row.at = clock.instant();
        row.body = body;
        row.replyTo = replyTo == null ? null : firstOf(me, item, replyTo);
        entities.persist(row);
        desk.commented(item, Objects.requireNonNull(row.id), me.handle(), mentioned, body);
        changed(item);
        return comment(row);
    }

    /** Replies stand one level deep: a reply to a reply belongs to the same talk. */
    private long firstOf(SignedIn me, ItemKey item, long replyTo) {
        var row = find(replyTo);
        var merged = keeper.seenBy(me).findItem(item).map(Comments::withMerged).orElse(List.of());
        if (row == null || !merged.contains(row.item) || row.removedAt != null) {
            throw new Failure.Invalid(
                    Problems.of("replyTo", "The comment you replied to no longer exists."));
        }
        return row.replyTo == null ? replyTo : row.replyTo;
    }

    /** Says that a talk is settled, or takes it up again. */
    @Transactional
    public Comment settle(SignedIn me, long id, boolean settled) {
        var row = find(id);
        if (row == null || row.replyTo != null || keeper.seenBy(me).findItem(key(row)).isEmpty()) {
            throw new Failure.NotFound("There is no such comment thread.");
        }
        requireMayComment(me, key(row));
        row.settledBy = settled ? me.handle() : null;
        changed(key(row));
        return comment(row);
    }

    @Transactional
    public Comment edit(SignedIn me, long id, String text) {
        var row = requireOwn(me, id);
        var body = text.replace("\r\n", "\n").strip();
        var mentioned = requireSound(body);
        var before = Mentions.in(row.body, markdown);
        row.body = body;
        row.editedAt = clock.instant();
        var added = mentioned.stream().filter(handle -> !before.contains(handle)).toList();
        desk.mentionedLater(
                key(row), Objects.requireNonNull(row.id), me.handle(), Set.copyOf(added), body);
        changed(key(row));
        return comment(row);
    }

    /** Takes one's comment away, or brings it back. */
    @Transactional
    public Comment show(SignedIn me, long id, boolean shown) {
        var row = requireOwn(me, id);
        row.removedAt = shown ? null : clock.instant();
        changed(key(row));
        return comment(row);
    }

    @Transactional
    public Comment requireOwnComment(SignedIn me, long id) {
        return comment(requireOwn(me, id));
    }

    public boolean mayComment(SignedIn me, ItemKey item) {
        return me.mayIn(item.product(), Permission.COMMENT);
    }

    /** A comment's text as HTML that is safe to show. */
    public String toHtml(Comment comment) {
        var snapshot = keeper.whole();
        return Mentions.toHtml(
                comment.text(), markdown, handle -> ChangeWords.nameOf(snapshot, handle));
    }

    private Set<String> requireSound(String body) {
        var problems = new ArrayList<Problem>();
        if (body.isEmpty()) {
            problems.add(new Problem("text", "The comment is empty."));
        }
        if (body.length() > LONGEST) {
            problems.add(
                    new Problem(
                            "text",
                            "The comment is %,d characters long; at most %,d are allowed."
                                    .formatted(body.length(), LONGEST)));
        }
        var mentioned = Mentions.in(body, markdown);
        mentioned.stream()
                .filter(handle -> !isThere(handle))
                .forEach(handle ->
                        problems.add(
                                new Problem(
                                        "text",
                                        "Nobody signs in as “%s”. Write \\@%s to keep it as plain text."
                                                .formatted(handle, handle))));
        if (mentioned.size() > MOST_MENTIONS) {
            problems.add(
                    new Problem(
                            "text",
                            "At most %d people are mentioned at once.".formatted(MOST_MENTIONS)));
        }
        if (!problems.isEmpty()) {
            throw new Failure.Invalid(new Problems(problems));
        }
        return mentioned;
    }

    private boolean isThere(String handle) {
        return keeper.whole().findPerson(handle).filter(Person::isHere).isPresent();
    }

    private void requireMayComment(SignedIn me, ItemKey item) {
        if (!mayComment(me, item)) {
            throw new Failure.Forbidden("You cannot comment here.");
        }
    }

    private CommentRow requireOwn(SignedIn me, long id) {
        var row = find(id);
        if (row == null) {
            throw new Failure.NotFound("There is no such comment.");
        }
        // What is hidden answers as what is not there.
        if (keeper.seenBy(me).findItem(key(row)).isEmpty()) {
            throw new Failure.NotFound("There is no such comment.");
        }
        if (!row.author.equals(me.handle())) {
            throw new Failure.Forbidden("Only its author can change a comment.");
        }
        return row;
    }

    private @Nullable CommentRow find(long id) {
        return entities.find(CommentRow.class, id);
    }

    private static ItemKey key(CommentRow row) {
        return ItemKey.parse(row.item).orElseThrow();
    }

    private static Comment comment(CommentRow row) {
        return new Comment(
                Objects.requireNonNull(row.id),
                key(row),
                row.author,
                row.at,
                row.editedAt,
                row.body,
                row.replyTo,
                row.settledBy);
    }
}
