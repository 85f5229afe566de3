package greenladder.breakdown;

import greenladder.breakdown.LadderPage.AddChoice;
import greenladder.breakdown.LadderPage.Card;
import greenladder.breakdown.LadderPage.Column;
import greenladder.core.item.ItemKey;
import greenladder.core.item.Level;
import greenladder.core.item.Product;
import greenladder.core.ladder.Ladder;
import greenladder.core.ladder.LevelTotal;
import greenladder.core.ladder.Node;
import greenladder.core.rollup.RollUp;
import greenladder.item.Rights;
import greenladder.people.SignedIn;
import greenladder.web.Stem;
import greenladder.web.Words;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Makes the columns: a whole level, one item's children, or the loose items. */
final class Columns {
    static final String LOOSE = "loose";

    private static final int STEM_WIDTH = 236;

    private final Ladder ladder;
    private final Product product;
    private final Place place;
    private final Cards cards;
    private final Rights rights;
    private final SignedIn reader;
    private final int atOnce;

    Columns(
            Ladder ladder,
            Product product,
            Place place,
            Cards cards,
            Rights rights,
            SignedIn reader,
            int atOnce) {
        this.ladder = ladder;
        this.product = product;
        this.place = place;
        this.cards = cards;
        this.rights = rights;
        this.reader = reader;
        this.atOnce = atOnce;
    }

    Column ofLevel(Level level, LevelTotal total) {
        int folded = ladder.orderOf(product.code(), level).size() - total.count();
        return column(
                level.key(),
                level.plural(),
                level,
                figures(total.count(), level, total.figures()),
                stem(level, total.figures()),
                "",
                nodesOf(level.key()),
                adds(List.of(level)),
                folded);
    }

    Column ofChildren(Node parent) {
        var below =
                product.levels().all().stream()
                        .filter(level -> parent.item().level().isAbove(level))
                        .toList();
        var present =
                parent.children().stream()
                        .map(child -> child.item().level())
                        .distinct()
                        .sorted(Comparator.comparingInt(Level::index))
                        .toList();
        var head = present.isEmpty() ? below.getFirst() : present.getFirst();
        var heading =
                present.isEmpty()
                        ? head.plural()
                        : present.stream().map(Level::plural).collect(Collectors.joining(", "));
        var key = parent.item().key().toString();
        var live = parent.children().stream().filter(node -> !node.item().isDropped()).count();
        return column(
                key,
                heading,
                head,
                figures(live, head, parent.rollUp()),
                live == 0 ? null : stem(head, parent.rollUp()),
                key,
                nodesOf(key),
                adds(below),
                (int) (parent.children().size() - live));
    }

    Column ofLoose() {
        var nodes = nodesOf(LOOSE);
        return new Column(
                LOOSE,
                "Loose items",
                Words.count(nodes.size(), "item") + " without a parent",
                null,
                null,
                "",
                place.kept().contains(LOOSE),
                drawn(LOOSE, nodes),
                more(LOOSE, nodes),
                List.of(),
                "",
                "",
                false);
    }

    /** The items of a column by its id, dropped ones left out where they are folded away. */
    List<Node> nodesOf(String id) {
        if (id.equals(LOOSE)) {
            return ladder.roots(product.code()).stream()
                    .filter(node -> node.item().isLoose() && !node.item().isDropped())
                    .sorted(Comparator.comparingInt(node -> node.item().level().index()))
                    .toList();
        }
        var nodes =
                product.levels()
                        .find(id)
                        .map(level -> ladder.level(product, level))
                        .orElseGet(() ->
                                ItemKey.parse(id)
                                        .flatMap(ladder::findNode)
                                        .map(Node::children)
                                        .orElse(List.of()));
        return place.dropped()
                ? nodes
                : nodes.stream().filter(node -> !isFoldedAway(node, id)).toList();
    }

    private boolean isFoldedAway(Node node, String column) {
        if (node.item().isDropped()) {
            return true;
        }
        // In a whole level, what stands under something dropped is folded away with it.
        return product.levels().find(column).isPresent()
                && ladder.ancestors(node.item()).stream()
                        .anyMatch(above -> above.item().isDropped());
    }

    private Column column(
            String id,
            String heading,
            Level level,
            String figures,
            @Nullable Stem stem,
            String parent,
            List<Node> nodes,
            List<AddChoice> adds,
            int folded) {
        return new Column(
                id,
                heading,
                figures,
                cards.mark(level),
                stem,
                parent,
                place.kept().contains(id),
                drawn(id, nodes),
                more(id, nodes),
                adds,
                folded == 0
                        ? ""
                        : place.dropped() ? "Fold dropped items away" : folded + " dropped",
                place.withDropped(!place.dropped()).url(),
                place.dropped());
    }

    private List<Card> drawn(String id, List<Node> nodes) {
        return place.kept().contains(id)
                ? List.of()
                : nodes.stream().limit(limit(id, nodes)).map(cards::of).toList();
    }

    /** As many cards as were drawn before, and always as far as the picked one. */
    private int limit(String id, List<Node> nodes) {
        int shown = Math.max(atOnce, place.shown().getOrDefault(id, 0));
        for (int i = shown; i < nodes.size(); i++) {
            if (cards.isPicked(nodes.get(i))) {
                return i + 1;
            }
        }
        return Math.min(shown, nodes.size());
    }

    private @Nullable String more(String id, List<Node> nodes) {
        int limit = limit(id, nodes);
        return limit < nodes.size() ? place.moreUrl(id, limit) : null;
    }

    private List<AddChoice> adds(List<Level> levels) {
        return levels.stream()
                .filter(level -> rights.mayShape(reader, product.code(), level))
                .map(level -> new AddChoice(level.key(), Words.lower(level.name())))
                .toList();
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
