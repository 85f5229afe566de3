package greenladder.trace;

import greenladder.core.item.LinkType;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.frame.Screen;
import greenladder.frame.View;
import greenladder.store.SnapshotKeeper;
import greenladder.view.ViewContext;
import greenladder.web.Failure;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

@Controller
class ThreadsController {
    private static final int MOST_FOLDS = 500;

    private final SnapshotKeeper keeper;
    private final ThreadPages pages;

    ThreadsController(SnapshotKeeper keeper, ThreadPages pages) {
        this.keeper = keeper;
        this.pages = pages;
    }

    @GetMapping("/{product:[A-Z]{2,5}}/threads")
    String threads(
            ViewContext context,
            @RequestParam(required = false) @Nullable String item,
            @RequestParam(required = false) @Nullable List<String> links,
            @RequestParam(required = false) @Nullable List<String> fold,
            @RequestParam(defaultValue = "") String as,
            Screen screen) {
        var product = context.product();
        var snapshot = context.snapshot();
        return screen.of(
                View.THREADS,
                context,
                chosen(snapshot, product, item)
                        .map(key ->
                                pages.page(
                                        context,
                                        new ThreadPages.Place(
                                                key,
                                                types(links),
                                                fold == null ? null : keys(fold),
                                                as.equals("rows"))))
                        .orElse(null));
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
