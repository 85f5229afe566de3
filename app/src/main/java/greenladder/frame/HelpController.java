package greenladder.frame;

import greenladder.people.SignedIn;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;

/** The user guide. */
@Controller
class HelpController {
    private final Frames frames;

    HelpController(Frames frames) {
        this.frames = frames;
    }

    @GetMapping("/help")
    String help(@AuthenticationPrincipal SignedIn me, Model model) {
        model.addAttribute("frame", frames.of(me, null, "Help"));
        return "frame/help";
    }
}
