package greenladder.core.item;

import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Instant;
import java.util.HexFormat;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * A link from an item, which has it among its details, to another one.
 *
 * @param share what of the item's effort the other gets, in percent; null where it is not said
 * @param madeAt when it was made
 * @param confirmedAt when somebody last found that it still holds
 * @param seen a digest of what it was confirmed against: see {@link #digest}
 */
public record TraceLink(
        LinkType type,
        ItemKey to,
        @Nullable Amount share,
        Instant madeAt,
        Instant confirmedAt,
        String seen) {
    private static final int DIGEST_BYTES = 8;
    private static final int PARTS_WITH_SHARE = 4;

    /** The field of the item that holds it. */
    public Field field() {
        return Field.link(type, to);
    }

    /**
     * Its name in addresses.
     *
     * @param from the item that has it
     */
    public String id(ItemKey from) {
        return "%s.%s.%s".formatted(from, type.slug(), to);
    }

    public TraceLink confirmed(Instant at, String digest) {
        return new TraceLink(type, to, share, madeAt, at, digest);
    }

    /** As it is kept; {@link #of} reads it. */
    public String text() {
        return Stream.of(madeAt, confirmedAt, seen, share == null ? "" : share)
                .map(Object::toString)
                .collect(Collectors.joining(" "))
                .strip();
    }

    static TraceLink of(LinkType type, ItemKey to, String text) {
        var parts = text.split(" ");
        return new TraceLink(
                type,
                to,
                parts.length < PARTS_WITH_SHARE ? null : Amount.parse(parts[3]).orElseThrow(),
                Instant.parse(parts[0]),
                Instant.parse(parts[1]),
                parts[2]);
    }

    /** Whether what it was confirmed against reads otherwise now. */
    public boolean isSuspect(Item from, Item other) {
        return !seen.equals(digest(type, from, other));
    }

    /**
     * A digest of the texts that a link rests on: title, description and acceptance criteria of the
     * item that it leads to, and of both where it leads either way.
     */
    public static String digest(LinkType type, Item from, Item to) {
        return digest(type == LinkType.RELATES_TO ? textOf(from) + "\f" + textOf(to) : textOf(to));
    }

    /** A digest of the texts of an item. */
    public static String digestOf(Item item) {
        return digest(textOf(item));
    }

    private static String digest(String text) {
        try {
            var digest =
                    MessageDigest.getInstance("SHA-256")
                            .digest(text.getBytes(StandardCharsets.UTF_8));
            return HexFormat.of().formatHex(digest, 0, DIGEST_BYTES);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    /** The texts of an item that others rest on. */
    public static String textOf(Item item) {
        return Stream.concat(
                        Stream.of(item.title(), item.description()),
                        item.details().acceptance().all().stream().map(ListLine::text))
                .collect(Collectors.joining("\n"));
    }
}
