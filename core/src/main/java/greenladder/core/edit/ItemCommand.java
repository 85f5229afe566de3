package greenladder.core.edit;

import greenladder.core.change.Command;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.util.List;

/** A command about one item, for whoever works in its product unless it says otherwise. */
public interface ItemCommand extends Command {
    ItemKey item();

    @Override
    default List<ItemKey> items() {
        return List.of(item());
    }

    @Override
    default Permission need(Snapshot snapshot) {
        return Permission.WORK;
    }
}
