package greenladder.panel;

import greenladder.item.Door.Saved;
import greenladder.item.Undoing;
import greenladder.people.SignedIn;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;

/** Taking back, by key, from the toast and from the history. */
@Controller
class UndoController {
    private final Undoing undoing;

    UndoController(Undoing undoing) {
        this.undoing = undoing;
    }

    @PostMapping("/operations/{id}/undo")
    ResponseEntity<String> undo(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        return answer(undoing.takeBack(me, id));
    }

    @PostMapping("/operations/undo-last")
    ResponseEntity<String> undoLast(@AuthenticationPrincipal SignedIn me) {
        return answer(undoing.undoLast(me));
    }

    @PostMapping("/operations/redo-last")
    ResponseEntity<String> redoLast(@AuthenticationPrincipal SignedIn me) {
        return answer(undoing.redoLast(me));
    }

    private ResponseEntity<String> answer(Saved saved) {
        return Answers.done(
                undoing.isUndo(saved.operation()) ? "Taken back on" : "Done again on", saved);
    }
}
