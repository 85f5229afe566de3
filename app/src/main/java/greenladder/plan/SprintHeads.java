package greenladder.plan;

import greenladder.core.item.Item;
import greenladder.core.level.Category;
import greenladder.core.people.Permission;
import greenladder.core.plan.Availability;
import greenladder.core.plan.Capacity;
import greenladder.core.plan.CloseSprint;
import greenladder.core.plan.Contradiction;
import greenladder.core.plan.SprintPart;
import greenladder.core.plan.Sprints;
import greenladder.core.plan.Velocity;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.sprint.Sprint.Standing;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import greenladder.people.SignedIn;
import greenladder.plan.SprintPage.Closing;
import greenladder.plan.SprintPage.Head;
import greenladder.plan.SprintPage.Line;
import greenladder.plan.SprintPage.Taker;
import greenladder.planning.SprintFigures;
import greenladder.store.Rights;
import greenladder.web.Words;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Makes the head of a sprint, with what is told before it is started and closed. */
@Component
public class SprintHeads {
    private static final int MOST_ABOVE = 200;
    private static final int MOST_NAMED = 3;

    private final Rights rights;
    private final SprintFigures figures;

    SprintHeads(Rights rights, SprintFigures figures) {
        this.rights = rights;
        this.figures = figures;
    }

    public Head head(
            Snapshot snapshot,
            Product product,
            Sprint it,
            List<SprintPart> parts,
            Velocity velocity,
            Capacity capacity,
            SignedIn reader) {
        var availability = Availability.of(snapshot.workspace(), it);
        var team = availability.team();
        boolean mayPlan = rights.mayPlan(reader, team);
        var sum = sum(parts);
        var over = capacity.over(sum);
        var open = CloseSprint.unfinished(snapshot, it.key());
        return new Head(
                it.key(),
                "/%s/plan/sprints/%s".formatted(product.code(), it.key()),
                it.name(),
                team.name(),
                it.standing().label(),
                "%s – %s".formatted(Words.day(it.start()), Words.day(it.finish())),
                it.isClosed()
                        ? "closed"
                        : it.isRunning()
                                ? BenchPages.daysLeft(availability, it, figures.today())
                                : Words.count(
                                        availability.daysFrom(it.start()).size(), "working day"),
                Objects.requireNonNullElse(it.plan().goal(), ""),
                it.start().toString(),
                it.finish().toString(),
                capacity.points() == null
                        ? Words.of(sum) + " points"
                        : "%s of %s points"
                                .formatted(Words.of(sum), Words.score(capacity.points())),
                over == null ? "" : Words.score(over) + " over",
                velocity.mean()
                        .map(mean ->
                                "usually %s, %s"
                                        .formatted(Words.of(mean), BenchPages.range(velocity)))
                        .orElse("no closed sprint to go by yet"),
                "/%s/bench?open=%s".formatted(product.code(), it.key()),
                "/%s/board?board=%s&of=%s".formatted(product.code(), it.team(), it.key()),
                it.startedAt() == null
                        ? ""
                        : "/%s/report?id=%s".formatted(product.code(), it.key()),
                mayPlan && !it.isClosed(),
                reader.mayIn(product.code(), Permission.WORK) && !it.isClosed(),
                mayPlan && it.standing() == Standing.PLANNED,
                mayPlan && it.isRunning(),
                it.standing() == Standing.PLANNED
                        ? warnings(snapshot, product, it, parts)
                        : List.of(),
                closing(snapshot, it, parts, open),
                takers(snapshot, availability),
                mayPlan && it.standing() == Standing.PLANNED,
                open.size());
    }

    private static Closing closing(
            Snapshot snapshot, Sprint it, List<SprintPart> parts, List<Node> open) {
        return new Closing(
                doneInWords(parts),
                lines(open, true),
                lines(open, false),
                Sprints.of(snapshot.workspace(), it.team()).stream()
                        .filter(one -> one.standing() == Standing.PLANNED && !one.equals(it))
                        .map(one -> new BenchPage.Target(one.key(), one.name()))
                        .toList(),
                Sprints.after(snapshot.workspace(), it)
                        .map(Sprint::name)
                        .orElse("a new sprint, " + Sprints.nextName(it.name())));
    }

