package greenladder.live;

import greenladder.live.Streams.Event;
import java.io.IOException;
import java.util.Set;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Consumer;
import org.springframework.http.MediaType;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** One open page's stream: a queue, and a thread of its own that sends what is in it. */
final class Stream {
    /** A page that is so many events behind fetches everything anew rather. */
    static final int QUEUE = 100;

    private static final long BEAT_SECONDS = 20;

    private final String handle;
    private final String session;
    private final SseEmitter emitter = new SseEmitter(0L);
    private final BlockingQueue<Event> queue = new ArrayBlockingQueue<>(QUEUE);
    private final AtomicBoolean ended = new AtomicBoolean();
    private final Consumer<Stream> onEnd;

    /** The products of which the reader sees nothing. */
    private final Set<String> hidden;

    Stream(String handle, String session, Consumer<Stream> onEnd) {
        this(handle, session, Set.of(), onEnd);
    }

    Stream(String handle, String session, Set<String> hidden, Consumer<Stream> onEnd) {
        this.hidden = hidden;
        this.handle = handle;
        this.session = session;
        this.onEnd = onEnd;
        emitter.onCompletion(this::end);
        emitter.onTimeout(this::end);
        emitter.onError(any -> end());
    }

    /** Whether the reader may see anything of a product. */
    boolean sees(String product) {
        return !hidden.contains(product);
    }

    Set<String> hidden() {
        return hidden;
    }

    String handle() {
        return handle;
    }

    /** The session in which the page was opened; empty where it was opened by a token. */
    String session() {
        return session;
    }

    SseEmitter start() {
        Thread.ofVirtual().name("live " + handle).start(this::send);
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
                        event == null
                                ? SseEmitter.event().comment("still here")
                                : SseEmitter.event()
                                        .name(event.name())
                                        .data(event.data(), MediaType.APPLICATION_JSON));
            }
        } catch (IOException | IllegalStateException e) {
            // The page is gone; whatever it missed it fetches when it comes back.
            end();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            end();
        }
    }
}
