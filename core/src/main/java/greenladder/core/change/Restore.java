package greenladder.core.change;

import greenladder.core.change.Problems.Found;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.item.ItemKey;
import greenladder.core.snapshot.Snapshot;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Makes one item as it was at a moment. Where it is gone it comes back, without its parent if that
 * is gone too; where it is there, its texts, size, value, labels, days and parent are as they were.
 *
 * @param then the item as it was
 */
public record Restore(Item then) implements Command {
    private static final List<Field> FIELDS =
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

    @Override
    public OperationKind kind() {
        return OperationKind.EDIT;
    }

    @Override
    public Set<String> inProducts() {
        return Set.of(then.key().product());
    }

    @Override
    public Need need(Snapshot snapshot) {
        return Need.SHAPE;
    }

    @Override
    public Drawn draw(Snapshot snapshot, Instant at, Found found) {
        var now = snapshot.findItem(then.key());
        return now.isPresent() ? changed(snapshot, now.get(), found) : broughtBack(snapshot, found);
    }

    private boolean hasParent(Snapshot snapshot) {
        return then.parent() != null && snapshot.findItem(then.parent()).isPresent();
    }

    private Drawn changed(Snapshot snapshot, Item now, Found found) {
        Map<String, String> fields = new LinkedHashMap<>();
        for (var field : FIELDS) {
            var was = field.textOf(then);
            boolean isThere = field != Field.PARENT || was == null || hasParent(snapshot);
            if (isThere && !Objects.equals(was, field.textOf(now))) {
                fields.put(field.label(), Objects.requireNonNullElse(was, ""));
            }
        }
        return new Editing(snapshot, new Command.Edit(List.of(now.key()), fields), found).draw();
    }

    private Drawn broughtBack(Snapshot snapshot, Found found) {
        var gone =
                Changes.ofDeletion(snapshot, then).stream()
                        .filter(change -> change.field() != Field.PARENT || hasParent(snapshot))
                        .collect(Collectors.toList());
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
        return new Drawn(List.of(then.key()), drawn.changes());
    }
}
