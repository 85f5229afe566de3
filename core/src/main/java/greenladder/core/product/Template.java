package greenladder.core.product;

import greenladder.core.item.Field;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * A standard beginning for items of one level and kind.
 *
 * @param key never changes
 * @param level the key of the level
 * @param defaultFor {@link #WHOLE_PRODUCT}, a team's key, or null where it is only chosen
 * @param titlePrefix stands before the title that somebody enters
 * @param fields presets by {@link Field#label}: description, lists, labels, size and so on
 * @param children titles of the items that come with it, one level down
 */
public record Template(
        String key,
        String name,
        String level,
        String kind,
        @Nullable String defaultFor,
        String titlePrefix,
        Map<String, String> fields,
        List<String> children) {
    public static final String WHOLE_PRODUCT = "*";

    public Template {
        fields = java.util.Collections.unmodifiableMap(new TreeMap<>(fields));
        children = List.copyOf(children);
    }
}
