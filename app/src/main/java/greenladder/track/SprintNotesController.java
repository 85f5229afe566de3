package greenladder.track;

import greenladder.core.plan.KeepNote;
import greenladder.core.plan.MakeOfNote;
import greenladder.core.sprint.SprintNote;
import greenladder.panel.Answers;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** What a team notes when it looks back on a sprint. */
@Controller
@RequestMapping("/{product:[A-Z]{2,5}}/track/sprints/{sprint}/notes")
class SprintNotesController {
    private final CommandGateway gateway;
    private final SnapshotKeeper keeper;

    SprintNotesController(CommandGateway gateway, SnapshotKeeper keeper) {
        this.gateway = gateway;
        this.keeper = keeper;
    }

    @PostMapping
    ResponseEntity<String> write(
            @PathVariable String sprint,
            @RequestParam(defaultValue = "") String about,
            @RequestParam(defaultValue = "") String text,
            @AuthenticationPrincipal SignedIn me) {
        var it = Lookups.sprint(keeper.seenBy(me), sprint);
        var kind = SprintNote.Kind.find(about).orElse(null);
        return Answers.noted("Noted", gateway.submit(me, new KeepNote(it.key(), 0, kind, text)));
    }

    /** Says it in other words; no words take it away. */
    @PostMapping("/{number}")
    ResponseEntity<String> change(
            @PathVariable String sprint,
            @PathVariable int number,
            @RequestParam(defaultValue = "") String text,
            @AuthenticationPrincipal SignedIn me) {
        var it = Lookups.sprint(keeper.seenBy(me), sprint);
        return Answers.noted(
                text.isBlank() ? "Removed" : "Changed",
                gateway.submit(me, new KeepNote(it.key(), number, null, text)));
    }

    @PostMapping("/{number}/item")
    ResponseEntity<String> make(
            @PathVariable String product,
            @PathVariable String sprint,
            @PathVariable int number,
            @AuthenticationPrincipal SignedIn me) {
        var it = Lookups.sprint(keeper.seenBy(me), sprint);
        var saved = gateway.submit(me, new MakeOfNote(it.key(), number, product));
        return Answers.noted("Made " + saved.items().getFirst(), saved);
    }
}
