package greenladder.live;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import greenladder.core.change.PlanChange;
import greenladder.core.people.Role;
import greenladder.core.snapshot.HiddenScope;
import greenladder.core.value.PlanKey;
import greenladder.people.People.SessionEnded;
import greenladder.people.People.SignedOut;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway.Saved;
import greenladder.store.SnapshotKeeper;
import greenladder.talk.Comments.CommentsChanged;
import greenladder.talk.Notices.NoticesChanged;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentLinkedDeque;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.context.event.ContextClosedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.event.TransactionalEventListener;
import org.springframework.web.servlet.mvc.method.annotation.ResponseBodyEmitter;

/**
 * The open streams of events. Whoever writes never waits for whoever reads: each stream has a short
 * queue of its own, and one that is full is ended. Its page connects anew, is told the number of
 * the last operation, and fetches what it missed.
 */
@Component
public class Streams {
    static final int MOST = 2_000;
    static final int MOST_OF_ONE = 40;

    private final Deque<Stream> open = new ConcurrentLinkedDeque<>();
    private final SnapshotKeeper keeper;

    /** By the name of the view. */
    private final Map<String, LiveDrawer> drawers;

    Streams(SnapshotKeeper keeper, List<LiveDrawer> drawers) {
        this.keeper = keeper;
        this.drawers =
                drawers.stream()
                        .collect(Collectors.toUnmodifiableMap(LiveDrawer::view, one -> one));
    }

    /**
     * Opens a stream; where a person has too many, the oldest ends.
     *
     * @param view what the page shows; empty for what nobody draws for
     */
    ResponseBodyEmitter open(SignedIn me, String session, String view) {
        endOldest(stream -> stream.handle().equals(me.handle()), MOST_OF_ONE);
        endOldest(any -> true, MOST);
        var stream = new Stream(me, session, drawers.get(view), open::remove);
        open.add(stream);
        stream.tell(new Event("hello", Map.of("operation", keeper.lastOperation())));
        return stream.start();
    }

    int count() {
        return open.size();
    }

    /** Comes while the gateway is still locked, so in the order of the log. */
    @EventListener
    void on(Saved saved) {
        endThoseOf(peopleChangedBy(saved));
        var touched = Touched.by(saved);
        if (touched.isNothing()) {
            return;
        }
        var seeing = new HashMap<SignedIn, Seeing>();
        var told = new HashMap<Audience, Optional<Event>>();
        for (var stream : open) {
            var sees = seeing.computeIfAbsent(stream.reader(), one -> Seeing.of(one, saved));
            told.computeIfAbsent(
                            new Audience(stream.drawer(), sees),
                            any -> changed(touched, stream.reader(), stream.drawer(), saved))
                    .ifPresent(stream::tell);
        }
    }

    private static Set<String> peopleChangedBy(Saved saved) {
        return saved.plans().stream()
                .map(PlanChange::subject)
                .filter(subject -> subject.kind() == PlanKey.Kind.PERSON)
                .map(PlanKey::key)
                .collect(Collectors.toSet());
    }

    /** What they may see changed: their pages come back with what they may see now. */
    private void endThoseOf(Set<String> people) {
        if (!people.isEmpty()) {
            open.stream().filter(stream -> people.contains(stream.handle())).forEach(Stream::end);
        }
    }

    /** What somebody is told of a change; empty where they see none. */
    private static Optional<Event> changed(
            Touched touched, SignedIn reader, @Nullable LiveDrawer drawer, Saved saved) {
        var seen = touched.seenBy(reader, saved);
        return seen.isNothing()
                ? Optional.empty()
                : Optional.of(
                        new Event(
                                "changed",
                                () ->
                                        new Told(
                                                seen,
                                                drawer == null
                                                        ? null
                                                        : drawer.drawn(saved, reader)
                                                                .orElse(null))));
    }

    @TransactionalEventListener
    void on(CommentsChanged changed) {
        tell(
                new Event("comments", Map.of("item", changed.item().toString())),
                stream -> keeper.seenBy(stream.reader()).findItem(changed.item()).isPresent());
    }

    @TransactionalEventListener
    void on(NoticesChanged changed) {
        tell(new Event("notices", Map.of()), stream -> changed.people().contains(stream.handle()));
    }

    @TransactionalEventListener(fallbackExecution = true)
    void on(PresenceEvent happened) {
        for (var stream : open) {
            happened.seenIn(keeper.seenBy(stream.reader()))
                    .ifPresent(told -> stream.tell(new Event(happened.name(), told)));
        }
    }

    @TransactionalEventListener
    void on(SignedOut signedOut) {
        open.stream()
                .filter(stream -> stream.handle().equals(signedOut.handle()))
                .forEach(Stream::end);
    }

    /** Whoever signs out in one browser stays signed in in others. */
    @EventListener
    void on(SessionEnded ended) {
        open.stream()
                .filter(stream -> stream.session().equals(ended.session()))
                .forEach(Stream::end);
    }

    /** An open stream would hold up a graceful stop. */
    @EventListener(ContextClosedEvent.class)
    void endAll() {
        open.forEach(Stream::end);
    }

    /** Pages that are told the same of a change. */
    private record Audience(@Nullable LiveDrawer drawer, Seeing seeing) {}

    /** What people may do, and what is hidden from them before and after a change. */
    private record Seeing(
            Role role, Map<String, Role> productRoles, HiddenScope before, HiddenScope after) {
        static Seeing of(SignedIn reader, Saved saved) {
            return new Seeing(
                    reader.role(),
                    reader.productRoles(),
                    SnapshotKeeper.hiddenScopeOf(reader, saved.before()),
                    SnapshotKeeper.hiddenScopeOf(reader, saved.accepted().after()));
        }
    }

    /**
     * What a page is told of a change.
     *
     * @param drawn what it may put in place of what it shows; null where it looks for itself
     */
    record Told(@JsonUnwrapped Touched touched, @Nullable Map<String, Map<String, String>> drawn) {}

    private void tell(Event event, Predicate<Stream> whom) {
        open.stream().filter(whom).forEach(stream -> stream.tell(event));
    }

    private void endOldest(Predicate<Stream> which, int most) {
        while (open.stream().filter(which).count() >= most) {
            open.stream().filter(which).findFirst().ifPresent(Stream::end);
        }
    }
}
