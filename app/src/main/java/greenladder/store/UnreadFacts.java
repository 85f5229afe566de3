package greenladder.store;

import greenladder.core.people.Permission;
import greenladder.core.workspace.Workspace;
import greenladder.people.Audit;
import greenladder.people.SignedIn;
import greenladder.web.Failure;
import java.util.List;
import org.springframework.stereotype.Component;

/**
 * What is kept of the plan and cannot be read: it is left out, so that it stops nothing, and can be
 * taken away by an administrator. Read from the database each time that somebody looks.
 */
@Component
public class UnreadFacts {
    private final ItemStore store;
    private final SnapshotKeeper keeper;
    private final Audit audit;

    UnreadFacts(ItemStore store, SnapshotKeeper keeper, Audit audit) {
        this.store = store;
        this.keeper = keeper;
        this.audit = audit;
    }

    /** A fact of a part of the plan that says nothing. */
    public record Unread(String subject, String fact, String text) {}

    public List<Unread> all() {
        return store.unreadFacts(bare()).stream()
                .map(one -> new Unread(one.subject(), one.fact(), one.text()))
                .toList();
    }

    /**
     * Takes one away.
     *
     * @throws Failure.Forbidden if the person is no administrator
     * @throws Failure.NotFound if it is not there, or can be read
     */
    public void remove(SignedIn actor, String subject, String fact) {
        if (!actor.may(Permission.ADMINISTER)) {
            throw new Failure.Forbidden("Only administrators take away what cannot be read.");
        }
        if (all().stream()
                .noneMatch(one -> one.subject().equals(subject) && one.fact().equals(fact))) {
            throw new Failure.NotFound("There is no such thing that cannot be read.");
        }
        store.removeFact(subject, fact);
        audit.note(Audit.Event.UNREADABLE_REMOVED, subject, fact);
    }

    /** Products and people, without the plan. */
    private Workspace bare() {
        var whole = keeper.whole().workspace();
        var bare = Workspace.EMPTY.in(whole.zone());
        for (var product : whole.products()) {
            bare = bare.with(product);
        }
        for (var person : whole.peopleByHandle().values()) {
            bare = bare.with(person);
        }
        return bare;
    }
}
