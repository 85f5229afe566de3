package greenladder.plan;

import greenladder.core.plan.Load;
import greenladder.core.plan.Sprints;
import greenladder.core.value.ItemKey;
import greenladder.frame.Screen;
import greenladder.frame.View;
import greenladder.planning.SprintFigures;
import greenladder.view.Lookups;
import greenladder.view.ViewContext;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.LinkedMultiValueMap;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Shows the bench, and where things can be planned. */
@Controller
@RequestMapping("/{product:[A-Z]{2,5}}/bench")
class BenchController {
    private final BenchPages pages;
    private final SprintFigures figures;

    /** A place that work can be planned into. */
    record Place(String kind, String key, String name, String words) {}

    BenchController(BenchPages pages, SprintFigures figures) {
        this.pages = pages;
        this.figures = figures;
    }

    @GetMapping
    String bench(
            ViewContext context, @RequestParam MultiValueMap<String, String> asked, Screen screen) {
        var place = BenchPlace.read(context.snapshot(), context.product(), figures.today(), asked);
        return screen.of(View.BENCH, context, pages.page(context, place));
    }

    /** The open sprints and releases, as a strip below a list. */
    @GetMapping("/strip")
    String strip(ViewContext context, Model model) {
        var today = figures.today();
        var place =
                BenchPlace.read(
                        context.snapshot(), context.product(), today, new LinkedMultiValueMap<>());
        model.addAttribute("strip", pages.strip(context, place));
        return "plan/strip :: strip";
    }

    /** The sprints and releases that an item can be planned into, for its menu. */
    @GetMapping("/places")
    String places(ViewContext context, @RequestParam String item, Model model) {
        var snapshot = context.snapshot();
        var node = Lookups.node(snapshot, item);
        var places = new ArrayList<Place>();
        var workspace = snapshot.workspace();
        for (var sprint : workspace.openSprintsFor(node.item())) {
            if (!sprint.isClosed()) {
                places.add(
                        new Place(
                                "sprint",
                                sprint.key(),
                                sprint.name(),
                                sprint.isRunning() ? "running" : ""));
            }
        }
        for (var release : workspace.releasesOf(node.item().key().product())) {
            if (!release.isReleased()) {
                places.add(new Place("release", release.key(), release.name(), "release"));
            }
        }
        model.addAttribute("item", node.item());
        model.addAttribute("product", context.product().code());
        model.addAttribute("places", places);
        model.addAttribute("planned", planned(context, node.item().key()));
        return "plan/places :: places";
    }

    /** What the item is planned into now, or meant for. */
    private static List<Place> planned(ViewContext context, ItemKey key) {
        var snapshot = context.snapshot();
        var item = snapshot.requireNode(key).item();
        var planned = new ArrayList<Place>();
        snapshot.workspace()
                .findSprint(item.sprint())
                .filter(sprint -> !sprint.isClosed())
                .ifPresent(sprint ->
                        planned.add(new Place("sprint", sprint.key(), sprint.name(), "")));
        snapshot.workspace()
                .findRelease(item.release())
                .ifPresent(release ->
                        planned.add(new Place("release", release.key(), release.name(), "")));
        var team = snapshot.workspace().findTeam(item.team());
        team.ifPresent(found ->
                Sprints.of(snapshot.workspace(), found.key()).stream()
                        .filter(sprint ->
                                Load.candidates(snapshot, sprint).stream()
                                        .anyMatch(node -> node.item().key().equals(key)))
                        .findFirst()
                        .ifPresent(sprint ->
                                planned.add(
                                        new Place(
                                                "candidate",
                                                sprint.key(),
                                                sprint.name(),
                                                "candidate"))));
        return planned;
    }
}
