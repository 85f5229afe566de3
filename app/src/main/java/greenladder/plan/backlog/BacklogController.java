package greenladder.plan.backlog;

import static greenladder.panel.FormValues.invalid;

import greenladder.core.change.Command;
import greenladder.core.edit.MoveItems;
import greenladder.core.edit.Target;
import greenladder.core.filter.Facet;
import greenladder.core.item.Field;
import greenladder.core.plan.OrderSprint;
import greenladder.core.plan.PlanIntoSprint;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Mix;
import greenladder.core.value.ItemKey;
import greenladder.core.work.KeepPractice;
import greenladder.frame.Screen;
import greenladder.frame.View;
import greenladder.list.FilterLines;
import greenladder.list.ListState;
import greenladder.panel.Answers;
import greenladder.panel.FormValues;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway;
import greenladder.view.Lookups;
import greenladder.view.ViewContext;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Shows a team's sprints and its backlog side by side, and moves what stands in them. */
@Controller
@RequestMapping("/{product:[A-Z]{2,5}}/backlog")
class BacklogController {
    private static final int MOST_TARGETS = 12;
    private static final int LONGEST_TARGETS = 2_000;

    private final BacklogPages pages;
    private final CommandGateway gateway;
    private final FilterLines lines;

    BacklogController(BacklogPages pages, CommandGateway gateway, FilterLines lines) {
        this.pages = pages;
        this.gateway = gateway;
        this.lines = lines;
    }

    @GetMapping
    String backlog(
            ViewContext context, @RequestParam MultiValueMap<String, String> asked, Screen screen) {
        var place = BacklogPlace.read(context, asked);
        return screen.at(place.team(), null).of(View.BACKLOG, context, pages.page(context, place));
    }

    /**
     * Puts items into a list, at a place in it.
     *
     * @param sprint the list's; empty for the backlog
     * @param before the item that they come before; empty for the end, as {@code after}
     */
    @PostMapping("/move")
    ResponseEntity<String> move(
            ViewContext context,
            @RequestParam(defaultValue = "") String keys,
            @RequestParam(defaultValue = "") String sprint,
            @RequestParam(defaultValue = "") String before,
            @RequestParam(defaultValue = "") String after,
            @AuthenticationPrincipal SignedIn me) {
        var items = FormValues.keys(keys);
        var snapshot = context.snapshot();
        var command =
                sprint.isEmpty()
                        ? intoBacklog(snapshot, items, before, after)
                        : intoSprint(
                                snapshot, items, Lookups.sprint(snapshot, sprint).key(), before);
        var where = sprint.isEmpty() ? "the backlog" : Lookups.sprint(snapshot, sprint).name();
        return Answers.done("Moved to " + where + ":", gateway.submit(me, command));
    }

    private static Command intoSprint(
            Snapshot snapshot, List<ItemKey> items, String sprint, String before) {
        var next = before.isEmpty() ? null : Lookups.key(before);
        boolean allThere =
                items.stream()
                        .allMatch(key ->
                                sprint.equals(
                                        snapshot.findItem(key)
                                                .map(item -> item.sprint())
                                                .orElse(null)));
        return allThere
                ? new OrderSprint(sprint, items, next)
                : new PlanIntoSprint(items, sprint, false, next);
    }

    private static Command intoBacklog(
            Snapshot snapshot, List<ItemKey> items, String before, String after) {
        boolean isPlanned =
                items.stream()
                        .flatMap(key -> snapshot.findItem(key).stream())
                        .anyMatch(item -> item.sprint() != null);
        var target =
                !before.isEmpty()
                        ? new Target.Before(Lookups.key(before))
                        : after.isEmpty()
                                ? new Target.Stay()
                                : new Target.After(Lookups.key(after));
        return new MoveItems(
                items,
                new Target.Parent.Same(),
                target,
                isPlanned ? Map.of(Field.SPRINT.label(), "") : Map.of());
    }

    /** Says by what attribute shares are told, and what they are meant to be. */
    @PostMapping("/mix")
    ResponseEntity<String> mix(
            ViewContext context,
            @RequestParam String team,
            @RequestParam String by,
            @RequestParam(defaultValue = "") String targets,
            @AuthenticationPrincipal SignedIn me) {
        var snapshot = context.snapshot();
        Lookups.team(snapshot, team);
        if (targets.length() > LONGEST_TARGETS) {
            throw invalid(
                    "targets", "At most %,d characters are allowed.".formatted(LONGEST_TARGETS));
        }
        var narrowed =
                lines.narrowed(
                        snapshot, List.of(context.product()), ListState.NONE, context.reader());
        var facet = narrowed.facets().find(by).filter(one -> !one.isFlag());
        if (facet.isEmpty()) {
            throw invalid("by", "There is no attribute “%s”.".formatted(by));
        }
        var mix = new Mix(by, targets(facet.get(), values(context, facet.get()), targets));
        return Answers.noted(
                "Shares saved",
                gateway.submit(me, new KeepPractice(team, practice -> practice.with(mix))));
    }

    /** The values of the team's product, as the facet finds them in what waits or is planned. */
    private static List<String> values(ViewContext context, Facet facet) {
        var product = context.product();
        var values = new TreeSet<String>();
        context.snapshot().waiting(product, product.levels().stories()).stream()
                .limit(2_000)
                .forEach(node -> facet.values().of(node, values::add));
        product.levels().stories().kinds().stream()
                .filter(kind -> facet.id().equals("kind"))
                .forEach(values::add);
        return List.copyOf(values);
    }

    private static Map<String, Integer> targets(Facet facet, List<String> values, String text) {
        var targets = new LinkedHashMap<String, Integer>();
        int sum = 0;
        for (var line : text.lines().map(String::strip).filter(one -> !one.isEmpty()).toList()) {
            var parts = line.replace("%", "").strip();
            int gap = parts.lastIndexOf(' ');
            var said =
                    gap < 0 ? parts : parts.substring(0, gap).replaceAll("[:=]\\s*$", "").strip();
            var value = find(facet, values, said);
            var percent = gap < 0 ? "" : parts.substring(gap + 1);
            if (value.isEmpty() || !percent.matches("\\d{1,3}")) {
                throw invalid(
                        "targets",
                        "Each line is a value and a percentage, such as “bug 20”, not “%s”."
                                .formatted(line));
            }
            sum += Integer.parseInt(percent);
            targets.put(value.get(), Integer.valueOf(percent));
        }
        if (sum > 100 || targets.size() > MOST_TARGETS) {
            throw invalid(
                    "targets",
                    "Shares come to at most 100 %%, in at most %d lines; these come to %d %%."
                            .formatted(MOST_TARGETS, sum));
        }
        return targets;
    }

    private static Optional<String> find(Facet facet, List<String> values, @Nullable String said) {
        return values.stream()
                .filter(value -> facet.words().apply(value).equalsIgnoreCase(said))
                .findFirst();
    }
}
