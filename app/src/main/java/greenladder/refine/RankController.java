package greenladder.refine;

import greenladder.core.change.Problems;
import greenladder.core.filter.Sorting;
import greenladder.core.value.ItemKey;
import greenladder.frame.Screen;
import greenladder.frame.View;
import greenladder.list.ListState;
import greenladder.panel.Answers;
import greenladder.people.Preferences;
import greenladder.people.SignedIn;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import greenladder.view.ViewContext;
import greenladder.web.Failure;
import java.util.List;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The ranked list, what is done to its order, and the intake lists beside a team's queue. */
@Controller
@RequestMapping("/{product:[A-Z]{2,5}}/rank")
class RankController {
    private final SnapshotKeeper keeper;
    private final RankPages pages;
    private final RankMoves moves;
    private final IntakeLists intakes;
    private final Preferences preferences;

    RankController(
            SnapshotKeeper keeper,
            RankPages pages,
            RankMoves moves,
            IntakeLists intakes,
            Preferences preferences) {
        this.keeper = keeper;
        this.pages = pages;
        this.moves = moves;
        this.intakes = intakes;
        this.preferences = preferences;
    }

    @GetMapping
    String rank(
            ViewContext context,
            @RequestParam MultiValueMap<String, String> asked,
            @RequestParam(defaultValue = "") String kept,
            Screen screen) {
        var snapshot = context.snapshot();
        var place = RankPlace.read(snapshot, context.product(), asked);
        return screen.of(
                View.RANK,
                context,
                pages.page(
                        snapshot,
                        place,
                        context.reader(),
                        context.operation(),
                        List.of(kept.split(",")).contains("panel")));
    }

    /** Goes to where an item stands among all of its level. */
    @GetMapping("/{key}")
    String placeOf(ViewContext context, @PathVariable String key) {
        var place = RankPlace.of(context.snapshot(), Lookups.node(context.snapshot(), key).item());
        return "redirect:%s&from=%d".formatted(place.url(), place.from());
    }

    @PostMapping("/columns")
    ResponseEntity<String> columns(
            @PathVariable("product") String code,
            @RequestParam String columns,
            @AuthenticationPrincipal SignedIn me) {
        var product = Lookups.product(keeper.seenBy(me), code);
        preferences.set(me, RankPages.preference(code), RankPages.columns(product, columns).text());
        return Answers.said("");
    }

    @PostMapping("/move")
    ResponseEntity<String> move(
            @PathVariable("product") String code,
            RankMoves.RankForm form,
            @RequestParam(defaultValue = "") String list,
            @AuthenticationPrincipal SignedIn me) {
        var keys = List.of(form.keys().split("[,\\s]+")).stream().map(RankController::key).toList();
        return Answers.done("Moved", moves.move(me, place(me, code, list), keys, form));
    }

    /** Orders by a column, or as the items above stand. */
    @PostMapping("/order")
    ResponseEntity<String> order(
            @PathVariable("product") String code,
            @RequestParam String by,
            @RequestParam(defaultValue = "") String list,
            @AuthenticationPrincipal SignedIn me) {
        var place = place(me, code, list);
        return Answers.done(
                "Ordered",
                by.equals("parents")
                        ? moves.orderAsParentsStand(me, place)
                        : moves.order(
                                me,
                                place,
                                Sorting.find(by)
                                        .orElseThrow(() ->
                                                new Failure.Invalid(
                                                        Problems.of(
                                                                "by",
                                                                "Lists cannot be sorted by “%s”."
                                                                        .formatted(by))))));
    }

    @PostMapping("/intake")
    ResponseEntity<String> openIntake(
            @RequestParam String team,
            @RequestParam String name,
            @RequestParam String into,
            @AuthenticationPrincipal SignedIn me) {
        var parts = into.split(" ", 2);
        intakes.open(me, team, name, parts[0], parts.length > 1 ? parts[1] : "");
        return Answers.said("The list is open.");
    }

    @PostMapping("/intake/{list}/add")
    ResponseEntity<String> addToIntake(
            @PathVariable long list,
            @RequestParam String text,
            @AuthenticationPrincipal SignedIn me) {
        int added = intakes.add(me, list, text);
        return Answers.said(added == 1 ? "Added." : "Added %d.".formatted(added));
    }

    @PostMapping("/intake/take-up")
    ResponseEntity<String> takeUp(
            @RequestParam List<Long> entries,
            @RequestParam(defaultValue = "") String after,
            @RequestParam(defaultValue = "") String before,
            @RequestParam(defaultValue = "") String aheadOf,
            @AuthenticationPrincipal SignedIn me) {
        return Answers.done(
                "Added to the queue", intakes.takeUp(me, entries, after, before, aheadOf));
    }

    @PostMapping("/intake/entries/{entry}/drop")
    ResponseEntity<String> dropEntry(
            @PathVariable String product,
            @PathVariable long entry,
            @AuthenticationPrincipal SignedIn me) {
        intakes.drop(me, entry);
        return Answers.undoable(
                "Request removed",
                "/%s/rank/intake/entries/%d/restore".formatted(product, entry),
                "/%s/rank/intake/entries/%d/drop".formatted(product, entry));
    }

    @PostMapping("/intake/entries/{entry}/restore")
    ResponseEntity<String> restoreEntry(
            @PathVariable long entry, @AuthenticationPrincipal SignedIn me) {
        intakes.restore(me, entry);
        return Answers.said("Request put back");
    }

    private RankPlace place(SignedIn me, String code, String query) {
        var snapshot = keeper.seenBy(me);
        return RankPlace.read(snapshot, Lookups.product(snapshot, code), ListState.parse(query));
    }

    private static ItemKey key(String text) {
        return ItemKey.parse(text)
                .orElseThrow(() ->
                        new Failure.Invalid(
                                Problems.of(
                                        "keys",
                                        "“%s” is not an item key; keys look like MSF104."
                                                .formatted(text))));
    }
}
