package greenladder.refine;

import greenladder.core.people.Person;
import greenladder.core.value.ItemKey;
import greenladder.live.PresenceEvent;
import greenladder.people.SignedIn;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

/**
 * Who walks a product's agenda at the moment, and where each person is. Kept in memory alone:
 * whoever goes on walking is there again.
 */
@Component
class AgendaRoom {
    private static final Duration STAYS = Duration.ofMinutes(20);

    private static final Duration WALK = Duration.ofHours(4);

    private final Map<Place, Step> steps = new ConcurrentHashMap<>();

    /** When an item of a product was last talked through. */
    private final Map<String, Instant> talked = new ConcurrentHashMap<>();

    private final ApplicationEventPublisher events;
    private final Clock clock;

    private record Place(String product, String handle) {}

    private record Step(SignedIn who, ItemKey at, Instant when) {}

    /** Somebody beside an item. */
    public record Walker(String handle, String name, String initials) {}

    AgendaRoom(ApplicationEventPublisher events, Clock clock) {
        this.events = events;
        this.clock = clock;
    }

    /** Somebody looks at an item; the others are told where they did not know. */
    void step(SignedIn who, ItemKey at) {
        var before =
                steps.put(
                        new Place(at.product(), who.handle()), new Step(who, at, clock.instant()));
        if (before == null || !before.at().equals(at)) {
            events.publishEvent(
                    new PresenceEvent(
                            "agenda",
                            at.product(),
                            List.of(at),
                            "at",
                            Map.of("who", who.handle(), "name", who.name())));
        }
    }

    /** Whether the first item of a walk is talked through now: nobody has done so for hours. */
    boolean begins(String product) {
        var now = clock.instant();
        var before = talked.put(product, now);
        return before == null || before.isBefore(now.minus(WALK));
    }

    /** Everybody but the reader who is at an item. */
    List<Walker> at(ItemKey item, SignedIn reader) {
        var since = clock.instant().minus(STAYS);
        return steps.values().stream()
                .filter(step -> step.at().equals(item) && step.when().isAfter(since))
                .map(Step::who)
                .filter(who -> !who.handle().equals(reader.handle()))
                .map(who ->
                        new Walker(
                                who.handle(),
                                who.name(),
                                new Person(who.handle(), who.name()).initials()))
                .sorted((one, other) -> one.name().compareTo(other.name()))
                .toList();
    }
}
