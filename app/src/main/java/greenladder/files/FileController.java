package greenladder.files;

import greenladder.web.Failure;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import org.springframework.core.io.FileSystemResource;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
import org.springframework.http.ContentDisposition;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;

/** Gives files back: pictures to be shown, everything else to be saved, nothing to be run. */
@Controller
class FileController {
    private final FileStore files;

    FileController(FileStore files) {
        this.files = files;
    }

    @GetMapping("/files/{id:[0-9a-f]{64}}/{name}")
    ResponseEntity<Resource> file(@PathVariable String id, @PathVariable String name) {
        var content =
                files.find(id).orElseThrow(() -> new Failure.NotFound("There is no such file."));
        var disposition =
                (content.shown() ? ContentDisposition.inline() : ContentDisposition.attachment())
                        .filename(name, StandardCharsets.UTF_8)
                        .build();
        return ResponseEntity.ok()
                .contentType(
                        content.shown()
                                ? MediaType.parseMediaType(content.type())
                                : MediaType.APPLICATION_OCTET_STREAM)
                .contentLength(content.bytes())
                .header("Content-Disposition", disposition.toString())
                .header("Content-Security-Policy", "default-src 'none'; sandbox")
                .cacheControl(CacheControl.maxAge(Duration.ofDays(365)).cachePrivate().immutable())
                .body(new FileSystemResource(content.path()));
    }
}
