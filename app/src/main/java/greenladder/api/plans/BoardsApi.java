package greenladder.api.plans;

import greenladder.api.ApiProblems;
import greenladder.api.BodyReader;
import greenladder.api.ItemJson;
import greenladder.api.items.ItemsApi;
import greenladder.core.plan.Sprints;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Board;
import greenladder.core.team.Board.Column;
import greenladder.core.team.Board.Place;
import greenladder.core.team.HandOver;
import greenladder.core.team.StepRule;
import greenladder.core.team.Team;
import greenladder.core.work.BoardCards;
import greenladder.core.work.CycleTimes;
import greenladder.core.work.KeepPractice;
import greenladder.people.SignedIn;
import greenladder.planning.SprintFigures;
import greenladder.store.CommandGateway;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** Boards of teams and the rules of their work, for programs. */
@RestController
@RequestMapping("/api/v1/teams/{id}")
@Tag(name = "Work")
class BoardsApi {
    private static final int LONGEST_KEY = 40;
    private static final int QUEUE = 1_000;
    private static final int MOST_COLUMNS = 30;

    private final SnapshotKeeper keeper;
    private final CommandGateway gateway;
    private final SprintFigures figures;

    BoardsApi(SnapshotKeeper keeper, CommandGateway gateway, SprintFigures figures) {
        this.keeper = keeper;
        this.gateway = gateway;
        this.figures = figures;
    }

    record PlaceJson(String level, @Nullable String kind, String state) {}

    record ColumnJson(String key, String name, List<PlaceJson> states, @Nullable Integer limit) {}

    /**
     * @param lane by what the board is cut into lanes; null without
     */
    record CardJson(
            String key,
            String column,
            @Nullable String lane,
            String state,
            @Nullable String assignee,
            @Nullable BigDecimal size,
            @Nullable Double ageDays) {}

    /**
     * @param sprint null for what the team runs without one
     * @param cards in the order of the board, column by column
     * @param elsewhere items whose state no column holds
     * @param waiting how many more there are in the team's queue
     */
    record BoardJson(
            List<ColumnJson> columns,
            List<String> shown,
            @Nullable String texture,
            @Nullable String sprint,
            List<CardJson> cards,
            List<String> elsewhere,
            int waiting,
            Map<String, @Nullable Double> cycleTimeDays) {}

    record RuleJson(
            String key,
            String level,
            @Nullable String state,
            @Nullable String from,
            @Nullable String to,
            @Nullable String who,
            @Nullable String moveTo,
            boolean on) {}

    /**
     * @param handOvers {@code state}: to which something comes, {@code to}: whom it goes to
     * @param steps who may take something {@code from} a state {@code to} another
     */
    record RulesJson(List<RuleJson> handOvers, List<RuleJson> steps) {}

    @GetMapping("/board")
    @Operation(
            summary = "A team's board: its columns and what stands in them",
            description =
                    "sprint: an id, or none for what the team runs without one; without it the"
                            + " running sprint, else the next; lanes: person, story, band or none")
    BoardJson board(
            @PathVariable String id,
            @RequestParam(defaultValue = "") String sprint,
            @RequestParam(defaultValue = "none") String lanes,
            @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        if (!Set.of("none", "person", "story", "band").contains(lanes)) {
            throw ApiProblems.invalid("lanes", "There are: none, person, story, band.");
        }
        return json(snapshot, Lookups.team(snapshot, id), sprint, lanes);
    }

    private BoardJson json(Snapshot snapshot, Team team, String asked, String lanes) {
        var sprint = sprint(snapshot, team, asked).orElse(null);
        var board = BoardCards.of(snapshot, team, sprint, figures.today(), QUEUE);
        var cards = new ArrayList<CardJson>();
        board.columns()
                .forEach((column, nodes) ->
                        nodes.forEach(node -> cards.add(card(column, node, lanes))));
        var cycle = CycleTimes.of(snapshot, team, figures.today());
        var times = new LinkedHashMap<String, @Nullable Double>();
        times.put("p50", cycle.percentile(0.5).orElse(null));
        times.put("p85", cycle.percentile(0.85).orElse(null));
        return new BoardJson(
                board.board().columns().stream().map(BoardsApi::column).toList(),
                board.board().shown(),
                board.board().texture().isEmpty() ? null : board.board().texture(),
                sprint == null ? null : sprint.key(),
                cards,
                board.elsewhere().stream().map(node -> node.item().key().toString()).toList(),
                board.waiting(),
                times);
    }

