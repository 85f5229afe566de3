package greenladder.refine;

import greenladder.core.filter.Sorting;
import greenladder.core.item.Item;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.list.FilterLines;
import greenladder.list.ListRow;
import greenladder.list.Narrowed;
import greenladder.list.TableColumns;
import greenladder.list.TableHead;
import greenladder.list.TableRows;
import greenladder.list.TableRows.Showing;
import greenladder.panel.ItemPanels;
import greenladder.people.Preferences;
import greenladder.people.SignedIn;
import greenladder.refine.RankList.Entry;
import greenladder.refine.RankPage.AgendaLine;
import greenladder.refine.RankPage.Choice;
import greenladder.refine.RankPage.Picture;
import greenladder.refine.RankPlace.Side;
import greenladder.refine.Scatter.Scored;
import greenladder.store.Rights;
import greenladder.web.Drawings;
import greenladder.web.Words;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes the ranked list of a product, or the queue of a team. */
@Component
class RankPages {
    /** In pixels; the style sheet says the same. */
    static final int ROW_HEIGHT = 30;

    private static final int DRAWN = 90;
    private static final int MOST_ON_AGENDA = 8;
    private static final List<String> FIRST = List.of("ready", "score", "size", "sofar");

    private final Rights rights;
    private final Drawings drawings;
    private final ItemPanels panels;
    private final Preferences preferences;
    private final FilterLines lines;
    private final SourcesPages sources;

    RankPages(
            Rights rights,
            ItemPanels panels,
            Preferences preferences,
            FilterLines lines,
            SourcesPages sources,
            Drawings drawings) {
        this.drawings = drawings;
        this.rights = rights;
        this.panels = panels;
        this.preferences = preferences;
        this.lines = lines;
        this.sources = sources;
    }

    static String preference(String product) {
        return "rank." + product;
    }

    static TableColumns columns(Product product, @Nullable String chosen) {
        return new TableColumns(product, FIRST, chosen);
    }

    Narrowed narrowed(Snapshot snapshot, RankPlace place, SignedIn reader) {
        var queue = place.queue();
        var products = new LinkedHashSet<Product>();
        products.add(place.product());
        if (queue != null) {
            queue.products().stream()
                    .flatMap(code -> snapshot.findProduct(code).stream())
                    .forEach(products::add);
        }
        var state = queue == null ? place.filter() : place.filter().without("level");
        return lines.narrowed(snapshot, List.copyOf(products), state, reader);
    }

    RankPage page(
            Snapshot snapshot,
            RankPlace place,
            SignedIn reader,
            long operation,
            boolean panelKept) {
        var product = place.product();
        var narrowed = narrowed(snapshot, place, reader);
        var list = RankList.of(snapshot, place, narrowed);
        var columns =
                columns(
                        product,
                        place.filter().columns().isEmpty()
                                ? preferences.find(reader, preference(product.code())).orElse(null)
                                : place.filter().columns());
        var entries = list.entries();
        int from = Math.clamp(place.from(), 0, Math.max(0, entries.size() - DRAWN));
        int to = Math.min(entries.size(), from + DRAWN);
        var maker = new TableRows(snapshot, rights, reader, columns.shown(), drawings);
        var head = TableHead.of("/%s/rank/columns".formatted(product.code()), columns);
        var drawn = new ArrayList<String>();
        for (int i = from; i < to; i++) {
            drawn.add(
                    switch (entries.get(i)) {
                        case Entry.Head of ->
                                drawings.cached(
                                        "shared/list-row",
                                        "head",
                                        "h",
                                        new ListRow.Head(
                                                i + 1,
                                                head.heads().size() + 1,
                                                of.words(),
                                                of.figures()));
                        case Entry.Row of ->
                                drawings.cached(
                                        "shared/list-row",
                                        "row",
                                        "r",
                                        row(maker, of, i + 1, place, narrowed));
                    });
        }
        boolean byRank =
                place.filter().sorting().equals(Sorting.RANK) && place.filter().groups().isEmpty();
        var at = place.side() == Side.ITEM ? place.at() : null;
        return new RankPage(
                product.code(),
                place.url(),
                place.filter().query(place.parameters()),
                operation,
                place.queue() == null ? "" : place.queue().key(),
                levels(product, place),
                queues(snapshot, product, place),
                head,
                lines.line(narrowed, "rank", withLevel(place), reader, list.found(), list.all()),
                list.inWords(),
                from,
                entries.size(),
                from * ROW_HEIGHT,
                (entries.size() - to) * ROW_HEIGHT,
                drawn,
                byRank,
                byRank ? "" : sortedBy(place, narrowed),
                rights.mayShape(reader, product.code(), place.level()),
                rights.mayAdd(reader, product, place.level())
                        ? new RankPage.Adding(
                                place.level().key(), Words.withArticle(place.level().name()))
                        : null,
                place.side().id(),
                sides(place),
                place.side() == Side.PICTURE ? picture(snapshot, place, narrowed, list) : null,
                place.side() == Side.SOURCES && place.queue() != null
                        ? sources.page(snapshot, place, reader)
                        : null,
                at != null && !panelKept
                        ? panels.of(at, reader, one -> place.at(one.key()).url())
                        : null,
                at != null && panelKept);
    }

