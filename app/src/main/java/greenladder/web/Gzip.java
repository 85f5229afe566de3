package greenladder.web;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.List;
import java.util.zip.CRC32;
import java.util.zip.Deflater;

/** Compresses a page by RFC 1952, of which parts may have been compressed before. */
final class Gzip {
    /** No name, no time, of any system. */
    private static final byte[] HEAD = {0x1f, (byte) 0x8b, Deflater.DEFLATED, 0, 0, 0, 0, 0, 0, -1};

    private static final int TAIL = 8;
    private static final int USUAL_GAIN = 6;
    private static final int BUFFER = 8 * 1024;

    private Gzip() {}

    static byte[] of(List<Utf8Page.Part> page) {
        int length = page.stream().mapToInt(part -> part.utf8().length).sum();
        var bytes = new ByteArrayOutputStream(length / USUAL_GAIN);
        bytes.writeBytes(HEAD);
        var sum = new CRC32();
        var deflater = new Deflater(Deflater.BEST_SPEED, true);
        try {
            for (var part : page) {
                sum.update(part.utf8());
                if (part.deflated() == null) {
                    // What comes next may be nothing that this deflater knows of.
                    deflater.setInput(part.utf8());
                    deflate(deflater, Deflater.FULL_FLUSH, bytes);
                } else {
                    bytes.writeBytes(part.deflated());
                }
            }
            deflater.finish();
            deflate(deflater, Deflater.NO_FLUSH, bytes);
        } finally {
            deflater.end();
        }
        bytes.writeBytes(
                ByteBuffer.allocate(TAIL)
                        .order(ByteOrder.LITTLE_ENDIAN)
                        .putInt((int) sum.getValue())
                        .putInt(length)
                        .array());
        return bytes.toByteArray();
    }

    /** Deflates all that was set as input. */
    static void deflate(Deflater deflater, int flush, ByteArrayOutputStream to) {
        var buffer = new byte[BUFFER];
        int count;
        do {
            count = deflater.deflate(buffer, 0, BUFFER, flush);
            to.write(buffer, 0, count);
        } while (count == BUFFER || flush == Deflater.NO_FLUSH && !deflater.finished());
    }
}
