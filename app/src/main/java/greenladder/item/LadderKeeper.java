package greenladder.item;

import greenladder.core.ladder.Ladder;
import greenladder.people.People;
import greenladder.people.People.PersonAdded;
import greenladder.product.Products;
import greenladder.product.Products.ProductAdded;
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

    LadderKeeper(ItemStore store, Products products, People people) {
        var ladder = Ladder.empty();
        for (var product : products.all()) {
            ladder = ladder.withProduct(product);
        }
        for (var number : products.lastNumbers().entrySet()) {
            ladder = ladder.withLastNumber(number.getKey(), number.getValue());
        }
        for (var person : people.all()) {
            ladder = ladder.withPerson(person);
        }
        current = new AtomicReference<>(ladder.withItems(store.loadItems(ladder)));
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
    void on(ProductAdded added) {
        advance(ladder -> ladder.withProduct(added.product()));
    }

    @TransactionalEventListener
    void on(PersonAdded added) {
        advance(ladder -> ladder.withPerson(added.person()));
    }
}
