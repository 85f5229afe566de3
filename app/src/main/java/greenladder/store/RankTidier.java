package greenladder.store;

import greenladder.core.edit.ShortenRanks;
import greenladder.core.rank.Rank;
import greenladder.core.value.ItemKey;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway.Saved;
import greenladder.web.Failure;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Rewrites ranks that have grown long, in the background; nobody sees a change. */
@Component
class RankTidier implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(RankTidier.class);

    private final CommandGateway gateway;
    private final ExecutorService worker =
            Executors.newSingleThreadExecutor(Thread.ofVirtual().factory());

    RankTidier(CommandGateway gateway) {
        this.gateway = gateway;
    }

    @EventListener
    void on(Saved saved) {
        saved.accepted().changes().stream()
                .filter(change ->
                        change.after() instanceof Rank rank && rank.text().length() > Rank.LONGEST)
                .findFirst()
                .ifPresent(change -> worker.execute(() -> shorten(change.item())));
    }

    private void shorten(ItemKey around) {
        try {
            gateway.submit(SignedIn.SYSTEM, new ShortenRanks(around));
        } catch (Failure e) {
            // Deleted or moved meanwhile: the next long rank starts it again.
            LOG.debug("ranks around {} stay as they are: {}", around, e.getMessage());
        }
    }

    @Override
    public void destroy() {
        worker.shutdown();
    }
}
