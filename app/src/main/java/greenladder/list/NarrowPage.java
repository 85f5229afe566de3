package greenladder.list;

import greenladder.core.filter.Filter.Count;
import greenladder.list.SavedViews.SavedView;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * What there is to pick for a list.
 *
 * @param path of the list
 * @param hidden the parameters of its URL that stay as they are
 * @param marks rows in a tint, where the list has them
 * @param query what makes the list up, to be kept under a name
 * @param canBeSaved whether it can be kept as a view
 */
public record NarrowPage(
        String product,
        String view,
        String path,
        List<Hidden> hidden,
        String text,
        List<Extra> extras,
        List<Quick> quick,
        List<FacetChoices> facets,
        List<FacetChoices> flags,
        List<Choice> sortings,
        List<Choice> groups,
        List<Choice> seconds,
        List<MarkChoice> marks,
        List<Choice> markable,
        String query,
        List<SavedView> views,
        boolean canBeSaved,
        List<Choice> shares) {

    public record Hidden(String name, String value) {}

    /** A pick that no facet's own list of values shows. */
    public record Extra(String name, String value, String words) {}

    /** One of the picks that are asked for most. */
    public record Quick(
            String label, String facet, String value, boolean flag, int items, boolean picked) {}

    public record Choice(String value, String label, int items, boolean picked) {}

    /**
     * @param excludes whether what is picked is left out
     * @param more how many values more there are than can be shown
     */
    public record FacetChoices(
            String id,
            String label,
            boolean excludes,
            List<Choice> choices,
            int more,
            boolean picked) {}

    /** Rows that are marked. */
    public record MarkChoice(String value, String words, int tint) {}

    static List<MarkChoice> marks(Narrowed narrowed) {
        return narrowed.state().marks().stream()
                .map(mark ->
                        new MarkChoice(
                                mark.toString(),
                                narrowed.facets()
                                        .find(mark.facet())
                                        .map(facet ->
                                                facet.label()
                                                        + ": "
                                                        + facet.words().apply(mark.value()))
                                        .orElse(mark.facet()),
                                mark.tint()))
                .toList();
    }

    /** What rows can be marked by: the values of facets with few values. */
    static List<Choice> markable(Narrowed narrowed, Map<String, List<Count>> counts) {
        return Stream.of(
                        "kind",
                        "category",
                        "state",
                        "band",
                        "team",
                        "label",
                        "blocked",
                        "ready",
                        "unsized",
                        "loose",
                        "changed")
                .map(narrowed.facets()::find)
                .flatMap(Optional::stream)
                .flatMap(facet ->
                        counts.getOrDefault(facet.id(), List.of()).stream()
                                .limit(30)
                                .map(count ->
                                        new Choice(
                                                facet.id() + "~" + count.value(),
                                                facet.label()
                                                        + ": "
                                                        + facet.words().apply(count.value()),
                                                count.items(),
                                                false)))
                .toList();
    }
}
