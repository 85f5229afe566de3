package greenladder.refine;

import greenladder.core.change.Problems;
import greenladder.core.edit.EditItems;
import greenladder.core.edit.SettleItem;
import greenladder.core.item.Field;
import greenladder.core.value.ItemKey;
import greenladder.frame.Screen;
import greenladder.frame.View;
import greenladder.panel.Answers;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway;
import greenladder.store.SnapshotKeeper;
import greenladder.talk.NoticeDesk;
import greenladder.view.Lookups;
import greenladder.view.ViewContext;
import greenladder.web.Failure;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Walks a product's agenda, item by item. */
@Controller
@RequestMapping("/{product:[A-Z]{2,5}}/agenda")
class AgendaController {
    private final SnapshotKeeper keeper;
    private final AgendaPages pages;
    private final CommandGateway gateway;
    private final AgendaRoom room;
    private final NoticeDesk notices;

    AgendaController(
            SnapshotKeeper keeper,
            AgendaPages pages,
            CommandGateway gateway,
            AgendaRoom room,
            NoticeDesk notices) {
        this.keeper = keeper;
        this.pages = pages;
        this.gateway = gateway;
        this.room = room;
        this.notices = notices;
    }

    @GetMapping
    String agenda(
            ViewContext context,
            @RequestParam(required = false) @Nullable ItemKey at,
            Screen screen) {
        var snapshot = context.snapshot();
        return screen.of(
                View.AGENDA,
                context,
                pages.page(snapshot, context.product(), at, context.reader()));
    }

    /** Takes an item off the agenda, with what was decided noted on it, if anything. */
    @PostMapping("/{key}/through")
    ResponseEntity<String> through(
            @PathVariable("product") String code,
            @PathVariable String key,
            @RequestParam(defaultValue = "") String words,
            @AuthenticationPrincipal SignedIn me) {
        var saved = gateway.submit(me, new SettleItem(Lookups.key(key), me.handle(), words, true));
        tellOfTheWalk(code, me);
        return Answers.done("Discussed", saved);
    }

    /** Sends an item back: off the agenda, with what has to be answered first. */
    @PostMapping("/{key}/back")
    ResponseEntity<String> back(
            @PathVariable("product") String code,
            @PathVariable String key,
            @RequestParam(defaultValue = "") String question,
            @AuthenticationPrincipal SignedIn me) {
        if (question.isBlank()) {
            throw new Failure.Invalid(
                    Problems.of("question", "What has to be answered? A question is needed."));
        }
        var saved =
                gateway.submit(
                        me,
                        new EditItems(
                                List.of(Lookups.key(key)),
                                Map.of(
                                        Field.AGENDA.label(),
                                        "",
                                        Field.QUESTION.label(),
                                        question)));
        tellOfTheWalk(code, me);
        return Answers.done("Sent back", saved);
    }

    private void tellOfTheWalk(String code, SignedIn me) {
        if (room.begins(code)) {
            var snapshot = keeper.whole();
            notices.agendaBegan(
                    AgendaPages.toCome(snapshot, Lookups.product(snapshot, code)), me.handle());
        }
    }
}
