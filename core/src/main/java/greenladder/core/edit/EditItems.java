package greenladder.core.edit;

import greenladder.core.change.Command;
import greenladder.core.change.OperationKind;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.change.Tasks;
import greenladder.core.item.Field;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Sets the same fields on all items given; an empty text empties a field.
 *
 * @param named what a new description may be linked to, since it names it: {@link Naming#in}
 */
public record EditItems(List<ItemKey> items, Map<String, String> fields, Set<ItemKey> named)
        implements Command {
    public EditItems {
        items = List.copyOf(items);
        named = Set.copyOf(named);
    }

    public EditItems(List<ItemKey> items, Map<String, String> fields) {
        this(items, fields, Set.of());
    }

    /** An edit of somebody who may name items in a description. */
    public static EditItems naming(Snapshot seen, List<ItemKey> items, Map<String, String> fields) {
        var text = fields.get(Field.DESCRIPTION.label());
        return new EditItems(items, fields, text == null ? Set.of() : Naming.in(seen, text));
    }

    @Override
    public OperationKind kind() {
        return OperationKind.EDIT;
    }

    private boolean staysTask(Snapshot snapshot) {
        var level = fields.get(Field.LEVEL.label());
        return level == null
                || items.stream().allMatch(key -> Tasks.is(snapshot, key.product(), level));
    }

    @Override
    public Permission need(Snapshot snapshot) {
        return Field.areWork(fields.keySet()) || Tasks.are(snapshot, items) && staysTask(snapshot)
                ? Permission.WORK
                : Permission.SHAPE;
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        var drawn = new Editing(snapshot, this, found).draw();
        var text = fields.get(Field.DESCRIPTION.label());
        if (text == null || named.isEmpty()) {
            return drawn;
        }
        var changes = new ArrayList<>(drawn.changes());
        items.stream()
                .flatMap(key -> snapshot.findItem(key).stream())
                .forEach(item -> changes.addAll(Naming.links(snapshot, item, text, named, at)));
        return new Proposal(drawn.items(), changes, drawn.plans());
    }
}
