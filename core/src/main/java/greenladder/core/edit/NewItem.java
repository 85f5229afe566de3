package greenladder.core.edit;

import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * An item to be made.
 *
 * @param ref a name by which later entries of the same command can call it their parent
 * @param parentRef the {@code ref} of an earlier entry
 */
public record NewItem(
        @Nullable String ref,
        @Nullable String parentRef,
        Map<String, String> fields,
        Target target) {
    public static NewItem of(Map<String, String> fields) {
        return new NewItem(null, null, fields, new Target.Stay());
    }
}
