package greenladder.core.plan;

import greenladder.core.item.Item;
import greenladder.core.item.Refinement;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * Who and what is how busy in a sprint: the remaining hours of its open tasks against the hours of
 * the days left, today whole.
 *
 * @param people those who take part, and others who have a task in it
 * @param nobody open tasks that nobody has
 * @param waits which tasks wait for which others
 */
public record Load(
        List<OfPerson> people, List<OfSkill> skills, List<TaskHours> nobody, List<Wait> waits) {

    /**
     * @param hours null where nobody said
     */
    public record TaskHours(ItemKey task, @Nullable Amount hours, @Nullable String skill) {}

    /**
     * A stretch of a task that is laid into a day.
     *
     * @param from how many of the person's hours of the day are gone before it
     */
    public record Laid(ItemKey task, BigDecimal from, Amount hours) {}

    /** A task that begins after another has ended. */
    public record Wait(ItemKey task, ItemKey after) {}

    /**
     * @param inSprint whether they take part
     * @param committed points of the sprint's items that they have
     * @param candidate points of its candidates that they have
     * @param beyond what does not fit into the days left
     * @param unsaid tasks of which nobody said how long they take
     */
    public record OfPerson(
            String person,
            boolean inSprint,
            BigDecimal capacity,
            Amount remaining,
            Amount committed,
            Amount candidate,
            List<OnDay> days,
            List<TaskHours> beyond,
            List<ItemKey> unsaid) {
        public boolean isOver() {
            return remaining.toDecimal().compareTo(capacity) > 0;
        }
    }

    /**
     * @param hours laid into the day
     */
    public record OnDay(LocalDate date, BigDecimal hours, BigDecimal available, List<Laid> tasks) {}

    /** A skill, with what its open tasks need of those who have it. */
    public record OfSkill(String skill, BigDecimal capacity, Amount remaining) {
        public boolean isOver() {
            return remaining.toDecimal().compareTo(capacity) > 0;
        }
    }

    /** The load of a sprint whose team is there, as it stands on a day. */
    public static Load of(Snapshot snapshot, Sprint sprint, LocalDate today) {
        var from = today.isAfter(sprint.start()) ? today : sprint.start();
        var availability = Availability.of(snapshot.workspace(), sprint);
        var open = openTasks(snapshot, sprint);
        var byPerson = new LinkedHashMap<String, List<TaskHours>>();
        availability.people().forEach(person -> byPerson.put(person, new ArrayList<>()));
        var nobody = new ArrayList<TaskHours>();
        var bySkill = new TreeMap<String, Amount>(String.CASE_INSENSITIVE_ORDER);
        availability.skills().forEach(skill -> bySkill.put(skill, Amount.ZERO));
        for (var item : open) {
            var task = new TaskHours(item.key(), item.remainingHours(), skillOf(item));
            if (item.assignee() == null) {
                nobody.add(task);
            } else {
                byPerson.computeIfAbsent(item.assignee(), any -> new ArrayList<>()).add(task);
            }
            if (task.skill() != null) {
                bySkill.merge(task.skill(), hours(task), Amount::plus);
            }
        }
        var laying = new Laying(snapshot, availability, byPerson, from, open);
        var committed = pointsByPerson(SprintPart.inSprint(snapshot, sprint.key()), snapshot);
        var candidates = candidatePoints(snapshot, sprint);
        var people =
                byPerson.entrySet().stream()
                        .map(one ->
                                ofPerson(
                                        availability,
                                        one.getKey(),
                                        one.getValue(),
                                        laying,
                                        from,
                                        committed,
                                        candidates))
                        .toList();
        var skills =
                bySkill.entrySet().stream()
                        .map(one ->
                                new OfSkill(
                                        one.getKey(),
                                        availability.skillHours(one.getKey(), from),
                                        one.getValue()))
                        .toList();
        return new Load(people, skills, nobody, laying.waits());
    }

    static @Nullable String skillOf(Item item) {
        return item.details().custom().get("skill");
    }

    static Amount hours(TaskHours task) {
        return Objects.requireNonNullElse(task.hours(), Amount.ZERO);
    }

    /** In the sprint's order of their stories, those of one story as they are ranked. */
    private static List<Item> openTasks(Snapshot snapshot, Sprint sprint) {
        var order = new LinkedHashMap<ItemKey, Integer>();
        for (var part : SprintPart.inSprint(snapshot, sprint.key())) {
            order.put(part.item(), order.size());
        }
        Function<Item, Integer> place =
                item ->
                        item.parent() == null
                                ? Integer.MAX_VALUE
                                : order.getOrDefault(item.parent(), Integer.MAX_VALUE);
        return SprintPart.tasksIn(snapshot, sprint.key()).stream()
                .filter(part -> !part.done())
                .map(part -> snapshot.requireNode(part.item()).item())
                .sorted(
                        Comparator.comparing(place)
                                .thenComparing(Item::rank)
                                .thenComparing(Item::key))
                .toList();
    }

    private static Map<String, Amount> pointsByPerson(List<SprintPart> parts, Snapshot snapshot) {
        return parts.stream()
                .filter(part -> snapshot.requireNode(part.item()).item().assignee() != null)
                .collect(
                        Collectors.toMap(
                                part ->
                                        Objects.requireNonNull(
                                                snapshot.requireNode(part.item())
                                                        .item()
                                                        .assignee()),
                                part -> Objects.requireNonNullElse(part.amount(), Amount.ZERO),
                                Amount::plus));
    }

    private static Map<String, Amount> candidatePoints(Snapshot snapshot, Sprint sprint) {
        return candidates(snapshot, sprint).stream()
                .filter(node -> node.item().assignee() != null)
                .collect(
                        Collectors.toMap(
                                node -> Objects.requireNonNull(node.item().assignee()),
                                node ->
                                        Objects.requireNonNullElse(
                                                SprintPart.ownPart(node), Amount.ZERO),
                                Amount::plus));
    }

    /**
     * What is meant for a sprint and not yet in it, in rank order: said of it, or of the next one
     * where it is the first of its team that has not started.
     */
    public static List<Node> candidates(Snapshot snapshot, Sprint sprint) {
        if (sprint.standing() == Sprint.Standing.CLOSED) {
            return List.of();
        }
        var keys = new ArrayList<>(snapshot.marked(Mark.CANDIDATE_FOR, sprint.key()));
        var next = Sprints.next(snapshot.workspace(), sprint.team());
        if (next.filter(sprint::equals).isPresent()) {
            keys.addAll(snapshot.marked(Mark.CANDIDATE_FOR, Refinement.NEXT + "/" + sprint.team()));
        }
        return keys.stream()
                .filter(node ->
                        SprintPart.isOpen(node.item())
                                && !sprint.key().equals(node.item().sprint()))
                .sorted(
                        Comparator.comparing((Node node) -> node.item().rank())
                                .thenComparing(node -> node.item().key()))
                .toList();
    }

    private static OfPerson ofPerson(
            Availability availability,
            String person,
            List<TaskHours> tasks,
            Laying laying,
            LocalDate from,
            Map<String, Amount> committed,
            Map<String, Amount> candidates) {
        var remaining = Amount.ZERO;
        for (var task : tasks) {
            remaining = remaining.plus(hours(task));
        }
        return new OfPerson(
                person,
                availability.people().contains(person),
                availability.hours(person, from),
                remaining,
                committed.getOrDefault(person, Amount.ZERO),
                candidates.getOrDefault(person, Amount.ZERO),
                laying.days(person),
                laying.beyond(tasks),
                tasks.stream().filter(task -> task.hours() == null).map(TaskHours::task).toList());
    }
}
