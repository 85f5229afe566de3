package greenladder.core.item;

import java.util.List;
import java.util.Optional;

/**
 * Fields that every product has beside those of {@link Field.Base}, each described here and nowhere
 * else: shown, read, checked, told, filtered, sorted, grouped and given to programs like a
 * product's own, under a name without a prefix.
 */
public final class StandardFields {
    public static final List<CustomField> ALL =
            List.of(
                    new CustomField(
                            "risk",
                            "Risk",
                            CustomField.Type.ONE_OF,
                            List.of("low", "medium", "high")),
                    new CustomField("skill", "Skill", CustomField.Type.TEXT, List.of()));

    private StandardFields() {}

    public static Optional<CustomField> find(String key) {
        return ALL.stream().filter(field -> field.key().equals(key)).findFirst();
    }
}
