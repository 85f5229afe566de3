package greenladder.core.product;

/**
 * A stretch of the order, such as "must": what stands in it is of one priority.
 *
 * @param key never changes; small letters, digits and hyphens
 */
public record Band(String key, String name) {}
