package greenladder.core.level;

/**
 * A team's own word for where work stands.
 *
 * @param key short and lasting, such as {@code in-test}; unique within its level
 */
public record State(String key, String name, Category category) {}
