package greenladder.work;

import greenladder.core.change.HandingOver;
import greenladder.core.item.Board;
import greenladder.core.item.Board.Column;
import greenladder.core.item.Board.Place;
import greenladder.core.item.HandOver;
import greenladder.core.item.ItemDraft;
import greenladder.core.item.Practice;
import greenladder.core.item.StepRule;
import greenladder.core.item.Team;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.work.KeepPractice;
import greenladder.item.Asked;
import greenladder.item.ChangeWords;
import greenladder.item.Door;
import greenladder.item.HandOverWords;
import greenladder.item.Look;
import greenladder.item.SnapshotKeeper;
import greenladder.panel.Answers;
import greenladder.panel.FormValues;
import greenladder.people.SignedIn;
import greenladder.web.Failure;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Sets up the board of a team and the rules of its work. */
@Controller
@RequestMapping("/{product:[A-Z]{2,5}}/board/{team}")
class BoardSetupController {
    private static final int LONGEST = 200;

    private final Door door;
    private final SnapshotKeeper keeper;

    BoardSetupController(Door door, SnapshotKeeper keeper) {
        this.door = door;
        this.keeper = keeper;
    }

    @PostMapping("/columns")
    ResponseEntity<String> addColumn(
            @PathVariable String team,
            @RequestParam String name,
            @RequestParam String place,
            @AuthenticationPrincipal SignedIn me) {
        var state = place(place);
        return columns(
                "Column added",
                me,
                team,
                columns -> {
                    var next = without(columns, state);
                    next.add(
                            new Column(
                                    freshKey(columns, name), name.strip(), null, List.of(state)));
                    return next;
                });
    }

    @PostMapping("/columns/{column}")
    ResponseEntity<String> changeColumn(
            @PathVariable String team,
            @PathVariable String column,
            @RequestParam(required = false) @Nullable String name,
            @RequestParam(required = false) @Nullable String limit,
            @AuthenticationPrincipal SignedIn me) {
        var most = limit == null ? Optional.<Integer>empty() : limit(limit);
        return columns(
                "Column changed",
                me,
                team,
                columns ->
                        columns.stream()
                                .map(one ->
                                        !one.key().equals(column)
                                                ? one
                                                : new Column(
                                                        one.key(),
                                                        name == null ? one.name() : name.strip(),
                                                        limit == null
                                                                ? one.limit()
                                                                : most.orElse(null),
                                                        one.places()))
                                .toList());
    }

    private static Optional<Integer> limit(String text) {
        if (text.isBlank()) {
            return Optional.empty();
        }
        if (!text.strip().matches("-?\\d{1,6}")) {
            throw FormValues.invalid(
                    "limit", "A limit is a whole number; leave it empty for none.");
        }
        return Optional.of(Integer.valueOf(text.strip()));
    }

    /**
     * @param by how many places to the right; below zero to the left
     */
    @PostMapping("/columns/{column}/move")
    ResponseEntity<String> moveColumn(
            @PathVariable String team,
            @PathVariable String column,
            @RequestParam int by,
            @AuthenticationPrincipal SignedIn me) {
        return columns(
                "Column moved",
                me,
                team,
                columns -> {
                    var next = new ArrayList<>(columns);
                    int at = placeOf(columns, column);
                    var moved = next.remove(at);
                    next.add(
                            Math.clamp((long) at + Math.clamp(by, -30, 30), 0, next.size()), moved);
                    return next;
                });
    }

    /** Takes a column away; what it holds goes to another. */
    @PostMapping("/columns/{column}/remove")
    ResponseEntity<String> removeColumn(
            @PathVariable String team,
            @PathVariable String column,
            @RequestParam(defaultValue = "") String into,
            @AuthenticationPrincipal SignedIn me) {
        return columns(
                into.isEmpty() ? "Column removed" : "Columns merged",
                me,
                team,
                columns -> {
                    if (columns.size() == 1) {
                        throw FormValues.invalid("column", "A board keeps at least one column.");
                    }
                    int at = placeOf(columns, column);
                    var heir =
                            into.isEmpty()
                                    ? BoardSetups.heir(columns, at)
                                    : columns.get(placeOf(columns, into));
                    var gone = columns.get(at);
                    if (heir.equals(gone)) {
                        throw FormValues.invalid("column", "A column is merged into another one.");
                    }
                    return columns.stream()
                            .filter(one -> !one.equals(gone))
                            .map(one ->
                                    one.equals(heir)
                                            ? one.with(
                                                    Stream.concat(
                                                                    one.places().stream(),
                                                                    gone.places().stream())
                                                            .toList())
                                            : one)
                            .toList();
                });
    }

