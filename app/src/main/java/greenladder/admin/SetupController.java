package greenladder.admin;

import greenladder.core.change.Problem;
import greenladder.core.change.Problems;
import greenladder.core.level.Category;
import greenladder.core.level.Level;
import greenladder.core.people.Permission;
import greenladder.core.team.Team;
import greenladder.frame.Frames;
import greenladder.people.SignedIn;
import greenladder.setup.LevelsForm;
import greenladder.setup.LevelsForm.LevelForm;
import greenladder.setup.SetupChanges;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import greenladder.web.Done;
import greenladder.web.Failure;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/**
 * Levels, kinds and states of a product, and the states that a team has of its own. Every step of
 * editing is a post that keeps what was entered; only saving changes anything.
 */
@Controller
class SetupController {
    private final SetupChanges setupChanges;
    private final SnapshotKeeper keeper;
    private final Frames frames;

    /** Choices as they come: which part goes, and what takes its place. */
    record ChoicesForm(@Nullable List<String> part, @Nullable List<String> instead) {
        Map<String, String> byPart() {
            var choices = new LinkedHashMap<String, String>();
            var parts = Objects.requireNonNullElse(part, List.<String>of());
            var values = Objects.requireNonNullElse(instead, List.<String>of());
            for (int i = 0; i < Math.min(parts.size(), values.size()); i++) {
                choices.put(parts.get(i), values.get(i));
            }
            return choices;
        }
    }

    /**
     * @param teamName null for a product
     * @param choices what has to be chosen before anything can be saved
     */
    record SetupPage(
            String action,
            String title,
            @Nullable String teamName,
            LevelsForm form,
            List<SetupChanges.Choice> choices,
            List<String> categories,
            List<String> wrong,
            String seen) {}

    SetupController(SetupChanges setupChanges, SnapshotKeeper keeper, Frames frames) {
        this.setupChanges = setupChanges;
        this.keeper = keeper;
        this.frames = frames;
    }

    @GetMapping("/{product:[A-Z]{2,5}}/setup")
    String product(
            @PathVariable("product") String code,
            @AuthenticationPrincipal SignedIn me,
            Model model) {
        requireAdministrator(me);
        var product = Lookups.product(keeper.seenBy(me), code);
        return showProduct(me, code, LevelsForm.of(product.levels()), List.of(), null, model);
    }

    @PostMapping("/{product:[A-Z]{2,5}}/setup")
    String changeProduct(
            @PathVariable("product") String code,
            @RequestParam(name = "do") String step,
            LevelsForm form,
            ChoicesForm choices,
            @RequestParam(defaultValue = "") String seen,
            @AuthenticationPrincipal SignedIn me,
            RedirectAttributes next,
            HttpServletResponse response,
            Model model) {
        requireAdministrator(me);
        if (!step.equals("save")) {
            return showProduct(me, code, form.after(step), List.of(), null, model);
        }
        var kept = Lookups.product(keeper.seenBy(me), code).levels();
        if (SeenForm.isOvertaken(seen, kept)) {
            response.setStatus(HttpStatus.CONFLICT.value());
            return showProduct(me, code, form, List.of(), SeenForm.overtaken(), model);
        }
        try {
            var outcome = setupChanges.product(me, code, form, choices.byPart());
            if (outcome.isDone()) {
                Done.tell(
                        next,
                        outcome.operation(),
                        "Changed the levels of " + Lookups.product(keeper.seenBy(me), code).name());
                return "redirect:/" + code + "/setup";
            }
            response.setStatus(HttpStatus.CONFLICT.value());
            return showProduct(me, code, form, outcome.open(), null, model);
        } catch (Failure.Invalid e) {
            response.setStatus(HttpStatus.UNPROCESSABLE_ENTITY.value());
            return showProduct(me, code, form, List.of(), e.problems(), model);
        }
    }

    @GetMapping("/teams/{key}/states")
    String team(@PathVariable String key, @AuthenticationPrincipal SignedIn me, Model model) {
        requireAdministrator(me);
        var team = Lookups.team(keeper.seenBy(me), key);
        return showTeam(me, team, formOf(me, team), List.of(), null, model);
    }

