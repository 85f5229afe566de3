package greenladder.core.edit;

import greenladder.core.change.Changes;
import greenladder.core.change.Command;
import greenladder.core.change.OperationKind;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.change.Reversal;
import greenladder.core.change.Reverse;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.item.StandardFields;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.core.workspace.ItemDraft;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;

/**
 * Makes one item as it was at a moment. Where it is gone it comes back, without its parent if that
 * is gone too; where it is there, some of its fields are as they were.
 *
 * @param then the item as it was
 * @param fields those of {@link #WHOLE} that are brought back where it is there
 */
public record Restore(Item then, List<Field> fields) implements Command {
    /**
     * All that is brought back of an item that is there: what it says, is worth and stands under.
     */
    public static final List<Field> WHOLE =
            List.of(
                    Field.TITLE,
                    Field.DESCRIPTION,
                    Field.PARENT,
                    Field.SIZE,
                    Field.VALUE,
                    Field.START,
                    Field.FINISH,
                    Field.LABELS,
                    Field.ACCEPTANCE);

    public Restore {
        if (!WHOLE.containsAll(fields)) {
            throw new IllegalArgumentException("not brought back: " + fields);
        }
        fields = List.copyOf(fields);
    }

    @Override
    public OperationKind kind() {
        return OperationKind.EDIT;
    }

    @Override
    public Set<String> inProducts() {
        return Set.of(then.key().product());
    }

    @Override
    public Permission need(Snapshot snapshot) {
        return Permission.SHAPE;
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        var now = snapshot.findItem(then.key());
        return now.isPresent() ? changed(snapshot, now.get(), found) : broughtBack(snapshot, found);
    }

    private boolean hasParent(Snapshot snapshot) {
        return then.parent() != null && snapshot.findItem(then.parent()).isPresent();
    }

    /** At the top, where what stood above it is gone; it stays for those who alone had seen it. */
    private Item alone(Snapshot snapshot) {
        var item = then.withoutParent();
        if (StandardFields.readers(item).isPresent()) {
            return item;
        }
        var readers = snapshot.findGoneReaders(item.key());
        if (readers.isEmpty()) {
            return item;
        }
        var draft = ItemDraft.of(item);
        draft.set(Field.custom(StandardFields.READERS), String.join(", ", readers.get()));
        return draft.toItem(snapshot.workspace(), item.updatedAt());
    }

    private Proposal changed(Snapshot snapshot, Item now, ProblemCollector found) {
        Map<String, String> values = new LinkedHashMap<>();
        for (var field : fields) {
            var was = field.textOf(then);
            boolean isThere = field != Field.PARENT || was == null || hasParent(snapshot);
            if (isThere && !Objects.equals(was, field.textOf(now))) {
                values.put(field.label(), Objects.requireNonNullElse(was, ""));
            }
        }
        return new Editing(snapshot, new EditItems(List.of(now.key()), values), found).draw();
    }

    private Proposal broughtBack(Snapshot snapshot, ProblemCollector found) {
        var gone = Changes.ofDeletion(snapshot, hasParent(snapshot) ? then : alone(snapshot));
        var drawn =
                new Reversal(
                                snapshot,
                                new Reverse(
                                        OperationKind.EDIT,
                                        0,
                                        gone,
                                        List.of(),
                                        List.of(),
                                        Set.<ItemKey>of()),
                                found)
                        .draw();
        return new Proposal(List.of(then.key()), drawn.changes());
    }
}
