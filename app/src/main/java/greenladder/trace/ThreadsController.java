package greenladder.trace;

import greenladder.core.item.ItemKey;
import greenladder.core.item.LinkType;
import greenladder.core.item.Product;
import greenladder.core.snapshot.Snapshot;
import greenladder.frame.Frames;
import greenladder.frame.View;
import greenladder.item.Look;
import greenladder.item.SnapshotKeeper;
import greenladder.web.Failure;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;

@Controller
class ThreadsController {
    private static final int MOST_FOLDS = 500;

    private final SnapshotKeeper keeper;
    private final ThreadPages pages;
    private final Frames frames;

    ThreadsController(SnapshotKeeper keeper, ThreadPages pages, Frames frames) {
        this.keeper = keeper;
        this.pages = pages;
        this.frames = frames;
    }

    @GetMapping("/{product:[A-Z]{2,5}}/threads")
    String threads(
            Look look,
            @RequestParam(required = false) @Nullable String item,
            @RequestParam(required = false) @Nullable List<String> links,
            @RequestParam(required = false) @Nullable List<String> fold,
            @RequestParam(defaultValue = "") String as,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean fragment,
            Model model) {
        var product = look.product();
        model.addAttribute("frame", frames.of(look, View.THREADS));
        var snapshot = look.snapshot();
        model.addAttribute(
                "page",
                chosen(snapshot, product, item)
                        .map(key ->
                                pages.page(
                                        look,
                                        new ThreadPages.Place(
                                                key,
                                                types(links),
                                                fold == null ? null : keys(fold),
                                                as.equals("rows"))))
                        .orElse(null));
        return fragment ? "trace/threads :: view" : "trace/threads";
    }

    /** The links asked for; all of them where nothing is said. */
    private static Set<LinkType> types(@Nullable List<String> slugs) {
        return Arrays.stream(LinkType.values())
                .filter(type -> slugs == null || slugs.contains(type.slug()))
                .collect(Collectors.toUnmodifiableSet());
    }

    private static Set<ItemKey> keys(List<String> texts) {
        return texts.stream()
                .limit(MOST_FOLDS)
                .map(ItemKey::parse)
                .flatMap(Optional::stream)
                .collect(Collectors.toUnmodifiableSet());
    }

    /** The item asked for, or the product's first one; empty for a product without items. */
    private static Optional<ItemKey> chosen(
            Snapshot snapshot, Product product, @Nullable String item) {
        if (item == null) {
            return product.levels().all().stream()
                    .flatMap(level -> snapshot.level(product, level).stream())
                    .map(node -> node.item().key())
                    .findFirst();
        }
        return Optional.of(
                ItemKey.parse(item)
                        .filter(key -> snapshot.findItem(key).isPresent())
                        .orElseThrow(() ->
                                new Failure.NotFound(
                                        "There is no item %s; it may have been deleted."
                                                .formatted(item))));
    }
}
