package greenladder.plan;

import greenladder.core.plan.Availability;
import greenladder.core.plan.Capacities;
import greenladder.core.plan.Capacity;
import greenladder.core.plan.Load;
import greenladder.core.plan.SprintPart;
import greenladder.core.plan.Sprints;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.sprint.Sprint.Standing;
import greenladder.core.value.Amount;
import greenladder.people.SignedIn;
import greenladder.plan.BenchPage.Line;
import greenladder.plan.BenchPage.Opened;
import greenladder.plan.BenchPage.Target;
import greenladder.planning.SprintFigures;
import greenladder.store.Rights;
import greenladder.web.Words;
import java.util.ArrayList;
import java.util.Objects;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes a sprint that is opened in place on the bench. */
@Component
class OpenedSprints {
    private final Rights rights;
    private final SprintFigures figures;

    OpenedSprints(Rights rights, SprintFigures figures) {
        this.rights = rights;
        this.figures = figures;
    }

    Opened opened(
            Snapshot snapshot,
            Sprint sprint,
            BenchPlace place,
            Capacities capacities,
            SignedIn reader) {
        var velocity = capacities.velocity(sprint.team());
        var capacity = capacities.of(sprint);
        var availability = Availability.of(snapshot.workspace(), sprint);
        var parts = SprintPart.inSprint(snapshot, sprint.key());
        var items = new ArrayList<Line>();
        var overKeys = new ArrayList<String>();
        var sum = Amount.ZERO;
        for (var part : parts) {
            sum = part.amount() == null ? sum : sum.plus(part.amount());
            var node = snapshot.requireNode(part.item());
            boolean beyond = capacity.over(sum) != null;
            items.add(line(snapshot, node, place, part.amount(), beyond));
            if (beyond && SprintPart.isOpen(node.item())) {
                overKeys.add(part.item().toString());
            }
        }
        var candidates = Load.candidates(snapshot, sprint);
        var tried = Amount.ZERO;
        for (var node : candidates) {
            var own = SprintPart.ownPart(node);
            tried = own == null ? tried : tried.plus(own);
        }
        var over = capacity.over(sum);
        return new Opened(
                sprint.key(),
                sprint.name(),
                "%s – %s".formatted(Words.day(sprint.start()), Words.day(sprint.finish())),
                sprint.isRunning()
                        ? BenchPages.daysLeft(availability, sprint, figures.today())
                        : Words.count(availability.daysFrom(sprint.start()).size(), "working day"),
                Objects.requireNonNullElse(sprint.plan().goal(), ""),
                sprint.start().toString(),
                sprint.finish().toString(),
                place.opening("").url(),
                SprintPages.url(place.product(), sprint.key()),
                capacity.points() == null
                        ? Words.of(sum) + " points"
                        : "%s of %s points"
                                .formatted(Words.of(sum), Words.score(capacity.points())),
                over == null ? "" : Words.score(over) + " over",
                people(snapshot, availability),
                BenchPages.range(velocity),
                items,
                candidates.stream()
                        .map(node -> line(snapshot, node, place, SprintPart.ownPart(node), false))
                        .toList(),
                candidateWords(tried, sum, capacity),
                Sprints.after(snapshot.workspace(), sprint)
                        .map(next -> new Target(next.key(), next.name()))
                        .orElse(null),
                overKeys,
                sprint.standing() == Standing.PLANNED
                        && rights.mayPlan(reader, availability.team()),
                !sprint.isClosed() && rights.mayPlan(reader, availability.team()),
                sprint.plan().capacity() == null ? "" : sprint.plan().capacity().toString(),
                velocity.sprints().isEmpty());
    }

    private static String candidateWords(Amount tried, Amount sum, Capacity capacity) {
        var together = sum.plus(tried);
        var over = capacity.over(together);
        return "%s more, %s together%s"
                .formatted(
                        Words.of(tried),
                        Words.of(together),
                        over == null ? "" : ", " + Words.score(over) + " over");
    }

    private static String people(Snapshot snapshot, Availability availability) {
        var away = availability.partlyAway();
        var names =
                away.stream()
                        .map(handle ->
                                snapshot.findPerson(handle)
                                        .map(person -> person.name())
                                        .orElse(handle))
                        .toList();
        var hours = availability.hours();
        return Stream.of(
                        Words.count(availability.people().size(), "person")
                                .replace("persons", "people"),
                        Words.score(hours) + " hours for planned work",
                        names.isEmpty() ? "" : "away for a time: " + String.join(", ", names))
                .filter(words -> !words.isEmpty())
                .reduce((some, more) -> some + " · " + more)
                .orElse("");
    }

    static Line line(
            Snapshot snapshot,
            Node node,
            BenchPlace place,
            @Nullable Amount amount,
            boolean beyond) {
        var item = node.item();
        return new Line(
                item.key().toString(),
                item.level().index(),
                item.title(),
                place.at(item.key()).url(),
                snapshot.findPerson(item.assignee()).map(person -> person.initials()).orElse("–"),
                Words.of(amount),
                SprintGauge.look(node),
                beyond,
                Needs.trouble(snapshot, item));
    }
}