    /** Puts a state into a column. */
    @PostMapping("/states")
    ResponseEntity<String> putState(
            @PathVariable String team,
            @RequestParam String place,
            @RequestParam String column,
            @AuthenticationPrincipal SignedIn me) {
        var state = place(place);
        return columns(
                "State moved",
                me,
                team,
                columns -> {
                    placeOf(columns, column);
                    return without(columns, state).stream()
                            .map(one ->
                                    one.key().equals(column)
                                            ? one.with(
                                                    Stream.concat(
                                                                    one.places().stream(),
                                                                    Stream.of(state))
                                                            .toList())
                                            : one)
                            .toList();
                });
    }

    /** What cards show. */
    @PostMapping("/cards")
    ResponseEntity<String> cards(
            @PathVariable String team,
            @RequestParam(defaultValue = "") List<String> shown,
            @AuthenticationPrincipal SignedIn me) {
        var fields = shown.stream().filter(one -> !one.isEmpty()).limit(LONGEST).toList();
        return keep(
                "Cards changed",
                me,
                team,
                practice -> practice.with(practice.board().showing(fields)));
    }

    /** As it is for a team that has set up nothing. */
    @PostMapping("/usual")
    ResponseEntity<String> usual(@PathVariable String team, @AuthenticationPrincipal SignedIn me) {
        Asked.team(keeper.current(), team);
        return Answers.noted(
                "The board has a column for each state again",
                door.submit(me, KeepPractice.usualBoard(team)));
    }

    @PostMapping("/rules/hand-over")
    ResponseEntity<String> addHandOver(
            @PathVariable String team,
            @RequestParam String state,
            @RequestParam(defaultValue = "") String to,
            @RequestParam(defaultValue = "") String moveTo,
            @RequestParam(defaultValue = "no") String on,
            @AuthenticationPrincipal SignedIn me) {
        var place = place(state);
        return keep(
                "Rule added" + (on.equals("yes") ? "" : ", not in use yet"),
                me,
                team,
                practice -> {
                    var rules = new ArrayList<>(practice.handOvers());
                    rules.add(
                            new HandOver(
                                    freshKey(practice),
                                    place.level(),
                                    place.state(),
                                    to.isEmpty() ? null : HandOver.Taker.parse(checked(to)),
                                    moveTo.isEmpty() ? null : place(moveTo).state(),
                                    on.equals("yes")));
                    return practice.withRules(rules, practice.steps());
                });
    }

    @PostMapping("/rules/step")
    ResponseEntity<String> addStep(
            @PathVariable String team,
            @RequestParam String state,
            @RequestParam(defaultValue = "") String from,
            @RequestParam(defaultValue = "") String who,
            @RequestParam(defaultValue = "no") String on,
            @AuthenticationPrincipal SignedIn me) {
        var place = place(state);
        return keep(
                "Rule added" + (on.equals("yes") ? "" : ", not in use yet"),
                me,
                team,
                practice -> {
                    var steps = new ArrayList<>(practice.steps());
                    steps.add(
                            new StepRule(
                                    freshKey(practice),
                                    place.level(),
                                    from.isEmpty() ? null : place(from).state(),
                                    place.state(),
                                    who.isEmpty() ? null : HandOver.Taker.parse(checked(who)),
                                    on.equals("yes")));
                    return practice.withRules(practice.handOvers(), steps);
                });
    }

    @PostMapping("/rules/{key}/switch")
    ResponseEntity<String> switchRule(
            @PathVariable String team,
            @PathVariable String key,
            @RequestParam boolean on,
            @AuthenticationPrincipal SignedIn me) {
        return keep(
                on ? "Rule in use" : "Rule switched off",
                me,
                team,
                practice ->
                        practice.withRules(
                                practice.handOvers().stream()
                                        .map(rule ->
                                                rule.key().equals(key) ? rule.switched(on) : rule)
                                        .toList(),
                                practice.steps().stream()
                                        .map(rule ->
                                                rule.key().equals(key) ? rule.switched(on) : rule)
                                        .toList()));
    }

    @PostMapping("/rules/{key}/remove")
    ResponseEntity<String> removeRule(
            @PathVariable String team,
            @PathVariable String key,
            @AuthenticationPrincipal SignedIn me) {
        return keep(
                "Rule removed",
                me,
                team,
                practice ->
                        practice.withRules(
                                practice.handOvers().stream()
                                        .filter(rule -> !rule.key().equals(key))
                                        .toList(),
                                practice.steps().stream()
                                        .filter(rule -> !rule.key().equals(key))
                                        .toList()));
    }

