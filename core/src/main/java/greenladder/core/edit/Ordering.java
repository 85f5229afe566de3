package greenladder.core.edit;

import greenladder.core.change.Change;
import greenladder.core.change.Command.Proposal;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.level.Level;
import greenladder.core.product.Product;
import greenladder.core.rank.Rank;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;

/**
 * Draws up a new order of items among each other: they share out the places that they hold now, so
 * that nothing else moves. Bands stay as they are: an item of a more pressing band stays before one
 * of another, whatever was asked.
 */
public final class Ordering {
    private final Snapshot snapshot;
    private final OrderItems command;
    private final ProblemCollector found;

    Ordering(Snapshot snapshot, OrderItems command, ProblemCollector found) {
        this.snapshot = snapshot;
        this.command = command;
        this.found = found;
    }

    /**
     * The items of a level in the order in which the items above them stand, those of one parent in
     * their own; loose ones come last. Time O(n log n).
     */
    public static List<ItemKey> asParentsStand(Snapshot snapshot, Product product, Level level) {
        Comparator<Item> byParent =
                Comparator.comparing(
                        item -> item.parent() == null ? null : rankOf(snapshot, item.parent()),
                        Comparator.nullsLast(Comparator.naturalOrder()));
        return snapshot.level(product, level).stream()
                .map(Node::item)
                .sorted(byParent.thenComparing(Item::rank).thenComparing(Item::key))
                .map(Item::key)
                .toList();
    }

    private static Rank rankOf(Snapshot snapshot, ItemKey key) {
        return snapshot.requireNode(key).item().rank();
    }

    Proposal draw() {
        if (new HashSet<>(command.items()).size() < command.items().size()) {
            found.add(Problem.SINGLE, "item", "An item is named twice in the order.");
            return new Proposal(List.of(), List.of());
        }
        var wanted =
                command.items().stream()
                        .map(key -> snapshot.requireNode(key).item())
                        .sorted(Comparator.comparingInt(this::placeOfBand))
                        .toList();
        var ranks = wanted.stream().map(Item::rank).sorted().toList();
        var changes = new ArrayList<Change>();
        for (int i = 0; i < wanted.size(); i++) {
            var item = wanted.get(i);
            if (!item.rank().equals(ranks.get(i))) {
                changes.add(Change.of(item, Field.RANK, ranks.get(i)));
            }
        }
        // Those that take another place; an undo names the same.
        return new Proposal(changes.stream().map(Change::item).toList(), changes);
    }

    private int placeOfBand(Item item) {
        return snapshot.requireProduct(item.key().product())
                .refining()
                .placeOf(item.details().refinement().band());
    }
}
