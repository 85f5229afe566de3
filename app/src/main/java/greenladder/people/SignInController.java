package greenladder.people;

import greenladder.people.Audit.Event;
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
    private final FirstCode firstCode;
    private final Audit audit;
    private final boolean demo;

    SignInController(
            People people,
            Entrance entrance,
            FirstCode firstCode,
            Audit audit,
            Environment environment) {
        this.people = people;
        this.entrance = entrance;
        this.firstCode = firstCode;
        this.audit = audit;
        this.demo = environment.acceptsProfiles(Profiles.of("demo"));
    }

    @GetMapping("/sign-in")
    String signIn(Model model, HttpServletRequest request) {
        var typed = request.getParameter("as");
        model.addAttribute("typed", typed == null || typed.length() > 60 ? "" : typed);
        model.addAttribute("to", ReturnUrl.of(request));
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
        audit.noteAlone(Event.SIGN_IN, person.handle(), "as a sample person");
        return "redirect:" + ReturnUrl.of(request);
    }

    @GetMapping("/start")
    String start(Model model) {
        if (!people.isEmpty()) {
            return "redirect:/sign-in";
        }
        model.addAttribute("form", new StartForm("", "", "", ""));
        return "people/start";
    }

    /**
     * The first administrator as they typed themselves.
     *
     * @param code what was printed where the application was started
     */
    record StartForm(String name, String handle, String password, String code) {
        StartForm {
            name = name == null ? "" : name;
            handle = handle == null ? "" : handle;
            password = password == null ? "" : password;
            code = code == null ? "" : code;
        }

        PersonForm person() {
            return new PersonForm(name, handle, password);
        }
    }

    @PostMapping("/start")
    String addFirstAdministrator(
            StartForm form, Model model, HttpServletRequest request, HttpServletResponse response) {
        try {
            if (!people.isEmpty()) {
                throw new Failure.Forbidden("There is an administrator already; please sign in.");
            }
            firstCode.require(form.code(), request.getRemoteAddr());
            people.addFirstAdministrator(form.person());
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
