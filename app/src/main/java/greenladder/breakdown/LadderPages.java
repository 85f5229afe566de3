package greenladder.breakdown;

import greenladder.breakdown.LadderPage.Column;
import greenladder.breakdown.LadderPage.RailRung;
import greenladder.core.item.Item;
import greenladder.core.level.Level;
import greenladder.core.product.Product;
import greenladder.core.snapshot.LevelTotal;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.list.FilterLines;
import greenladder.list.Narrowed;
import greenladder.panel.ItemPanels;
import greenladder.people.SignedIn;
import greenladder.store.Rights;
import greenladder.web.Drawings;
import greenladder.web.GreenLadderProperties;
import greenladder.web.Words;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes the Ladder view of a place. */
@Component
public class LadderPages {
    private static final String PANEL = "panel";

    private final ItemPanels panels;
    private final Rights rights;
    private final FilterLines lines;
    private final Drawings drawings;
    private final int atOnce;

    /** The cards of a long column that were not drawn at first. */
    public record More(@Nullable String earlierUrl, List<String> cards, @Nullable String moreUrl) {}

    LadderPages(
            ItemPanels panels,
            Rights rights,
            FilterLines lines,
            Drawings drawings,
            GreenLadderProperties properties) {
        this.lines = lines;
        this.drawings = drawings;
        this.panels = panels;
        this.rights = rights;
        this.atOnce = properties.cardsAtOnce();
    }

    LadderPage page(Snapshot snapshot, Product product, Place asked, SignedIn reader) {
        var way = way(snapshot, asked);
        var place = settled(asked, way);
        var narrowed = lines.narrowed(snapshot, List.of(product), place.filter(), reader);
        var columns = columns(snapshot, product, place, reader, way, narrowed);
        var totals = snapshot.levelTotals(product);
        var laid = new ArrayList<Column>();
        if (place.loose()) {
            laid.add(columns.ofLoose());
        }
        boolean startsLoose = place.loose() && !way.isEmpty() && way.getFirst().item().isLoose();
        if (!startsLoose) {
            laid.add(columns.ofLevel(place.from(), totalOf(totals, place.from())));
        }
        way.stream()
                .filter(node -> product.levels().below(node.item().level()).isPresent())
                .forEach(node -> laid.add(columns.ofChildren(node)));
        int loose = snapshot.countMarked(Mark.LOOSE, product.code());
        return new LadderPage(
                product.code(),
                place.url(),
                way.stream()
                        .map(node -> node.item().key().toString())
                        .collect(Collectors.joining(",")),
                lines.line(
                        narrowed,
                        "ladder",
                        place.parameters(),
                        reader,
                        snapshot.roots(product.code()).stream().filter(narrowed::shows).toList(),
                        snapshot.roots(product.code())),
                rail(place, totals),
                laid,
                place.panel() && !place.kept().contains(PANEL)
                        ? place.picked()
                                .map(key ->
                                        panels.of(key, reader, (Item item) -> linkTo(place, item)))
                                .orElse(null)
                        : null,
                place.panel() && place.at() != null && place.kept().contains(PANEL),
                place.withLoose(!place.loose()).url(),
                loose == 0 && !place.loose() ? "" : Words.count(loose, "loose item"),
                place.loose(),
                place.withPanel(!place.panel()).url(),
                place.panel(),
                snapshot.orderOf(product.code(), place.from()).size() == 0 && !place.loose()
                        ? "Nothing on this level yet. Type a title into the field and press Enter;"
                                + " details can wait."
                        : "");
    }

    /**
     * @param offset where the column was cut off
     * @param earlier whether what stands above is asked for, rather than what is below
     */
    More more(
            Snapshot snapshot,
            Product product,
            Place place,
            SignedIn reader,
            String column,
            int offset,
            boolean earlier) {
        var way = way(snapshot, place);
        var cards = cards(snapshot, reader, way);
        var narrowed = lines.narrowed(snapshot, List.of(product), place.filter(), reader);
        var source = columns(snapshot, product, place, reader, way, narrowed).source(column);
        var stretch =
                earlier
                        ? Stretch.before(source, offset, atOnce)
                        : Stretch.from(source, offset, atOnce);
        return new More(
                earlier && stretch.from() > 0
                        ? place.moreUrl(column, stretch.from()) + "&earlier=true"
                        : null,
                stretch.nodes().stream().map(cards::of).toList(),
                !earlier && stretch.to() < source.size()
                        ? place.moreUrl(column, stretch.to())
                        : null);
    }

    private Columns columns(
            Snapshot snapshot,
            Product product,
            Place place,
            SignedIn reader,
            List<Node> way,
            Narrowed narrowed) {
        return new Columns(
                snapshot,
                product,
                place,
                cards(snapshot, reader, way),
                new Heads(product, drawings),
                rights,
                reader,
                atOnce,
                narrowed);
    }

    private Cards cards(Snapshot snapshot, SignedIn reader, List<Node> way) {
        var picked =
                way.stream().map(node -> node.item().key().toString()).collect(Collectors.toSet());
        return new Cards(snapshot, rights, reader, drawings, picked);
    }

    /** The picked item and those above it, from the first column's level down. */
    private static List<Node> way(Snapshot snapshot, Place place) {
        return place.picked()
                .flatMap(snapshot::findNode)
                .map(node ->
                        Stream.concat(
                                        snapshot.ancestors(node.item()).reversed().stream(),
                                        Stream.of(node))
                                .filter(one -> !one.item().level().isAbove(place.from()))
                                .toList())
                .orElse(List.of());
    }

    /** Where the way starts below the first column's level, that column moves down with it. */
    private static Place settled(Place asked, List<Node> way) {
        if (way.isEmpty()) {
            return asked.at(null);
        }
        var top = way.getFirst().item();
        boolean inLooseColumn = asked.loose() && top.isLoose();
        return top.level().equals(asked.from()) || inLooseColumn
                ? asked
                : asked.from(top.level()).at(asked.at());
    }

    private static String linkTo(Place place, Item item) {
        var from = place.from();
        var target = item.level().isAbove(from) ? place.from(item.level()) : place;
        return target.at(item.key()).url();
    }

    private static List<RailRung> rail(Place place, Map<Level, LevelTotal> totals) {
        return totals.entrySet().stream()
                .map(entry ->
                        new RailRung(
                                entry.getKey().key(),
                                entry.getKey().plural(),
                                Integer.toString(entry.getValue().count()),
                                entry.getValue().completion().map(Words::percent).orElse("–"),
                                place.from(entry.getKey()).url(),
                                entry.getKey().equals(place.from())))
                .toList();
    }

    private static LevelTotal totalOf(Map<Level, LevelTotal> totals, Level level) {
        return Objects.requireNonNull(totals.get(level));
    }
}
