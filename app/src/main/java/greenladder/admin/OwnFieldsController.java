package greenladder.admin;

import greenladder.core.change.Problem;
import greenladder.core.change.Problems;
import greenladder.core.item.CustomField;
import greenladder.core.people.Permission;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Mark;
import greenladder.frame.Frames;
import greenladder.people.SignedIn;
import greenladder.setup.ProductSetup;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import greenladder.web.Done;
import greenladder.web.Failure;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.function.LongSupplier;
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

/** The fields that a product has of its own. */
@Controller
@RequestMapping("/{product:[A-Z]{2,5}}/fields")
class OwnFieldsController {
    private final SnapshotKeeper keeper;
    private final ProductSetup setup;
    private final Frames frames;

    record FieldsPage(
            String product, List<FieldEntry> fields, List<TypeChoice> types, FieldForm entered) {}

    /**
     * @param used by how many items it is filled in
     * @param seen what the form was made of
     */
    record FieldEntry(
            String key,
            String name,
            String type,
            String choices,
            boolean chooses,
            long used,
            String seen) {}

    record TypeChoice(String key, String word) {}

    /**
     * @param key of the field that is changed; empty for a new one
     * @param choices one on each line
     */
    record FieldForm(
            @Nullable String key,
            @Nullable String name,
            @Nullable String type,
            @Nullable String choices) {
        static final FieldForm NEW = new FieldForm("", "", "TEXT", "");
    }

    OwnFieldsController(SnapshotKeeper keeper, ProductSetup setup, Frames frames) {
        this.keeper = keeper;
        this.setup = setup;
        this.frames = frames;
    }

    @GetMapping
    String page(
            @PathVariable("product") String code,
            @AuthenticationPrincipal SignedIn me,
            Model model) {
        return show(me, code, FieldForm.NEW, null, model);
    }

    @PostMapping
    String add(
            @PathVariable("product") String code,
            FieldForm form,
            @AuthenticationPrincipal SignedIn me,
            RedirectAttributes next,
            HttpServletResponse response,
            Model model) {
        return saved(
                me,
                code,
                new FieldForm("", form.name(), form.type(), form.choices()),
                () ->
                        setup.addField(
                                        me,
                                        code,
                                        text(form.name()),
                                        text(form.type()),
                                        text(form.choices()).lines().toList())
                                .operation(),
                next,
                response,
                model);
    }

    @PostMapping("/{key}")
    String change(
            @PathVariable("product") String code,
            @PathVariable String key,
            @RequestParam(name = "do") String step,
            @RequestParam(defaultValue = "") String seen,
            FieldForm form,
            @AuthenticationPrincipal SignedIn me,
            RedirectAttributes next,
            HttpServletResponse response,
            Model model) {
        return saved(
                me,
                code,
                new FieldForm(key, form.name(), form.type(), form.choices()),
                () -> {
                    SeenForm.require(seen, kept(me, code, key));
                    return switch (step) {
                        case "remove" -> setup.removeField(me, code, key);
                        case "up" -> setup.raiseField(me, code, key);
                        default ->
                                setup.changeField(
                                        me,
                                        code,
                                        key,
                                        text(form.name()),
                                        text(form.choices()).lines().toList());
                    };
                },
                next,
                response,
                model);
    }

    private String saved(
            SignedIn me,
            String code,
            FieldForm form,
            LongSupplier step,
            RedirectAttributes next,
            HttpServletResponse response,
            Model model) {
        try {
            Done.tell(next, step.getAsLong(), "Changed the fields of " + nameOf(me, code));
            return "redirect:/" + code + "/fields";
        } catch (Failure.Invalid e) {
            response.setStatus(HttpStatus.UNPROCESSABLE_ENTITY.value());
            return show(me, code, form, e.problems(), model);
        }
    }

    private String nameOf(SignedIn me, String code) {
        return Lookups.product(keeper.seenBy(me), code).name();
    }

    private String show(
            SignedIn me, String code, FieldForm entered, @Nullable Problems problems, Model model) {
        var product = Lookups.product(keeper.seenBy(me), code);
        if (!me.mayIn(code, Permission.SHAPE)) {
            throw new Failure.Forbidden("Fields are set up by product owners.");
        }
        model.addAttribute("frame", frames.of(me, product, "Fields of " + product.name()));
        model.addAttribute(
                "page",
                new FieldsPage(
                        code,
                        product.fields().stream()
                                .map(field -> entry(me, product, field, entered))
                                .toList(),
                        Arrays.stream(CustomField.Type.values())
                                .map(type -> new TypeChoice(type.name(), type.word()))
                                .toList(),
                        text(entered.key()).isEmpty() ? entered : FieldForm.NEW));
        model.addAttribute(
                "wrong",
                problems == null
                        ? List.of()
                        : problems.all().stream().map(Problem::message).toList());
        return "admin/fields";
    }

    private FieldEntry entry(SignedIn me, Product product, CustomField field, FieldForm entered) {
        boolean isRefused = field.key().equals(entered.key());
        long used =
                keeper.seenBy(me)
                        .countMarked(Mark.OWN_FIELD, Mark.ownField(product.code(), field.key()));
        return new FieldEntry(
                field.key(),
                isRefused ? text(entered.name()) : field.name(),
                field.type().word(),
                isRefused ? text(entered.choices()) : String.join("\n", field.choices()),
                field.type().hasChoices(),
                used,
                SeenForm.of(field));
    }

    private Object kept(SignedIn me, String code, String key) {
        return Lookups.product(keeper.seenBy(me), code).fields().stream()
                .filter(field -> field.key().equals(key))
                .findFirst()
                .<Object>map(field -> field)
                .orElse("");
    }

    private static String text(@Nullable String text) {
        return Objects.requireNonNullElse(text, "").strip();
    }
}
