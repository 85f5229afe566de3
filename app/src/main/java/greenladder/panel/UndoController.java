package greenladder.panel;

import greenladder.item.Door.Saved;
import greenladder.item.Undoing;
import greenladder.people.SignedIn;
import greenladder.web.Failure;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Set;
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

    @PostMapping("/operations/{id}/undo")
    ResponseEntity<String> undo(
            @PathVariable long id,
            @RequestParam(defaultValue = "false") boolean parts,
            @AuthenticationPrincipal SignedIn me) {
        return parts
                ? answer(undoing.takeBackParts(me, id))
                : orRefused(id, () -> undoing.takeBack(me, id));
    }

    @PostMapping("/operations/undo-last")
    ResponseEntity<String> undoLast(
            @RequestParam(defaultValue = "") List<Long> skip,
            @AuthenticationPrincipal SignedIn me) {
        long last = undoing.requireLast(me, Set.copyOf(skip));
        return orRefused(last, () -> undoing.takeBack(me, last));
    }

    @PostMapping("/operations/redo-last")
    ResponseEntity<String> redoLast(@AuthenticationPrincipal SignedIn me) {
        return answer(undoing.redoLast(me));
    }

    private ResponseEntity<String> answer(Saved saved) {
        var verb = undoing.isUndo(saved.operation()) ? "Undone" : "Redone";
        var plans = undoing.planWordsOf(saved);
        return plans.isEmpty()
                ? Answers.done(verb + undoing.wordsOf(saved) + " on", saved)
                : Answers.noted(verb + ": " + plans, saved);
    }

    /** A refusal names the operation, so that its parts can be undone, or it can be skipped. */
    private ResponseEntity<String> orRefused(long operation, Supplier<Saved> undo) {
        try {
            return answer(undo.get());
        } catch (Failure.Invalid e) {
            return ResponseEntity.unprocessableContent()
                    .contentType(new MediaType(MediaType.TEXT_PLAIN, StandardCharsets.UTF_8))
                    .header("X-Refused-Operation", Long.toString(operation))
                    .body(e.getMessage());
        }
    }
}
