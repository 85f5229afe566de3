package greenladder.core.snapshot;

import greenladder.core.item.Item;
import greenladder.core.item.ItemKey;
import greenladder.core.item.StandardFields;
import greenladder.core.item.Workspace;
import java.util.HashSet;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What is hidden from somebody.
 *
 * @param products the codes of products of which they see nothing
 * @param roots items that are for named readers only, they not among them, and those that were when
 *     they went; what is below is hidden with them
 */
public record Sight(Set<String> products, Set<ItemKey> roots) {

    public static Sight of(Snapshot whole, String reader, Set<String> products) {
        var roots = new HashSet<ItemKey>();
        for (var node : whole.marked(Mark.RESERVED, Mark.ANYWHERE)) {
            if (!isFor(node.item(), reader)) {
                roots.add(node.item().key());
            }
        }
        whole.goneReaders()
                .forEach((key, readers) -> {
                    if (!readers.contains(reader)) {
                        roots.add(key);
                    }
                });
        return new Sight(products, Set.copyOf(roots));
    }

    private static boolean isFor(Item item, String reader) {
        return StandardFields.readers(item).map(readers -> readers.contains(reader)).orElse(true);
    }

    /** Whether everything there is can be seen. */
    public boolean isClear() {
        return products.isEmpty() && roots.isEmpty();
    }

    /** Whether an item that is there, or was, is hidden. */
    public boolean hides(Snapshot whole, ItemKey key) {
        if (products.contains(key.product())) {
            return true;
        }
        return !roots.isEmpty()
                && (roots.contains(key)
                        || whole.findItem(key)
                                .filter(item ->
                                        whole.ancestors(item).stream()
                                                .anyMatch(above ->
                                                        roots.contains(above.item().key())))
                                .isPresent());
    }

    /** The workspace of a snapshot of everything as if nothing that is hidden were in it. */
    Workspace seen(Snapshot whole) {
        var workspace = whole.workspace();
        if (!products.isEmpty()) {
            workspace = workspace.withoutProducts(products);
        }
        return roots.isEmpty() ? workspace : workspace.withoutItems(hidden(whole));
    }

    /** All items that are hidden for their own sake or for what is above them. */
    public Set<ItemKey> hidden(Snapshot whole) {
        var hidden = new HashSet<>(roots);
        roots.forEach(root ->
                whole.findNode(root)
                        .ifPresent(node -> node.walk(one -> hidden.add(one.item().key()))));
        return hidden;
    }

    /** Who alone sees an item, for its own sake and for what is above it; empty for everybody. */
    public static Optional<Set<String>> readersOf(Snapshot whole, Item item) {
        return Stream.concat(Stream.of(item), whole.ancestors(item).stream().map(Node::item))
                .flatMap(one -> StandardFields.readers(one).stream())
                .map(readers -> (Set<String>) new TreeSet<>(readers))
                .reduce((one, other) ->
                        one.stream()
                                .filter(other::contains)
                                .collect(Collectors.toCollection(TreeSet::new)));
    }
}
