package greenladder.admin;

import greenladder.core.change.Problem;
import greenladder.core.change.Problems;
import greenladder.core.edit.Target;
import greenladder.core.edit.TemplateUse;
import greenladder.core.item.Field;
import greenladder.core.people.Permission;
import greenladder.core.product.Product;
import greenladder.core.product.Template;
import greenladder.frame.Frames;
import greenladder.people.SignedIn;
import greenladder.setup.ProductSetup;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import greenladder.web.Done;
import greenladder.web.Failure;
import jakarta.servlet.http.HttpServletResponse;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
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
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The templates of a product. */
@Controller
@RequestMapping("/{product:[A-Z]{2,5}}/templates")
class TemplatesController {
    private static final Set<Field> SHOWN =
            Set.of(
                    Field.DESCRIPTION,
                    Field.ACCEPTANCE,
                    Field.DEFINITION_OF_DONE,
                    Field.CHECKLIST,
                    Field.LABELS,
                    Field.SIZE);

    private final SnapshotKeeper keeper;
    private final ProductSetup setup;
    private final Frames frames;

    record TemplatesPage(
            String product,
            List<TemplateForm> templates,
            List<Choice> kinds,
            List<Choice> defaults,
            @Nullable TemplateForm refused) {}

    /** A template as it stands or as it was entered. */
    record TemplateForm(
            @Nullable String key,
            @Nullable String name,
            @Nullable String kind,
            @Nullable String defaultFor,
            @Nullable String titlePrefix,
            @Nullable String description,
            @Nullable String acceptance,
            @Nullable String definitionOfDone,
            @Nullable String checklist,
            @Nullable String labels,
            @Nullable String size,
            @Nullable String others,
            @Nullable String children,
            @Nullable List<String> notes,
            @Nullable String seen) {

        Template toTemplate(String key) {
            Map<String, String> fields = new HashMap<>();
            put(fields, Field.DESCRIPTION, description);
            put(fields, Field.ACCEPTANCE, acceptance);
            put(fields, Field.DEFINITION_OF_DONE, definitionOfDone);
            put(fields, Field.CHECKLIST, checklist);
            put(fields, Field.LABELS, labels);
            put(fields, Field.SIZE, size);
            text(others)
                    .lines()
                    .map(line -> line.split(":", 2))
                    .filter(pair -> pair.length == 2 && !pair[1].isBlank())
                    .forEach(pair -> fields.put(pair[0].strip(), pair[1].strip()));
            var levelAndKind = text(kind).split("/", 2);
            return new Template(
                    key,
                    text(name),
                    levelAndKind[0],
                    levelAndKind.length == 2 ? levelAndKind[1] : "",
                    text(defaultFor).isEmpty() ? null : text(defaultFor),
                    text(titlePrefix),
                    fields,
                    text(children)
                            .lines()
                            .map(String::strip)
                            .filter(one -> !one.isEmpty())
                            .toList());
        }

        private static void put(Map<String, String> fields, Field field, @Nullable String text) {
            if (!text(text).isEmpty()) {
                fields.put(field.label(), text(text));
            }
        }
    }

    record Choice(String key, String name) {}

    TemplatesController(SnapshotKeeper keeper, ProductSetup setup, Frames frames) {
        this.keeper = keeper;
        this.setup = setup;
        this.frames = frames;
    }

    @GetMapping
    String page(
            @PathVariable("product") String code,
            @AuthenticationPrincipal SignedIn me,
            Model model) {
        return show(me, code, null, null, model);
    }

    @PostMapping
    String add(
            @PathVariable("product") String code,
            TemplateForm form,
            @AuthenticationPrincipal SignedIn me,
            RedirectAttributes next,
            HttpServletResponse response,
            Model model) {
        return kept(me, code, "", form, next, response, model);
    }

    @PostMapping("/{key}")
    String change(
            @PathVariable("product") String code,
            @PathVariable String key,
            @RequestParam(name = "do") String step,
            TemplateForm form,
            @AuthenticationPrincipal SignedIn me,
            RedirectAttributes next,
            HttpServletResponse response,
            Model model) {
        if (step.equals("remove")) {
            tell(next, me, code, setup.removeTemplate(me, code, key));
            return "redirect:/" + code + "/templates";
        }
        return kept(me, code, key, form, next, response, model);
    }

