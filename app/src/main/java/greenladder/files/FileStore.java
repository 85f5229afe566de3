package greenladder.files;

import greenladder.core.change.Problems;
import greenladder.core.item.Attachment;
import greenladder.people.SignedIn;
import greenladder.web.Failure;
import greenladder.web.GreenLadderProperties;
import jakarta.annotation.PreDestroy;
import jakarta.persistence.EntityManager;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Clock;
import java.time.Duration;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Semaphore;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.util.FileSystemUtils;

/**
 * Keeps the contents of files, each once, under the digest of its bytes. Taking a file off an item
 * deletes nothing, since that can be undone.
 */
@Component
public class FileStore {
    public static final long MOST_BYTES = 20L * 1024 * 1024;
    private static final int LONGEST_NAME = 200;
    private static final long MEGABYTE = 1024L * 1024;
    private static final int UNREFERRED_DAYS = 30;

    /** So many files of one person arrive at once. */
    private static final int AT_ONCE = 3;

    private static final Duration LONGEST_UPLOAD = Duration.ofMinutes(2);

    private final Map<String, Semaphore> underWay = new ConcurrentHashMap<>();

    private final EntityManager entities;
    private final TransactionTemplate transactions;
    private final Clock clock;
    private final long quota;
    private final Path directory;

    /** Whether the directory goes when the application ends. */
    private final boolean passing;

    private final MediaTypes types = new MediaTypes();

    FileStore(
            EntityManager entities,
            TransactionTemplate transactions,
            Clock clock,
            GreenLadderProperties properties)
            throws IOException {
        this.entities = entities;
        this.transactions = transactions;
        this.clock = clock;
        quota = properties.quota() * MEGABYTE;
        passing = properties.files().isBlank();
        if (passing) {
            directory = Files.createTempDirectory("greenladder-files");
        } else {
            directory = Files.createDirectories(Path.of(properties.files()));
        }
    }

    @PreDestroy
    void forget() throws IOException {
        if (passing) {
            FileSystemUtils.deleteRecursively(directory);
        }
    }

    /**
     * The content of a file, to be served.
     *
     * @param shown whether a browser may show it in a page
     * @param broughtBy whoever brought it first
     */
    public record Content(Path path, String type, long bytes, boolean shown, String broughtBy) {}

    /**
     * Keeps what is read from a stream.
     *
     * @throws Failure.Invalid if it is empty, too large, or not what its name says
     */
    public Attachment keep(SignedIn actor, String name, InputStream body) {
        var called = requireName(name);
        var uploads = underWay.computeIfAbsent(actor.handle(), any -> new Semaphore(AT_ONCE));
        if (!uploads.tryAcquire()) {
            throw invalid(
                    "%d of your files are still uploading; wait for one of them."
                            .formatted(AT_ONCE));
        }
        try {
            return received(actor, called, body);
        } finally {
            uploads.release();
        }
    }