    private static Optional<Sprint> sprint(Snapshot snapshot, Team team, String asked) {
        if (asked.equals("none")) {
            return Optional.empty();
        }
        var all = Sprints.of(snapshot.workspace(), team.key());
        if (!asked.isEmpty()) {
            var sprint = Lookups.sprint(snapshot, asked);
            if (!all.contains(sprint)) {
                throw ApiProblems.invalid(
                        "sprint", "%s is another team's.".formatted(sprint.name()));
            }
            return Optional.of(sprint);
        }
        return all.stream()
                .filter(Sprint::isRunning)
                .findFirst()
                .or(() -> Sprints.next(snapshot.workspace(), team.key()));
    }

    private CardJson card(String column, Node node, String lanes) {
        var item = node.item();
        return new CardJson(
                item.key().toString(),
                column,
                switch (lanes) {
                    case "person" -> item.assignee();
                    case "story" -> item.key().toString();
                    case "band" -> item.details().refinement().band();
                    default -> null;
                },
                item.state().key(),
                item.assignee(),
                ItemJson.decimal(node.rollUp().effective()),
                item.isDone() ? null : item.times().ageInDays(figures.now()));
    }

    private static ColumnJson column(Column column) {
        return new ColumnJson(
                column.key(),
                column.name(),
                column.places().stream()
                        .map(place -> new PlaceJson(place.level(), place.kind(), place.state()))
                        .toList(),
                column.limit());
    }

    @PutMapping("/board")
    @Operation(
            summary = "Set a team's board up",
            description =
                    "columns [{name, states [{level, state, kind}], limit, key}] from left to"
                        + " right; shown [fields, epic]: what cards show; texture: the attribute by"
                        + " whose values they are told apart")
    ResponseEntity<BoardJson> putBoard(
            @PathVariable String id,
            @RequestBody JsonNode body,
            @AuthenticationPrincipal SignedIn me) {
        Lookups.team(keeper.seenBy(me), id);
        var reader = new BodyReader(body, Set.of("columns", "shown", "texture"));
        var columns = columns(reader);
        var shown = reader.has("shown") ? reader.texts("shown") : null;
        var texture = reader.has("texture") ? reader.text("texture") : null;
        boolean isTextureSaid = reader.has("texture");
        reader.requireNone();
        var saved =
                gateway.submit(
                        me,
                        new KeepPractice(
                                id,
                                practice ->
                                        practice.with(
                                                new Board(
                                                        columns,
                                                        shown == null
                                                                ? practice.board().shown()
                                                                : shown,
                                                        isTextureSaid
                                                                ? Objects.requireNonNullElse(
                                                                        texture, "")
                                                                : practice.board().texture()))));
        var after = saved.accepted().after();
        return ItemsApi.written(saved, HttpStatus.OK)
                .body(json(after, Lookups.team(after, id), "", "none"));
    }

    private static List<Column> columns(BodyReader reader) {
        var columns = new ArrayList<Column>();
        var keys = new HashSet<String>();
        var all = reader.objects("columns", Set.of("key", "name", "states", "limit"));
        if (all.isEmpty() || all.size() > MOST_COLUMNS) {
            reader.problem(
                    "columns",
                    "A board has at least one column and at most %d.".formatted(MOST_COLUMNS));
            return columns;
        }
        for (var column : all) {
            var name = Objects.requireNonNullElse(column.text("name"), "");
            var key = Objects.requireNonNullElse(column.text("key"), keyOf(name));
            if (key.length() > LONGEST_KEY || !key.matches("[a-z0-9-]+") || !keys.add(key)) {
                key = "column-" + (columns.size() + 1);
                keys.add(key);
            }
            var places = new ArrayList<Place>();
            for (var state : column.objects("states", Set.of("level", "state", "kind"))) {
                places.add(
                        new Place(part(state, "level"), state.text("kind"), part(state, "state")));
            }
            columns.add(
                    new Column(
                            key,
                            name.strip(),
                            column.has("limit") ? column.whole("limit") : null,
                            places));
        }
        return columns;
    }

