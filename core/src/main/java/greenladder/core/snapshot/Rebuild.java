package greenladder.core.snapshot;

import greenladder.core.item.Item;
import greenladder.core.value.ItemKey;
import greenladder.core.workspace.Workspace;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * Makes the nodes anew that a set of changed items touches: each of them, and every item on its way
 * to the top. Works from the lowest level up, since a parent stands on a higher level than its
 * children; each node is made once.
 */
final class Rebuild {
    private static final Comparator<Node> BY_RANK =
            Comparator.comparing((Node node) -> node.item().rank())
                    .thenComparing(node -> node.item().key());

    private final Function<ItemKey, Optional<Node>> before;
    private final Map<ItemKey, Optional<Item>> changed;
    private final Workspace workspace;
    private final Function<ItemKey, Optional<Node>> alike;
    private final Map<ItemKey, Node> made = new HashMap<>();

    /** Items still to be made, by level, the lowest first. */
    private final TreeMap<Integer, Set<ItemKey>> ahead = new TreeMap<>(Comparator.reverseOrder());

    /** Children that each parent lost, kept or gained and that must be looked at again. */
    private final Map<ItemKey, Set<ItemKey>> touchedChildren = new HashMap<>();

    /**
     * @param alike nodes of another snapshot, taken where they hold the very same items
     */
    Rebuild(
            Function<ItemKey, Optional<Node>> before,
            Map<ItemKey, Optional<Item>> changed,
            Workspace workspace,
            Function<ItemKey, Optional<Node>> alike) {
        this.before = before;
        this.changed = changed;
        this.workspace = workspace;
        this.alike = alike;
    }

    Nodes applyTo(Nodes nodes) {
        changed.forEach((key, now) -> {
            before.apply(key).ifPresent(node -> touchParent(node.item(), key));
            now.ifPresent(item -> {
                touchParent(item, key);
                enqueue(item);
            });
        });
        while (!ahead.isEmpty()) {
            var keys = ahead.pollFirstEntry().getValue();
            for (var key : keys) {
                var item = itemNow(key);
                made.put(key, node(item, childrenNow(key)));
                touchParent(item, key);
            }
        }
        var gone =
                changed.entrySet().stream()
                        .filter(entry -> entry.getValue().isEmpty())
                        .map(Map.Entry::getKey)
                        .toList();
        return nodes.with(made, gone);
    }

    private Node node(Item item, List<Node> children) {
        return alike.apply(item.key())
                .filter(node -> node.item() == item && isSame(node.children(), children))
                .orElseGet(() -> Node.of(item, children, workspace));
    }

    private static boolean isSame(List<Node> some, List<Node> others) {
        if (some.size() != others.size()) {
            return false;
        }
        for (int i = 0; i < some.size(); i++) {
            if (some.get(i) != others.get(i)) {
                return false;
            }
        }
        return true;
    }

    /** The items whose nodes were made, known after {@link #applyTo}. */
    Set<ItemKey> made() {
        return made.keySet();
    }

    private void touchParent(Item item, ItemKey key) {
        var parent = item.parent();
        if (parent == null) {
            return;
        }
        touchedChildren.computeIfAbsent(parent, any -> new HashSet<>()).add(key);
        var parentItem = findNow(parent);
        if (parentItem != null) {
            enqueue(parentItem);
        }
    }

    private void enqueue(Item item) {
        ahead.computeIfAbsent(item.level().index(), any -> new HashSet<>()).add(item.key());
    }

    private List<Node> childrenNow(ItemKey key) {
        var were = before.apply(key).map(Node::children).orElse(List.of());
        var touched = touchedChildren.getOrDefault(key, Set.of());
        if (touched.isEmpty()) {
            return were;
        }
        var now = new ArrayList<Node>(were.size() + touched.size());
        for (var child : were) {
            if (!touched.contains(child.item().key())) {
                now.add(child);
            }
        }
        for (var childKey : touched) {
            var child = made.get(childKey);
            if (child != null && key.equals(child.item().parent())) {
                now.add(child);
            }
        }
        now.sort(BY_RANK);
        return List.copyOf(now);
    }

    private Item itemNow(ItemKey key) {
        var item = findNow(key);
        if (item == null) {
            throw new IllegalStateException(key + " has children but is gone");
        }
        return item;
    }

    private @Nullable Item findNow(ItemKey key) {
        var now = changed.get(key);
        if (now != null) {
            return now.orElse(null);
        }
        return before.apply(key).map(Node::item).orElse(null);
    }
}
