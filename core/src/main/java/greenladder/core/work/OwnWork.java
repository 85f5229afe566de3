package greenladder.core.work;

import greenladder.core.item.Item;
import greenladder.core.level.Category;
import greenladder.core.plan.SprintPart;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.value.ItemKey;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * What somebody has to do, as lead or as helper, in all products of a snapshot.
 *
 * @param underWay what is in progress and not blocked
 * @param ahead what is still to do, by sprint: running ones first, what is in none last
 * @param waiting what is blocked
 * @param forOthers what others cannot go on with before it is done, by what is theirs
 */
public record OwnWork(
        List<Node> underWay,
        List<InSprint> ahead,
        List<Node> waiting,
        Map<ItemKey, List<Node>> forOthers) {

    /**
     * @param sprint null for none
     */
    public record InSprint(@Nullable Sprint sprint, List<Node> items) {}

    /** All of it: what is under way, what is ahead, what is blocked. */
    public Stream<Node> all() {
        return Stream.of(
                        underWay.stream(),
                        ahead.stream().flatMap(one -> one.items().stream()),
                        waiting.stream())
                .flatMap(nodes -> nodes);
    }

    /** Time O(m log m) in the open items that somebody has, and in those of their sprints. */
    public static OwnWork of(Snapshot snapshot, String person) {
        var mine = new LinkedHashMap<ItemKey, Node>();
        snapshot.marked(Mark.PERSON, person).forEach(node -> mine.put(node.item().key(), node));
        snapshot.marked(Mark.HELPER, person).forEach(node -> mine.put(node.item().key(), node));
        var underWay = new ArrayList<Node>();
        var waiting = new ArrayList<Node>();
        var ahead = new HashMap<String, List<Node>>();
        for (var node : mine.values()) {
            var item = node.item();
            if (item.blocked() != null) {
                waiting.add(node);
            } else if (item.category() == Category.IN_PROGRESS) {
                underWay.add(node);
            } else {
                ahead.computeIfAbsent(sprintOf(snapshot, item), any -> new ArrayList<>()).add(node);
            }
        }
        waiting.sort(
                Comparator.comparing(node ->
                        Objects.requireNonNullElse(
                                node.item().times().blockedSince(), node.item().updatedAt())));
        var forOthers = new LinkedHashMap<ItemKey, List<Node>>();
        mine.values()
                .forEach(node -> {
                    var others =
                            snapshot.marked(Mark.WAITS_FOR, node.item().key().toString()).stream()
                                    .filter(other -> SprintPart.isOpen(other.item()))
                                    .toList();
                    if (!others.isEmpty()) {
                        forOthers.put(node.item().key(), others);
                    }
                });
        return new OwnWork(
                inOrder(snapshot, underWay), bySprint(snapshot, ahead), waiting, forOthers);
    }

    /** The key of the sprint that an item is in, itself or by what stands above; else empty. */
    private static String sprintOf(Snapshot snapshot, Item item) {
        if (item.sprint() != null) {
            return item.sprint();
        }
        return SprintPart.of(snapshot, item.key()).map(SprintPart::sprint).orElse("");
    }

    private static List<InSprint> bySprint(Snapshot snapshot, Map<String, List<Node>> ahead) {
        return ahead.entrySet().stream()
                .map(entry ->
                        new InSprint(
                                snapshot.workspace().findSprint(entry.getKey()).orElse(null),
                                inOrder(snapshot, entry.getValue())))
                .sorted(
                        Comparator.comparing((InSprint one) -> one.sprint() == null)
                                .thenComparing(
                                        one -> one.sprint() == null || !one.sprint().isRunning())
                                .thenComparing(one ->
                                        Optional.ofNullable(one.sprint())
                                                .map(Sprint::start)
                                                .orElse(java.time.LocalDate.MAX)))
                .toList();
    }

    /** As their sprints order them, tasks with their stories; the rest as it is ranked. */
    private static List<Node> inOrder(Snapshot snapshot, List<Node> nodes) {
        var places = new HashMap<ItemKey, Integer>();
        nodes.stream()
                .map(node -> sprintOf(snapshot, node.item()))
                .distinct()
                .filter(sprint -> !sprint.isEmpty())
                .forEach(sprint ->
                        SprintPart.inSprint(snapshot, sprint)
                                .forEach(part -> places.putIfAbsent(part.item(), places.size())));
        return nodes.stream()
                .sorted(
                        Comparator.comparing((Node node) -> place(places, node.item()))
                                .thenComparing(node -> node.item().rank())
                                .thenComparing(node -> node.item().key()))
                .toList();
    }

    private static int place(Map<ItemKey, Integer> places, Item item) {
        var own = places.get(item.key());
        return own != null
                ? own
                : item.parent() == null
                        ? Integer.MAX_VALUE
                        : places.getOrDefault(item.parent(), Integer.MAX_VALUE);
    }
}
