package greenladder.search;

import greenladder.core.item.Item;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.log.ChangeLog;
import greenladder.log.LogFollower;
import greenladder.log.Logged;
import greenladder.store.SnapshotKeeper;
import greenladder.talk.Comments;
import greenladder.talk.Comments.CommentsChanged;
import greenladder.web.GreenLadderProperties;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ScheduledThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.event.TransactionalEventListener;
import org.springframework.util.FileSystemUtils;

/**
 * Searching in titles, descriptions, criteria and comments. The index follows the change log: it
 * notes the last operation that it knows, catches up at the start with what came after it, and can
 * be built anew from what is kept at any time. One thread writes it, and whoever searches waits
 * until it has seen what was saved before. It is made last every few seconds only: the log knows
 * what would be lost with it.
 */
@Component
public class FullText {
    private static final Logger LOG = LoggerFactory.getLogger(FullText.class);
    private static final String OPERATION = "operation";
    private static final String TIME = "time";
    private static final String FORMAT = "format";

    /** Of what the index holds: one of another is built anew. */
    private static final String FORMAT_NOW = "2";

    private static final long PATIENCE_SECONDS = 2;
    private static final long COMMIT_AFTER_SECONDS = 5;

    /** Comments carry a time and no number: those of the last moments are taken once more. */
    private static final Duration ONCE_MORE = Duration.ofMinutes(5);

    /** So many more are looked for, since some may be hidden from the reader. */
    private static final int MOST_HIDDEN = 200;

    private final SnapshotKeeper keeper;
    private final ChangeLog log;

    private final Comments comments;
    private final Clock clock;
    private final Path directory;
    private final boolean passing;
    private final TextIndex index;
    private final LogFollower follower;
    private final ScheduledThreadPoolExecutor writer =
            new ScheduledThreadPoolExecutor(
                    1, Thread.ofPlatform().name("full text").daemon(true).factory());

    /** What the index knew when it was opened; empty for a new one. */
    private final Map<String, String> noted;

    /** The last operation that the index knows; the writer's own. */
    private long known;

    /** Whether all that came before is in the index: only then is it noted how far it goes. */
    private volatile boolean caughtUp;

    /** How far the index goes since the last commit; the writer's own, empty for no further. */
    private Map<String, String> uncommitted = Map.of();

    /** Done when the writer has seen everything that was saved so far. */
    private volatile CompletableFuture<Void> latest = CompletableFuture.completedFuture(null);

    /**
     * Whether searches see all that was written. It is shown to the next search rather than after
     * each write: there are many more writes, and each showing makes a small piece of index.
     */
    private volatile boolean shown = true;

    FullText(
            SnapshotKeeper keeper,
            ChangeLog log,
            Comments comments,
            Clock clock,
            GreenLadderProperties properties)
            throws IOException {
        this.keeper = keeper;
        this.log = log;
        this.comments = comments;
        this.clock = clock;
        passing = properties.search().isBlank();
        directory =
                passing
                        ? Files.createTempDirectory("greenladder-search")
                        : Files.createDirectories(Path.of(properties.search()));
        index = opened(directory);
        var last = index.noted();
        noted = FORMAT_NOW.equals(last.get(FORMAT)) ? last : Map.of();
        follower = new LogFollower(log, keeper::lastOperation, "full text follower", this::read);
        writer.setExecuteExistingDelayedTasksAfterShutdownPolicy(false);
    }

    /** Nothing is kept in an index alone: one that cannot be read is built anew. */
    private static TextIndex opened(Path directory) throws IOException {
        try {
            return TextIndex.open(directory);
        } catch (IOException | IllegalArgumentException | IllegalStateException e) {
            LOG.warn("The full-text index is damaged and is built anew: {}", e.getMessage());
            FileSystemUtils.deleteRecursively(directory);
            return TextIndex.open(Files.createDirectories(directory));
        }
    }

    /** The items in which all words of a text stand, in any of what is searched. */
    public Set<ItemKey> find(String text) {
        waitForLatest();
        return new LinkedHashSet<>(index.withAll(text, Integer.MAX_VALUE));
    }

    /** At most so many of them, those first in which the words stand most. */
    List<ItemKey> findBest(Snapshot seen, String text, int most) {
        waitForLatest();
        return seen(seen, index.withAll(text, most + MOST_HIDDEN)).limit(most).toList();
    }

    /** At most so many items in whose title all words of a text stand. */
    List<ItemKey> findTitled(Snapshot seen, String text, int most) {
        waitForLatest();
        return seen(seen, index.titled(text, most + MOST_HIDDEN)).limit(most).toList();
    }

