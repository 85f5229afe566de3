package greenladder.files;

import greenladder.files.FileStore.Content;
import org.jspecify.annotations.Nullable;
import org.springframework.core.io.FileSystemResource;
import org.springframework.core.io.Resource;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpRange;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;

/** The content of a file as an answer; which bytes of it, and how many, is the framework's. */
public final class FileAnswers {
    private FileAnswers() {}

    /**
     * @param range the bytes that are asked for; null for all
     */
    public static ResponseEntity<Resource> of(
            Content content, @Nullable String range, MediaType type, HttpHeaders headers) {
        var resource = new FileSystemResource(content.path());
        if (range != null && !canBeServed(range, resource)) {
            // The framework would say so as well, and send the whole file all the same.
            return ResponseEntity.status(HttpStatus.REQUESTED_RANGE_NOT_SATISFIABLE)
                    .header(HttpHeaders.CONTENT_RANGE, "bytes */" + content.bytes())
                    .build();
        }
        return ResponseEntity.ok().headers(headers).contentType(type).body(resource);
    }

    private static boolean canBeServed(String range, Resource resource) {
        try {
            HttpRange.toResourceRegions(HttpRange.parseRanges(range), resource);
            return true;
        } catch (IllegalArgumentException e) {
            return false;
        }
    }
}
