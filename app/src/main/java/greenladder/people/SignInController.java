package greenladder.people;

import greenladder.people.People.PersonForm;
import greenladder.web.Failure;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.List;
import org.springframework.core.env.Environment;
import org.springframework.core.env.Profiles;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

@Controller
class SignInController {
    private final People people;
    private final Entrance entrance;
    private final boolean demo;

    SignInController(People people, Entrance entrance, Environment environment) {
        this.people = people;
        this.entrance = entrance;
        this.demo = environment.acceptsProfiles(Profiles.of("demo"));
    }

    @GetMapping("/sign-in")
    String signIn(Model model, HttpServletRequest request) {
        var session = request.getSession(false);
        var typed = session == null ? null : session.getAttribute("typedHandle");
        model.addAttribute("typed", typed == null ? "" : typed);
        model.addAttribute("failed", request.getParameter("failed") != null);
        model.addAttribute("wait", request.getParameter("wait") != null);
        model.addAttribute("samples", demo ? people.allSignedIn() : List.of());
        return "people/sign-in";
    }

    /**
     * Signs in as one of the demo's sample people, without a password; outside the demo there is no
     * such way in.
     */
    @PostMapping("/sign-in/as")
    String signInAs(
            @RequestParam String handle, HttpServletRequest request, HttpServletResponse response) {
        if (!demo) {
            throw new Failure.NotFound("There is no such page.");
        }
        var person =
                people.findByHandle(handle)
                        .orElseThrow(() -> new Failure.NotFound("There is nobody of that name."));
        entrance.letIn(person, request, response);
        return "redirect:/";
    }

    @GetMapping("/start")
    String start(Model model) {
        if (!people.isEmpty()) {
            return "redirect:/sign-in";
        }
        model.addAttribute("form", new PersonForm("", "", ""));
        return "people/start";
    }

    @PostMapping("/start")
    String addFirstAdministrator(
            PersonForm form,
            Model model,
            HttpServletRequest request,
            HttpServletResponse response) {
        try {
            people.addFirstAdministrator(form);
            entrance.letIn(
                    people.findByHandle(form.handle().strip()).orElseThrow(), request, response);
            return "redirect:/";
        } catch (Failure.Invalid e) {
            response.setStatus(HttpStatus.UNPROCESSABLE_ENTITY.value());
            model.addAttribute("form", form);
            model.addAttribute("problems", e.problems());
            return "people/start";
        }
    }
}
