package greenladder.core.product;

import greenladder.core.item.CustomField;
import greenladder.core.item.StandardFields;
import greenladder.core.level.Level;
import greenladder.core.level.Levels;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * What a backlog is kept for.
 *
 * @param code 2 to 5 capital letters, the first part of its items' keys; it never changes
 * @param fields its own fields, in the order in which they are shown
 */
public record Product(
        String code,
        String name,
        Levels levels,
        List<CustomField> fields,
        List<Template> templates,
        Refining refining) {
    private static final Pattern CODE = Pattern.compile("[A-Z]{2,5}");

    public Product {
        if (!isCode(code)) {
            throw new IllegalArgumentException("product code " + code);
        }
        fields = List.copyOf(fields);
        templates = List.copyOf(templates);
    }

    /** A product without fields and templates of its own that refines as every one begins. */
    public Product(String code, String name, Levels levels) {
        this(code, name, levels, List.of(), List.of(), Refining.STANDARD);
    }

    public Product withLevels(Levels now) {
        return new Product(code, name, now, fields, templates, refining);
    }

    public Product withFields(List<CustomField> now) {
        return new Product(code, name, levels, now, templates, refining);
    }

    public Product withTemplates(List<Template> now) {
        return new Product(code, name, levels, fields, now, refining);
    }

    public Product withRefining(Refining now) {
        return new Product(code, name, levels, fields, templates, now);
    }

    /** The fields that are described rather than built in: the standard ones, then its own. */
    public List<CustomField> describedFields() {
        return Stream.concat(
                        StandardFields.ALL.stream().filter(field -> !hasOwn(field.key())),
                        fields.stream())
                .toList();
    }

    /** Its own fields that add up over the tree. */
    public List<CustomField> totals() {
        return fields.stream().filter(field -> field.type() == CustomField.Type.TOTAL).toList();
    }

    /**
     * Whether those who work on it may add items of a level: stories, unless owners withdrew it.
     */
    public boolean isRaised(Level level) {
        return !refining.raisingWithdrawn()
                && level.carriesPoints()
                && level.equals(levels.stories());
    }

    private boolean hasOwn(String key) {
        return fields.stream().anyMatch(field -> field.key().equals(key));
    }

    public Optional<CustomField> findField(String key) {
        return describedFields().stream().filter(field -> field.key().equals(key)).findFirst();
    }

    public Optional<Template> findTemplate(String key) {
        return templates.stream().filter(template -> template.key().equals(key)).findFirst();
    }

    public static boolean isCode(String text) {
        return CODE.matcher(text).matches();
    }
}
