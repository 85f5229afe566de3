package greenladder.trace;

import greenladder.core.trace.KeepMeasure;
import greenladder.core.trace.NoteHealth;
import greenladder.core.trace.TakeReading;
import greenladder.core.value.ItemKey;
import greenladder.frame.Screen;
import greenladder.frame.View;
import greenladder.panel.Answers;
import greenladder.panel.FormValues;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway;
import greenladder.view.Lookups;
import greenladder.view.ViewContext;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Goals, gaps and coverage, and what people say of goals. */
@Controller
class TraceController {
    private final GoalPages goals;
    private final GoalReports reports;
    private final GapPages gaps;
    private final CoveragePages coverage;
    private final ImpactPages impacts;
    private final CommandGateway gateway;

    TraceController(
            GoalPages goals,
            GoalReports reports,
            GapPages gaps,
            CoveragePages coverage,
            ImpactPages impacts,
            CommandGateway gateway) {
        this.goals = goals;
        this.reports = reports;
        this.gaps = gaps;
        this.coverage = coverage;
        this.impacts = impacts;
        this.gateway = gateway;
    }

    @GetMapping("/{product:[A-Z]{2,5}}/goals")
    String goals(
            ViewContext context,
            @RequestParam(required = false) @Nullable ItemKey at,
            Screen screen) {
        var page = goals.page(context, at);
        return screen.of(View.GOALS, context, page);
    }

    /** For those who read only. */
    @GetMapping("/{product:[A-Z]{2,5}}/goals/report")
    String goalReport(ViewContext context, Screen screen) {
        return screen.of(View.GOALS, "trace/goal-report", context, reports.report(context));
    }

    @GetMapping("/{product:[A-Z]{2,5}}/gaps")
    String gaps(
            ViewContext context,
            @RequestParam(defaultValue = "") String kind,
            @RequestParam(defaultValue = "") String of,
            @RequestParam(defaultValue = "") String on,
            @RequestParam(required = false) @Nullable ItemKey at,
            Screen screen) {
        var page = gaps.page(context, kind, of, on, at);
        return screen.of(View.GAPS, context, page);
    }

    @GetMapping("/{product:[A-Z]{2,5}}/coverage")
    String coverage(
            ViewContext context,
            @RequestParam(defaultValue = "") String rows,
            @RequestParam(defaultValue = "") String columns,
            @RequestParam(defaultValue = "") String row,
            @RequestParam(required = false) @Nullable String column,
            @RequestParam(required = false) @Nullable ItemKey at,
            Screen screen) {
        var picked = new CoveragePages.Picked(row, column);
        return screen.of(View.COVERAGE, context, coverage.page(context, rows, columns, picked, at));
    }

    @GetMapping("/{product:[A-Z]{2,5}}/impact")
    String impact(
            ViewContext context,
            @RequestParam(defaultValue = "") String item,
            @RequestParam(required = false) @Nullable ItemKey at,
            Screen screen) {
        var page = impacts.page(context, item, at);
        return screen.of(View.IMPACT, context, page);
    }

    @PostMapping("/items/{key}/measure")
    ResponseEntity<String> measure(
            @PathVariable String key,
            @RequestParam(defaultValue = "") String from,
            @RequestParam(defaultValue = "") String target,
            @RequestParam(defaultValue = "") String unit,
            @AuthenticationPrincipal SignedIn me) {
        return Answers.noted(
                target.isBlank() ? "Measure removed" : "Saved",
                gateway.submit(me, new KeepMeasure(Lookups.key(key), from, target, unit)));
    }

    @PostMapping("/items/{key}/reading")
    ResponseEntity<String> reading(
            @PathVariable String key,
            @RequestParam(defaultValue = "") String day,
            @RequestParam(defaultValue = "") String value,
            @AuthenticationPrincipal SignedIn me) {
        var on = FormValues.date("day", day);
        return Answers.noted(
                value.isBlank() ? "Removed" : "Noted",
                gateway.submit(me, new TakeReading(Lookups.key(key), on, value)));
    }

    @PostMapping("/items/{key}/health")
    ResponseEntity<String> health(
            @PathVariable String key,
            @RequestParam(defaultValue = "") String state,
            @RequestParam(defaultValue = "") String words,
            @AuthenticationPrincipal SignedIn me) {
        return Answers.noted(
                "Noted",
                gateway.submit(me, new NoteHealth(Lookups.key(key), me.handle(), state, words)));
    }
}
