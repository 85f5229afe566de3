package greenladder.api.items;

import greenladder.api.ItemJson;
import greenladder.api.Page;
import greenladder.core.edit.AttachFile;
import greenladder.core.edit.DetachFile;
import greenladder.core.value.ItemKey;
import greenladder.files.FileAnswers;
import greenladder.files.FileStore;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway;
import greenladder.store.Rights;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import greenladder.web.Failure;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import org.jspecify.annotations.Nullable;
import org.springframework.core.io.Resource;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Files that hang on items. */
@RestController
@RequestMapping("/api/v1/items/{key}/attachments")
@Tag(name = "Items")
class AttachmentsApi {
    private final SnapshotKeeper keeper;
    private final CommandGateway gateway;
    private final FileStore files;
    private final Rights rights;

    AttachmentsApi(SnapshotKeeper keeper, CommandGateway gateway, FileStore files, Rights rights) {
        this.keeper = keeper;
        this.gateway = gateway;
        this.files = files;
        this.rights = rights;
    }

    @PostMapping
    @Operation(summary = "Attach the body of the call as a file called name, up to 20 MB")
    ResponseEntity<Page<ItemJson>> attach(
            @PathVariable String key,
            @RequestParam String name,
            HttpServletRequest request,
            @AuthenticationPrincipal SignedIn me)
            throws IOException {
        var item = requireItem(me, key);
        var node = keeper.seenBy(me).requireNode(item);
        if (!rights.mayEdit(me, node.item(), greenladder.core.item.Field.ATTACHMENTS)) {
            throw new Failure.Forbidden("You cannot attach files here.");
        }
        var file = files.keep(me, name, request.getInputStream());
        return StructureApi.items(
                gateway.submit(me, new AttachFile(item, file)), HttpStatus.CREATED);
    }

    @GetMapping("/{id}")
    @Operation(summary = "The content of an attached file")
    ResponseEntity<Resource> attachment(
            @PathVariable String key,
            @PathVariable String id,
            @RequestHeader(value = HttpHeaders.RANGE, required = false) @Nullable String range,
            @AuthenticationPrincipal SignedIn me) {
        var item = keeper.seenBy(me).requireNode(requireItem(me, key)).item();
        var content =
                item.details().attachments().stream()
                        .filter(file -> file.id().equals(id))
                        .findFirst()
                        .flatMap(file -> files.find(file.id()))
                        .orElseThrow(() -> new Failure.NotFound("There is no such file."));
        return FileAnswers.of(
                content, range, MediaType.APPLICATION_OCTET_STREAM, new HttpHeaders());
    }

    @DeleteMapping("/{id}")
    @Operation(summary = "Take a file off an item")
    ResponseEntity<Void> detach(
            @PathVariable String key,
            @PathVariable String id,
            @AuthenticationPrincipal SignedIn me) {
        var saved = gateway.submit(me, new DetachFile(requireItem(me, key), id));
        return ItemsApi.written(saved, HttpStatus.NO_CONTENT).build();
    }

    private ItemKey requireItem(SignedIn me, String text) {
        return Lookups.node(keeper.seenBy(me), text).item().key();
    }
}
