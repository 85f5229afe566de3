package greenladder.list;

import greenladder.core.filter.Filter;
import greenladder.core.filter.Lens;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.list.FilterLine.Blame;
import greenladder.list.FilterLine.Chip;
import greenladder.list.FilterLine.ViewLink;
import greenladder.people.SignedIn;
import greenladder.search.FullText;
import greenladder.talk.Watching;
import greenladder.web.Words;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Narrows lists down, and makes the line over them. */
@Component
public class FilterLines {
    /** The views that a saved view of another one narrows down, rather than to be left for it. */
    private static final Set<String> STAYING = Set.of("bench", "backlog", "board", "dashboard");

    private final FullText search;
    private final LastLook looks;
    private final SavedViews views;
    private final Watching watching;
    private final Clock clock;

    FilterLines(FullText search, LastLook looks, SavedViews views, Watching watching, Clock clock) {
        this.watching = watching;
        this.search = search;
        this.looks = looks;
        this.views = views;
        this.clock = clock;
    }

    public Narrowed narrowed(
            Snapshot snapshot, List<Product> products, ListState state, SignedIn reader) {
        var lens =
                new Lens(
                        snapshot,
                        products,
                        LocalDate.now(clock),
                        reader.handle(),
                        looks.look(reader, products.getFirst().code()),
                        item -> watching.isWatching(reader, item));
        return new Narrowed(
                lens, state, state.text().isEmpty() ? Set.of() : search.find(state.text()));
    }

    /**
     * @param path of the view, such as {@code outline}
     * @param ofView the parameters of its URL that are not the list's
     * @param found what is shown: where it is nothing, the line says why
     */
    public FilterLine line(
            Narrowed narrowed,
            String path,
            Map<String, String> ofView,
            SignedIn reader,
            Collection<Node> found,
            Collection<Node> all) {
        var state = narrowed.state();
        var product = narrowed.lens().products().getFirst().code();
        var base = "/%s/%s?".formatted(product, path);
        return new FilterLine(
                "/%s/narrow?view=%s&%s".formatted(product, path, state.query(ofView)),
                base + wide(state, path).query(ofView),
                narrowed.filter().parts().stream()
                        // The ranked list is of one level, which is chosen beside the line.
                        .filter(part -> !(path.equals("rank") && part.id().equals("level")))
                        .map(part ->
                                new Chip(
                                        part.words(),
                                        base + state.without(part.id()).query(ofView)))
                        .toList(),
                pinned(reader, product, path, ofView, state),
                found.isEmpty() && narrowed.isNarrow() && !all.isEmpty()
                        ? blames(narrowed, base, ofView, all)
                        : List.of());
    }

    private static ListState wide(ListState state, String path) {
        var level = state.picks().getOrDefault("level", List.of());
        return path.equals("rank") ? state.wide().with("level", level) : state.wide();
    }

    private List<ViewLink> pinned(
            SignedIn reader,
            String product,
            String path,
            Map<String, String> ofView,
            ListState state) {
        return views.of(reader, product).stream()
                .filter(SavedViews.SavedView::pinned)
                .map(view -> pinned(view, product, path, ofView, state.query(Map.of())))
                .toList();
    }

    /**
     * On the bench a view of any list says what waits beside it, on a board what is shown, on a
     * dashboard what a figure tells of.
     */
    private static ViewLink pinned(
            SavedViews.SavedView view,
            String product,
            String path,
            Map<String, String> ofView,
            String narrowed) {
        boolean stays = STAYING.contains(path);
        boolean isOfHere = view.path().equals(path) || stays && !narrowed.isEmpty();
        return new ViewLink(
                view.name(),
                stays
                        ? "/%s/%s?%s"
                                .formatted(
                                        product,
                                        path,
                                        ListState.read(ListState.parse(view.query())).query(ofView))
                        : view.url(),
                isOfHere && view.query().endsWith(narrowed));
    }

    private static List<Blame> blames(
            Narrowed narrowed, String base, Map<String, String> ofView, Collection<Node> all) {
        // Dropped items are shown only where they are asked for.
        var shown =
                all.stream()
                        .filter(node -> ofView.containsKey("dropped") || !node.item().isDropped())
                        .toList();
        var blames = new ArrayList<Blame>();
        for (Filter.Blame blame : narrowed.filter().blames(shown)) {
            var url = base + narrowed.state().without(blame.part().id()).query(ofView);
            blames.add(
                    new Blame(
                            blame.items() == 0
                                    ? "Nothing here has “%s”; remove it"
                                            .formatted(blame.part().words())
                                    : "Nothing matches because of “%s”; without it: %s"
                                            .formatted(
                                                    blame.part().words(),
                                                    Words.count(blame.items(), "item")),
                            url));
        }
        return blames;
    }
}
