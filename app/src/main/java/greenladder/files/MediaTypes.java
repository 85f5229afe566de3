package greenladder.files;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import org.apache.tika.Tika;
import org.apache.tika.mime.MediaType;
import org.apache.tika.mime.MediaTypeRegistry;
import org.apache.tika.mime.MimeTypeException;
import org.apache.tika.mime.MimeTypes;

/** What files are, by what is in them rather than by what their names say. */
final class MediaTypes {
    /** Pictures that a browser draws and that can carry no script. */
    private static final Set<String> SHOWN =
            Set.of("image/png", "image/jpeg", "image/gif", "image/webp");

    /** What is known of types, read with the first file rather than at the start. */
    private static final class Known {
        static final Tika TIKA = new Tika();
        static final MediaTypeRegistry REGISTRY = MediaTypeRegistry.getDefaultRegistry();

        private Known() {}
    }

    static boolean isShown(String type) {
        return SHOWN.contains(type);
    }

    /** The type of a file; empty where its name says something else than its content. */
    Optional<String> typeOf(Path file, String name) throws IOException {
        var inside = MediaType.parse(contentType(file));
        var named = MediaType.parse(Known.TIKA.detect(name));
        if (named.equals(MediaType.OCTET_STREAM) || Known.REGISTRY.isInstanceOf(inside, named)) {
            return Optional.of(inside.getBaseType().toString());
        }
        return Known.REGISTRY.isInstanceOf(named, inside)
                ? Optional.of(named.getBaseType().toString())
                : Optional.empty();
    }

    /** What a file is, in words: "PNG", "PDF". */
    String wordFor(Path file) throws IOException {
        var type = contentType(file);
        try {
            var extension = MimeTypes.getDefaultMimeTypes().forName(type).getExtension();
            return extension.isEmpty() ? type : extension.substring(1).toUpperCase(Locale.ROOT);
        } catch (MimeTypeException e) {
            return type;
        }
    }

    private String contentType(Path file) throws IOException {
        try (var content = new BufferedInputStream(Files.newInputStream(file))) {
            return Known.TIKA.detect(content);
        }
    }
}
