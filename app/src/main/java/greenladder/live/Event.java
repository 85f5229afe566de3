package greenladder.live;

import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.function.Supplier;
import org.springframework.util.function.SingletonSupplier;
import tools.jackson.databind.json.JsonMapper;

/**
 * Something that open pages are told: one event of the stream, written once, by the first stream
 * that sends it, for all that are told the same.
 */
final class Event {
    private static final JsonMapper JSON = new JsonMapper();

    /** Tells the server, and what stands between, that the page is still there. */
    static final byte[] BEAT = ":still here\n\n".getBytes(StandardCharsets.UTF_8);

    private final SingletonSupplier<byte[]> written;

    Event(String name, Map<String, ?> data) {
        this(name, () -> data);
    }

    /**
     * @param data written as JSON, in one line
     */
    Event(String name, Supplier<?> data) {
        written =
                SingletonSupplier.of(() ->
                        "event:%s\ndata:%s\n\n"
                                .formatted(name, JSON.writeValueAsString(data.get()))
                                .getBytes(StandardCharsets.UTF_8));
    }

    /** As it goes over the wire; not to be changed. */
    byte[] written() {
        return written.obtain();
    }
}