    private static Stream<ItemKey> seen(Snapshot seen, List<ItemKey> keys) {
        return keys.stream().filter(key -> seen.findItem(key).isPresent());
    }

    /** The items that have most words in common with one, the most alike first. */
    public List<ItemKey> similar(Snapshot seen, Item item, int most) {
        waitForLatest();
        return seen(seen, index.like(item.title() + "\n" + item.description(), most + MOST_HIDDEN))
                .filter(key -> !key.equals(item.key()))
                .limit(most)
                .toList();
    }

    /** Builds the index anew from what is kept; searches go on in the old one meanwhile. */
    public void rebuild() {
        write(() -> {
            index.clear();
            putAll();
        });
    }

    @EventListener(ApplicationReadyEvent.class)
    void catchUp() {
        write(() -> {
            caughtUp = true;
            if (noted.isEmpty()) {
                known = log.lastOperation();
                index.clear();
                putAll();
                return;
            }
            known = Long.parseLong(noted.get(OPERATION));
            var since = Instant.parse(noted.get(TIME)).minus(ONCE_MORE);
            put(
                    comments.touchedSince(since).stream()
                            .flatMap(key -> ItemKey.parse(key).stream())
                            .collect(Collectors.toCollection(LinkedHashSet::new)));
        });
        var ready = latest;
        follower.start(() -> {
            ready.join();
            return known;
        });
    }

    @EventListener
    void on(Logged any) {
        follower.wake();
    }

    private void read(List<ChangeLog.Entry> entries) {
        var keys = SearchedTexts.touched(entries, keeper.whole());
        long last = entries.getLast().operation().id();
        write(() -> {
            if (!keys.isEmpty()) {
                put(keys);
            }
            known = last;
        });
        latest.join();
    }

    @TransactionalEventListener
    void on(CommentsChanged changed) {
        write(() -> put(List.of(changed.item())));
    }

    @PreDestroy
    void close() throws IOException {
        follower.close();
        writer.execute(this::commit);
        writer.shutdown();
        try {
            if (!writer.awaitTermination(PATIENCE_SECONDS, TimeUnit.SECONDS)) {
                writer.shutdownNow();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        index.close();
        if (passing) {
            FileSystemUtils.deleteRecursively(directory);
        }
    }

    private interface Writing {
        void run() throws IOException;
    }

    private void write(Writing writing) {
        latest = CompletableFuture.runAsync(() -> written(writing), writer);
    }

    private void written(Writing writing) {
        try {
            var time = clock.instant();
            writing.run();
            long operation = known;
            shown = false;
            if (!caughtUp) {
                return;
            }
            if (uncommitted.isEmpty()) {
                writer.schedule(this::commit, COMMIT_AFTER_SECONDS, TimeUnit.SECONDS);
            }
            uncommitted =
                    Map.of(
                            OPERATION,
                            Long.toString(operation),
                            TIME,
                            time.toString(),
                            FORMAT,
                            FORMAT_NOW);
        } catch (IOException e) {
            LOG.error("The full-text index could not be written", e);
            throw new UncheckedIOException(e);
        }
    }

    private void show() {
        if (shown) {
            return;
        }
        try {
            index.show();
            shown = true;
        } catch (IOException e) {
            LOG.error("The full-text index could not be read again", e);
        }
    }

    private void commit() {
        if (uncommitted.isEmpty()) {
            return;
        }
        try {
            index.commit(uncommitted);
            uncommitted = Map.of();
        } catch (IOException e) {
            LOG.error("The full-text index could not be kept", e);
        }
    }

    private void waitForLatest() {
        follower.await(Duration.ofSeconds(PATIENCE_SECONDS));
        var before = latest;
        if (shown && before.isDone()) {
            return;
        }
        try {
            // Behind all that is to be written, so that an index half built is not shown.
            CompletableFuture.runAsync(this::show, writer).get(PATIENCE_SECONDS, TimeUnit.SECONDS);
        } catch (TimeoutException | ExecutionException e) {
            // While a large index is built, what is in it already is found.
            LOG.debug("searched before the index was up to date", e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private void putAll() throws IOException {
        var snapshot = keeper.whole();
        var texts = comments.texts();
        for (var slot : snapshot.order().slots()) {
            var item = snapshot.requireNode(slot.key()).item();
            index.put(SearchedTexts.of(snapshot, item, texts));
        }
    }

    private void put(Collection<ItemKey> keys) throws IOException {
        var snapshot = keeper.whole();
        var texts = comments.texts(keys);
        for (var key : keys) {
            var item = snapshot.findItem(key);
            if (item.isPresent()) {
                index.put(SearchedTexts.of(snapshot, item.get(), texts));
            } else {
                index.remove(key);
            }
        }
    }
}