    private static String doneInWords(List<SprintPart> parts) {
        var done = parts.stream().filter(SprintPart::done).toList();
        return "%s done, %s points"
                .formatted(Words.count(done.size(), "item"), Words.of(sum(done)));
    }

    private static List<Line> lines(List<Node> open, boolean begun) {
        return open.stream()
                .filter(node -> begun == (node.rollUp().category() == Category.IN_PROGRESS))
                .map(node -> new Line(node.item().key().toString(), node.item().title()))
                .toList();
    }

    private static List<Taker> takers(Snapshot snapshot, Availability availability) {
        var here = Set.copyOf(availability.people());
        var members = snapshot.workspace().membersAtWork(availability.team());
        var takers = new ArrayList<Taker>();
        for (var person : snapshot.workspace().peopleAtWork()) {
            boolean isMember = members.contains(person.handle());
            boolean isHere = here.contains(person.handle());
            if (isMember || isHere) {
                takers.add(new Taker(person.handle(), person.name(), isHere, !isMember));
            }
        }
        return takers;
    }

    /** What is to be known before the team commits itself. */
    private List<String> warnings(
            Snapshot snapshot, Product product, Sprint it, List<SprintPart> parts) {
        var warnings = new ArrayList<String>();
        if (parts.isEmpty()) {
            warnings.add("Nothing is planned into it yet.");
            return warnings;
        }
        tell(
                warnings,
                "not sized",
                parts.stream()
                        .filter(part -> part.amount() == null)
                        .map(SprintPart::item)
                        .toList());
        tell(
                warnings,
                "blocked",
                parts.stream()
                        .map(SprintPart::item)
                        .filter(key -> snapshot.requireNode(key).item().blocked() != null)
                        .toList());
        tell(
                warnings,
                "dependent on what is not planned by then",
                parts.stream()
                        .map(part -> snapshot.requireNode(part.item()).item())
                        .filter(item ->
                                Contradiction.of(snapshot, item).stream()
                                        .anyMatch(one ->
                                                one.kind() != Contradiction.Kind.SPRINT_ORDER))
                        .map(Item::key)
                        .toList());
        tell(
                warnings,
                "not agreed to by the team",
                parts.stream()
                        .map(SprintPart::item)
                        .filter(key -> !it.plan().agreed().contains(key))
                        .toList());
        tell(warnings, "ranked above, but left out", leftOut(snapshot, product, it, parts));
        return warnings;
    }

    private static void tell(List<String> warnings, String what, List<ItemKey> keys) {
        if (!keys.isEmpty()) {
            var named = keys.stream().limit(MOST_NAMED).map(ItemKey::toString).toList();
            warnings.add(
                    "%d %s: %s%s"
                            .formatted(
                                    keys.size(),
                                    what,
                                    String.join(", ", named),
                                    keys.size() > MOST_NAMED ? " …" : ""));
        }
    }

    /** Of the team, what is ranked above the last that is in the sprint and is in no sprint. */
    private static List<ItemKey> leftOut(
            Snapshot snapshot, Product product, Sprint it, List<SprintPart> parts) {
        var last =
                parts.stream()
                        .map(part -> snapshot.requireNode(part.item()).item())
                        .filter(item -> item.key().product().equals(product.code()))
                        .max(Comparator.comparing(Item::rank).thenComparing(Item::key));
        if (last.isEmpty()) {
            return List.of();
        }
        var left = new ArrayList<ItemKey>();
        int looked = 0;
        for (var node : snapshot.waiting(product, last.get().level())) {
            var item = node.item();
            if (item.rank().compareTo(last.get().rank()) > 0 || looked++ > MOST_ABOVE) {
                break;
            }
            if (it.team().equals(item.team())) {
                left.add(item.key());
            }
        }
        return left;
    }

    private static Amount sum(List<SprintPart> parts) {
        var sum = Amount.ZERO;
        for (var part : parts) {
            sum = part.amount() == null ? sum : sum.plus(part.amount());
        }
        return sum;
    }
}
