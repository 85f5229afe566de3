package greenladder.talk;

import greenladder.item.ChangeLog;
import greenladder.item.Door.Saved;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * Follows the change log with notices, one operation after the other and behind the answer to who
 * made it. At the start it goes on where it was, so that a killed process owes nobody a notice.
 */
@Component
class NoticeMaker implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(NoticeMaker.class);
    private static final int STEP = 500;

    private final NoticeDesk desk;
    private final ChangeLog log;
    private final ExecutorService worker =
            Executors.newSingleThreadExecutor(Thread.ofVirtual().name("notices").factory());

    /** How many operations were followed without progress having been noted. */
    private int unnoted;

    NoticeMaker(NoticeDesk desk, ChangeLog log) {
        this.desk = desk;
        this.log = log;
    }

    @EventListener
    void on(Saved saved) {
        if (saved.operation() > 0) {
            worker.execute(() -> follow(saved));
        }
    }

    @EventListener(ApplicationReadyEvent.class)
    void catchUp() {
        worker.execute(() -> {
            // A workspace whose history was brought in whole owes nobody notices of it.
            long from = desk.progress().orElseGet(log::lastOperation);
            for (var some = log.since(from, STEP); !some.isEmpty(); some = log.since(from, STEP)) {
                for (var one : some) {
                    desk.operated(one.id(), one.actor(), one.at(), log.changesOf(one.id()), true);
                    from = one.id();
                }
            }
            if (desk.progress().isEmpty()) {
                desk.operated(from, "", java.time.Instant.EPOCH, java.util.List.of(), true);
            }
        });
    }

    private void follow(Saved saved) {
        try {
            unnoted = (unnoted + 1) % STEP;
            if (unnoted != 0 && !desk.concernsAnybody(saved.changes())) {
                return;
            }
            desk.operated(
                    saved.operation(),
                    saved.actor().handle(),
                    saved.at(),
                    saved.changes(),
                    unnoted == 0);
        } catch (RuntimeException e) {
            LOG.error("nobody was told of operation {}", saved.operation(), e);
        }
    }

    @Override
    public void destroy() {
        worker.shutdown();
    }
}
