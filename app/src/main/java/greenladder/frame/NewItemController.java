package greenladder.frame;

import greenladder.core.edit.Target;
import greenladder.panel.Answers;
import greenladder.panel.FormValues;
import greenladder.panel.NewItemForms;
import greenladder.people.SignedIn;
import greenladder.setup.Beginnings;
import greenladder.setup.ProductSetup;
import greenladder.store.CommandGateway;
import greenladder.view.ViewContext;
import greenladder.web.Failure;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.ModelMap;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** One form for everything that a new item can have. */
@Controller
@RequestMapping("/{product:[A-Z]{2,5}}/new")
class NewItemController {
    /** What names a field in the form, so that none is taken for something else. */
    private static final String PREFIX = "field.";

    private static final int LONGEST = 200_000;

    private final NewItemForms forms;
    private final CommandGateway gateway;
    private final ProductSetup setup;
    private final Frames frames;

    NewItemController(
            NewItemForms forms, CommandGateway gateway, ProductSetup setup, Frames frames) {
        this.forms = forms;
        this.gateway = gateway;
        this.setup = setup;
        this.frames = frames;
    }

    @GetMapping
    String form(
            ViewContext context,
            @RequestParam(defaultValue = "") String level,
            @RequestParam(defaultValue = "") String kind,
            @RequestParam(defaultValue = "") String parent,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean isFragment,
            ModelMap model) {
        model.addAttribute("frame", frames.of(context.reader(), context.product(), "New item"));
        model.addAttribute("page", forms.page(context, level, kind, parent));
        return Screen.drawn("frame/new-item", isFragment, model);
    }

    /** Adds the item with what was filled in; everything that is wrong is named by its field. */
    @PostMapping
    ResponseEntity<String> add(
            ViewContext context,
            @RequestParam MultiValueMap<String, String> form,
            @AuthenticationPrincipal SignedIn me) {
        try {
            var beginning =
                    Beginnings.of(
                            context.snapshot(),
                            context.product().code(),
                            filledIn(form),
                            new Target.Stay(),
                            Beginnings.PLAIN);
            return Answers.added(gateway.submit(me, beginning.create()));
        } catch (Failure.Invalid e) {
            return Answers.refused(e.problems());
        }
    }

    private static Map<String, String> filledIn(MultiValueMap<String, String> form) {
        var fields = new LinkedHashMap<String, String>();
        form.forEach((name, values) -> {
            var value =
                    values.stream().filter(one -> !one.isBlank()).collect(Collectors.joining(", "));
            if (name.startsWith(PREFIX) && !value.isEmpty()) {
                var field = name.substring(PREFIX.length());
                if (value.length() > LONGEST) {
                    throw FormValues.invalid(field, "This is too long.");
                }
                fields.put(field, value.replace("\r\n", "\n"));
            }
        });
        return fields;
    }

    /** Adds a field to the product, which the form then has. */
    @PostMapping("/fields")
    ResponseEntity<String> addField(
            ViewContext context,
            @RequestParam(defaultValue = "") String name,
            @RequestParam(defaultValue = "") String type,
            @RequestParam(defaultValue = "") String choices,
            @AuthenticationPrincipal SignedIn me) {
        var kept =
                setup.addField(
                        me,
                        context.product().code(),
                        name.strip(),
                        type,
                        FormValues.lines(choices));
        return Answers.said("Added the field " + kept.part().name());
    }
}
