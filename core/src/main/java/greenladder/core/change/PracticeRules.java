package greenladder.core.change;

import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.item.Field;
import greenladder.core.level.Level;
import greenladder.core.level.State;
import greenladder.core.level.States;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Board;
import greenladder.core.team.Board.Column;
import greenladder.core.team.Board.Place;
import greenladder.core.team.HandOver;
import greenladder.core.team.HandOver.Taker;
import greenladder.core.team.StepRule;
import greenladder.core.team.Team;
import greenladder.core.value.Shortened;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * What holds for a team's board and for the rules of its work. Only what an operation changes of
 * them is judged, so that a state that went away since does not stand in the way of anything else.
 *
 * @param before the team as it was; null for a new one
 */
record PracticeRules(Snapshot after, @Nullable Team before, Team team, ProblemCollector found) {
    private static final int MOST_COLUMNS = 30;
    private static final int LONGEST_NAME = 60;
    private static final int LARGEST_LIMIT = 999;
    private static final int MOST_RULES = 100;
    private static final int LONGEST_KEY = 40;
    private static final int LONGEST_PLACES = 3_000;

    void check() {
        var practice = team.practice();
        if (before == null || !before.practice().board().equals(practice.board())) {
            board(practice.board());
        }
        boolean isSame =
                before != null
                        && before.practice().handOvers().equals(practice.handOvers())
                        && before.practice().steps().equals(practice.steps());
        if (isSame) {
            return;
        }
        if (practice.handOvers().size() + practice.steps().size() > MOST_RULES) {
            wrong("rules", "A team has at most %d rules.", MOST_RULES);
            return;
        }
        practice.handOvers().forEach(this::handOver);
        practice.steps().forEach(this::step);
        loops(practice.handOvers());
    }

    private void board(Board board) {
        if (board.columns().size() > MOST_COLUMNS) {
            wrong("columns", "A board has at most %d columns.", MOST_COLUMNS);
            return;
        }
        var names = new HashSet<String>();
        var places = new HashMap<Place, Column>();
        for (var column : board.columns()) {
            column(column, names);
            for (var place : column.places()) {
                var other = places.putIfAbsent(place, column);
                if (other != null) {
                    wrong(
                            "columns",
                            "“%s” is in “%s” and in “%s”; a state can be in one column only.",
                            words(place),
                            other.name(),
                            column.name());
                }
                place(place);
            }
        }
        board.shown().stream()
                .filter(field -> !field.equals(Board.EPIC))
                .filter(field -> Field.find(field).isEmpty() || field.contains(","))
                .findFirst()
                .ifPresent(field ->
                        wrong("cards", "There is no field “%s”.", Shortened.inMessage(field)));
        if (board.shown().size() > MOST_COLUMNS) {
            wrong("cards", "A card shows at most %d fields.", MOST_COLUMNS);
        }
        if (board.texture().length() > LONGEST_KEY || board.texture().matches("(?s).*\\s.*")) {
            wrong("texture", "There is no attribute “%s”.", Shortened.inMessage(board.texture()));
        }
    }

    private void column(Column column, Set<String> names) {
        var name = column.name();
        if (name.isBlank() || name.length() > LONGEST_NAME || name.matches("(?s).*\\p{Cntrl}.*")) {
            wrong("columns", "A column has a name of at most %d characters.", LONGEST_NAME);
            return;
        }
        if (!names.add(name.toLowerCase(Locale.ROOT))) {
            wrong("columns", "There are two columns “%s”.", name);
        }
        if (column.key().isBlank() || column.key().length() > LONGEST_KEY) {
            wrong("columns", "The key of “%s” has at most %d characters.", name, LONGEST_KEY);
        }
        if (column.limit() != null && (column.limit() < 1 || column.limit() > LARGEST_LIMIT)) {
            wrong(
                    "limit",
                    "A limit is between 1 and %d, not %d; leave it empty for none.",
                    LARGEST_LIMIT,
                    column.limit());
        }
        if (column.places().isEmpty()) {
            wrong("columns", "“%s” would hold no state; give it one, or remove it.", name);
        } else if (column.places().toString().length() > LONGEST_PLACES) {
            wrong("columns", "“%s” holds too many states.", name);
        }
    }

