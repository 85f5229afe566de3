package greenladder.files;

import greenladder.core.snapshot.Mark;
import greenladder.people.SignedIn;
import greenladder.store.SnapshotKeeper;
import greenladder.web.Failure;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import org.jspecify.annotations.Nullable;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestHeader;

/** Gives files back: pictures to be shown, everything else to be saved, nothing to be run. */
@Controller
class FileController {
    private final FileStore files;
    private final SnapshotKeeper keeper;

    FileController(FileStore files, SnapshotKeeper keeper) {
        this.files = files;
        this.keeper = keeper;
    }

    /** Who sees an item that has the file sees the file, and whoever brought it. */
    @GetMapping("/files/{id:[0-9a-f]{64}}/{name}")
    ResponseEntity<Resource> file(
            @PathVariable String id,
            @PathVariable String name,
            @RequestHeader(value = HttpHeaders.RANGE, required = false) @Nullable String range,
            @AuthenticationPrincipal SignedIn me) {
        var content =
                files.find(id)
                        .filter(one ->
                                one.broughtBy().equals(me.handle())
                                        || keeper.seenBy(me).countMarked(Mark.FILE, id) > 0)
                        .orElseThrow(() -> new Failure.NotFound("There is no such file."));
        var headers = new HttpHeaders();
        headers.setContentDisposition(
                (content.shown() ? ContentDisposition.inline() : ContentDisposition.attachment())
                        .filename(name, StandardCharsets.UTF_8)
                        .build());
        headers.set("Content-Security-Policy", "default-src 'none'; sandbox");
        headers.setCacheControl(
                CacheControl.maxAge(Duration.ofDays(365)).cachePrivate().immutable());
        return FileAnswers.of(
                content,
                range,
                content.shown()
                        ? MediaType.parseMediaType(content.type())
                        : MediaType.APPLICATION_OCTET_STREAM,
                headers);
    }
}
