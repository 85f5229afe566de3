package greenladder.web;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.zip.Deflater;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * Long pieces of pages as they go on their way: what stands on one page after another is encoded
 * and compressed once. A piece is known by what it says, whoever put it together.
 */
@Component
final class PackedPieces {
    /** About what a hundred people look at. */
    private static final int MOST_BYTES = 24_000_000;

    private static final int MOST_SEEN = 20_000;

    private final Cache<String, Packed> packed =
            Caffeine.newBuilder()
                    .maximumWeight(MOST_BYTES)
                    .weigher((String piece, Packed as) ->
                            piece.length() + as.utf8.length + as.deflated.length)
                    .build();

    /**
     * The hashes of those that were sent once: most of what is changed is looked at once as it is.
     */
    private final Cache<Integer, Boolean> seen =
            Caffeine.newBuilder().maximumSize(MOST_SEEN).build();

    /**
     * @param utf8 its characters
     * @param deflated the same by RFC 1951, in blocks of its own that end with a byte and refer to
     *     nothing before them
     */
    record Packed(byte[] utf8, byte[] deflated) {}

    /** A piece as it goes on its way; null for the first time that it is sent. */
    @Nullable Packed find(String piece) {
        var found = packed.getIfPresent(piece);
        if (found == null && seen.asMap().putIfAbsent(piece.hashCode(), true) != null) {
            found = pack(piece);
            packed.put(piece, found);
        }
        return found;
    }

    private static Packed pack(String piece) {
        var utf8 = piece.getBytes(StandardCharsets.UTF_8);
        var deflated = new ByteArrayOutputStream();
        var deflater = new Deflater(Deflater.DEFAULT_COMPRESSION, true);
        try {
            deflater.setInput(utf8);
            Gzip.deflate(deflater, Deflater.FULL_FLUSH, deflated);
        } finally {
            deflater.end();
        }
        return new Packed(utf8, deflated.toByteArray());
    }
}
