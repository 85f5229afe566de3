package greenladder.work;

import greenladder.core.item.Field;
import greenladder.core.item.StandardFields;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import greenladder.core.work.LogHours;
import greenladder.core.work.ReportWork;
import greenladder.core.work.TakeOutHours;
import greenladder.frame.Screen;
import greenladder.frame.View;
import greenladder.panel.Answers;
import greenladder.panel.FormValues;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway;
import greenladder.talk.Comment;
import greenladder.talk.Comments;
import greenladder.view.Lookups;
import greenladder.view.ViewContext;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** One's own work, what is blocked, and telling in one step what became of an item. */
@Controller
class WorkController {
    private final WorkPages pages;
    private final BlockedPages blocked;
    private final CommandGateway gateway;
    private final Comments comments;

    WorkController(
            WorkPages pages, BlockedPages blocked, CommandGateway gateway, Comments comments) {
        this.pages = pages;
        this.blocked = blocked;
        this.gateway = gateway;
        this.comments = comments;
    }

    @GetMapping("/{product:[A-Z]{2,5}}/work")
    String work(
            ViewContext context,
            @RequestParam(required = false) @Nullable ItemKey at,
            Screen screen) {
        return screen.of(View.WORK, context, pages.page(context, at));
    }

    @GetMapping("/{product:[A-Z]{2,5}}/blocked")
    String blocked(
            ViewContext context,
            @RequestParam(required = false) @Nullable ItemKey at,
            Screen screen) {
        return screen.of(View.BLOCKED, context, blocked.page(context, at));
    }

    /**
     * Tells what became of an item: its state, hours, what it waits for, and a comment, all of it
     * or nothing.
     *
     * @param hours worked; empty for none
     * @param remaining what is left; empty for what was left less these hours
     */
    @PostMapping("/items/{key}/report")
    ResponseEntity<String> report(
            @PathVariable String key,
            @RequestParam(defaultValue = "") String state,
            @RequestParam(defaultValue = "") String hours,
            @RequestParam(defaultValue = "") String day,
            @RequestParam(defaultValue = "") String remaining,
            @RequestParam(defaultValue = "") String note,
            @RequestParam(required = false) @Nullable String blocked,
            @RequestParam(defaultValue = "") String comment,
            @AuthenticationPrincipal SignedIn me) {
        var item = Lookups.key(key);
        var fields = new HashMap<String, String>();
        if (!state.isEmpty()) {
            fields.put(Field.STATE.label(), state);
        }
        if (blocked != null) {
            fields.put(Field.BLOCKED.label(), blocked);
        }
        Amount worked = FormValues.amount(hours);
        if (worked == null && !remaining.isBlank()) {
            fields.put(Field.HOURS_REMAINING.label(), remaining);
        }
        var entry =
                worked == null
                        ? null
                        : new LogHours(
                                item,
                                me.handle(),
                                day.isBlank() ? pages.today() : FormValues.date("day", day),
                                worked,
                                note,
                                remaining);
        var said = new ArrayList<Comment>();
        var saved =
                gateway.submit(
                        me,
                        any -> new ReportWork(item, Map.copyOf(fields), entry),
                        accepted -> {
                            if (!comment.isBlank()) {
                                said.add(comments.add(me, item, comment));
                            }
                        });
        if (said.isEmpty()) {
            return Answers.done("Changed", saved);
        }
        var place = "/comments/%d/".formatted(said.getFirst().id());
        return saved.operation() == 0
                ? Answers.undoable("Said on " + item, place + "remove", place + "restore")
                : Answers.doneWith("Changed", saved, place + "remove", place + "restore");
    }

    /** Enters what an item waits for: another item, somebody, and a day to ask again. */
    @PostMapping("/items/{key}/wait")
    ResponseEntity<String> waitFor(
            @PathVariable String key,
            @RequestParam(defaultValue = "") String reason,
            @RequestParam(defaultValue = "") String item,
            @RequestParam(defaultValue = "") String somebody,
            @RequestParam(defaultValue = "") String askAgain,
            @AuthenticationPrincipal SignedIn me) {
        if (reason.isBlank() && item.isBlank() && somebody.isBlank()) {
            throw FormValues.invalid(
                    "reason", "Say what it waits for: a reason, an item or somebody.");
        }
        var fields = new HashMap<String, String>();
        if (!reason.isBlank()) {
            fields.put(Field.BLOCKED.label(), reason);
        }
        fields.put(StandardFields.WAITS_FOR, item);
        fields.put(StandardFields.WAITS_ON, somebody);
        fields.put(StandardFields.ASK_AGAIN, askAgain);
        return Answers.done(
                "Waiting:",
                gateway.submit(me, new ReportWork(Lookups.key(key), Map.copyOf(fields), null)));
    }

    @PostMapping("/items/{key}/hours/{number}/remove")
    ResponseEntity<String> takeOut(
            @PathVariable String key,
            @PathVariable int number,
            @AuthenticationPrincipal SignedIn me) {
        return Answers.done(
                "Took hours out of",
                gateway.submit(me, new TakeOutHours(Lookups.key(key), number)));
    }
}
