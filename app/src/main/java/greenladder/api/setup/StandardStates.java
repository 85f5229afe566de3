package greenladder.api.setup;

import greenladder.core.level.StandardLevels;
import greenladder.setup.LevelsForm;
import greenladder.setup.LevelsForm.StateForm;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * The states of a level for which a program names none: those of the standard level most like it.
 */
final class StandardStates {
    private StandardStates() {}

    static List<StateForm> like(@Nullable String key, @Nullable String measure) {
        var six = StandardLevels.six();
        var like = "hours".equals(measure) ? "task" : "story".equals(key) ? "story" : "epic";
        return LevelsForm.states(six.find(like).orElseThrow().states());
    }
}