    private static String part(BodyReader reader, String name) {
        var text = Objects.requireNonNullElse(reader.text(name), "");
        if (text.isEmpty()
                || text.contains("/")
                || text.contains(",")
                || text.length() > LONGEST_KEY) {
            reader.problem(name, "The key of a %s is needed.".formatted(name));
        }
        return text;
    }

    private static String keyOf(String name) {
        var key = name.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-");
        return key.substring(0, Math.min(LONGEST_KEY, key.length()));
    }

    @GetMapping("/rules")
    @Operation(summary = "A team's hand-overs, and who may take which step")
    RulesJson rules(@PathVariable String id, @AuthenticationPrincipal SignedIn me) {
        return rules(Lookups.team(keeper.seenBy(me), id));
    }

    private static RulesJson rules(Team team) {
        return new RulesJson(
                team.practice().handOvers().stream()
                        .map(rule ->
                                new RuleJson(
                                        rule.key(),
                                        rule.level(),
                                        rule.state(),
                                        null,
                                        rule.to() == null ? null : rule.to().toString(),
                                        null,
                                        rule.moveTo(),
                                        rule.on()))
                        .toList(),
                team.practice().steps().stream()
                        .map(rule ->
                                new RuleJson(
                                        rule.key(),
                                        rule.level(),
                                        null,
                                        rule.from(),
                                        rule.to(),
                                        rule.who() == null ? null : rule.who().toString(),
                                        null,
                                        rule.on()))
                        .toList());
    }

    @PutMapping("/rules")
    @Operation(
            summary = "Replace a team's rules",
            description =
                    "handOvers [{key, level, state, to (person:handle or skill:name), moveTo, on}],"
                        + " steps [{key, level, from, to, who, on}]; without who: those who plan")
    ResponseEntity<RulesJson> putRules(
            @PathVariable String id,
            @RequestBody JsonNode body,
            @AuthenticationPrincipal SignedIn me) {
        Lookups.team(keeper.seenBy(me), id);
        var reader = new BodyReader(body, Set.of("handOvers", "steps"));
        var handOvers = new ArrayList<HandOver>();
        for (var rule :
                reader.objects(
                        "handOvers", Set.of("key", "level", "state", "to", "moveTo", "on"))) {
            handOvers.add(
                    new HandOver(
                            key(rule, handOvers.size() + 1),
                            part(rule, "level"),
                            part(rule, "state"),
                            taker(rule, "to"),
                            rule.text("moveTo"),
                            !rule.has("on") || Boolean.TRUE.equals(rule.yesOrNo("on"))));
        }
        var steps = new ArrayList<StepRule>();
        for (var rule :
                reader.objects("steps", Set.of("key", "level", "from", "to", "who", "on"))) {
            steps.add(
                    new StepRule(
                            key(rule, handOvers.size() + steps.size() + 1),
                            part(rule, "level"),
                            rule.text("from"),
                            part(rule, "to"),
                            taker(rule, "who"),
                            !rule.has("on") || Boolean.TRUE.equals(rule.yesOrNo("on"))));
        }
        reader.requireNone();
        var saved =
                gateway.submit(
                        me, new KeepPractice(id, practice -> practice.withRules(handOvers, steps)));
        return ItemsApi.written(saved, HttpStatus.OK)
                .body(rules(Lookups.team(saved.accepted().after(), id)));
    }

    private static String key(BodyReader rule, int number) {
        return Objects.requireNonNullElse(rule.text("key"), "rule-" + number);
    }

    private static HandOver.@Nullable Taker taker(BodyReader rule, String name) {
        var text = rule.text(name);
        return text == null || text.isEmpty() ? null : HandOver.Taker.parse(text);
    }
}