    /** The body is here before the database is asked for anything. */
    private Attachment received(SignedIn actor, String called, InputStream body) {
        try {
            var arriving = Files.createTempFile(directory, "arriving", "");
            try {
                var id = copied(body, arriving);
                var type =
                        types.typeOf(arriving, called)
                                .orElseThrow(() -> invalid(notWhatItSays(called, arriving)));
                var bytes = Files.size(arriving);
                requireRoom(bytes);
                var path = pathOf(id);
                Files.createDirectories(path.getParent());
                Files.move(arriving, path, StandardCopyOption.REPLACE_EXISTING);
                transactions.executeWithoutResult(any -> remember(actor, id, bytes, type));
                return new Attachment(id, bytes, type, called);
            } finally {
                Files.deleteIfExists(arriving);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Transactional(readOnly = true)
    public Optional<Content> find(String id) {
        return Optional.ofNullable(entities.find(StoredFileRow.class, id))
                .map(row ->
                        new Content(
                                pathOf(id),
                                row.mediaType,
                                row.bytes,
                                MediaTypes.isShown(row.mediaType),
                                row.broughtBy))
                .filter(content -> Files.exists(content.path()));
    }

    public static boolean isShown(Attachment file) {
        return MediaTypes.isShown(file.type());
    }

    private void requireRoom(long bytes) {
        long kept =
                Objects.requireNonNull(
                        transactions.execute(any ->
                                entities.createQuery(
                                                "select coalesce(sum(bytes), 0) from StoredFileRow",
                                                Long.class)
                                        .getSingleResult()));
        if (kept + bytes > quota) {
            throw invalid(
                    "The files of this workspace would take more than %,d MB together. Nothing was saved."
                            .formatted(quota / MEGABYTE));
        }
    }

    /** The name of a content among all, with a slash between its parts. */
    public String nameOf(Path content) {
        return directory.relativize(content).toString().replace('\\', '/');
    }

    /** Where the contents lie. */
    public List<Path> all() throws IOException {
        try (var paths = Files.walk(directory, 2)) {
            return paths.filter(Files::isRegularFile)
                    .filter(path -> directory.relativize(path).getNameCount() == 2)
                    .sorted()
                    .toList();
        }
    }

    /**
     * Forgets contents that nothing refers to, no item and no change that could be undone, once
     * they are thirty days old.
     *
     * @param referred the ids that are referred to
     */
    void sweep(Set<String> referred) {
        var before = clock.instant().minus(Duration.ofDays(UNREFERRED_DAYS));
        var gone =
                Objects.requireNonNull(
                        transactions.execute(any -> {
                            var rows =
                                    entities
                                            .createQuery(
                                                    "from StoredFileRow where at < :before",
                                                    StoredFileRow.class)
                                            .setParameter("before", before)
                                            .getResultList()
                                            .stream()
                                            .filter(row -> !referred.contains(row.id))
                                            .toList();
                            rows.forEach(entities::remove);
                            return rows.stream().map(row -> row.id).toList();
                        }));
        for (var id : gone) {
            try {
                Files.deleteIfExists(pathOf(id));
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
    }

    private String copied(InputStream body, Path to) throws IOException {
        var deadline = clock.instant().plus(LONGEST_UPLOAD);
        try {
            var digest = MessageDigest.getInstance("SHA-256");
            try (var out = Files.newOutputStream(to)) {
                var in = new DigestInputStream(body, digest);
                var part = new byte[64 * 1024];
                long bytes = 0;
                for (int read = in.read(part); read >= 0; read = in.read(part)) {
                    bytes += read;
                    if (clock.instant().isAfter(deadline)) {
                        throw invalid("The file took too long to arrive. Nothing was saved.");
                    }
                    if (bytes > MOST_BYTES) {
                        throw invalid("The file is larger than 20 MB. Nothing was saved.");
                    }
                    out.write(part, 0, read);
                }
                if (bytes == 0) {
                    throw invalid("The file is empty.");
                }
            }
            return HexFormat.of().formatHex(digest.digest());
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    private void remember(SignedIn actor, String id, long bytes, String type) {
        if (entities.find(StoredFileRow.class, id) == null) {
            var row = new StoredFileRow();
            row.id = id;
            row.bytes = bytes;
            row.mediaType = type;
            row.broughtBy = actor.handle();
            row.at = clock.instant();
            entities.persist(row);
        }
    }

    private String notWhatItSays(String name, Path file) {
        try {
            return "“%s” does not match its extension: it contains %s. Use the right extension."
                    .formatted(name, types.wordFor(file));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static String requireName(String name) {
        var called =
                name.substring(Math.max(name.lastIndexOf('/'), name.lastIndexOf('\\')) + 1)
                        .replaceAll("[\\p{Cntrl}\\s]+", " ")
                        .strip();
        if (called.isEmpty() || called.length() > LONGEST_NAME) {
            throw invalid("A file needs a name of at most %d characters.".formatted(LONGEST_NAME));
        }
        return called;
    }

    private Path pathOf(String id) {
        return directory.resolve(id.substring(0, 2)).resolve(id);
    }

    private static Failure.Invalid invalid(String message) {
        return new Failure.Invalid(Problems.of("attachments", message));
    }
}
