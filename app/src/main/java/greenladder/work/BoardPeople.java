package greenladder.work;

import greenladder.core.people.Person;
import greenladder.core.plan.Load;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import greenladder.web.Words;
import greenladder.work.BoardPage.Gauge;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes the gauges of people at the foot of a board. */
@Component
class BoardPeople {
    private static final int PERCENT = 100;

    /** So many things at once are enough for one person. */
    static final int AT_ONCE = 2;

    List<Gauge> of(
            Snapshot snapshot,
            Team team,
            @Nullable Sprint sprint,
            List<Node> cards,
            LocalDate today) {
        return sprint == null || sprint.isClosed()
                ? byCards(snapshot, team, cards)
                : byHours(snapshot, Load.of(snapshot, sprint, today));
    }

    private static List<Gauge> byHours(Snapshot snapshot, Load load) {
        var most =
                load.people().stream()
                        .map(one -> one.capacity().max(one.remaining().toDecimal()))
                        .reduce(BigDecimal.ONE, BigDecimal::max)
                        .doubleValue();
        return load.people().stream()
                .map(one -> {
                    double hours = one.remaining().toDecimal().doubleValue();
                    double capacity = one.capacity().doubleValue();
                    double over = hours - capacity;
                    return gauge(
                            snapshot,
                            one.person(),
                            "%s of %s h"
                                    .formatted(
                                            Words.of(one.remaining()), Words.score(one.capacity())),
                            over > 0 ? Words.score(BigDecimal.valueOf(over)) + " h over" : "",
                            Math.min(hours, capacity) / most,
                            capacity / most,
                            Math.max(0, over) / most);
                })
                .toList();
    }

    private static List<Gauge> byCards(Snapshot snapshot, Team team, List<Node> cards) {
        return snapshot.workspace().membersAtWork(team).stream()
                .map(handle -> {
                    long count =
                            cards.stream()
                                    .filter(BoardPages::isUnderWay)
                                    .filter(node -> handle.equals(node.item().assignee()))
                                    .count();
                    double most = Math.max(count, AT_ONCE + 1);
                    return gauge(
                            snapshot,
                            handle,
                            count + " under way",
                            count > AT_ONCE ? (count - AT_ONCE) + " over " + AT_ONCE : "",
                            Math.min(count, AT_ONCE) / most,
                            AT_ONCE / most,
                            Math.max(0, count - AT_ONCE) / most);
                })
                .toList();
    }

    private static Gauge gauge(
            Snapshot snapshot,
            String handle,
            String words,
            String over,
            double load,
            double tick,
            double spill) {
        var person = snapshot.findPerson(handle);
        return new Gauge(
                handle,
                person.map(Person::name).orElse(handle),
                person.map(Person::initials).orElse("–"),
                words,
                over,
                percent(load),
                percent(tick),
                percent(spill));
    }

    private static int percent(double share) {
        return (int) Math.round(share * PERCENT);
    }
}
