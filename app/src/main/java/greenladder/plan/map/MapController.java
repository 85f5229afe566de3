package greenladder.plan.map;

import static greenladder.panel.FormValues.invalid;

import greenladder.core.edit.CreateItems;
import greenladder.core.edit.NewItem;
import greenladder.core.edit.Target;
import greenladder.core.plan.PlaceOnMap;
import greenladder.core.plan.StoryMap;
import greenladder.core.text.QuickLine;
import greenladder.frame.Screen;
import greenladder.frame.View;
import greenladder.panel.Answers;
import greenladder.panel.FormValues;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway;
import greenladder.view.Lookups;
import greenladder.view.ViewContext;
import java.util.HashMap;
import java.util.List;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The story map, and what people do to its cells. */
@Controller
@RequestMapping("/{product:[A-Z]{2,5}}/map")
class MapController {
    private final MapPages pages;
    private final CommandGateway gateway;

    MapController(MapPages pages, CommandGateway gateway) {
        this.pages = pages;
        this.gateway = gateway;
    }

    @GetMapping
    String map(
            ViewContext context, @RequestParam MultiValueMap<String, String> asked, Screen screen) {
        return screen.of(
                View.MAP,
                context,
                pages.page(context, MapPlace.read(context.snapshot(), context.product(), asked)));
    }

    /**
     * Puts cards into a cell.
     *
     * @param by {@code releases}, or the key of the team whose sprints are slices
     * @param before the card before which they go; else {@code after}, else where they are
     */
    @PostMapping("/place")
    ResponseEntity<String> place(
            ViewContext context,
            @RequestParam String keys,
            @RequestParam String column,
            @RequestParam String slice,
            @RequestParam String by,
            @RequestParam(defaultValue = "") String before,
            @RequestParam(defaultValue = "") String after,
            @AuthenticationPrincipal SignedIn me) {
        var into = checked(context, slice, by);
        var target =
                !before.isEmpty()
                        ? new Target.Before(Lookups.key(before))
                        : !after.isEmpty()
                                ? new Target.After(Lookups.key(after))
                                : new Target.Stay();
        return Answers.done(
                "Moved",
                gateway.submit(
                        me,
                        new PlaceOnMap(
                                FormValues.keys(keys),
                                Lookups.node(context.snapshot(), column).item().key(),
                                into,
                                by.equals(MapPlace.RELEASES),
                                target)));
    }

    /** Writes a new story into a cell. */
    @PostMapping("/add")
    ResponseEntity<String> add(
            ViewContext context,
            @RequestParam String title,
            @RequestParam String column,
            @RequestParam String slice,
            @RequestParam String by,
            @RequestParam(defaultValue = "") String after,
            @AuthenticationPrincipal SignedIn me) {
        var into = checked(context, slice, by);
        var product = context.product();
        var fields = new HashMap<String, String>();
        fields.put("level", product.levels().stories().key());
        fields.put("parent", Lookups.node(context.snapshot(), column).item().key().toString());
        if (!into.isEmpty()) {
            fields.put(by.equals(MapPlace.RELEASES) ? "release" : "sprint", into);
            if (!by.equals(MapPlace.RELEASES)) {
                fields.put("team", by);
            }
        }
        var written = QuickLine.writtenAt(title, context.snapshot(), product, fields);
        return Answers.added(
                gateway.submit(
                        me,
                        new CreateItems(
                                product.code(),
                                List.of(
                                        new NewItem(
                                                null,
                                                null,
                                                written,
                                                after.isEmpty()
                                                        ? new Target.Stay()
                                                        : new Target.After(Lookups.key(after)))))));
    }

    /** The key of a slice as the core has it. */
    private static String checked(ViewContext context, String slice, String by) {
        if (slice.isEmpty() || slice.equals(MapPlace.NONE)) {
            return StoryMap.NOT_PLANNED;
        }
        if (slice.equals(StoryMap.OTHERS)) {
            throw invalid("slice", "What other teams do is planned by them.");
        }
        if (by.equals(MapPlace.RELEASES)) {
            Lookups.release(context.snapshot(), slice);
        } else {
            Lookups.sprint(context.snapshot(), slice);
        }
        return slice;
    }
}
