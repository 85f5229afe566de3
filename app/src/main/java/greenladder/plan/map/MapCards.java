package greenladder.plan.map;

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
import greenladder.web.SizeWords;
import greenladder.web.Stem;

/** Heads and cards of a story map as HTML, each drawn once for all who see and may do the same. */
final class MapCards {
    private static final String TEMPLATE = "plan/map-card";
    private static final String MODEL = "c";
    private static final int STEM_WIDTH = 140;

    private final ViewContext look;
    private final MapPlace place;
    private final Rights rights;
    private final Drawings drawings;
    private final boolean mayShape;

    MapCards(ViewContext look, MapPlace place, Rights rights, Drawings drawings) {
        this.look = look;
        this.place = place;
        this.rights = rights;
        this.drawings = drawings;
        mayShape = look.reader().mayIn(place.product().code(), Permission.SHAPE);
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
                rights.mayEdit(look.reader(), item, Field.TITLE));
    }

    String card(Node node) {
        return drawings.cached(TEMPLATE, "card", MODEL, model(node));
    }

    private CardModel model(Node node) {
        var item = node.item();
        return new CardModel(
                item.key().toString(),
                item.level().index(),
                item.title(),
                item.kind().equals(item.level().plainKind()) ? "" : item.kind(),
                SizeWords.of(place.product(), node),
                !node.rollUp().hasPointChildren()
                        && rights.mayEdit(look.reader(), item, Field.SIZE),
                mayShape,
                item.state().name(),
                item.category().name(),
                item.blocked() != null && !item.isDone(),
                Needs.trouble(look.snapshot(), item),
                item.key().equals(place.at()));
    }

    /** A card of what stood in a closed sprint. */
    String past(PastCard card) {
        return drawings.cached(TEMPLATE, "past", MODEL, card);
    }
}
