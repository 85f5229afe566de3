package greenladder.core.edit;

import greenladder.core.change.Change;
import greenladder.core.change.Command;
import greenladder.core.change.OperationKind;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.item.Field;
import greenladder.core.item.StandardFields;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Snapshot;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Set;
import java.util.TreeSet;

/**
 * Makes somebody one more reader of the items of a product that are for certain readers alone, so
 * that work does not stay hidden from everybody who looks after it.
 *
 * @param readers who alone sees these items now
 * @param by who takes them over
 */
public record TakeOver(String product, Set<String> readers, String by) implements Command {
    private static final Field READERS = Field.custom(StandardFields.READERS);

    public TakeOver {
        readers = Set.copyOf(readers);
    }

    @Override
    public OperationKind kind() {
        return OperationKind.EDIT;
    }

    @Override
    public Set<String> inProducts() {
        return Set.of(product);
    }

    @Override
    public Permission need(Snapshot snapshot) {
        return Permission.SHAPE;
    }

    @Override
    public boolean goesThroughHidden() {
        return true;
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        var changes = new ArrayList<Change>();
        for (var node : snapshot.marked(Mark.RESERVED, Mark.ANYWHERE)) {
            var item = node.item();
            var now = new TreeSet<>(StandardFields.readers(item).orElseThrow());
            if (item.key().product().equals(product) && now.equals(readers) && now.add(by)) {
                changes.add(
                        new Change(
                                item.key(),
                                READERS,
                                READERS.valueOf(item),
                                String.join(", ", now)));
            }
        }
        return new Proposal(changes.stream().map(Change::item).toList(), changes);
    }
}
