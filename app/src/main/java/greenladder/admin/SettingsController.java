package greenladder.admin;

import greenladder.core.change.Problems;
import greenladder.frame.Frames;
import greenladder.people.Entrance;
import greenladder.people.People;
import greenladder.people.SignedIn;
import greenladder.people.Tokens;
import greenladder.web.Failure;
import greenladder.web.Words;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Clock;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** One's own settings: name, password, where one is signed in, tokens for programs. */
@Controller
@RequestMapping("/settings")
class SettingsController {
    private final People people;
    private final Tokens tokens;
    private final Entrance entrance;
    private final Frames frames;
    private final Clock clock;

    /**
     * @param secret of a token that was just made, shown this once
     * @param said what was just done
     */
    record SettingsPage(
            String name,
            String handle,
            List<TokenEntry> tokens,
            @Nullable String secret,
            @Nullable String said,
            String tokenName,
            int mostDays) {}

    record TokenEntry(String id, String name, String made, String used, String until) {}

    SettingsController(
            People people, Tokens tokens, Entrance entrance, Frames frames, Clock clock) {
        this.people = people;
        this.tokens = tokens;
        this.entrance = entrance;
        this.frames = frames;
        this.clock = clock;
    }

    @GetMapping
    String page(@AuthenticationPrincipal SignedIn me, Model model) {
        return show(me, null, null, "", null, model);
    }

    @PostMapping("/name")
    String rename(
            @RequestParam String name,
            @AuthenticationPrincipal SignedIn me,
            HttpServletResponse response,
            Model model) {
        try {
            people.rename(me, name);
            return "redirect:/settings";
        } catch (Failure.Invalid e) {
            return refused(me, "", e, response, model);
        }
    }

    @PostMapping("/password")
    String changePassword(
            @RequestParam String old,
            @RequestParam String password,
            @RequestParam(defaultValue = "false") boolean keepTokens,
            @AuthenticationPrincipal SignedIn me,
            HttpServletRequest request,
            HttpServletResponse response,
            Model model) {
        try {
            var now = people.changePassword(me, old, password, !keepTokens);
            entrance.letIn(now, request, response);
            return show(
                    now,
                    null,
                    keepTokens
                            ? "Password changed. You are signed out everywhere else."
                            : "Password changed. You are signed out everywhere else, and your"
                                    + " tokens are revoked.",
                    "",
                    null,
                    model);
        } catch (Failure.Invalid e) {
            return refused(me, "", e, response, model);
        }
    }

    @PostMapping("/sign-out-everywhere")
    String signOutEverywhere(
            @RequestParam(defaultValue = "false") boolean tokens,
            @AuthenticationPrincipal SignedIn me) {
        people.signOutEverywhere(me, tokens);
        return "redirect:/sign-in";
    }

    @PostMapping("/tokens")
    String makeToken(
            @RequestParam String name,
            @RequestParam(defaultValue = "90") int days,
            @AuthenticationPrincipal SignedIn me,
            HttpServletResponse response,
            Model model) {
        try {
            return show(me, tokens.make(me, name, days).secret(), null, "", null, model);
        } catch (Failure.Invalid e) {
            return refused(me, name, e, response, model);
        }
    }

    @PostMapping("/tokens/{id}/revoke")
    String revoke(@PathVariable String id, @AuthenticationPrincipal SignedIn me) {
        tokens.revoke(me, id);
        return "redirect:/settings";
    }

    private String refused(
            SignedIn me,
            String tokenName,
            Failure.Invalid failure,
            HttpServletResponse response,
            Model model) {
        response.setStatus(HttpStatus.UNPROCESSABLE_ENTITY.value());
        return show(me, null, null, tokenName, failure.problems(), model);
    }

    private String show(
            SignedIn me,
            @Nullable String secret,
            @Nullable String said,
            String tokenName,
            @Nullable Problems problems,
            Model model) {
        var entries =
                tokens.of(me).stream()
                        .map(token ->
                                new TokenEntry(
                                        token.id(),
                                        token.name(),
                                        Words.since(token.createdAt(), clock),
                                        token.lastUsedAt() == null
                                                ? "never"
                                                : Words.since(token.lastUsedAt(), clock),
                                        Words.day(
                                                token.expiresAt()
                                                        .atZone(clock.getZone())
                                                        .toLocalDate())))
                        .toList();
        model.addAttribute(
                "page",
                new SettingsPage(
                        me.name(),
                        me.handle(),
                        entries,
                        secret,
                        said,
                        tokenName,
                        Tokens.MOST_DAYS));
        model.addAttribute("problems", problems);
        model.addAttribute("frame", frames.of(me, null, "Settings"));
        return "admin/settings";
    }
}
