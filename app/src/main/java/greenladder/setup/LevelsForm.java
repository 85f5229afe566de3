package greenladder.setup;

import greenladder.core.level.Category;
import greenladder.core.level.Level;
import greenladder.core.level.Levels;
import greenladder.core.level.States;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** Levels with their kinds and states as somebody entered them. What is new has no key yet. */
public record LevelsForm(@Nullable List<LevelForm> levels) {

    /**
     * @param measure {@code points} or {@code hours}
     * @param own for a team: whether it has states of its own on this level
     */
    public record LevelForm(
            @Nullable String key,
            @Nullable String name,
            @Nullable String plural,
            @Nullable String measure,
            @Nullable Boolean follows,
            @Nullable Boolean own,
            @Nullable List<KindForm> kinds,
            @Nullable List<StateForm> states) {
        public LevelForm {
            kinds = Objects.requireNonNullElse(kinds, List.of());
            states = Objects.requireNonNullElse(states, List.of());
        }

        public LevelForm withKinds(List<KindForm> next) {
            return new LevelForm(key, name, plural, measure, follows, own, next, states);
        }

        public LevelForm withStates(List<StateForm> next) {
            return new LevelForm(key, name, plural, measure, follows, own, kinds, next);
        }
    }

    /**
     * @param key the kind as it was; empty for a new one
     */
    public record KindForm(@Nullable String key, @Nullable String name) {}

    /**
     * @param category {@code to do}, {@code in progress}, {@code done} or {@code dropped}
     */
    public record StateForm(
            @Nullable String key, @Nullable String name, @Nullable String category) {}

    public LevelsForm {
        levels = Objects.requireNonNullElse(levels, List.of());
    }

    public static LevelsForm of(Levels levels) {
        return new LevelsForm(levels.all().stream().map(LevelsForm::of).toList());
    }

    public static LevelForm of(Level level) {
        return new LevelForm(
                level.key(),
                level.name(),
                level.plural(),
                level.carriesPoints() ? "points" : "hours",
                level.followsChildren(),
                false,
                level.kinds().stream().map(kind -> new KindForm(kind, kind)).toList(),
                states(level.states()));
    }

    public static List<StateForm> states(States states) {
        return states.all().stream()
                .map(state -> new StateForm(state.key(), state.name(), state.category().word()))
                .toList();
    }

    /** The form after a step of editing such as {@code add-state:2} or {@code up-state:2:1}. */
    public LevelsForm after(String step) {
        var parts = step.split(":");
        int level = parts.length > 1 ? Integer.parseInt(parts[1]) : 0;
        int row = parts.length > 2 ? Integer.parseInt(parts[2]) : 0;
        var all = new ArrayList<>(Objects.requireNonNull(levels));
        if (level < 0 || level >= all.size()) {
            return this;
        }
        var one = all.get(level);
        var kinds = new ArrayList<>(Objects.requireNonNull(one.kinds()));
        var states = new ArrayList<>(Objects.requireNonNull(one.states()));
        switch (parts[0]) {
            case "add-level" ->
                    all.add(
                            level + 1,
                            new LevelForm(
                                    "",
                                    "",
                                    "",
                                    one.measure(),
                                    false,
                                    false,
                                    List.of(),
                                    fresh(states)));
            case "remove-level" -> all.remove(level);
            case "add-kind" -> kinds.add(new KindForm("", ""));
            case "remove-kind" -> remove(kinds, row);
            case "add-state" ->
                    states.add(
                            new StateForm(
                                    "", "", Category.IN_PROGRESS.word().toLowerCase(Locale.ROOT)));
            case "remove-state" -> remove(states, row);
            case "up-state" -> swap(states, row, row - 1);
            case "down-state" -> swap(states, row, row + 1);
            default -> {}
        }
        if (!parts[0].endsWith("-level")) {
            all.set(level, one.withKinds(kinds).withStates(states));
        }
        return new LevelsForm(all);
    }

    /** The states of the level above, to begin a new level with. */
    private static List<StateForm> fresh(List<StateForm> states) {
        return states.stream()
                .map(state -> new StateForm("", state.name(), state.category()))
                .toList();
    }

    private static <T> void remove(List<T> rows, int row) {
        if (row >= 0 && row < rows.size()) {
            rows.remove(row);
        }
    }

    private static <T> void swap(List<T> rows, int row, int other) {
        if (row >= 0 && row < rows.size() && other >= 0 && other < rows.size()) {
            var moved = rows.get(row);
            rows.set(row, rows.get(other));
            rows.set(other, moved);
        }
    }
}
