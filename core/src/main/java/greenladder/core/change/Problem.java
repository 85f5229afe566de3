package greenladder.core.change;

/**
 * A broken rule, in words that a person can act on.
 *
 * @param entry which entry of a bulk, from 0; -1 where there is only one
 * @param field the field's name; empty where the whole is meant
 */
public record Problem(int entry, String field, String message) {
    public static final int SINGLE = -1;

    public Problem(String field, String message) {
        this(SINGLE, field, message);
    }
}
