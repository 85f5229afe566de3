package greenladder.trace.papers;

import greenladder.core.change.Problems;
import greenladder.core.edit.Restore;
import greenladder.core.item.Field;
import greenladder.core.papers.Baseline;
import greenladder.core.trace.KeepPaper;
import greenladder.core.trace.RemovePaper;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import greenladder.frame.Screen;
import greenladder.frame.View;
import greenladder.panel.Answers;
import greenladder.people.SignedIn;
import greenladder.planning.Moments;
import greenladder.store.CommandGateway;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import greenladder.view.ViewContext;
import greenladder.web.Failure;
import java.time.Clock;
import java.util.List;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Baselines: taken, compared, and single items brought back from them. */
@Controller
class BaselinesController {
    private final BaselinePages pages;
    private final Moments moments;
    private final SnapshotKeeper keeper;
    private final CommandGateway gateway;
    private final Clock clock;

    BaselinesController(
            BaselinePages pages,
            Moments moments,
            SnapshotKeeper keeper,
            CommandGateway gateway,
            Clock clock) {
        this.pages = pages;
        this.moments = moments;
        this.keeper = keeper;
        this.gateway = gateway;
        this.clock = clock;
    }

    @GetMapping("/{product:[A-Z]{2,5}}/baselines")
    String baselines(
            ViewContext context,
            @RequestParam(defaultValue = "") String of,
            @RequestParam(defaultValue = "") String to,
            Screen screen) {
        return screen.of(View.BASELINES, context, pages.page(context, of, to));
    }

    /**
     * @param under keys of items: the baseline is of the nearest one that holds them all, or of the
     *     whole product where nothing does; empty for that
     */
    @PostMapping("/{product:[A-Z]{2,5}}/baselines")
    ResponseEntity<String> take(
            ViewContext context,
            @RequestParam(defaultValue = "") String name,
            @RequestParam(defaultValue = "") String under) {
        var root =
                under.isBlank()
                        ? null
                        : PickedItems.read(context.snapshot(), under).holding().orElse(null);
        if (root != null && !root.product().equals(context.product().code())) {
            throw new Failure.Invalid(Problems.of("under", "This belongs to another product."));
        }
        var baseline =
                new Baseline(
                        "",
                        context.product().code(),
                        name.strip(),
                        root,
                        clock.instant(),
                        context.reader().handle());
        var words = root == null ? "Taken, of the whole product" : "Taken, of " + root;
        return Answers.made(words, gateway.submit(context.reader(), new KeepPaper(baseline)));
    }

    private Baseline find(SignedIn me, String key) {
        return Lookups.paper(keeper.seenBy(me), PlanKey.Kind.BASELINE, key, Baseline.class);
    }

    @PostMapping("/{product:[A-Z]{2,5}}/baselines/{baseline}/remove")
    ResponseEntity<String> remove(
            @PathVariable String baseline, @AuthenticationPrincipal SignedIn me) {
        return Answers.noted(
                "Removed", gateway.submit(me, new RemovePaper(find(me, baseline).planKey())));
    }

    @PostMapping("/{product:[A-Z]{2,5}}/baselines/{baseline}/restore")
    ResponseEntity<String> restore(
            @PathVariable String baseline,
            @RequestParam String item,
            @RequestParam(defaultValue = "") String what,
            @AuthenticationPrincipal SignedIn me) {
        var it = find(me, baseline);
        var key = ItemKey.parse(item).orElseThrow(() -> gone(item));
        var then =
                moments.at(keeper.seenBy(me), it.product(), it.at())
                        .snapshot()
                        .findItem(key)
                        .orElseThrow(() -> gone(item));
        boolean loose =
                then.parent() != null && keeper.seenBy(me).findItem(then.parent()).isEmpty();
        var fields = fieldsOf(what);
        var told = fields.equals(Restore.WHOLE) ? "" : ", in what the row says";
        return Answers.noted(
                "%s is as it was%s%s".formatted(key, told, loose ? "; its parent is gone" : ""),
                gateway.submit(me, new Restore(then, fields)));
    }

    /** What a row of the comparison says that it is of; the whole item where none is named. */
    private static List<Field> fieldsOf(String aspect) {
        return switch (aspect) {
            case "resized" -> List.of(Field.SIZE);
            case "moved" -> List.of(Field.PARENT);
            case "text" -> List.of(Field.TITLE, Field.DESCRIPTION, Field.ACCEPTANCE);
            default -> Restore.WHOLE;
        };
    }

    private static Failure.NotFound gone(String item) {
        return new Failure.NotFound("There was no item %s then.".formatted(item));
    }
}
