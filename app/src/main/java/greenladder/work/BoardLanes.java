package greenladder.work;

import greenladder.core.item.Item;
import greenladder.core.level.State;
import greenladder.core.people.Person;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Board;
import greenladder.core.team.Team;
import greenladder.core.value.ItemKey;
import greenladder.core.work.BoardCards;
import greenladder.core.work.Boards;
import greenladder.web.Stem;
import greenladder.web.Words;
import greenladder.words.HandOverWords;
import greenladder.work.BoardPlace.Lanes;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** Puts the cards of a board into rows. */
record BoardLanes(Snapshot snapshot, Team team, BoardCards cards, Lanes by) {
    /** How many levels above stories the lane of a card is looked for. */
    private static final int LEVELS_UP = 2;

    /**
     * @param value what a card gets that comes into it
     * @param about the item that it is of; null for none
     * @param cards by the key of their column
     */
    record Row(
            String id,
            String value,
            String title,
            String figures,
            @Nullable ItemKey about,
            Map<String, List<Node>> cards) {}

    /** What makes a lane, before its cards are known. */
    private record Head(
            String id, String value, String title, String figures, @Nullable ItemKey about) {
        Row row() {
            return new Row(id, value, title, figures, about, new HashMap<>());
        }
    }

    List<Row> of(List<Node> shown) {
        var rows = new LinkedHashMap<String, Row>();
        if (by == Lanes.NONE) {
            rows.put("all", new Head("all", "", "", "", null).row());
        }
        if (by == Lanes.STORY) {
            return byStory(shown);
        }
        if (by == Lanes.BAND) {
            products()
                    .forEach(product ->
                            product.refining()
                                    .bands()
                                    .forEach(band ->
                                            rows.putIfAbsent(
                                                    band.key(),
                                                    new Head(
                                                                    band.key(),
                                                                    band.key(),
                                                                    band.name(),
                                                                    "",
                                                                    null)
                                                            .row())));
        }
        for (var node : shown) {
            var head = head(node);
            put(rows.computeIfAbsent(head.id(), any -> head.row()), node);
        }
        return ordered(rows);
    }

    private List<Product> products() {
        return snapshot.workspace().productsOf(team);
    }

    private List<Row> ordered(Map<String, Row> rows) {
        var all = new ArrayList<>(rows.values());
        if (by == Lanes.PERSON) {
            all.sort(
                    Comparator.comparing((Row row) -> row.value().isEmpty())
                            .thenComparing(Row::title));
        } else if (by == Lanes.EPIC) {
            // What stands under nothing comes last.
            all.sort(Comparator.comparing(row -> row.about() == null));
        }
        return by == Lanes.BAND ? all.stream().filter(row -> !row.cards().isEmpty()).toList() : all;
    }

    private void put(Row row, Node node) {
        Boards.columnOf(snapshot.workspace(), team, cards.board(), node.item())
                .map(Board.Column::key)
                .ifPresent(key ->
                        row.cards().computeIfAbsent(key, any -> new ArrayList<>()).add(node));
    }

    private Head head(Node node) {
        var item = node.item();
        return switch (by) {
            case NONE, STORY -> new Head("all", "", "", "", null);
            case PERSON -> {
                var handle = BoardCardDrawer.orEmpty(item.assignee());
                yield new Head(
                        "person-" + handle,
                        handle,
                        snapshot.findPerson(item.assignee()).map(Person::name).orElse("Nobody yet"),
                        "",
                        null);
            }
            case BAND -> {
                var band = BoardCardDrawer.orEmpty(item.details().refinement().band());
                yield new Head(band.isEmpty() ? "no-band" : band, band, "No band", "", null);
            }
            case EPIC -> above(item);
        };
    }

    private Head above(Item item) {
        var stories = snapshot.requireProduct(item.key().product()).levels().stories();
        var above =
                snapshot.ancestors(item).stream()
                        .filter(node -> node.item().level().index() < stories.index())
                        .filter(node -> node.item().level().index() >= stories.index() - LEVELS_UP)
                        .reduce((nearer, further) -> further);
        return above.map(node ->
                        new Head(
                                node.item().key().toString(),
                                node.item().key().toString(),
                                node.item().title(),
                                Stem.pointsInWords(node.rollUp()),
                                node.item().key()))
                .orElseGet(() -> new Head("none", "", "Without a parent", "", null));
    }

    /** A lane for each story, in which its tasks stand; those of none come last. */
    private List<Row> byStory(List<Node> shown) {
        var rows = new ArrayList<Row>();
        for (var story : shown) {
            var item = story.item();
            var row =
                    new Head(
                                    item.key().toString(),
                                    item.key().toString(),
                                    item.title(),
                                    item.state().name()
                                            + (story.rollUp().tasks() == 0
                                                    ? ""
                                                    : ", " + Stem.hoursInWords(story.rollUp())),
                                    item.key())
                            .row();
            story.children().stream()
                    .filter(child ->
                            !child.item().level().carriesPoints() && !child.item().isDropped())
                    .forEach(child -> put(row, child));
            rows.add(row);
        }
        return rows;
    }

    /** As a list: a row for each state, the order of bands within, then that of the board. */
    List<Row> byState(List<Node> shown) {
        var bands = new HashMap<String, Integer>();
        products()
                .forEach(product ->
                        product.refining()
                                .bands()
                                .forEach(band -> bands.putIfAbsent(band.key(), bands.size())));
        var rows = new ArrayList<Row>();
        for (var column : cards.board().columns()) {
            var byState = new LinkedHashMap<String, List<Node>>();
            column.places().forEach(place -> byState.putIfAbsent(name(place), new ArrayList<>()));
            for (var node : Objects.requireNonNull(cards.columns().get(column.key()))) {
                if (shown.contains(node)) {
                    byState.computeIfAbsent(node.item().state().name(), any -> new ArrayList<>())
                            .add(node);
                }
            }
            byState.forEach((state, nodes) -> {
                if (nodes.isEmpty()) {
                    return;
                }
                nodes.sort(
                        Comparator.comparing(node ->
                                bands.getOrDefault(
                                        node.item().details().refinement().band(),
                                        Integer.MAX_VALUE)));
                rows.add(
                        new Row(
                                column.key() + "-" + rows.size(),
                                column.key(),
                                state.equals(column.name())
                                        ? state
                                        : "%s (%s)".formatted(state, column.name()),
                                Words.count(nodes.size(), "card"),
                                null,
                                Map.of("", nodes)));
            });
        }
        return rows;
    }

    private String name(Board.Place place) {
        return Boards.state(snapshot.workspace(), team, place)
                .map(State::name)
                .orElse(
                        HandOverWords.stateName(
                                snapshot.workspace(), team, place.level(), place.state()));
    }
}
