package greenladder.admin;

import greenladder.core.change.Problem;
import greenladder.core.people.Permission;
import greenladder.core.product.Product;
import greenladder.core.product.ReadyCheck;
import greenladder.core.product.Scale;
import greenladder.core.score.Formula;
import greenladder.frame.Frames;
import greenladder.people.SignedIn;
import greenladder.setup.ProductSetup;
import greenladder.setup.RefiningForm;
import greenladder.setup.RefiningReader;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import greenladder.web.Done;
import greenladder.web.Failure;
import jakarta.servlet.http.HttpServletResponse;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import java.util.stream.Stream;
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

/** How a product refines its backlog: bands, score, scale, definition of ready. */
@Controller
@RequestMapping("/{product:[A-Z]{2,5}}/refining")
class RefiningController {
    private final SnapshotKeeper keeper;
    private final ProductSetup setup;
    private final Frames frames;

    /**
     * @param errors what is wrong, by the name of the field
     */
    record RefiningPage(
            String product,
            RefiningForm form,
            List<CheckChoice> checks,
            List<CheckChoice> kinds,
            List<FormulaChoice> formulas,
            List<ScaleChoice> scales,
            Map<String, String> errors,
            String seen) {}

    record CheckChoice(String kind, String words, boolean chosen) {}

    record FormulaChoice(String name, String formula, String factors) {}

    record ScaleChoice(String name, String unit, String steps) {}

    RefiningController(SnapshotKeeper keeper, ProductSetup setup, Frames frames) {
        this.keeper = keeper;
        this.setup = setup;
        this.frames = frames;
    }

    @GetMapping
    String page(
            @PathVariable("product") String code,
            @AuthenticationPrincipal SignedIn me,
            Model model) {
        var product = require(me, code);
        return show(me, product, RefiningForm.of(product.refining()), List.of(), model);
    }

    @PostMapping
    String save(
            @PathVariable("product") String code,
            RefiningForm form,
            @RequestParam(defaultValue = "") String seen,
            @AuthenticationPrincipal SignedIn me,
            RedirectAttributes next,
            HttpServletResponse response,
            Model model) {
        var product = require(me, code);
        if (SeenForm.isOvertaken(seen, product.refining())) {
            response.setStatus(HttpStatus.CONFLICT.value());
            return show(me, product, form, SeenForm.overtaken().all(), model);
        }
        var reader = new RefiningReader(form);
        var refining = reader.read();
        if (!reader.problems().isEmpty()) {
            response.setStatus(HttpStatus.UNPROCESSABLE_ENTITY.value());
            return show(me, product, form, reader.problems(), model);
        }
        long operation = setup.keepRefining(me, code, refining);
        Done.tell(next, operation, "Changed the refining of " + product.name());
        return "redirect:/" + code + "/refining";
    }

    private String show(
            SignedIn me, Product product, RefiningForm form, List<Problem> problems, Model model) {
        var chosen = Objects.requireNonNullElse(form.checks(), List.<String>of());
        var defects = Objects.requireNonNullElse(form.defects(), List.<String>of());
        model.addAttribute("frame", frames.of(me, product, "Refining of " + product.name()));
        model.addAttribute(
                "page",
                new RefiningPage(
                        product.code(),
                        form,
                        Stream.of(ReadyCheck.Kind.values())
                                .filter(kind -> kind != ReadyCheck.Kind.BY_HAND)
                                .map(kind ->
                                        new CheckChoice(
                                                kind.name(),
                                                kind.words(),
                                                chosen.contains(kind.name())))
                                .toList(),
                        product.levels().all().stream()
                                .flatMap(level -> level.kinds().stream())
                                .distinct()
                                .map(kind -> new CheckChoice(kind, kind, defects.contains(kind)))
                                .toList(),
                        Formula.PRESETS.stream()
                                .map(preset ->
                                        new FormulaChoice(
                                                preset.name(),
                                                preset.formula(),
                                                RefiningForm.factorLines(preset.factors())))
                                .toList(),
                        Scale.PRESETS.stream()
                                .map(scale ->
                                        new ScaleChoice(
                                                scale.name(),
                                                scale.unit(),
                                                RefiningForm.stepLines(scale)))
                                .toList(),
                        problems.stream()
                                .collect(
                                        Collectors.toMap(
                                                Problem::field,
                                                Problem::message,
                                                (one, more) -> one + " " + more)),
                        SeenForm.of(product.refining())));
        return "admin/refining";
    }

    private Product require(SignedIn me, String code) {
        var product = Lookups.product(keeper.seenBy(me), code);
        if (!me.mayIn(code, Permission.SHAPE)) {
            throw new Failure.Forbidden("How a product refines is set up by its owners.");
        }
        return product;
    }
}
