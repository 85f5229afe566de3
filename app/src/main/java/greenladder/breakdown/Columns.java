package greenladder.breakdown;

import greenladder.breakdown.LadderPage.AddChoice;
import greenladder.breakdown.LadderPage.Column;
import greenladder.breakdown.LadderPage.Head;
import greenladder.core.level.Level;
import greenladder.core.product.Product;
import greenladder.core.snapshot.LevelTotal;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.list.Narrowed;
import greenladder.people.SignedIn;
import greenladder.store.Rights;
import greenladder.web.Words;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/** Makes the columns: a whole level, one item's children, or the loose items. */
final class Columns {
    static final String LOOSE = "loose";

    /** How many cards are drawn above a picked one that stands far down. */
    private static final int AROUND = 15;

    private final Snapshot snapshot;
    private final Product product;
    private final Place place;
    private final Cards cards;
    private final Heads heads;
    private final Rights rights;
    private final SignedIn reader;
    private final int atOnce;
    private final Narrowed narrowed;

    Columns(
            Snapshot snapshot,
            Product product,
            Place place,
            Cards cards,
            Heads heads,
            Rights rights,
            SignedIn reader,
            int atOnce,
            Narrowed narrowed) {
        this.narrowed = narrowed;
        this.snapshot = snapshot;
        this.product = product;
        this.place = place;
        this.cards = cards;
        this.heads = heads;
        this.rights = rights;
        this.reader = reader;
        this.atOnce = atOnce;
    }

    Column ofLevel(Level level, LevelTotal total) {
        int folded = snapshot.orderOf(product.code(), level).size() - total.count();
        return column(level.key(), heads.ofLevel(level, total), "", adds(List.of(level)), folded);
    }

    Column ofChildren(Node parent) {
        var below =
                product.levels().all().stream()
                        .filter(level -> parent.item().level().isAbove(level))
                        .toList();
        var live = parent.children().stream().filter(node -> !node.item().isDropped()).count();
        var key = parent.item().key().toString();
        return column(
                key,
                heads.ofChildren(parent),
                key,
                adds(below),
                (int) (parent.children().size() - live));
    }

    Column ofLoose() {
        var nodes = found(looseNodes(snapshot, product));
        var stretch = stretch(LOOSE, Stretch.Source.of(nodes, any -> true));
        var head = heads.ofLoose(LOOSE, nodes.size());
        return new Column(
                LOOSE,
                heads.drawn(head),
                head.heading(),
                "",
                place.kept().contains(LOOSE),
                earlier(LOOSE, stretch),
                cardsOf(LOOSE, stretch),
                more(LOOSE, stretch, nodes.size()),
                List.of(),
                "",
                "",
                false,
                place.looseText());
    }

    private List<Node> found(List<Node> nodes) {
        var wanted = place.looseText() == null ? "" : place.looseText();
        return nodes.stream()
                .filter(node -> LooseTrayController.matches(node.item(), wanted))
                .toList();
    }

    /** The loose items of a product, the highest levels first. */
    static List<Node> looseNodes(Snapshot snapshot, Product product) {
        return snapshot.marked(Mark.LOOSE, product.code()).stream()
                .sorted(Comparator.comparingInt(node -> node.item().level().index()))
                .toList();
    }

    /** The items of a column by its id, to be looked into by place. */
    Stretch.Source source(String id) {
        if (id.equals(LOOSE)) {
            return Stretch.Source.of(found(looseNodes(snapshot, product)), any -> true);
        }
        var level = product.levels().find(id);
        if (level.isPresent()) {
            var slots = snapshot.orderOf(product.code(), level.get()).slots();
            return new Stretch.Source(
                    slots.size(),
                    place -> snapshot.requireNode(slots.get(place).key()),
                    node -> isShown(node, true));
        }
        var children =
                ItemKey.parse(id).flatMap(snapshot::findNode).map(Node::children).orElse(List.of());
        return Stretch.Source.of(children, node -> isShown(node, false));
    }