    private static Picture picture(
            Snapshot snapshot, RankPlace place, Narrowed narrowed, RankList list) {
        var product = place.product();
        var scatter =
                Scatter.of(
                        snapshot,
                        product,
                        scored(place, narrowed, list),
                        node -> place.at(node.item().key()).url());
        var marked = onAgenda(snapshot, product);
        return new Picture(
                scatter,
                marked.size(),
                marked.stream()
                        .limit(MOST_ON_AGENDA)
                        .map(node -> agendaLine(product, node.item()))
                        .toList(),
                Candidates.of(snapshot, product, node -> isOf(place, node.item())));
    }

    /** A queue's filter has no level of its own; its URL keeps the one that was chosen. */
    private static Map<String, String> withLevel(RankPlace place) {
        var parameters = place.parameters();
        if (place.queue() != null) {
            parameters.put("level", place.level().key());
        }
        return parameters;
    }

    private static ListRow row(
            TableRows maker, Entry.Row of, int index, RankPlace place, Narrowed narrowed) {
        var node = of.node();
        var key = node.item().key();
        var showing =
                new Showing(
                        place.at(key).url(),
                        place.side() == Side.ITEM && key.equals(place.at()),
                        narrowed.tintOf(node),
                        Words.of(of.soFar()));
        return new ListRow(
                maker.row(node, showing), index, 1, "", "title-cell", of.position(), null, null);
    }

    private static String sortedBy(RankPlace place, Narrowed narrowed) {
        var words = new ArrayList<String>();
        if (!place.filter().sorting().equals(Sorting.RANK)) {
            words.add("by " + place.filter().sorting().label());
        }
        narrowed.groups().forEach(facet -> words.add("in groups of " + Words.lower(facet.label())));
        return String.join(", ", words);
    }

    private static List<Choice> levels(Product product, RankPlace place) {
        return product.levels().all().stream()
                .map(level ->
                        new Choice(
                                level.key(),
                                level.plural(),
                                place.of(level).url(),
                                level.equals(place.level())))
                .toList();
    }

    private static List<Choice> queues(Snapshot snapshot, Product product, RankPlace place) {
        return Stream.concat(
                        Stream.of(
                                new Choice(
                                        "",
                                        product.name(),
                                        place.inQueueOf(null).url(),
                                        place.queue() == null)),
                        snapshot.workspace().teamsOf(product.code()).stream()
                                .map(team ->
                                        new Choice(
                                                team.key(),
                                                "Team " + team.name(),
                                                place.inQueueOf(team).url(),
                                                team.equals(place.queue()))))
                .toList();
    }

    private static List<Choice> sides(RankPlace place) {
        return Stream.of(Side.PICTURE, Side.SOURCES, Side.NOTHING)
                .filter(side -> side != Side.SOURCES || place.queue() != null)
                .filter(side -> side != place.side())
                .map(side ->
                        new Choice(
                                side.id(),
                                switch (side) {
                                    case PICTURE -> "Score against size";
                                    case SOURCES -> "Where work comes from";
                                    default -> "Only the list";
                                },
                                place.beside(side).url(),
                                false))
                .toList();
    }

    /** A score follows from an item and from how its product refines. */
    private static List<List<Scored>> scored(RankPlace place, Narrowed narrowed, RankList list) {
        var scores = narrowed.lens().scores();
        return list.gathered(place.product().refining(), nodes -> Scatter.scored(scores, nodes));
    }

    private static boolean isOf(RankPlace place, Item item) {
        var queue = place.queue();
        return queue == null
                ? item.level().key().equals(place.level().key())
                : queue.key().equals(item.team());
    }

    /** What is marked to be talked about, the highest levels first, by rank. */
    static List<Node> onAgenda(Snapshot snapshot, Product product) {
        return snapshot.marked(Mark.AGENDA, product.code()).stream()
                .filter(node -> node.item().level().carriesPoints())
                .sorted(Comparator.comparingInt(node -> node.item().level().index()))
                .toList();
    }

    private static AgendaLine agendaLine(Product product, Item item) {
        return new AgendaLine(
                item.key().toString(),
                item.title(),
                String.valueOf(item.details().refinement().agenda()),
                "/%s/agenda?at=%s".formatted(product.code(), item.key()));
    }
}
