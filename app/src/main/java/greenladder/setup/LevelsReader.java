package greenladder.setup;

import greenladder.core.change.Problem;
import greenladder.core.change.SetupChange.Removed;
import greenladder.core.level.Category;
import greenladder.core.level.Level;
import greenladder.core.level.Level.Measure;
import greenladder.core.level.Levels;
import greenladder.core.level.State;
import greenladder.core.level.States;
import greenladder.setup.LevelsForm.LevelForm;
import greenladder.setup.LevelsForm.StateForm;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Turns entered levels into valid ones, or finds everything that is wrong with them. Problems are
 * named by place: {@code levels[2].states[0].name}.
 */
public final class LevelsReader {
    private static final int FEWEST_LEVELS = 2;
    private static final int MOST_LEVELS = 10;
    private static final int MOST_KINDS = 12;
    private static final int MOST_STATES = 20;
    private static final int LONGEST_NAME = 60;
    private static final int LONGEST_KEY = 30;

    private final String owner;
    private final String prefix;
    private final List<Problem> problems = new ArrayList<>();
    private final Map<Removed, String> renamed = new HashMap<>();

    /**
     * @param owner whose kinds these are: the product's code
     * @param prefix what the list of levels is called where it was entered
     */
    public LevelsReader(String owner, String prefix) {
        this.owner = owner;
        this.prefix = prefix;
    }

    public List<Problem> problems() {
        return problems;
    }

    /** Kinds that were given another name, and the name. */
    public Map<Removed, String> renamed() {
        return renamed;
    }

    /** The levels; empty where something is wrong. */
    public Optional<Levels> levels(LevelsForm form) {
        var entered = Objects.requireNonNull(form.levels());
        if (entered.size() < FEWEST_LEVELS || entered.size() > MOST_LEVELS) {
            problem(
                    prefix,
                    "A ladder is a list of %d to %d levels.".formatted(FEWEST_LEVELS, MOST_LEVELS));
            return Optional.empty();
        }
        var levels = new ArrayList<Level>();
        var keys = new HashSet<String>();
        boolean hours = false;
        for (int i = 0; i < entered.size(); i++) {
            var one = entered.get(i);
            var at = "%s[%d]".formatted(prefix, i);
            var name = name(one.name(), at + ".name", "A level's name");
            var key = key(one.key(), name, keys, at + ".key");
            var measure = text(one.measure());
            if (!Set.of("points", "hours").contains(measure) || hours && measure.equals("points")) {
                problem(
                        at + ".measure",
                        "A level carries points or hours, and those with points stand above the"
                                + " rest.");
            }
            hours = hours || measure.equals("hours");
            var kinds = kinds(one, key, at);
            var states = states(Objects.requireNonNull(one.states()), at);
            if (problems.isEmpty()) {
                levels.add(
                        new Level(
                                key,
                                name,
                                text(one.plural()).isEmpty() ? name + "s" : text(one.plural()),
                                i,
                                measure.equals("hours") ? Measure.HOURS : Measure.POINTS,
                                Boolean.TRUE.equals(one.follows()),
                                kinds,
                                states.orElseThrow()));
            }
        }
        return problems.isEmpty() ? Optional.of(new Levels(levels)) : Optional.empty();
    }

    /** The states; empty where something is wrong with them. */
    public Optional<States> states(List<StateForm> entered, String at) {
        var states = new ArrayList<State>();
        var keys = new HashSet<String>();
        var names = new HashSet<String>();
        if (entered.size() > MOST_STATES) {
            problem(at + ".states", "At most %d states are allowed.".formatted(MOST_STATES));
        }
        for (int i = 0; i < entered.size(); i++) {
            var one = entered.get(i);
            var place = "%s.states[%d]".formatted(at, i);
            var name = name(one.name(), place + ".name", "A state's name");
            if (!name.isEmpty() && !names.add(name.toLowerCase(java.util.Locale.ROOT))) {
                problem(place + ".name", "There is a state %s on this level.".formatted(name));
            }
            var category =
                    Arrays.stream(Category.values())
                            .filter(each -> each.word().equals(text(one.category())))
                            .findFirst();
            if (category.isEmpty()) {
                problem(place + ".category", "A state is to do, in progress, done or dropped.");
            } else {
                states.add(
                        new State(
                                key(one.key(), name, keys, place + ".key"), name, category.get()));
            }
        }
        for (var category : Category.values()) {
            if (states.stream().noneMatch(state -> state.category() == category)) {
                problem(
                        at + ".states",
                        "A level has at least one state that is %s.".formatted(category.word()));
            }
        }
        return problems.isEmpty() ? Optional.of(new States(states)) : Optional.empty();
    }

    private List<String> kinds(LevelForm level, String levelKey, String at) {
        var entered = Objects.requireNonNull(level.kinds());
        if (entered.isEmpty()) {
            return List.of(levelKey);
        }
        var kinds = new ArrayList<String>();
        for (int i = 0; i < entered.size(); i++) {
            var was = text(entered.get(i).key());
            var kind = text(entered.get(i).name());
            if (!kind.matches("[a-z][a-z0-9-]{0,29}") || kinds.contains(kind)) {
                problem(
                        "%s.kinds[%d].name".formatted(at, i),
                        "A kind is a word of its own: small letters, digits and dashes.");
            } else {
                kinds.add(kind);
                if (!was.isEmpty() && !was.equals(kind)) {
                    renamed.put(new Removed(Removed.What.KIND, owner, levelKey, was), kind);
                }
            }
        }
        if (entered.size() > MOST_KINDS) {
            problem(at + ".kinds", "At most %d kinds are allowed.".formatted(MOST_KINDS));
        }
        return kinds;
    }

    private String name(@Nullable String entered, String field, String what) {
        var name = text(entered);
        if (name.isEmpty() || name.length() > LONGEST_NAME) {
            problem(field, "%s has 1 to %d characters.".formatted(what, LONGEST_NAME));
        }
        return name;
    }

    private String key(@Nullable String entered, String name, Set<String> taken, String field) {
        var key = text(entered);
        if (key.isEmpty()) {
            var base = Slug.of(name, LONGEST_KEY - 3);
            key = base;
            for (int i = 2; taken.contains(key); i++) {
                key = base + "-" + i;
            }
        }
        if (!key.matches("[a-z][a-z0-9-]{0,29}") || !taken.add(key)) {
            problem(field, "Each has its own key of small letters, digits and dashes.");
        }
        return key;
    }

    private static String text(@Nullable String entered) {
        return entered == null ? "" : entered.strip();
    }

    private void problem(String field, String message) {
        problems.add(new Problem(field, message));
    }
}
