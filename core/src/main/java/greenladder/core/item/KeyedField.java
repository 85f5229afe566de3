package greenladder.core.item;

import greenladder.core.value.ItemKey;
import java.util.Arrays;
import java.util.Optional;
import java.util.function.Function;
import java.util.regex.Pattern;

/** Fields of which an item may have several: each has a key, which its label has after a prefix. */
enum KeyedField {
    CUSTOM(BaseField.CUSTOM, "custom.", KeyedField::any),
    FACTOR(BaseField.FACTOR, "factors.", KeyedField::any),
    LINK(BaseField.LINK, "link.", KeyedField::link),
    WORKED(BaseField.WORKED, "worked.", KeyedField::number),
    READING(BaseField.READING, "reading.", KeyedField::day),
    HEALTH(BaseField.HEALTH, "health.", KeyedField::number);

    private static final Pattern NUMBER = Pattern.compile("[1-9]\\d{0,8}");
    private static final Pattern DAY = Pattern.compile("\\d{4}-\\d{2}-\\d{2}");

    private final BaseField base;
    private final String prefix;

    /** A key as it is written; empty for what is none. */
    private final Function<String, Optional<String>> reader;

    KeyedField(BaseField base, String prefix, Function<String, Optional<String>> reader) {
        this.base = base;
        this.prefix = prefix;
        this.reader = reader;
    }

    BaseField base() {
        return base;
    }

    Field of(Object key) {
        var name = key.toString();
        // Those that every product has stand without the prefix.
        return new Field(base, isOfEveryProduct(name) ? name : prefix + name);
    }

    private boolean isOfEveryProduct(String key) {
        return this == CUSTOM && StandardFields.find(key).isPresent();
    }

    boolean isLabel(String label) {
        return label.startsWith(prefix);
    }

    String keyOf(Field field) {
        return field.label().substring(prefix.length());
    }

    static Optional<Field> find(String label) {
        return Arrays.stream(values())
                .filter(one -> one.isLabel(label))
                .findFirst()
                .flatMap(
                        one -> one.reader.apply(label.substring(one.prefix.length())).map(one::of));
    }

    private static Optional<String> any(String key) {
        return Optional.of(key).filter(text -> !text.isEmpty());
    }

    private static Optional<String> number(String key) {
        return Optional.of(key).filter(text -> NUMBER.matcher(text).matches());
    }

    private static Optional<String> day(String key) {
        return Optional.of(key).filter(text -> DAY.matcher(text).matches());
    }

    private static Optional<String> link(String key) {
        var parts = key.split("\\.", 2);
        return parts.length < 2
                ? Optional.empty()
                : LinkType.ofSlug(parts[0])
                        .flatMap(type -> ItemKey.parse(parts[1]).map(to -> type.slug() + "." + to));
    }
}
