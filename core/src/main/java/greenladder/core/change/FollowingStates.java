package greenladder.core.change;

import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.rollup.RollUp;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * On levels that follow their children, a parent's state moves by itself when the category of its
 * point leaves changes. A state that the same operation sets by hand is left alone.
 */
final class FollowingStates {
    private FollowingStates() {}

    static List<Change> of(Snapshot before, Snapshot after, Collection<Change> changes) {
        var setByHand =
                changes.stream()
                        .filter(change ->
                                change.field() == Field.STATE
                                        && before.findNode(change.item()).isPresent())
                        .map(Change::item)
                        .collect(Collectors.toSet());
        var following = new ArrayList<Change>();
        for (var node : touched(after, changes)) {
            var item = node.item();
            if (!follows(node) || setByHand.contains(item.key())) {
                continue;
            }
            var category = node.rollUp().category();
            var was =
                    before.findNode(item.key())
                            .map(Node::rollUp)
                            .map(RollUp::category)
                            .orElse(item.category());
            if (was != category) {
                // A state that fits already is logged as well: a reversal then knows to leave it.
                var state =
                        item.category() == category
                                ? item.state()
                                : after.workspace().statesOf(item).firstOf(category);
                following.add(
                        new Change(item.key(), Field.STATE, item.state().key(), state.key(), true));
            }
        }
        return following;
    }

    /** Whether an item's state goes by that of its children. */
    static boolean follows(Node node) {
        return node.item().level().followsChildren()
                && node.rollUp().hasPointChildren()
                && !node.item().isDropped();
    }

    /** The changed items and all above them, where they were and where they are. */
    private static Collection<Node> touched(Snapshot after, Collection<Change> changes) {
        var nodes = new TreeMap<ItemKey, Node>();
        Set<ItemKey> seen = new HashSet<>();
        for (var change : changes) {
            starts(change).forEach(key -> climb(after, key, seen, nodes));
        }
        return nodes.values();
    }

    private static Stream<ItemKey> starts(Change change) {
        var formerParent =
                change.field() == Field.PARENT
                        ? change.before(ItemKey.class).stream()
                        : Stream.<ItemKey>empty();
        return Stream.concat(Stream.of(change.item()), formerParent);
    }

    private static void climb(
            Snapshot after, ItemKey from, Set<ItemKey> seen, TreeMap<ItemKey, Node> nodes) {
        var key = from;
        while (key != null && seen.add(key)) {
            var node = after.findNode(key);
            node.ifPresent(found -> nodes.put(found.item().key(), found));
            key = node.map(Node::item).map(Item::parent).orElse(null);
        }
    }
}