    private void place(Place place) {
        var levels =
                team.products().stream()
                        .flatMap(code -> after.findProduct(code).stream())
                        .flatMap(product -> product.levels().find(place.level()).stream())
                        .toList();
        boolean isThere =
                levels.stream()
                        .filter(level ->
                                place.kind() == null || level.kinds().contains(place.kind()))
                        .anyMatch(level -> states(level).find(place.state()).isPresent());
        if (!isThere) {
            wrong(
                    "columns",
                    "There is no state “%s” in %s.",
                    Shortened.inMessage(place.toString()),
                    team.name());
        }
    }

    private States states(Level level) {
        return after.workspace().statesOf(level, team.key());
    }

    private String words(Place place) {
        return find(place.level(), place.state()).map(State::name).orElse(place.state())
                + (place.kind() == null ? "" : " of " + place.kind());
    }

    private Optional<State> find(String level, @Nullable String state) {
        return state == null
                ? Optional.empty()
                : team.products().stream()
                        .flatMap(code -> after.findProduct(code).stream())
                        .flatMap(product -> product.levels().find(level).stream())
                        .flatMap(one -> states(one).find(state).stream())
                        .findFirst();
    }

    private void handOver(HandOver rule) {
        state(rule.level(), rule.state());
        if (rule.to() == null && rule.moveTo() == null) {
            wrong("to", "A rule says who gets the item, or where it goes on to.");
        }
        taker(rule.to());
        if (rule.moveTo() != null) {
            state(rule.level(), rule.moveTo());
            if (rule.moveTo().equals(rule.state())) {
                wrong("moveTo", "It is in this state already; choose another one.");
            }
        }
        key(rule.key());
    }

    private void step(StepRule rule) {
        state(rule.level(), rule.to());
        if (rule.from() != null) {
            state(rule.level(), rule.from());
        }
        taker(rule.who());
        key(rule.key());
    }

    private void key(String key) {
        if (!key.matches("[a-z0-9-]{1,%d}".formatted(LONGEST_KEY))) {
            wrong("rules", "The key of a rule has small letters, digits and hyphens.");
        }
    }

    private void state(String level, String state) {
        if (find(level, state).isEmpty()) {
            wrong("state", "There is no state “%s” here.", Shortened.inMessage(state));
        }
    }

    private void taker(@Nullable Taker taker) {
        if (taker == null) {
            return;
        }
        if (taker.isSkill()) {
            if (HandingOver.withSkill(after, team, taker.name()).isEmpty()) {
                wrong(
                        "to",
                        "Nobody in %s has the skill “%s”; say so in its calendar first.",
                        team.name(),
                        Shortened.inMessage(taker.name()));
            }
            return;
        }
        var person = after.findPerson(taker.name());
        if (person.isEmpty()) {
            wrong("to", "Nobody signs in as “%s”.", Shortened.inMessage(taker.name()));
        } else if (person.get().gone()) {
            wrong("to", "%s has left; choose somebody else.", person.get().name());
        }
    }

    /** Rules must come to an end, and for a state there is one rule. */
    private void loops(List<HandOver> rules) {
        var next = new LinkedHashMap<String, HandOver>();
        for (var rule : rules) {
            if (rule.on() && next.put(rule.level() + "/" + rule.state(), rule) != null) {
                wrong(
                        "state",
                        "There is a rule for “%s” already; switch that one off first.",
                        name(rule.level(), rule.state()));
            }
        }
        for (var start : next.values()) {
            var path = new StringBuilder(name(start.level(), start.state()));
            var seen = new HashSet<String>(Set.of(start.state()));
            HandOver rule = start;
            while (rule != null && rule.moveTo() != null) {
                path.append(" → ").append(name(rule.level(), rule.moveTo()));
                if (!seen.add(rule.moveTo())) {
                    wrong("moveTo", "These rules would run in a circle: %s.", path);
                    return;
                }
                rule = next.get(rule.level() + "/" + rule.moveTo());
            }
        }
    }

    private String name(String level, String state) {
        return find(level, state).map(State::name).orElse(state);
    }

    private void wrong(String field, String message, Object... values) {
        found.add(Problem.SINGLE, field, message.formatted(values));
    }
}
