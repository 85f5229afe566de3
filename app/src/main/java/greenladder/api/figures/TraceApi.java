package greenladder.api.figures;

import greenladder.core.change.Problems;
import greenladder.core.item.Item;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.people.SignedIn;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import greenladder.web.Failure;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.util.ArrayList;
import java.util.List;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What an item serves, and what serves it. */
@RestController
@RequestMapping("/api/v1/items/{key}/trace")
@Tag(name = "Items")
class TraceApi {
    private final SnapshotKeeper keeper;

    /**
     * @param nodes the item itself first
     * @param links from the upper to the lower end
     */
    record TraceJson(List<TraceNode> nodes, List<TraceLink> links) {}

    record TraceNode(String key, String title, String level, String state, String category) {}

    record TraceLink(String type, String from, String to) {}

    TraceApi(SnapshotKeeper keeper) {
        this.keeper = keeper;
    }

    @GetMapping
    @Operation(summary = "The way up to the goal, or everything below")
    TraceJson trace(
            @PathVariable String key,
            @RequestParam(defaultValue = "up") String direction,
            @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        var start = Lookups.node(snapshot, key);
        return switch (direction) {
            case "up" -> json(up(snapshot, start));
            case "down" -> json(down(start));
            default ->
                    throw new Failure.Invalid(
                            Problems.of("direction", "The direction is up or down."));
        };
    }

    private static List<Item> up(Snapshot snapshot, Node start) {
        var items = new ArrayList<Item>();
        items.add(start.item());
        snapshot.ancestors(start.item()).forEach(node -> items.add(node.item()));
        return items;
    }

    private static List<Item> down(Node start) {
        var items = new ArrayList<Item>();
        start.walk(node -> items.add(node.item()));
        return items;
    }

    private static TraceJson json(List<Item> items) {
        var keys = items.stream().map(Item::key).collect(java.util.stream.Collectors.toSet());
        return new TraceJson(
                items.stream()
                        .map(item ->
                                new TraceNode(
                                        item.key().toString(),
                                        item.title(),
                                        item.level().key(),
                                        item.state().key(),
                                        item.category().word()))
                        .toList(),
                items.stream()
                        .filter(item -> item.parent() != null && keys.contains(item.parent()))
                        .map(item ->
                                new TraceLink(
                                        "parent",
                                        String.valueOf(item.parent()),
                                        item.key().toString()))
                        .toList());
    }
}
