package greenladder.core.item;

import java.time.LocalDate;

/**
 * What a product hands over on one day.
 *
 * @param key short and lasting, such as {@code msf-spring}
 * @param product the product's code
 */
public record Release(String key, String product, String name, LocalDate date) {}
