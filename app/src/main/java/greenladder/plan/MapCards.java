package greenladder.plan;

import greenladder.core.item.Field;
import greenladder.core.snapshot.Node;
import greenladder.item.Look;
import greenladder.item.Rights;
import greenladder.people.Permission;
import greenladder.plan.MapPage.CardModel;
import greenladder.plan.MapPage.Column;
import greenladder.plan.PastSlices.PastCard;
import greenladder.web.Drawings;
import greenladder.web.RungMark;
import greenladder.web.SizeWords;
import greenladder.web.Stem;

/** Heads and cards of a story map as HTML, each drawn once for all who see and may do the same. */
final class MapCards {
    private static final String TEMPLATE = "plan/map-card";
    private static final String MODEL = "c";
    private static final int STEM_WIDTH = 140;

    private final Look look;
    private final MapPlace place;
    private final Rights rights;
    private final Drawings drawings;
    private final Drawings.Same product;
    private final boolean mayShape;

    /** What the head of a column depends on beside its node. */
    private record HeadVariant(Drawings.Same product, boolean mayRename) {}

    /** What a card depends on beside its node. */
    private record CardVariant(
            Drawings.Same product,
            boolean maySize,
            boolean mayShape,
            String trouble,
            boolean picked) {}

    MapCards(Look look, MapPlace place, Rights rights, Drawings drawings) {
        this.look = look;
        this.place = place;
        this.rights = rights;
        this.drawings = drawings;
        product = new Drawings.Same(place.product());
        mayShape = look.reader().mayIn(place.product().code(), Permission.SHAPE);
    }

    /** The head of a column. */
    String head(Node node) {
        var variant =
                new HeadVariant(product, rights.mayEdit(look.reader(), node.item(), Field.TITLE));
        return drawings.of(node, variant, TEMPLATE, "head", MODEL, () -> head(node, variant));
    }

    private Column head(Node node, HeadVariant variant) {
        var item = node.item();
        var custom = item.details().custom();
        return new Column(
                item.key().toString(),
                item.level().index(),
                RungMark.of(place.product().levels(), item.level()),
                item.title(),
                "/items/" + item.key(),
                custom.getOrDefault("persona", ""),
                custom.getOrDefault("activity", ""),
                node.rollUp().hasPointChildren() ? Stem.byPoints(node.rollUp(), STEM_WIDTH) : null,
                variant.mayRename());
    }

    String card(Node node) {
        var item = node.item();
        var variant =
                new CardVariant(
                        product,
                        !node.rollUp().hasPointChildren()
                                && rights.mayEdit(look.reader(), item, Field.SIZE),
                        mayShape,
                        Needs.trouble(look.snapshot(), item),
                        item.key().equals(place.at()));
        return drawings.of(node, variant, TEMPLATE, "card", MODEL, () -> card(node, variant));
    }

    private CardModel card(Node node, CardVariant variant) {
        var item = node.item();
        return new CardModel(
                item.key().toString(),
                item.level().index(),
                item.title(),
                item.kind().equals(item.level().plainKind()) ? "" : item.kind(),
                SizeWords.of(place.product(), node),
                variant.maySize(),
                variant.mayShape(),
                item.state().name(),
                item.category().name(),
                item.blocked() != null && !item.isDone(),
                variant.trouble(),
                variant.picked());
    }

    /** A card of what stood in a closed sprint. */
    String past(PastCard card) {
        return drawings.alike(TEMPLATE, "past", MODEL, card);
    }
}
