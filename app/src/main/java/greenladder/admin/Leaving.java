package greenladder.admin;

import greenladder.core.change.Problems;
import greenladder.core.edit.EditItems;
import greenladder.core.snapshot.Mark;
import greenladder.core.value.ItemKey;
import greenladder.people.People;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway;
import greenladder.store.SnapshotKeeper;
import greenladder.web.Failure;
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
    private final CommandGateway gateway;
    private final SnapshotKeeper keeper;

    Leaving(People people, CommandGateway gateway, SnapshotKeeper keeper) {
        this.people = people;
        this.gateway = gateway;
        this.keeper = keeper;
    }

    /** What is with somebody and neither done nor dropped, as a reader sees it. */
    public List<ItemKey> itemsOf(SignedIn reader, String handle) {
        return keeper.seenBy(reader).marked(Mark.PERSON, handle).stream()
                .map(node -> node.item().key())
                .toList();
    }

    /** How many of these there are. */
    int count(SignedIn reader, String handle) {
        return keeper.seenBy(reader).countMarked(Mark.PERSON, handle);
    }

    /**
     * Removes somebody; what is with them and not done goes to the heir, in one operation.
     *
     * @param heir a sign-in name, or {@code nobody}; may be missing where there is nothing to take
     * @throws Failure.Invalid while nobody is chosen, and for oneself and the last administrator
     */
    public void remove(SignedIn actor, String handle, @Nullable String heir) {
        people.checkRemoval(actor, handle);
        var items = itemsOf(actor, handle);
        boolean chosen = heir != null && !heir.isBlank();
        if (!items.isEmpty() && !chosen) {
            throw new Failure.Invalid(
                    Problems.of(
                            "heir",
                            "%d items are with them; choose who takes them."
                                    .formatted(items.size())));
        }
        if (!items.isEmpty() && heir != null) {
            gateway.submit(
                    actor,
                    new EditItems(items, Map.of("assignee", heir.equals(NOBODY) ? "" : heir)));
        }
        people.remove(actor, handle);
    }
}
