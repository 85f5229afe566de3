package greenladder.breakdown;

import greenladder.breakdown.LadderPage.Head;
import greenladder.core.level.Level;
import greenladder.core.product.Product;
import greenladder.core.rollup.RollUp;
import greenladder.core.snapshot.LevelTotal;
import greenladder.core.snapshot.Node;
import greenladder.web.Drawings;
import greenladder.web.RungMark;
import greenladder.web.Stem;
import greenladder.web.Words;
import java.util.Comparator;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Draws the heads of columns: what stands in one and what it comes to. */
public record Heads(Product product, Drawings drawings) {
    private static final int STEM_WIDTH = 236;

    /** A head as HTML, without the tag around it. */
    String drawn(Head head) {
        return drawings.cached("breakdown/column-head", "head", "head", head);
    }

    Head ofLevel(Level level, LevelTotal total) {
        return head(
                level.key(),
                level.plural(),
                level,
                figures(total.count(), level, total.figures()),
                "/%s/levels/%s/why".formatted(product.code(), level.key()),
                stem(level, total.figures()));
    }

    Head ofChildren(Node parent) {
        var present =
                parent.children().stream()
                        .map(child -> child.item().level())
                        .distinct()
                        .sorted(Comparator.comparingInt(Level::index))
                        .toList();
        var first =
                present.isEmpty()
                        ? product.levels().below(parent.item().level()).orElseThrow()
                        : present.getFirst();
        var heading =
                present.isEmpty()
                        ? first.plural()
                        : present.stream().map(Level::plural).collect(Collectors.joining(", "));
        var key = parent.item().key().toString();
        var live = parent.children().stream().filter(node -> !node.item().isDropped()).count();
        return head(
                key,
                heading,
                first,
                figures(live, first, parent.rollUp()),
                "/items/%s/why".formatted(key),
                live == 0 ? null : stem(first, parent.rollUp()));
    }

    Head ofLoose(String id, int count) {
        return new Head(
                id,
                "Loose items",
                Words.count(count, "item") + " without a parent",
                "",
                null,
                null);
    }

    private Head head(
            String id,
            String heading,
            Level level,
            String figures,
            String whyUrl,
            @Nullable Stem stem) {
        return new Head(id, heading, figures, whyUrl, RungMark.of(product.levels(), level), stem);
    }

    private static String figures(long count, Level level, RollUp figures) {
        if (!level.carriesPoints()) {
            var hours = Stem.hoursInWords(figures);
            return hours.isEmpty() ? Long.toString(count) : "%d · %s".formatted(count, hours);
        }
        return figures.effective() == null
                ? Long.toString(count)
                : "%d · %s points".formatted(count, Words.of(figures.effective()));
    }

    private static @Nullable Stem stem(Level level, RollUp figures) {
        if (!level.carriesPoints()) {
            return figures.hoursInvested() == null && figures.hoursRemaining() == null
                    ? null
                    : Stem.byHours(figures, STEM_WIDTH);
        }
        return figures.effective() == null ? null : Stem.byPoints(figures, STEM_WIDTH);
    }
}
