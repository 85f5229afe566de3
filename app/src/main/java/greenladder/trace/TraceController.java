package greenladder.trace;

import greenladder.core.item.ItemKey;
import greenladder.core.trace.KeepMeasure;
import greenladder.core.trace.NoteHealth;
import greenladder.core.trace.TakeReading;
import greenladder.frame.Frames;
import greenladder.frame.View;
import greenladder.item.Asked;
import greenladder.item.Door;
import greenladder.item.Look;
import greenladder.panel.Answers;
import greenladder.panel.FormValues;
import greenladder.people.SignedIn;
import java.util.Locale;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;

/** Goals, gaps and coverage, and what people say of goals. */
@Controller
class TraceController {
    private final GoalPages goals;
    private final GoalReports reports;
    private final GapPages gaps;
    private final CoveragePages coverage;
    private final ImpactPages impacts;
    private final Frames frames;
    private final Door door;

    TraceController(
            GoalPages goals,
            GoalReports reports,
            GapPages gaps,
            CoveragePages coverage,
            ImpactPages impacts,
            Frames frames,
            Door door) {
        this.goals = goals;
        this.reports = reports;
        this.gaps = gaps;
        this.coverage = coverage;
        this.impacts = impacts;
        this.frames = frames;
        this.door = door;
    }

    private String shown(Look look, View view, Object page, boolean fragment, Model model) {
        model.addAttribute("page", page);
        model.addAttribute("frame", frames.of(look, view));
        var template = "trace/" + view.name().toLowerCase(Locale.ROOT);
        return fragment ? template + " :: view" : template;
    }

    @GetMapping("/{product:[A-Z]{2,5}}/goals")
    String goals(
            Look look,
            @RequestParam(defaultValue = "") String at,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean fragment,
            Model model) {
        var page = goals.page(look, ItemKey.parse(at).orElse(null));
        return shown(look, View.GOALS, page, fragment, model);
    }

    /** For those who read only. */
    @GetMapping("/{product:[A-Z]{2,5}}/goals/report")
    String goalReport(
            Look look,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean fragment,
            Model model) {
        model.addAttribute("page", reports.report(look));
        model.addAttribute("frame", frames.of(look, View.GOALS));
        return fragment ? "trace/goal-report :: view" : "trace/goal-report";
    }

    @GetMapping("/{product:[A-Z]{2,5}}/gaps")
    String gaps(
            Look look,
            @RequestParam(defaultValue = "") String kind,
            @RequestParam(defaultValue = "") String of,
            @RequestParam(defaultValue = "") String on,
            @RequestParam(defaultValue = "") String at,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean fragment,
            Model model) {
        var page = gaps.page(look, kind, of, on, ItemKey.parse(at).orElse(null));
        return shown(look, View.GAPS, page, fragment, model);
    }

    @GetMapping("/{product:[A-Z]{2,5}}/coverage")
    String coverage(
            Look look,
            @RequestParam(defaultValue = "") String rows,
            @RequestParam(defaultValue = "") String columns,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean fragment,
            Model model) {
        return shown(look, View.COVERAGE, coverage.page(look, rows, columns), fragment, model);
    }

    @GetMapping("/{product:[A-Z]{2,5}}/impact")
    String impact(
            Look look,
            @RequestParam(defaultValue = "") String item,
            @RequestParam(defaultValue = "") String at,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean fragment,
            Model model) {
        var page = impacts.page(look, item, ItemKey.parse(at).orElse(null));
        model.addAttribute("page", page);
        model.addAttribute("frame", frames.of(look, View.IMPACT));
        return fragment ? "trace/impact :: view" : "trace/impact";
    }

    @PostMapping("/items/{key}/measure")
    ResponseEntity<String> measure(
            @PathVariable String key,
            @RequestParam(defaultValue = "") String from,
            @RequestParam(defaultValue = "") String target,
            @RequestParam(defaultValue = "") String unit,
            @AuthenticationPrincipal SignedIn me) {
        return Answers.noted(
                target.isBlank() ? "Nothing is measured any more" : "Kept",
                door.submit(me, new KeepMeasure(Asked.key(key), from, target, unit)));
    }

    @PostMapping("/items/{key}/reading")
    ResponseEntity<String> reading(
            @PathVariable String key,
            @RequestParam(defaultValue = "") String day,
            @RequestParam(defaultValue = "") String value,
            @AuthenticationPrincipal SignedIn me) {
        var on = FormValues.date("day", day);
        return Answers.noted(
                value.isBlank() ? "Taken away" : "Noted",
                door.submit(me, new TakeReading(Asked.key(key), on, value)));
    }

    @PostMapping("/items/{key}/health")
    ResponseEntity<String> health(
            @PathVariable String key,
            @RequestParam(defaultValue = "") String state,
            @RequestParam(defaultValue = "") String words,
            @AuthenticationPrincipal SignedIn me) {
        return Answers.noted(
                "Noted",
                door.submit(me, new NoteHealth(Asked.key(key), me.handle(), state, words)));
    }
}
