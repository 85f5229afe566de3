package greenladder.breakdown;

import greenladder.breakdown.LadderPage.Card;
import greenladder.card.ItemCards;
import greenladder.core.item.Item;
import greenladder.core.level.Level;
import greenladder.core.product.Product;
import greenladder.core.rollup.RollUp;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.panel.Labels;
import greenladder.people.SignedIn;
import greenladder.store.Rights;
import greenladder.web.Drawings;
import greenladder.web.RungMark;
import greenladder.web.Stem;
import greenladder.web.Words;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;

/** Draws the cards of one page; those that are drawn already, for whomever, are used again. */
final class Cards {
    private static final int STEM_WIDTH = 213;

    private final ItemCards items;
    private final Rights rights;
    private final SignedIn reader;
    private final Drawings drawings;
    private final Set<String> picked;
    private final Map<Level, RungMark> marks = new HashMap<>();

    /**
     * @param picked keys of the picked item and of those above it
     */
    Cards(
            Snapshot snapshot,
            Rights rights,
            SignedIn reader,
            Drawings drawings,
            Set<String> picked) {
        this.rights = rights;
        this.reader = reader;
        this.drawings = drawings;
        this.picked = picked;
        this.items =
                new ItemCards(
                        snapshot, rights, reader, item -> picked.contains(item.key().toString()));
    }

    RungMark mark(Product product, Level level) {
        return marks.computeIfAbsent(level, one -> RungMark.of(product.levels(), one));
    }

    Set<String> picked() {
        return picked;
    }

    boolean isPicked(Node node) {
        return picked.contains(node.item().key().toString());
    }

    /** The card of an item, as HTML. */
    String of(Node node) {
        return drawings.cached("breakdown/card", "card", "card", card(node));
    }

    /** The same before it is drawn. */
    Card card(Node node) {
        var item = node.item();
        var figures = node.rollUp();
        return new Card(
                items.of(node),
                item.parent() == null ? "" : item.parent().toString(),
                figures.hasPointChildren() ? Stem.byPoints(figures, STEM_WIDTH) : null,
                remarks(item, figures),
                trouble(item, figures),
                rights.mayShape(reader, item.key().product(), item.level()),
                item.isLoose(),
                Labels.of(item.details().labels()));
    }

    private static List<String> remarks(Item item, RollUp figures) {
        return Stream.of(
                        figures.hasPointChildren() && figures.unsized() > 0
                                ? figures.unsized() + " not sized"
                                : "",
                        !figures.hasPointChildren()
                                        && item.level().carriesPoints()
                                        && figures.tasks() > 0
                                ? "%d of %s"
                                        .formatted(
                                                figures.tasksDone(),
                                                Words.count(figures.tasks(), "task"))
                                : "",
                        item.details().checklist().isEmpty()
                                ? ""
                                : "%d of %s"
                                        .formatted(
                                                item.details().checklist().done(),
                                                Words.count(
                                                        item.details().checklist().size(), "step")))
                .filter(remark -> !remark.isEmpty())
                .toList();
    }

    private static String trouble(Item item, RollUp figures) {
        if (item.blocked() != null && !item.isDone()) {
            return "blocked";
        }
        if (figures.hasPointChildren() && figures.blocked() > 0) {
            return figures.blocked() + " blocked";
        }
        return figures.slipDays(item)
                .filter(days -> days > 0 && !item.isDone())
                .map(days -> Words.count(days, "day") + " late")
                .orElse("");
    }
}
