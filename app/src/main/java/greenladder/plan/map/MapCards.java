package greenladder.plan.map;

import greenladder.card.ItemCards;
import greenladder.core.item.Field;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Node;
import greenladder.plan.Needs;
import greenladder.plan.map.MapPage.CardModel;
import greenladder.plan.map.MapPage.Column;
import greenladder.plan.map.PastSlices.PastCard;
import greenladder.store.Rights;
import greenladder.view.ViewContext;
import greenladder.web.Drawings;
import greenladder.web.RungMark;
import greenladder.web.Stem;

/** Heads and cards of a story map as HTML, each drawn once for all who see and may do the same. */
final class MapCards {
    private static final String TEMPLATE = "plan/map-card";
    private static final String MODEL = "c";
    private static final int STEM_WIDTH = 140;

    private final ViewContext context;
    private final MapPlace place;
    private final Rights rights;
    private final Drawings drawings;
    private final ItemCards items;
    private final boolean mayShape;

    MapCards(ViewContext context, MapPlace place, Rights rights, Drawings drawings) {
        this.context = context;
        this.place = place;
        this.rights = rights;
        this.drawings = drawings;
        items =
                new ItemCards(
                        context.snapshot(),
                        rights,
                        context.reader(),
                        item -> item.key().equals(place.at()));
        mayShape = context.reader().mayIn(place.product().code(), Permission.SHAPE);
    }

    /** The head of a column. */
    String head(Node node) {
        return drawings.cached(TEMPLATE, "head", MODEL, column(node));
    }

    private Column column(Node node) {
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
                rights.mayEdit(context.reader(), item, Field.TITLE));
    }

    String card(Node node) {
        return drawings.cached(TEMPLATE, "card", MODEL, model(node));
    }

    private CardModel model(Node node) {
        var item = node.item();
        return new CardModel(
                items.of(node),
                mayShape,
                item.blocked() != null && !item.isDone(),
                Needs.trouble(context.snapshot(), item));
    }

    /** A card of what stood in a closed sprint. */
    String past(PastCard card) {
        return drawings.cached(TEMPLATE, "past", MODEL, card);
    }
}
