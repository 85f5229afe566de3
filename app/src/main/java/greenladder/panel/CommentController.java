package greenladder.panel;

import greenladder.people.SignedIn;
import greenladder.store.SnapshotKeeper;
import greenladder.talk.Comments;
import greenladder.talk.Watching;
import greenladder.view.Lookups;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Comments on an item, and watching it. */
@Controller
class CommentController {
    private final Comments comments;
    private final Watching watching;
    private final SnapshotKeeper keeper;

    CommentController(Comments comments, Watching watching, SnapshotKeeper keeper) {
        this.comments = comments;
        this.watching = watching;
        this.keeper = keeper;
    }

    @PostMapping("/items/{key}/comments")
    ResponseEntity<String> add(
            @PathVariable String key,
            @RequestParam String text,
            @RequestParam(required = false) @Nullable Long replyTo,
            @AuthenticationPrincipal SignedIn me) {
        var item = Lookups.node(keeper.seenBy(me), key).item().key();
        var comment = comments.add(me, item, text, replyTo);
        return Answers.undoable("Comment added", removal(comment.id()), restoring(comment.id()));
    }

    @GetMapping("/comments/{id}/edit")
    String edit(@PathVariable long id, @AuthenticationPrincipal SignedIn me, Model model) {
        model.addAttribute("comment", comments.requireOwnComment(me, id));
        return "shared/comments :: edit";
    }

    @PostMapping("/comments/{id}")
    ResponseEntity<String> change(
            @PathVariable long id,
            @RequestParam String text,
            @AuthenticationPrincipal SignedIn me) {
        comments.edit(me, id, text);
        return Answers.said("Comment changed");
    }

    @PostMapping("/comments/{id}/settle")
    ResponseEntity<String> settle(
            @PathVariable long id,
            @RequestParam boolean settled,
            @AuthenticationPrincipal SignedIn me) {
        comments.settle(me, id, settled);
        var url = "/comments/%d/settle?settled=".formatted(id);
        return Answers.undoable(settled ? "Resolved" : "Reopened", url + !settled, url + settled);
    }

    @PostMapping("/comments/{id}/remove")
    ResponseEntity<String> remove(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        comments.show(me, id, false);
        return Answers.undoable("Comment deleted", restoring(id), removal(id));
    }

    @PostMapping("/comments/{id}/restore")
    ResponseEntity<String> restore(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        comments.show(me, id, true);
        return Answers.undoable("Comment brought back", removal(id), restoring(id));
    }

    private static String removal(long id) {
        return "/comments/%d/remove".formatted(id);
    }

    private static String restoring(long id) {
        return "/comments/%d/restore".formatted(id);
    }

    @PostMapping("/items/{key}/watch")
    ResponseEntity<String> watch(
            @PathVariable String key,
            @RequestParam boolean on,
            @AuthenticationPrincipal SignedIn me) {
        watching.watch(me, Lookups.node(keeper.seenBy(me), key).item().key(), on);
        return Answers.said(on ? "You watch " + key : "You watch " + key + " no longer");
    }
}
