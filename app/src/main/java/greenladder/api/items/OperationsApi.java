package greenladder.api.items;

import greenladder.core.value.ItemKey;
import greenladder.people.SignedIn;
import greenladder.store.Undoing;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.util.List;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Taking operations back. */
@RestController
@RequestMapping("/api/v1/operations")
@Tag(name = "Operations")
class OperationsApi {
    private final Undoing undoing;

    /**
     * @param operation the new one, which took the other back
     */
    record UndoneJson(long operation, List<String> items) {}

    OperationsApi(Undoing undoing) {
        this.undoing = undoing;
    }

    @PostMapping("/{id}/undo")
    @Operation(
            summary = "Take an operation back",
            description =
                    "Every write answers with its number in the header Operation-Id. Taking back an"
                        + " undo does the first one again. 422 with what stands in the way where"
                        + " the same fields were changed since.")
    ResponseEntity<UndoneJson> undo(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        var saved = undoing.takeBack(me, id);
        return ResponseEntity.ok()
                .header("Operation-Id", Long.toString(saved.operation()))
                .body(
                        new UndoneJson(
                                saved.operation(),
                                saved.items().stream().map(ItemKey::toString).toList()));
    }
}
