package greenladder.work;

import greenladder.core.filter.Facets;
import greenladder.core.level.Category;
import greenladder.core.level.State;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Board;
import greenladder.core.team.Board.Place;
import greenladder.core.team.Calendar.Skill;
import greenladder.core.team.Team;
import greenladder.core.work.Boards;
import greenladder.core.workspace.Workspace;
import greenladder.web.Words;
import greenladder.words.HandOverWords;
import greenladder.work.BoardSetup.Chip;
import greenladder.work.BoardSetup.Choice;
import greenladder.work.BoardSetup.Column;
import greenladder.work.BoardSetup.Rule;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Makes the set-up of a team's board. */
@Component
class BoardSetups {
    /** What cards can show beside what they always do. */
    private static final Map<String, String> FIELDS =
            Map.of(
                    "labels",
                    "Labels",
                    "risk",
                    "Risk",
                    "release",
                    "Release",
                    "milestone",
                    "Milestone",
                    "skill",
                    "Skill",
                    "finish",
                    "Finish",
                    "value",
                    "Value",
                    "attachments",
                    "A picture",
                    Board.EPIC,
                    "Mark of the epic");

    /** By what cards can be told apart; fields of one's own beside these. */
    private static final List<String> TEXTURES =
            List.of("kind", "band", "risk", "label", "release", "assignee", "in.epic");

    /**
     * @param facets of the team's products
     */
    BoardSetup page(Snapshot snapshot, Team team, Facets facets) {
        var workspace = snapshot.workspace();
        var board = Boards.of(workspace, team);
        var columns = board.columns();
        var placed = columns.stream().flatMap(column -> column.places().stream()).toList();
        return new BoardSetup(
                team.key(),
                team.name(),
                columns.stream().map(column -> column(workspace, team, columns, column)).toList(),
                all(workspace, team).stream()
                        .filter(place -> placed.stream().noneMatch(place::equals))
                        .map(place -> chip(workspace, team, place))
                        .toList(),
                fields(workspace, team, board),
                textures(facets, board),
                rules(workspace, team),
                all(workspace, team).stream()
                        .map(place ->
                                new Choice(
                                        place.level() + "/" + place.state(),
                                        chip(workspace, team, place).label()))
                        .toList(),
                takers(workspace, team),
                kinds(workspace, team));
    }

    private static Column column(
            Workspace workspace, Team team, List<Board.Column> columns, Board.Column column) {
        int at = columns.indexOf(column);
        boolean isOnly = columns.size() == 1;
        return new Column(
                column.key(),
                column.name(),
                column.limit() == null ? "" : column.limit().toString(),
                column.places().stream().map(place -> chip(workspace, team, place)).toList(),
                at == 0,
                at == columns.size() - 1,
                isOnly ? "" : "its cards go to " + heir(columns, at).name());
    }

    /** The column that takes over what one holds: that before it, else that after it. */
    static Board.Column heir(List<Board.Column> columns, int at) {
        return columns.get(at == 0 ? 1 : at - 1);
    }

    /** All states that a column can hold but for dropped ones. */
    private static List<Place> all(Workspace workspace, Team team) {
        var places = new ArrayList<Place>();
        for (var product : workspace.productsOf(team)) {
            for (var level : Boards.levels(product)) {
                workspace.statesOf(level, team.key()).all().stream()
                        .filter(state -> state.category() != Category.DROPPED)
                        .map(state -> new Place(level.key(), null, state.key()))
                        .filter(place -> !places.contains(place))
                        .forEach(places::add);
            }
        }
        return places;
    }

    private static Chip chip(Workspace workspace, Team team, Place place) {
        var state = Boards.state(workspace, team, place).map(State::name);
        return new Chip(
                place.toString(),
                "%s: %s"
                        .formatted(
                                place.kind() == null
                                        ? levelName(workspace, team, place.level())
                                        : Words.capital(place.kind()),
                                state.orElse(place.state() + " (no state any more)")));
    }

    private static String levelName(Workspace workspace, Team team, String level) {
        return workspace.productsOf(team).stream()
                .flatMap(product -> product.levels().find(level).stream())
                .findFirst()
                .map(one -> one.name())
                .orElse(level);
    }

    private static List<BoardSetup.Field> fields(Workspace workspace, Team team, Board board) {
        var fields = new TreeMap<>(FIELDS);
        workspace.productsOf(team).stream()
                .flatMap(product -> product.fields().stream())
                .forEach(field -> fields.put(field.field().label(), field.name()));
        return fields.entrySet().stream()
                .sorted(Map.Entry.comparingByValue())
                .map(one ->
                        new BoardSetup.Field(
                                one.getKey(), one.getValue(), board.shown().contains(one.getKey())))
                .toList();
    }

    private static List<BoardSetup.Texture> textures(Facets facets, Board board) {
        var offered =
                facets.all().stream()
                        .filter(one ->
                                TEXTURES.contains(one.id()) || one.id().startsWith("custom."))
                        .map(one ->
                                new BoardSetup.Texture(
                                        one.id(), one.label(), one.id().equals(board.texture())));
        var none = new BoardSetup.Texture("", "nothing", board.texture().isEmpty());
        return Stream.concat(Stream.of(none), offered).toList();
    }

    private static List<Rule> rules(Workspace workspace, Team team) {
        var rules = new ArrayList<Rule>();
        team.practice()
                .handOvers()
                .forEach(rule ->
                        rules.add(
                                new Rule(
                                        "hand-over",
                                        rule.key(),
                                        HandOverWords.sentence(workspace, team, rule),
                                        rule.on())));
        team.practice()
                .steps()
                .forEach(rule ->
                        rules.add(
                                new Rule(
                                        "step",
                                        rule.key(),
                                        HandOverWords.sentence(workspace, team, rule),
                                        rule.on())));
        return rules;
    }

    private static List<Choice> takers(Workspace workspace, Team team) {
        var takers = new ArrayList<Choice>();
        var skills = new TreeSet<String>();
        for (var handle : workspace.membersAtWork(team)) {
            team.calendar().member(handle).skills().stream().map(Skill::name).forEach(skills::add);
        }
        skills.forEach(
                skill -> takers.add(new Choice("skill:" + skill, "somebody who does " + skill)));
        workspace
                .membersAtWork(team)
                .forEach(handle ->
                        takers.add(
                                new Choice(
                                        "person:" + handle,
                                        Objects.requireNonNull(
                                                workspace
                                                        .findPerson(handle)
                                                        .map(one -> one.name())
                                                        .orElse(handle)))));
        return takers;
    }

    /** Kinds of their own, for columns that hold them in another state than the rest. */
    private static List<Choice> kinds(Workspace workspace, Team team) {
        return workspace.productsOf(team).stream()
                .map(Product::levels)
                .flatMap(levels -> levels.all().stream())
                .filter(level -> level.kinds().size() > 1)
                .flatMap(level ->
                        level.kinds().stream()
                                .flatMap(kind ->
                                        workspace.statesOf(level, team.key()).all().stream()
                                                .filter(state ->
                                                        state.category() != Category.DROPPED)
                                                .map(state ->
                                                        new Choice(
                                                                new Place(
                                                                                level.key(),
                                                                                kind,
                                                                                state.key())
                                                                        .toString(),
                                                                Words.capital(kind)
                                                                        + ": "
                                                                        + state.name()))))
                .distinct()
                .toList();
    }
}