    private boolean isShown(Node node, boolean inLevel) {
        return (place.dropped() || !isFoldedAway(node, inLevel)) && narrowed.shows(node);
    }

    /** How many of a column's items are there for themselves; empty where nothing narrows it. */
    private String foundIn(Stretch.Source source) {
        if (!narrowed.isNarrow()) {
            return "";
        }
        long found =
                IntStream.range(0, source.size())
                        .mapToObj(source.at())
                        .filter(node -> source.isShown().test(node) && narrowed.finds(node))
                        .count();
        return "%d found of ".formatted(found);
    }

    /** In a whole level, what stands under something dropped is folded away with it. */
    private boolean isFoldedAway(Node node, boolean inLevel) {
        return node.item().isDropped()
                || inLevel
                        && snapshot.ancestors(node.item()).stream()
                                .anyMatch(above -> above.item().isDropped());
    }

    private Column column(String id, Head head, String parent, List<AddChoice> adds, int folded) {
        var source = source(id);
        var stretch = stretch(id, source);
        return new Column(
                id,
                heads.drawn(head.withFound(foundIn(source))),
                head.heading(),
                parent,
                place.kept().contains(id),
                earlier(id, stretch),
                cardsOf(id, stretch),
                more(id, stretch, source.size()),
                adds,
                folded == 0
                        ? ""
                        : place.dropped() ? "Fold dropped items away" : folded + " dropped",
                place.withDropped(!place.dropped()).url(),
                place.dropped(),
                null);
    }

    private List<String> cardsOf(String id, Stretch stretch) {
        return place.kept().contains(id)
                ? List.of()
                : stretch.nodes().stream().map(cards::of).toList();
    }

    /**
     * What was drawn before, as much of it as there is; else the beginning or, where the picked
     * card is farther down, the surroundings of that one.
     */
    private Stretch stretch(String id, Stretch.Source source) {
        if (place.kept().contains(id)) {
            return new Stretch(List.of(), 0, source.size());
        }
        var shown = place.shown().get(id);
        if (shown != null) {
            int first = placeOf(id, source, shown.first());
            int count = Math.max(atOnce, shown.count());
            if (first >= 0) {
                return Stretch.from(source, first, count);
            }
        }
        int picked = placeOfPicked(id, source);
        return Stretch.from(source, picked < atOnce ? 0 : picked - AROUND, atOnce);
    }

    private int placeOfPicked(String id, Stretch.Source source) {
        return cards.picked().stream()
                .mapToInt(key -> placeOf(id, source, key))
                .filter(found -> found >= 0)
                .findFirst()
                .orElse(-1);
    }

    /** Where an item stands in a column; -1 where it does not. */
    private int placeOf(String id, Stretch.Source source, String key) {
        var item = ItemKey.parse(key).flatMap(snapshot::findItem);
        var level = product.levels().find(id);
        if (item.isEmpty()) {
            return -1;
        }
        if (level.isPresent()) {
            boolean here =
                    item.get().level().key().equals(id)
                            && item.get().key().product().equals(product.code());
            return here ? snapshot.position(item.get()) - 1 : -1;
        }
        for (int i = 0; i < source.size(); i++) {
            if (source.at().apply(i).item().key().equals(item.get().key())) {
                return i;
            }
        }
        return -1;
    }

    private @Nullable String earlier(String id, Stretch stretch) {
        return stretch.from() > 0 ? place.moreUrl(id, stretch.from()) + "&earlier=true" : null;
    }

    private @Nullable String more(String id, Stretch stretch, int size) {
        return stretch.to() < size ? place.moreUrl(id, stretch.to()) : null;
    }

    private List<AddChoice> adds(List<Level> levels) {
        return levels.stream()
                .filter(level -> rights.mayAdd(reader, product, level))
                .map(level -> new AddChoice(level.key(), Words.lower(level.name())))
                .toList();
    }
}
