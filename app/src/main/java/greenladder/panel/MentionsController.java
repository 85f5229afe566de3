package greenladder.panel;

import greenladder.people.SignedIn;
import greenladder.store.SnapshotKeeper;
import java.util.List;
import java.util.Locale;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** Whom somebody may mean who types a mention. */
@Controller
class MentionsController {
    private static final int MOST = 8;

    private final SnapshotKeeper keeper;

    record Suggestion(String handle, String name) {}

    MentionsController(SnapshotKeeper keeper) {
        this.keeper = keeper;
    }

    @GetMapping("/mentions")
    @ResponseBody
    List<Suggestion> suggest(
            @RequestParam(defaultValue = "") String q, @AuthenticationPrincipal SignedIn me) {
        var text = q.strip().toLowerCase(Locale.ROOT);
        return keeper.seenBy(me).workspace().peopleAtWork().stream()
                .filter(person ->
                        person.handle().startsWith(text)
                                || List.of(person.name().toLowerCase(Locale.ROOT).split("\\s+"))
                                        .stream()
                                        .anyMatch(word -> word.startsWith(text)))
                .limit(MOST)
                .map(person -> new Suggestion(person.handle(), person.name()))
                .toList();
    }
}
