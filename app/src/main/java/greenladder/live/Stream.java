package greenladder.live;

import greenladder.people.SignedIn;
import java.io.IOException;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.http.MediaType;
import org.springframework.web.servlet.mvc.method.annotation.ResponseBodyEmitter;

/** One open page's stream: a queue, and a thread of its own that sends what is in it. */
final class Stream {
    private static final Logger LOG = LoggerFactory.getLogger(Stream.class);

    /** A page that is so many events behind fetches everything anew rather. */
    static final int QUEUE = 100;

    private static final long BEAT_SECONDS = 20;

    private final SignedIn reader;
    private final String session;
    private final @Nullable LiveDrawer drawer;
    private final ResponseBodyEmitter emitter = new ResponseBodyEmitter(0L);
    private final BlockingQueue<Event> queue = new ArrayBlockingQueue<>(QUEUE);
    private final AtomicBoolean ended = new AtomicBoolean();
    private final Consumer<Stream> onEnd;

    /**
     * @param drawer draws for the view that the page shows
     */
    Stream(SignedIn reader, String session, @Nullable LiveDrawer drawer, Consumer<Stream> onEnd) {
        this.drawer = drawer;
        this.reader = reader;
        this.session = session;
        this.onEnd = onEnd;
        emitter.onCompletion(this::end);
        emitter.onTimeout(this::end);
        emitter.onError(any -> end());
    }

    SignedIn reader() {
        return reader;
    }

    String handle() {
        return reader.handle();
    }

    /** The session in which the page was opened; empty where it was opened by a token. */
    String session() {
        return session;
    }

    /** Draws for the view that the page shows; null where nobody does. */
    @Nullable LiveDrawer drawer() {
        return drawer;
    }

    ResponseBodyEmitter start() {
        Thread.ofVirtual().name("live " + handle()).start(this::send);
        return emitter;
    }

    /** Never waits: a full queue ends the stream. */
    void tell(Event event) {
        if (!ended.get() && !queue.offer(event)) {
            end();
        }
    }

    void end() {
        if (ended.compareAndSet(false, true)) {
            onEnd.accept(this);
            // The sender may be waiting for a slow reader; ending must not wait for the sender.
            Thread.ofVirtual().start(emitter::complete);
        }
    }

    private void send() {
        try {
            while (!ended.get()) {
                var event = queue.poll(BEAT_SECONDS, TimeUnit.SECONDS);
                emitter.send(
                        event == null ? Event.BEAT : event.written(),
                        MediaType.APPLICATION_OCTET_STREAM);
            }
        } catch (IOException | IllegalStateException e) {
            // The page is gone; whatever it missed it fetches when it comes back.
            end();
        } catch (RuntimeException e) {
            LOG.error("A page could not be told what happened; it looks for itself", e);
            end();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            end();
        }
    }
}
