package greenladder.web;

import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** What is to be done once a change is kept, and not before: what others may see by then. */
public final class AfterCommit {
    private AfterCommit() {}

    /** Does it after the transaction under way has been committed; never, where that fails. */
    public static void run(Runnable deed) {
        TransactionSynchronizationManager.registerSynchronization(
                new TransactionSynchronization() {
                    @Override
                    public void afterCommit() {
                        deed.run();
                    }
                });
    }
}
