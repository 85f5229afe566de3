package greenladder.core.snapshot;

import greenladder.core.item.Item;
import greenladder.core.item.StandardFields;
import greenladder.core.value.ItemKey;
import greenladder.core.workspace.Workspace;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.pcollections.HashTreePSet;
import org.pcollections.PSet;

/**
 * What is hidden from somebody.
 *
 * @param products the codes of products of which they see nothing
 * @param roots items that are for named readers only, they not among them, and those that were when
 *     they went; what is below is hidden with them
 */
public record HiddenScope(Set<String> products, Set<ItemKey> roots) {
    /** Of whoever sees everything. */
    public static final HiddenScope CLEAR = new HiddenScope(Set.of(), Set.of());

    /** Time O(1) where nothing is for named readers only, else O(changed since it was asked). */
    public static HiddenScope of(Snapshot whole, String reader, Set<String> products) {
        if (whole.countMarked(Mark.RESERVED, Mark.ANYWHERE) == 0 && whole.goneReaders().isEmpty()) {
            return new HiddenScope(products, Set.of());
        }
        return new HiddenScope(
                products,
                whole.kept(
                        new RootsFor(reader),
                        List.of(),
                        () -> roots(whole, reader),
                        (was, since) -> goneOn(was, whole, reader, since)));
    }

    private record RootsFor(String reader) {}

    private static PSet<ItemKey> roots(Snapshot whole, String reader) {
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
        return HashTreePSet.from(roots);
    }

    private static PSet<ItemKey> goneOn(
            PSet<ItemKey> was, Snapshot whole, String reader, SnapshotDelta since) {
        var roots = was;
        for (var key : since.before().keySet()) {
            boolean isHidden =
                    whole.findItem(key)
                            .map(item -> !isFor(item, reader))
                            .or(() ->
                                    whole.findGoneReaders(key)
                                            .map(readers -> !readers.contains(reader)))
                            .orElse(false);
            roots = isHidden ? roots.plus(key) : roots.minus(key);
        }
        return roots;
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
        return roots.isEmpty() ? workspace : workspace.withoutItems(belowRoots(whole));
    }

    /**
     * All items that are hidden for their product, for their own sake or for what is above them.
     */
    public Set<ItemKey> hidden(Snapshot whole) {
        var hidden = belowRoots(whole);
        for (var product : products) {
            for (int number = 1; number <= whole.lastNumber(product); number++) {
                var key = new ItemKey(product, number);
                if (whole.findNode(key).isPresent()) {
                    hidden.add(key);
                }
            }
        }
        return hidden;
    }

    /** The items that are hidden for their own sake or for what is above them. */
    public Set<ItemKey> belowRoots(Snapshot whole) {
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
