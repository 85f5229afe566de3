package greenladder.track.tables;

import greenladder.core.filter.Breakdown.Group;
import greenladder.core.filter.Facet;
import greenladder.core.flow.Rework;
import greenladder.core.level.Category;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.view.Choice;
import greenladder.view.SideList;
import greenladder.view.SideList.Part;
import greenladder.view.SideList.Row;
import greenladder.web.Words;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** The items behind a row of a table. */
final class TableSides {
    private TableSides() {}

    static SideList of(
            Snapshot snapshot,
            TablePlace place,
            List<Facet> facets,
            List<String> values,
            Group<Node> group) {
        var parts = new ArrayList<Part>();
        if (place.question() == Question.FINISHED) {
            parts.add(finished(snapshot, group.things()));
        } else {
            for (var category : List.of(Category.IN_PROGRESS, Category.TO_DO, Category.DONE)) {
                var those =
                        group.things().stream()
                                .filter(node -> node.rollUp().category() == category)
                                .toList();
                if (!those.isEmpty()) {
                    parts.add(Part.of(snapshot, category, those));
                }
            }
        }
        return new SideList(
                group.words(),
                "",
                SideList.Steps.none(place.url()),
                parts,
                list(place, facets, values));
    }

    /** The same as a list that can be worked on; what was finished in some days has none. */
    private static @Nullable Choice list(
            TablePlace place, List<Facet> facets, List<String> values) {
        if (place.question() == Question.FINISHED) {
            return null;
        }
        var state = place.state();
        for (int i = 0; i < values.size(); i++) {
            state = state.with(facets.get(i).id(), List.of(values.get(i)));
        }
        if (place.question() == Question.OPEN) {
            if (!state.picks().containsKey("category")) {
                state = state.with("category", List.of("to do", "in progress"));
            }
            if (place.team() != null) {
                state = state.with("team", List.of(place.team().key()));
            }
        }
        return new Choice(
                "/%s/rank?%s"
                        .formatted(
                                place.product().code(),
                                state.query(Map.of("level", place.level().key()))),
                "Open as a list in Rank",
                false);
    }

    private static Part finished(Snapshot snapshot, List<Node> nodes) {
        var workspace = snapshot.workspace();
        return Part.of(
                "Finished",
                nodes,
                nodes.stream()
                        .filter(node -> node.item().times().finishedAt() != null)
                        .sorted(
                                Comparator.comparing(
                                                (Node node) -> node.item().times().finishedAt())
                                        .reversed())
                        .map(node ->
                                row(
                                        snapshot,
                                        node,
                                        Words.shortDay(
                                                workspace.dayOf(node.item().times().finishedAt()))))
                        .toList());
    }

    private static Row row(Snapshot snapshot, Node node, String note) {
        return Row.of(
                snapshot, node.item().key(), note, Optional.ofNullable(node.rollUp().effective()));
    }

    /** What mended something, and what it mended. */
    static SideList ofMended(Snapshot snapshot, TablePlace place, Group<Rework> group) {
        var rows =
                group.things().stream()
                        .map(one ->
                                row(
                                        snapshot,
                                        one.bug(),
                                        "mends %s%s"
                                                .formatted(
                                                        one.origin().item().key(),
                                                        one.isOfSameSprint()
                                                                ? " of the same sprint"
                                                                : "")))
                        .toList();
        return new SideList(
                group.words(),
                "",
                SideList.Steps.none(place.url()),
                List.of(
                        Part.of(
                                "Mended by",
                                group.things().stream().map(Rework::bug).distinct().toList(),
                                rows)),
                null);
    }
}
