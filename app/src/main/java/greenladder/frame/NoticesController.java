package greenladder.frame;

import greenladder.people.SignedIn;
import greenladder.store.SnapshotKeeper;
import greenladder.talk.Notice;
import greenladder.talk.Notices;
import greenladder.web.Words;
import greenladder.words.ChangeWords;
import java.time.Clock;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.ModelMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;

/** One's own notices. */
@Controller
class NoticesController {
    private static final int A_PAGE = 60;

    private final Notices notices;
    private final SnapshotKeeper keeper;
    private final Frames frames;
    private final Clock clock;

    /**
     * @param count unread ones
     * @param olderUrl null where there are no more
     */
    record NoticesPage(
            String url,
            boolean unreadOnly,
            String otherUrl,
            long count,
            List<Row> rows,
            @Nullable String olderUrl) {}

    /**
     * @param title empty where the item is deleted
     * @param words empty where the reason says it all
     * @param saying what was said, rather than what was done
     */
    record Row(
            long id,
            boolean read,
            String who,
            String reason,
            String words,
            boolean saying,
            String key,
            String title,
            String when) {}

    NoticesController(Notices notices, SnapshotKeeper keeper, Frames frames, Clock clock) {
        this.notices = notices;
        this.keeper = keeper;
        this.frames = frames;
        this.clock = clock;
    }

    @GetMapping("/notices")
    String page(
            @RequestParam(defaultValue = "false") boolean unread,
            @RequestParam(defaultValue = "" + Long.MAX_VALUE) long before,
            @AuthenticationPrincipal SignedIn me,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean fragment,
            ModelMap model) {
        var some = notices.of(me, unread, before, A_PAGE + 1);
        var shown = some.subList(0, Math.min(A_PAGE, some.size()));
        var url = "/notices" + (unread ? "?unread=true" : "?unread=false");
        model.addAttribute(
                "page",
                new NoticesPage(
                        url,
                        unread,
                        "/notices?unread=" + !unread,
                        notices.unread(me),
                        shown.stream().map(one -> row(me, one)).toList(),
                        some.size() > A_PAGE ? url + "&before=" + shown.getLast().id() : null));
        if (!fragment) {
            model.addAttribute("frame", frames.of(me, null, "Notices"));
        }
        return Screen.drawn("frame/notices", fragment, model);
    }

    /** The mark beside the person: how many are unread. */
    @GetMapping("/notices/count")
    ResponseEntity<String> count(@AuthenticationPrincipal SignedIn me) {
        return ResponseEntity.ok(Long.toString(notices.unread(me)));
    }

    /** Reads a notice and goes to what it is about. */
    @PostMapping("/notices/{id}/open")
    String open(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        var notice = notices.read(me, id, true);
        var key = notice.item();
        if (notice.kind() == Notice.Kind.REVIEW || notice.kind() == Notice.Kind.ANSWERED) {
            return "redirect:" + View.REVIEWS.url(key.product()) + "?of=" + notice.target();
        }
        return keeper.seenBy(me).findItem(key).isEmpty()
                ? "redirect:/notices"
                : "redirect:"
                        + View.LADDER.url(key.product())
                        + "?at="
                        + key
                        + "&panel=1"
                        + (notice.target().isEmpty() ? "" : "#" + notice.target());
    }

    @PostMapping("/notices/{id}/read")
    String read(
            @PathVariable long id,
            @RequestParam boolean read,
            @RequestParam(defaultValue = "false") boolean unread,
            @AuthenticationPrincipal SignedIn me) {
        notices.read(me, id, read);
        return "redirect:/notices?unread=" + unread;
    }

    @PostMapping("/notices/read-all")
    String readAll(@AuthenticationPrincipal SignedIn me) {
        notices.readAll(me);
        return "redirect:/notices";
    }

    private Row row(SignedIn me, Notice notice) {
        var snapshot = keeper.seenBy(me);
        return new Row(
                notice.id(),
                notice.read(),
                ChangeWords.nameOf(snapshot, notice.actor()),
                reason(notice.kind()),
                words(notice),
                notice.kind() == Notice.Kind.MENTIONED || notice.kind() == Notice.Kind.COMMENTED,
                notice.item().toString(),
                snapshot.findItem(notice.item()).map(item -> item.title()).orElse(""),
                Words.since(notice.at(), clock));
    }

    /** Those that say more than the reason does. */
    private static String words(Notice notice) {
        return switch (notice.kind()) {
            case MENTIONED, COMMENTED, CHANGED, REVIEW, ANSWERED -> notice.words();
            case GIVEN, ROUND, AGENDA -> "";
        };
    }

    private static String reason(Notice.Kind kind) {
        return switch (kind) {
            case MENTIONED -> "mentions you";
            case GIVEN -> "gave you";
            case COMMENTED -> "says on";
            case CHANGED -> "changed";
            case ROUND -> "sizes";
            case AGENDA -> "walks the agenda, with";
            case REVIEW -> "asks you to read";
            case ANSWERED -> "answered";
        };
    }
}
