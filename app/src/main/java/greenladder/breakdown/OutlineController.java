package greenladder.breakdown;

import greenladder.core.change.Problems;
import greenladder.core.edit.CreateItems;
import greenladder.core.level.Level;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.text.Outline;
import greenladder.core.text.OutlineReader;
import greenladder.core.text.OutlineWriter;
import greenladder.core.value.ItemKey;
import greenladder.frame.Screen;
import greenladder.frame.View;
import greenladder.list.ListState;
import greenladder.panel.Answers;
import greenladder.people.Preferences;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import greenladder.view.ViewContext;
import greenladder.web.Failure;
import greenladder.web.RungMark;
import greenladder.web.Words;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** The outline, its columns, and lists written or pasted into it. */
@Controller
@RequestMapping("/{product:[A-Z]{2,5}}/outline")
class OutlineController {
    private static final int MOST_PREVIEWED = 500;

    private final SnapshotKeeper keeper;
    private final OutlinePages pages;
    private final Preferences preferences;
    private final CommandGateway gateway;

    /**
     * A written list.
     *
     * @param under the key of what it goes under; empty for nothing
     * @param level of what stands at the top of it; empty for the one below
     */
    record ListForm(@Nullable String text, @Nullable String under, @Nullable String level) {}

    OutlineController(
            SnapshotKeeper keeper,
            OutlinePages pages,
            Preferences preferences,
            CommandGateway gateway) {
        this.keeper = keeper;
        this.pages = pages;
        this.preferences = preferences;
        this.gateway = gateway;
    }

    @GetMapping
    String outline(
            ViewContext context,
            OutlinePlace.Form form,
            @RequestParam MultiValueMap<String, String> asked,
            @RequestParam(defaultValue = "") String kept,
            Screen screen) {
        var snapshot = context.snapshot();
        var product = context.product();
        var place = OutlinePlace.read(snapshot, product, form, ListState.read(asked));
        return screen.of(
                View.OUTLINE,
                context,
                pages.page(
                        snapshot,
                        product,
                        place,
                        context.reader(),
                        List.of(kept.split(",")).contains("panel")));
    }

    /** Keeps which columns somebody wants to see, in which order and width. */
    @PostMapping("/columns")
    ResponseEntity<String> columns(
            @PathVariable("product") String code,
            @RequestParam String columns,
            @AuthenticationPrincipal SignedIn me) {
        var product = Lookups.product(keeper.seenBy(me), code);
        preferences.set(
                me, OutlinePages.preference(code), OutlinePages.columns(product, columns).text());
        return Answers.said("");
    }

    /** A written list as it will be added. */
    @PostMapping("/read")
    String read(
            @PathVariable("product") String code,
            ListForm form,
            Model model,
            @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        var product = Lookups.product(snapshot, code);
        var under = under(snapshot, product, form);
        var outline = read(snapshot, product, form);
        model.addAttribute("list", preview(snapshot, product, under, outline));
        return "breakdown/written-list :: list";
    }

    @PostMapping("/write")
    ResponseEntity<String> write(
            @PathVariable("product") String code,
            ListForm form,
            @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        var product = Lookups.product(snapshot, code);
        var under = under(snapshot, product, form);
        var outline = read(snapshot, product, form);
        if (outline.refusal() != null) {
            throw invalid("text", outline.refusal());
        }
        if (outline.lines().isEmpty()) {
            throw invalid("text", "Nothing to add yet.");
        }
        return Answers.done(
                "Added", gateway.submit(me, new CreateItems(code, outline.toEntries(under))));
    }

    /** A subtree as text, to be copied. */
    @GetMapping(value = "/text", produces = "text/plain;charset=UTF-8")
    @ResponseBody
    String text(
            @PathVariable("product") String code,
            @RequestParam String keys,
            @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        var product = Lookups.product(snapshot, code);
        var nodes =
                List.of(keys.split(",")).stream()
                        .flatMap(key -> ItemKey.parse(key).stream())
                        .distinct()
                        .flatMap(key -> snapshot.findNode(key).stream())
                        .toList();
        var chosen = nodes.stream().map(node -> node.item().key()).collect(Collectors.toSet());
        return OutlineWriter.write(
                nodes.stream()
                        .filter(node ->
                                snapshot.ancestors(node.item()).stream()
                                        .noneMatch(above -> chosen.contains(above.item().key())))
                        .toList(),
                product.levels());
    }

    private static Outline read(Snapshot snapshot, Product product, ListForm form) {
        return OutlineReader.read(
                form.text() == null ? "" : form.text(),
                product.levels(),
                topLevel(product, form.level()),
                product.refining().scale().unit(),
                snapshot.workspace().peopleAtWork());
    }

    private static Level topLevel(Product product, @Nullable String level) {
        return product.levels()
                .find(level == null ? "" : level)
                .orElseThrow(() -> invalid("level", "There is no level “%s”.".formatted(level)));
    }

    private static @Nullable ItemKey under(Snapshot snapshot, Product product, ListForm form) {
        if (form.under() == null || form.under().isBlank()) {
            return null;
        }
        var item =
                ItemKey.parse(form.under())
                        .flatMap(snapshot::findItem)
                        .orElseThrow(() ->
                                invalid(
                                        "under",
                                        "There is no item “%s” to go under."
                                                .formatted(form.under())));
        if (!item.level().isAbove(topLevel(product, form.level()))) {
            throw invalid(
                    "under",
                    "%s is %s; what stands at the top of the list cannot go under it."
                            .formatted(item.key(), Words.withArticle(item.level().name())));
        }
        return item.key();
    }

    private static WrittenList preview(
            Snapshot snapshot, Product product, @Nullable ItemKey under, Outline outline) {
        var marks = new LinkedHashMap<Level, RungMark>();
        var top = under == null ? "" : snapshot.requireNode(under).item().title();
        return new WrittenList(
                outline.refusal() == null ? "" : outline.refusal(),
                inWords(product, outline),
                outline.lines().stream()
                        .limit(MOST_PREVIEWED)
                        .map(line ->
                                new WrittenList.Line(
                                        line.number(),
                                        line.depth(),
                                        marks.computeIfAbsent(
                                                line.level(),
                                                level -> RungMark.of(product.levels(), level)),
                                        line.kind(),
                                        line.title(),
                                        line.parent() == null
                                                ? top
                                                : outline.lines().get(line.parent()).title(),
                                        line.done(),
                                        line.description(),
                                        line.remark()))
                        .toList(),
                outline.skipped().stream()
                        .map(line -> "line %d: %s".formatted(line.number(), line.text()))
                        .toList(),
                Math.max(0, outline.lines().size() - MOST_PREVIEWED),
                outline.lines().size());
    }

    private static String inWords(Product product, Outline outline) {
        Map<Level, Long> counts =
                outline.lines().stream()
                        .collect(Collectors.groupingBy(Outline.Line::level, Collectors.counting()));
        return product.levels().all().stream()
                .filter(counts::containsKey)
                .map(level -> inWords(level, counts.getOrDefault(level, 0L)))
                .collect(Collectors.joining(", "));
    }

    private static String inWords(Level level, long count) {
        return count + " " + Words.lower(count == 1 ? level.name() : level.plural());
    }

    private static Failure.Invalid invalid(String field, @Nullable String message) {
        return new Failure.Invalid(Problems.of(field, message == null ? "" : message));
    }
}