    /** Tells what a rule would do with an item, in use or not. */
    @PostMapping("/rules/{key}/try")
    ResponseEntity<String> tryRule(
            Look look,
            @PathVariable String team,
            @PathVariable String key,
            @RequestParam String item) {
        var snapshot = look.snapshot();
        return Answers.said(tried(snapshot, Asked.team(snapshot, team), key, item.strip()));
    }

    private static String tried(Snapshot snapshot, Team team, String key, String entered) {
        var rule =
                team.practice().handOvers().stream()
                        .filter(one -> one.key().equals(key))
                        .findFirst()
                        .orElseThrow(() -> new Failure.NotFound("There is no such rule any more."));
        var item = Asked.node(snapshot, entered.toUpperCase(Locale.ROOT)).item();
        var state = snapshot.workspace().statesOf(item.level(), team.key()).find(rule.state());
        if (!item.level().key().equals(rule.level()) || state.isEmpty()) {
            return "%s is %s; the rule holds for others."
                    .formatted(item.key(), item.level().name().toLowerCase(Locale.ROOT));
        }
        var alone =
                team.with(
                        team.practice()
                                .withRules(List.of(rule.switched(true)), team.practice().steps()));
        var draft = ItemDraft.of(item);
        draft.set(greenladder.core.item.Field.TEAM, team.key());
        draft.set(greenladder.core.item.Field.STATE, rule.state());
        var there = draft.toItem(snapshot.workspace(), item.updatedAt());
        var changes = HandingOver.tried(snapshot, there, alone);
        var words =
                ChangeWords.of(
                        snapshot,
                        changes.stream()
                                .filter(change ->
                                        change.field() != greenladder.core.item.Field.HANDED_OVER)
                                .toList());
        return "%s, once in %s: %s."
                .formatted(
                        item.key(),
                        HandOverWords.stateName(
                                snapshot.workspace(), team, rule.level(), rule.state()),
                        words.isEmpty() ? "stays as it is" : String.join(", ", words));
    }

    private static String checked(String text) {
        if (text.length() > LONGEST) {
            throw FormValues.invalid("to", "At most %d characters fit.".formatted(LONGEST));
        }
        return text;
    }

    private static Place place(String text) {
        var parts = checked(text).split("/");
        if (parts.length == 2) {
            return new Place(parts[0], null, parts[1]);
        }
        if (parts.length == 3) {
            return new Place(parts[0], parts[1], parts[2]);
        }
        throw FormValues.invalid("state", "Choose a state.");
    }

    private static List<Column> without(List<Column> columns, Place state) {
        return new ArrayList<>(
                columns.stream()
                        .map(one ->
                                one.with(
                                        one.places().stream()
                                                .filter(place -> !place.equals(state))
                                                .toList()))
                        .toList());
    }

    private static int placeOf(List<Column> columns, String key) {
        return IntStream.range(0, columns.size())
                .filter(i -> columns.get(i).key().equals(key))
                .findFirst()
                .orElseThrow(() -> new Failure.NotFound("There is no such column any more."));
    }

    private static String freshKey(List<Column> columns, String name) {
        var keys = columns.stream().map(Column::key).toList();
        var base = checked(name).toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-");
        var start = base.substring(0, Math.min(30, base.length()));
        return IntStream.iterate(1, i -> i + 1)
                .mapToObj(i -> i == 1 && !start.isBlank() ? start : start + "-" + i)
                .filter(key -> !keys.contains(key))
                .findFirst()
                .orElseThrow();
    }

    private static String freshKey(Practice practice) {
        var keys =
                Stream.concat(
                                practice.handOvers().stream().map(HandOver::key),
                                practice.steps().stream().map(StepRule::key))
                        .toList();
        return IntStream.iterate(1, i -> i + 1)
                .mapToObj(i -> "rule-" + i)
                .filter(key -> !keys.contains(key))
                .findFirst()
                .orElseThrow();
    }

    private ResponseEntity<String> columns(
            String words, SignedIn me, String team, UnaryOperator<List<Column>> change) {
        return keep(
                words,
                me,
                team,
                practice -> {
                    Board board = practice.board();
                    return practice.with(board.with(change.apply(board.columns())));
                });
    }

    private ResponseEntity<String> keep(
            String words, SignedIn me, String team, UnaryOperator<Practice> change) {
        Asked.team(keeper.current(), team);
        return Answers.noted(words, door.submit(me, new KeepPractice(team, change)));
    }
}