    @PostMapping("/teams/{key}/states")
    String changeTeam(
            @PathVariable String key,
            @RequestParam(name = "do") String step,
            LevelsForm form,
            ChoicesForm choices,
            @RequestParam(defaultValue = "") String seen,
            @AuthenticationPrincipal SignedIn me,
            RedirectAttributes next,
            HttpServletResponse response,
            Model model) {
        requireAdministrator(me);
        var team = Lookups.team(keeper.seenBy(me), key);
        if (!step.equals("save")) {
            return showTeam(me, team, form.after(step), List.of(), null, model);
        }
        if (SeenForm.isOvertaken(seen, formOf(me, team))) {
            response.setStatus(HttpStatus.CONFLICT.value());
            return showTeam(me, team, form, List.of(), SeenForm.overtaken(), model);
        }
        try {
            var outcome = setupChanges.team(me, key, form, choices.byPart());
            if (outcome.isDone()) {
                Done.tell(next, outcome.operation(), "Changed the states of " + team.name());
                return "redirect:/teams/" + key + "/states";
            }
            response.setStatus(HttpStatus.CONFLICT.value());
            return showTeam(me, team, form, outcome.open(), null, model);
        } catch (Failure.Invalid e) {
            response.setStatus(HttpStatus.UNPROCESSABLE_ENTITY.value());
            return showTeam(me, team, form, List.of(), e.problems(), model);
        }
    }

    /** The levels of all products that the team works for, each once by its key. */
    private LevelsForm formOf(SignedIn me, Team team) {
        var byKey = new LinkedHashMap<String, Level>();
        team.products().stream()
                .map(keeper.seenBy(me)::requireProduct)
                .forEach(product ->
                        product.levels()
                                .all()
                                .forEach(level -> byKey.putIfAbsent(level.key(), level)));
        return new LevelsForm(
                byKey.values().stream()
                        .map(level -> {
                            var own = team.ownStates().get(level.key());
                            var like = LevelsForm.of(level);
                            return new LevelForm(
                                    level.key(),
                                    level.name(),
                                    level.plural(),
                                    like.measure(),
                                    like.follows(),
                                    own != null,
                                    List.of(),
                                    own == null ? like.states() : LevelsForm.states(own));
                        })
                        .toList());
    }

    private String showProduct(
            SignedIn me,
            String code,
            LevelsForm form,
            List<SetupChanges.Choice> open,
            @Nullable Problems problems,
            Model model) {
        var product = Lookups.product(keeper.seenBy(me), code);
        var title = "Levels, kinds and states of " + product.name();
        model.addAttribute("frame", frames.of(me, product, "Levels and states"));
        return show(
                new SetupPage(
                        "/" + code + "/setup",
                        title,
                        null,
                        form,
                        open,
                        categories(),
                        wrong(problems),
                        SeenForm.of(product.levels())),
                problems,
                model);
    }

    private String showTeam(
            SignedIn me,
            Team team,
            LevelsForm form,
            List<SetupChanges.Choice> open,
            @Nullable Problems problems,
            Model model) {
        model.addAttribute("frame", frames.of(me, null, "States of " + team.name()));
        return show(
                new SetupPage(
                        "/teams/" + team.key() + "/states",
                        "States of team " + team.name(),
                        team.name(),
                        form,
                        open,
                        categories(),
                        wrong(problems),
                        SeenForm.of(formOf(me, team))),
                problems,
                model);
    }

    private static String show(SetupPage page, @Nullable Problems problems, Model model) {
        model.addAttribute("page", page);
        model.addAttribute("problems", problems);
        return "admin/setup";
    }

    /** What belongs to no single field of the form. */
    private static List<String> wrong(@Nullable Problems problems) {
        return problems == null
                ? List.of()
                : problems.all().stream()
                        .filter(problem -> !problem.field().endsWith(".name"))
                        .map(Problem::message)
                        .distinct()
                        .toList();
    }

    private static List<String> categories() {
        return Arrays.stream(Category.values()).map(Category::word).toList();
    }

    private static void requireAdministrator(SignedIn me) {
        if (!me.may(Permission.ADMINISTER)) {
            throw new Failure.Forbidden("Administrators look after levels and states.");
        }
    }
}
