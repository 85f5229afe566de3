package greenladder.core.plan;

import greenladder.core.level.Level;
import greenladder.core.product.Product;
import greenladder.core.release.Release;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import greenladder.core.value.ItemKey;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Stories laid out under the backbone of what users do, from left to right, and cut into slices:
 * the open sprints of a team, or the releases of a product that are not out.
 *
 * @param team whose sprints the slices are; null where they are releases
 */
public record StoryMap(Snapshot snapshot, Product product, Level backbone, @Nullable Team team) {
    /** The slice of what is planned into none. */
    public static final String NOT_PLANNED = "";

    /** The slice of what other teams have in their open sprints. */
    public static final String OTHERS = "others";

    /** The levels that can be a backbone, the lowest first. */
    public static List<Level> backbones(Product product) {
        var stories = product.levels().stories();
        return product.levels().all().reversed().stream()
                .filter(level -> level.isAbove(stories))
                .toList();
    }

    /**
     * The columns: what is on the level of the backbone and not dropped, in rank order; a stretch
     * of it costs what it holds.
     *
     * @param under only what stands under an item; null for all of the product's
     */
    public List<Node> columns(@Nullable ItemKey under) {
        if (under == null) {
            return snapshot.inOrder(product, backbone).live();
        }
        var columns = new ArrayList<Node>();
        gather(snapshot.requireNode(under), columns);
        columns.sort(byRank());
        return columns;
    }

    private void gather(Node node, List<Node> columns) {
        for (var child : node.children()) {
            var item = child.item();
            if (item.level().equals(backbone) && !item.isDropped()) {
                columns.add(child);
            } else if (item.level().isAbove(backbone)) {
                gather(child, columns);
            }
        }
    }

    /** The open sprints that are slices, by start; none where the slices are releases. */
    public List<Sprint> sprints() {
        return team == null
                ? List.of()
                : Sprints.of(snapshot.workspace(), team.key()).stream()
                        .filter(sprint -> !sprint.isClosed())
                        .toList();
    }

    /** The releases that are slices, by date; none where the slices are sprints. */
    public List<Release> releases() {
        return team != null
                ? List.of()
                : snapshot.workspace().releasesOf(product.code()).stream()
                        .filter(release -> !release.isReleased())
                        .toList();
    }

    /**
     * The stories under a column by the key of their slice, in rank order. What is dropped, was
     * done outside of any slice, or is in a closed one is left out. Time O(n log n) in what stands
     * under the column.
     */
    public Map<String, List<Node>> cells(Node column) {
        var cells = new HashMap<String, List<Node>>();
        lay(column, cells);
        cells.values().forEach(cards -> cards.sort(byRank()));
        return cells;
    }

    private void lay(Node node, Map<String, List<Node>> cells) {
        for (var child : node.children()) {
            var item = child.item();
            if (item.isDropped() || !item.level().carriesPoints()) {
                continue;
            }
            if (item.level().equals(product.levels().stories())) {
                sliceOf(child)
                        .ifPresent(slice ->
                                cells.computeIfAbsent(slice, any -> new ArrayList<>()).add(child));
            } else {
                lay(child, cells);
            }
        }
    }

    /** The key of the slice that a story is in; empty for none that is shown. */
    public Optional<String> sliceOf(Node story) {
        var item = story.item();
        var workspace = snapshot.workspace();
        if (team == null) {
            var release = ReleaseFill.releaseOf(snapshot, item.key());
            return release == null
                    ? unplanned(story)
                    : workspace
                            .findRelease(release)
                            .filter(one -> !one.isReleased())
                            .map(Release::key);
        }
        return item.sprint() == null
                ? unplanned(story)
                : workspace
                        .findSprint(item.sprint())
                        .filter(sprint -> !sprint.isClosed())
                        .map(sprint -> sprint.team().equals(team.key()) ? sprint.key() : OTHERS);
    }

    private static Optional<String> unplanned(Node story) {
        return SprintPart.isOpen(story.item()) ? Optional.of(NOT_PLANNED) : Optional.empty();
    }

    /** Open stories without a parent, in rank order; so many of them cost what they hold. */
    public Stream<Node> loose() {
        var stories = product.levels().stories();
        return snapshot.roots(product.code()).stream()
                .filter(node -> node.item().level().equals(stories))
                .filter(node -> SprintPart.isOpen(node.item()));
    }

    private static Comparator<Node> byRank() {
        return Comparator.comparing((Node node) -> node.item().rank())
                .thenComparing(node -> node.item().key());
    }
}