    private void tell(RedirectAttributes next, SignedIn me, String code, long operation) {
        Done.tell(next, operation, "Changed the templates of " + product(me, code).name());
    }

    private String kept(
            SignedIn me,
            String code,
            String key,
            TemplateForm form,
            RedirectAttributes next,
            HttpServletResponse response,
            Model model) {
        try {
            SeenForm.require(text(form.seen()), product(me, code).findTemplate(key));
            var kept = setup.keepTemplate(me, code, form.toTemplate(key));
            tell(next, me, code, kept.operation());
            return "redirect:/" + code + "/templates";
        } catch (Failure.Invalid e) {
            response.setStatus(HttpStatus.UNPROCESSABLE_ENTITY.value());
            return show(
                    me, code, formOf(product(me, code), form.toTemplate(key)), e.problems(), model);
        }
    }

    private String show(
            SignedIn me,
            String code,
            @Nullable TemplateForm refused,
            @Nullable Problems problems,
            Model model) {
        var product = product(me, code);
        if (!me.mayIn(code, Permission.SHAPE)) {
            throw new Failure.Forbidden("Templates are set up by product owners.");
        }
        var defaults = new ArrayList<Choice>();
        defaults.add(new Choice("", "only when chosen"));
        defaults.add(new Choice(Template.WHOLE_PRODUCT, "everywhere in " + product.name()));
        keeper.seenBy(me)
                .workspace()
                .teamsOf(code)
                .forEach(team -> defaults.add(new Choice(team.key(), "team " + team.name())));
        model.addAttribute("frame", frames.of(me, product, "Templates of " + product.name()));
        model.addAttribute(
                "page",
                new TemplatesPage(
                        code,
                        product.templates().stream()
                                .map(template ->
                                        refused != null && template.key().equals(refused.key())
                                                ? refused
                                                : formOf(product, template))
                                .toList(),
                        product.levels().all().stream()
                                .flatMap(level ->
                                        level.kinds().stream()
                                                .map(kind ->
                                                        new Choice(
                                                                level.key() + "/" + kind,
                                                                kind.equals(level.plainKind())
                                                                        ? level.name()
                                                                        : level.name()
                                                                                + ": "
                                                                                + kind)))
                                .toList(),
                        defaults,
                        refused != null && "".equals(refused.key()) ? refused : null));
        model.addAttribute("refusedKey", refused == null ? null : refused.key());
        model.addAttribute(
                "wrong",
                problems == null
                        ? List.of()
                        : problems.all().stream().map(Problem::message).toList());
        return "admin/templates";
    }

    private static TemplateForm formOf(Product product, Template template) {
        var fields = template.fields();
        var shown = SHOWN.stream().map(Field::label).collect(Collectors.toSet());
        return new TemplateForm(
                template.key(),
                template.name(),
                template.level() + "/" + template.kind(),
                template.defaultFor(),
                template.titlePrefix(),
                fields.get(Field.DESCRIPTION.label()),
                fields.get(Field.ACCEPTANCE.label()),
                fields.get(Field.DEFINITION_OF_DONE.label()),
                fields.get(Field.CHECKLIST.label()),
                fields.get(Field.LABELS.label()),
                fields.get(Field.SIZE.label()),
                fields.entrySet().stream()
                        .filter(entry -> !shown.contains(entry.getKey()))
                        .map(entry -> entry.getKey() + ": " + entry.getValue())
                        .collect(Collectors.joining("\n")),
                String.join("\n", template.children()),
                TemplateUse.of(template, product, Map.of(), new Target.Stay()).notes(),
                SeenForm.of(product.findTemplate(text(template.key()))));
    }

    private static String text(@Nullable String text) {
        return Objects.requireNonNullElse(text, "").replace("\r\n", "\n").strip();
    }

    private Product product(SignedIn me, String code) {
        return Lookups.product(keeper.seenBy(me), code);
    }
}
