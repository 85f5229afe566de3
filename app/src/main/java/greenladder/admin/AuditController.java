package greenladder.admin;

import greenladder.frame.Frames;
import greenladder.people.Audit;
import greenladder.people.Audit.Asked;
import greenladder.people.Audit.Event;
import greenladder.people.SignedIn;
import greenladder.store.UnreadFacts;
import greenladder.store.UnreadFacts.Unread;
import greenladder.web.Words;
import java.time.Clock;
import java.util.Arrays;
import java.util.List;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The record of sign-ins, roles, invitations and tokens, for administrators. */
@Controller
class AuditController {
    private static final int LONGEST_WORDS = 120;

    private final Audit audit;
    private final UnreadFacts unread;
    private final Frames frames;
    private final Clock clock;

    /**
     * @param cut whether there is more than is shown
     */
    record AuditPage(
            List<Line> lines,
            List<Choice> events,
            String event,
            String words,
            boolean cut,
            List<Unread> unread) {}

    record Line(
            String at,
            String when,
            String event,
            String actor,
            String subject,
            String address,
            String details) {}

    record Choice(String value, String label) {}

    AuditController(Audit audit, UnreadFacts unread, Frames frames, Clock clock) {
        this.audit = audit;
        this.unread = unread;
        this.frames = frames;
        this.clock = clock;
    }

    @GetMapping("/audit")
    String page(
            @RequestParam(defaultValue = "") String event,
            @RequestParam(defaultValue = "") String words,
            @AuthenticationPrincipal SignedIn me,
            Model model) {
        var asked = words.length() > LONGEST_WORDS ? words.substring(0, LONGEST_WORDS) : words;
        var entries = audit.read(me, new Asked(Event.find(event).orElse(null), asked));
        model.addAttribute(
                "page",
                new AuditPage(
                        entries.stream().map(this::line).toList(),
                        Arrays.stream(Event.values())
                                .map(one -> new Choice(one.id(), one.label()))
                                .toList(),
                        Event.find(event).map(Event::id).orElse(""),
                        asked,
                        entries.size() == Audit.MOST,
                        unread.all()));
        model.addAttribute("frame", frames.of(me, null, "Audit"));
        return "admin/audit";
    }

    /** What cannot be read of the plan is taken away. */
    @PostMapping("/audit/unreadable")
    String removeUnreadable(
            @RequestParam String subject,
            @RequestParam String fact,
            @AuthenticationPrincipal SignedIn me) {
        unread.remove(me, subject, fact);
        return "redirect:/audit";
    }

    private Line line(Audit.Entry entry) {
        return new Line(
                entry.at().toString(),
                Words.since(entry.at(), clock),
                entry.event().label(),
                entry.actor(),
                entry.subject(),
                entry.address(),
                entry.details());
    }
}
