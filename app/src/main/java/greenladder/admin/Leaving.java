package greenladder.admin;

import greenladder.core.change.Command;
import greenladder.core.change.Problems;
import greenladder.core.item.ItemKey;
import greenladder.item.Door;
import greenladder.item.LadderKeeper;
import greenladder.people.People;
import greenladder.people.SignedIn;
import greenladder.web.Failure;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Somebody leaves: who takes over what is with them is chosen first. */
@Component
public class Leaving {
    /** The choice that nobody takes over. */
    static final String NOBODY = "nobody";

    private final People people;
    private final Door door;
    private final LadderKeeper keeper;

    Leaving(People people, Door door, LadderKeeper keeper) {
        this.people = people;
        this.door = door;
        this.keeper = keeper;
    }

    /** What is with somebody and neither done nor dropped. */
    public List<ItemKey> itemsOf(String handle) {
        var ladder = keeper.current();
        return ladder.order().slots().stream()
                .map(slot -> slot.key())
                .filter(key -> handle.equals(ladder.requireNode(key).item().assignee()))
                .filter(key -> !isOver(key))
                .toList();
    }

    /** How many items are with each person and neither done nor dropped, in one pass. */
    Map<String, Integer> countByPerson() {
        var counts = new HashMap<String, Integer>();
        var ladder = keeper.current();
        ladder.order()
                .slots()
                .forEach(slot -> {
                    var item = ladder.requireNode(slot.key()).item();
                    if (item.assignee() != null && !item.isDone() && !item.isDropped()) {
                        counts.merge(item.assignee(), 1, Integer::sum);
                    }
                });
        return counts;
    }

    /**
     * Removes somebody; what is with them and not done goes to the heir, in one operation.
     *
     * @param heir a sign-in name, or {@code nobody}; may be missing where there is nothing to take
     * @throws Failure.Invalid while nobody is chosen, and for oneself and the last administrator
     */
    public void remove(SignedIn actor, String handle, @Nullable String heir) {
        var items = itemsOf(handle);
        boolean chosen = heir != null && !heir.isBlank();
        if (!items.isEmpty() && !chosen) {
            throw new Failure.Invalid(
                    Problems.of(
                            "heir",
                            "%d items are with them; choose who takes them."
                                    .formatted(items.size())));
        }
        people.checkRemoval(actor, handle);
        if (!items.isEmpty() && heir != null) {
            door.submit(
                    actor,
                    new Command.Edit(items, Map.of("assignee", heir.equals(NOBODY) ? "" : heir)));
        }
        people.remove(actor, handle);
    }

    private boolean isOver(ItemKey key) {
        var item = keeper.current().requireNode(key).item();
        return item.isDone() || item.isDropped();
    }
}
