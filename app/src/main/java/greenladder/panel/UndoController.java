package greenladder.panel;

import greenladder.core.value.ItemKey;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway.Saved;
import greenladder.store.Undoing;
import greenladder.view.Lookups;
import greenladder.web.Failure;
import greenladder.web.Words;
import java.nio.charset.StandardCharsets;
import java.util.function.Supplier;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Taking back, by key, from the toast and from the history. */
@Controller
class UndoController {
    private final Undoing undoing;

    UndoController(Undoing undoing) {
        this.undoing = undoing;
    }

    /**
     * @param parts whether what still can be is taken back, where the whole cannot
     * @param item the only item of which it is taken back; none for the whole operation
     */
    @PostMapping("/operations/{id}/undo")
    ResponseEntity<String> undo(
            @PathVariable long id,
            @RequestParam(defaultValue = "false") boolean parts,
            @RequestParam(defaultValue = "") String item,
            @AuthenticationPrincipal SignedIn me) {
        if (!item.isEmpty()) {
            var key = Lookups.key(item);
            return answer(undoing.takeBackItem(me, id, key), others(me, id, key));
        }
        return parts
                ? answer(undoing.takeBackParts(me, id), "")
                : orRefused(id, () -> undoing.takeBack(me, id));
    }

    private String others(SignedIn me, long operation, ItemKey item) {
        long others = undoing.othersOf(me, operation, item);
        return others == 0
                ? ""
                : ". %s of the same step stay as they are"
                        .formatted(Words.count((int) others, "more item"));
    }

    private ResponseEntity<String> answer(Saved saved, String more) {
        return Answers.noted(undoing.wordsOf(saved) + more, saved);
    }

    /** A refusal names the operation, so that its parts can be undone, or it can be skipped. */
    private ResponseEntity<String> orRefused(long operation, Supplier<Saved> undo) {
        try {
            return answer(undo.get(), "");
        } catch (Failure.Invalid e) {
            return ResponseEntity.unprocessableContent()
                    .contentType(new MediaType(MediaType.TEXT_PLAIN, StandardCharsets.UTF_8))
                    .header("X-Refused-Operation", Long.toString(operation))
                    .body(e.getMessage());
        }
    }
}
