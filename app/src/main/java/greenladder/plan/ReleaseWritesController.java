package greenladder.plan;

import static greenladder.panel.FormValues.date;
import static greenladder.panel.FormValues.lines;

import greenladder.core.item.Milestone;
import greenladder.core.plan.CloseSprint;
import greenladder.core.release.Release;
import greenladder.panel.Answers;
import greenladder.people.SignedIn;
import greenladder.planning.Planning;
import greenladder.planning.SprintFigures;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** What the pages of this stage do to releases. */
@Controller
@RequestMapping("/{product:[A-Z]{2,5}}/plan")
class ReleaseWritesController {
    private final Planning planning;
    private final SnapshotKeeper keeper;
    private final SprintFigures figures;

    ReleaseWritesController(Planning planning, SnapshotKeeper keeper, SprintFigures figures) {
        this.planning = planning;
        this.keeper = keeper;
        this.figures = figures;
    }

    @PostMapping("/releases")
    ResponseEntity<String> makeRelease(
            @PathVariable String product,
            @RequestParam MultiValueMap<String, String> form,
            @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        Lookups.product(snapshot, product);
        var teams = snapshot.workspace().teamsOf(product).stream().map(team -> team.key()).toList();
        var plain =
                new Release(
                        "",
                        product,
                        "",
                        figures.today(),
                        List.of(),
                        null,
                        null,
                        teams,
                        List.of(),
                        null);
        var saved = planning.makeRelease(me, read(form, plain));
        return Answers.made("Release made", saved);
    }

    @PostMapping("/releases/{release}")
    ResponseEntity<String> changeRelease(
            @PathVariable String release,
            @RequestParam MultiValueMap<String, String> form,
            @AuthenticationPrincipal SignedIn me) {
        return Answers.noted(
                "Changed",
                planning.changeRelease(
                        me, release, was -> read(form, was), null, CloseSprint.BACKLOG));
    }

    @PostMapping("/releases/{release}/release")
    ResponseEntity<String> release(
            @PathVariable String release,
            @RequestParam boolean released,
            @RequestParam(defaultValue = CloseSprint.BACKLOG) String unfinishedTo,
            @AuthenticationPrincipal SignedIn me) {
        return Answers.noted(
                released ? "Released" : "Marked as not released",
                planning.changeRelease(me, release, was -> was, released, unfinishedTo));
    }

    @PostMapping("/releases/{release}/remove")
    ResponseEntity<String> removeRelease(
            @PathVariable String release,
            @RequestParam(defaultValue = "") String items,
            @AuthenticationPrincipal SignedIn me) {
        return Answers.noted(
                "Release removed",
                planning.removeRelease(me, release, items.isEmpty() ? null : items));
    }

    private Release read(MultiValueMap<String, String> form, Release was) {
        var start = form.getFirst("start");
        var date = form.getFirst("date");
        var milestones = new ArrayList<Milestone>();
        var lines = form.getFirst("milestones");
        for (var line : lines(Objects.requireNonNullElse(lines, ""))) {
            var parts = line.split("\\s+", 2);
            milestones.add(
                    new Milestone(
                            parts.length > 1 ? parts[1].strip() : "",
                            date("milestones", parts[0])));
        }
        var goal = form.getFirst("goal");
        return new Release(
                was.key(),
                was.product(),
                Objects.requireNonNullElse(form.getFirst("name"), was.name()).strip(),
                date == null ? was.date() : date("date", date),
                form.containsKey("products-given")
                        ? form.getOrDefault("products", List.of()).stream()
                                .filter(code -> !code.equals(was.product()))
                                .toList()
                        : was.others(),
                start == null ? was.start() : start.isBlank() ? null : date("start", start),
                goal == null ? was.goal() : goal.isBlank() ? null : goal.strip(),
                form.containsKey("teams-given")
                        ? form.getOrDefault("teams", List.of())
                        : was.teams(),
                lines == null ? was.milestones() : milestones,
                was.releasedAt(),
                was.picture());
    }
}
