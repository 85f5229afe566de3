package greenladder.api.setup;

import greenladder.setup.LevelsForm;
import greenladder.setup.LevelsForm.KindForm;
import greenladder.setup.LevelsForm.LevelForm;
import greenladder.setup.LevelsForm.StateForm;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * Levels as programs send them.
 *
 * @param choices what takes the place of what goes away while items use it, by the {@code part}
 *     that a refusal names
 */
record LadderBody(@Nullable List<LevelBody> ladder, @Nullable Map<String, String> choices) {

    /**
     * @param kinds missing for the level's key alone
     * @param states missing for those that standard levels have
     */
    record LevelBody(
            @Nullable String key,
            @Nullable String name,
            @Nullable String plural,
            @Nullable String measure,
            @Nullable Boolean followsChildren,
            @Nullable List<String> kinds,
            @Nullable List<StateForm> states) {

        LevelForm form(List<StateForm> standard) {
            return new LevelForm(
                    key,
                    name,
                    plural,
                    Objects.requireNonNullElse(measure, "points"),
                    followsChildren,
                    false,
                    kinds == null
                            ? List.of()
                            : kinds.stream().map(kind -> new KindForm(kind, kind)).toList(),
                    Objects.requireNonNullElse(states, standard));
        }
    }

    LevelsForm form() {
        return form(Objects.requireNonNullElse(ladder, List.of()));
    }

    static LevelsForm form(List<LevelBody> levels) {
        return new LevelsForm(
                levels.stream()
                        .map(level -> level.form(StandardStates.like(level.key(), level.measure())))
                        .toList());
    }
}
