package greenladder.work;

import greenladder.core.team.Board;
import greenladder.core.team.Board.Column;
import greenladder.core.team.Board.Place;
import greenladder.core.work.AddStage;
import greenladder.core.work.KeepPractice;
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

/** Sets up the board of a team. */
@Controller
@RequestMapping("/{product:[A-Z]{2,5}}/board/{team}")
class BoardSetupController {
    private static final int MOST_SHOWN = 200;

    private final Practices practices;

    BoardSetupController(Practices practices) {
        this.practices = practices;
    }

    /**
     * @param place the state that it holds; empty makes one by the same name
     */
    @PostMapping("/columns")
    ResponseEntity<String> addColumn(
            @PathVariable String team,
            @RequestParam String name,
            @RequestParam(defaultValue = "") String place,
            @AuthenticationPrincipal SignedIn me) {
        if (place.isEmpty()) {
            return practices.keep(
                    "Column added", me, team, new AddStage(team, Practices.checked(name).strip()));
        }
        var state = Practices.place(place);
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
        var state = Practices.place(place);
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

    /** What cards show, and by what they are told apart. */
    @PostMapping("/cards")
    ResponseEntity<String> cards(
            @PathVariable String team,
            @RequestParam(defaultValue = "") List<String> shown,
            @RequestParam(required = false) @Nullable String texture,
            @AuthenticationPrincipal SignedIn me) {
        var fields = shown.stream().filter(one -> !one.isEmpty()).limit(MOST_SHOWN).toList();
        return practices.keep(
                "Cards changed",
                me,
                team,
                practice -> {
                    var board = practice.board().showing(fields);
                    return practice.with(texture == null ? board : board.toldApartBy(texture));
                });
    }

    /** As it is for a team that has set up nothing. */
    @PostMapping("/usual")
    ResponseEntity<String> usual(@PathVariable String team, @AuthenticationPrincipal SignedIn me) {
        return practices.keep(
                "The board has a column for each state again",
                me,
                team,
                KeepPractice.usualBoard(team));
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
        var base = Practices.checked(name).toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-");
        var start = base.substring(0, Math.min(30, base.length()));
        return IntStream.iterate(1, i -> i + 1)
                .mapToObj(i -> i == 1 && !start.isBlank() ? start : start + "-" + i)
                .filter(key -> !keys.contains(key))
                .findFirst()
                .orElseThrow();
    }

    private ResponseEntity<String> columns(
            String words, SignedIn me, String team, UnaryOperator<List<Column>> change) {
        return practices.keep(
                words,
                me,
                team,
                practice -> {
                    Board board = practice.board();
                    return practice.with(board.with(change.apply(board.columns())));
                });
    }
}
