package greenladder.web;

import java.io.ByteArrayOutputStream;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Collects a page in UTF-8, a piece at a time: a string in which one character is beyond Latin 1
 * takes twice the room and is encoded several times more slowly, so that this holds for one piece
 * and not for all of the page. Not to be shared between threads.
 */
final class Utf8Page extends Writer {
    /** In characters; shorter texts are compressed better together with what stands around them. */
    private static final int PIECE = 4 * 1024;

    private static final int USUAL = 32 * 1024;

    private final PackedPieces packs;
    private final List<Part> parts = new ArrayList<>();
    private ByteArrayOutputStream bytes = new ByteArrayOutputStream(USUAL);
    private StringBuilder piece = new StringBuilder(PIECE);

    /**
     * A part of the page.
     *
     * @param deflated the same, where it is at hand
     */
    record Part(byte[] utf8, byte @Nullable [] deflated) {}

    Utf8Page(PackedPieces packs) {
        this.packs = packs;
    }

    @Override
    public void write(int character) {
        piece.append((char) character);
        endFull();
    }

    @Override
    public void write(char[] characters, int from, int length) {
        piece.append(characters, from, length);
        endFull();
    }

    @Override
    public void write(String text, int from, int length) {
        if (length < PIECE || endsWithinCharacter()) {
            piece.append(text, from, from + length);
            endFull();
        } else {
            end();
            var packed = length < text.length() ? null : packs.find(text);
            if (packed == null) {
                bytes.writeBytes(
                        text.substring(from, from + length).getBytes(StandardCharsets.UTF_8));
            } else {
                endPart();
                parts.add(new Part(packed.utf8(), packed.deflated()));
            }
        }
    }

    /** All that was written. */
    List<Part> parts() {
        end();
        endPart();
        return parts;
    }

    private void endPart() {
        if (bytes.size() > 0) {
            parts.add(new Part(bytes.toByteArray(), null));
            bytes = new ByteArrayOutputStream(PIECE);
        }
    }

    private void endFull() {
        if (piece.length() >= PIECE && !endsWithinCharacter()) {
            end();
        }
    }

    /** Some characters are two in Java, which are encoded together. */
    private boolean endsWithinCharacter() {
        return !piece.isEmpty() && Character.isHighSurrogate(piece.charAt(piece.length() - 1));
    }

    private void end() {
        if (!piece.isEmpty()) {
            bytes.writeBytes(piece.toString().getBytes(StandardCharsets.UTF_8));
            piece = new StringBuilder(PIECE);
        }
    }

    @Override
    public void flush() {}

    @Override
    public void close() {}
}
