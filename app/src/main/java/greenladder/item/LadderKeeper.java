package greenladder.item;

import greenladder.core.item.Workspace;
import greenladder.core.ladder.Ladder;
import greenladder.people.People;
import greenladder.people.People.PersonChanged;
import greenladder.product.Products;
import greenladder.product.Teams;
import greenladder.product.WorkspaceChanged;
import java.util.concurrent.atomic.AtomicReference;
import java.util.concurrent.locks.ReentrantLock;
import java.util.function.UnaryOperator;
import org.springframework.stereotype.Component;
import org.springframework.transaction.event.TransactionalEventListener;

/**
 * Holds the current ladder: loaded at start, moved on after each commit, in commit order. Reading
 * it takes no lock.
 */
@Component
public class LadderKeeper {
    private final AtomicReference<Ladder> current;
    private final ReentrantLock lock = new ReentrantLock();

    LadderKeeper(ItemStore store, Products products, Teams teams, People people) {
        var workspace = Workspace.EMPTY;
        for (var product : products.all()) {
            workspace = workspace.with(product);
        }
        for (var person : people.all()) {
            workspace = workspace.with(person);
        }
        for (var team : teams.all()) {
            workspace = workspace.with(team);
        }
        for (var sprint : teams.allSprints()) {
            workspace = workspace.with(sprint);
        }
        for (var release : teams.allReleases()) {
            workspace = workspace.with(release);
        }
        var ladder = Ladder.empty().with(workspace);
        for (var number : products.lastNumbers().entrySet()) {
            ladder = ladder.withLastNumber(number.getKey(), number.getValue());
        }
        current = new AtomicReference<>(ladder.withItems(store.loadItems(workspace)));
    }

    public Ladder current() {
        return current.get();
    }

    /** Held by whoever decides on the current ladder what the next one is. */
    ReentrantLock lock() {
        return lock;
    }

    void advance(UnaryOperator<Ladder> step) {
        lock.lock();
        try {
            current.updateAndGet(step);
        } finally {
            lock.unlock();
        }
    }

    @TransactionalEventListener
    void on(WorkspaceChanged changed) {
        advance(ladder -> ladder.with(changed.step().apply(ladder.workspace())));
    }

    @TransactionalEventListener
    void on(PersonChanged changed) {
        advance(ladder -> ladder.with(changed.person()));
    }
}
