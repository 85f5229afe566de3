package greenladder.core.product;

import greenladder.core.value.Amount;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/**
 * One line of a product's definition of ready.
 *
 * @param key never changes; small letters, digits and hyphens
 * @param limit the largest size that is small enough; only for that kind
 */
public record ReadyCheck(String key, String name, Kind kind, @Nullable Amount limit) {
    /** How it is seen whether an item passes. */
    public enum Kind {
        HAS_CRITERIA("has acceptance criteria"),
        IS_SIZED("is sized"),
        HAS_PARENT("has a parent"),
        NO_HINDRANCE("waits for nothing"),
        SMALL_ENOUGH("is small enough for a sprint"),
        HAS_DESCRIPTION("is described"),
        NO_QUESTION("has no open question"),
        NEEDS_PLANNED("needs nothing that is not planned"),
        /** Somebody says so. */
        BY_HAND("ticked by hand");

        private final String words;

        Kind(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    public ReadyCheck {
        if ((kind == Kind.SMALL_ENOUGH) != (limit != null)) {
            throw new IllegalArgumentException(key + " of kind " + kind + " with limit " + limit);
        }
    }

    public static ReadyCheck of(Kind kind) {
        return new ReadyCheck(
                kind.name().toLowerCase(Locale.ROOT).replace('_', '-'),
                kind.words(),
                kind,
                kind == Kind.SMALL_ENOUGH ? Amount.of(8) : null);
    }
}
