package greenladder.people;

import greenladder.web.Failure;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Where the link of an invitation leads: a password, and one is in. */
@Controller
class InvitationController {
    private static final int MOST_WRONG = 30;

    private final Invitations invitations;
    private final People people;
    private final Entrance entrance;
    private final AttemptLimit attempts;

    InvitationController(
            Invitations invitations, People people, Entrance entrance, AttemptLimit attempts) {
        this.invitations = invitations;
        this.people = people;
        this.entrance = entrance;
        this.attempts = attempts;
    }

    @GetMapping("/invitation/{secret}")
    String read(@PathVariable String secret, HttpServletRequest request, Model model) {
        model.addAttribute("invitation", require(secret, request));
        return "people/invitation";
    }

    @PostMapping("/invitation/{secret}")
    String accept(
            @PathVariable String secret,
            @RequestParam String password,
            HttpServletRequest request,
            HttpServletResponse response,
            Model model) {
        var invitation = require(secret, request);
        try {
            invitations.accept(secret, password);
        } catch (Failure.Invalid e) {
            response.setStatus(HttpStatus.UNPROCESSABLE_ENTITY.value());
            model.addAttribute("invitation", invitation);
            model.addAttribute("problems", e.problems());
            return "people/invitation";
        }
        entrance.letIn(people.findByHandle(invitation.handle()).orElseThrow(), request, response);
        return "redirect:/";
    }

    private Invitations.Open require(String secret, HttpServletRequest request) {
        var source = "invitation from " + request.getRemoteAddr();
        if (!attempts.mayTry(source, MOST_WRONG)) {
            throw new Failure.NotFound("Too many wrong links; try again in ten minutes.");
        }
        try {
            return invitations.require(secret);
        } catch (Failure.NotFound e) {
            attempts.noteFailure(source, MOST_WRONG);
            throw e;
        }
    }
}
