package greenladder.web;

import org.springframework.core.Ordered;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** What is to be done once a change is kept, and not before: what others may see by then. */
public final class AfterCommit {
    private AfterCommit() {}

    /** Does it after the transaction under way has been committed; never, where that fails. */
    public static void run(Runnable deed) {
        run(deed, Ordered.LOWEST_PRECEDENCE);
    }

    /** The same, before anybody is told of the commit. */
    public static void first(Runnable deed) {
        run(deed, Ordered.HIGHEST_PRECEDENCE);
    }

    private static void run(Runnable deed, int order) {
        TransactionSynchronizationManager.registerSynchronization(
                new TransactionSynchronization() {
                    @Override
                    public int getOrder() {
                        return order;
                    }

                    @Override
                    public void afterCommit() {
                        deed.run();
                    }
                });
    }
}
