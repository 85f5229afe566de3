package greenladder.operating;

import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.security.DigestInputStream;
import java.security.DigestOutputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.QuoteMode;

/**
 * The form of a backup: a zip file of plain tables, in which there is nothing that could be run,
 * and of the attached files. Its last entry lists the digest of every other one, so that a backup
 * that is not whole is told from one that is.
 */
final class BackupFile {
    /** The version of the schema, then a line for each sequence with its next number. */
    static final String MANIFEST = "greenladder/manifest.txt";

    static final String DIGESTS = "greenladder/digests.txt";
    static final String TABLES = "greenladder/tables/";
    static final String FILES = "greenladder.files/";

    /** What a backup of earlier versions held: the database as it is, which can run code. */
    static final String DATABASE = "greenladder.mv.db";

    static final String FORMAT = "green ladder backup 2";

    static final CSVFormat CSV =
            CSVFormat.DEFAULT
                    .builder()
                    .setNullString("\\N")
                    .setQuoteMode(QuoteMode.ALL_NON_NULL)
                    .setRecordSeparator("\n")
                    .get();

    private static final Pattern DIGEST_LINE = Pattern.compile("([0-9a-f]{64}) {2}(.+)");

    private BackupFile() {}

    /** Writes entries one after the other, and their digests at the end. */
    static final class Writer implements AutoCloseable {
        private final ZipOutputStream zip;
        private final Map<String, String> digests = new LinkedHashMap<>();

        Writer(OutputStream to) {
            zip = new ZipOutputStream(to);
        }

        /** What is written to a stream that is not to be closed. */
        interface Content {
            void to(OutputStream out) throws IOException;
        }

        void add(String name, Content content) throws IOException {
            var digest = sha256();
            zip.putNextEntry(new ZipEntry(name));
            var out = new DigestOutputStream(unclosed(zip), digest);
            content.to(out);
            out.flush();
            zip.closeEntry();
            digests.put(name, HexFormat.of().formatHex(digest.digest()));
        }

        private static OutputStream unclosed(OutputStream out) {
            return new FilterOutputStream(out) {
                @Override
                public void write(byte[] bytes, int from, int length) throws IOException {
                    out.write(bytes, from, length);
                }

                @Override
                public void close() throws IOException {
                    flush();
                }
            };
        }

        @Override
        public void close() throws IOException {
            zip.putNextEntry(new ZipEntry(DIGESTS));
            for (var digest : digests.entrySet()) {
                zip.write(
                        "%s  %s\n"
                                .formatted(digest.getValue(), digest.getKey())
                                .getBytes(StandardCharsets.UTF_8));
            }
            zip.closeEntry();
            zip.close();
        }
    }

    /**
     * Reads every entry once.
     *
     * @throws IOException if one is missing, is one too many, or is not as it was written
     */
    static void requireWhole(ZipFile zip) throws IOException {
        var expected = new LinkedHashMap<String, String>();
        var list = zip.getEntry(DIGESTS);
        if (list == null) {
            throw new IOException("The backup is not whole: its list of contents is missing.");
        }
        for (var line : text(zip, list).lines().toList()) {
            var match = DIGEST_LINE.matcher(line);
            if (!match.matches()) {
                throw new IOException("The backup's list of contents cannot be read.");
            }
            expected.put(match.group(2), match.group(1));
        }
        for (var entry : zip.stream().toList()) {
            if (entry.getName().equals(DIGESTS)) {
                continue;
            }
            var digest = expected.remove(entry.getName());
            if (digest == null) {
                throw new IOException("The backup holds something unknown: " + entry.getName());
            }
            try (var in = zip.getInputStream(entry)) {
                if (!digestOf(in).equals(digest)) {
                    throw new IOException("The backup is damaged: " + entry.getName());
                }
            }
        }
        if (!expected.isEmpty()) {
            throw new IOException(
                    "The backup is not whole: %s is missing."
                            .formatted(expected.keySet().iterator().next()));
        }
    }

    static String text(ZipFile zip, ZipEntry entry) throws IOException {
        try (var in = zip.getInputStream(entry)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    static String digestOf(InputStream in) throws IOException {
        var digest = sha256();
        new DigestInputStream(in, digest).transferTo(OutputStream.nullOutputStream());
        return HexFormat.of().formatHex(digest.digest());
    }

    private static MessageDigest sha256() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
