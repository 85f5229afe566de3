package greenladder.core.item;

import java.time.LocalDate;
import java.util.Map;

/**
 * What a product hands over on one day.
 *
 * @param key short and lasting, such as {@code msf-spring}
 * @param product the product's code
 */
public record Release(String key, String product, String name, LocalDate date) {

    static Release of(String key, Map<String, String> facts) {
        return new Release(
                key,
                PlanFacts.required(key, facts, "product"),
                PlanFacts.required(key, facts, "name"),
                LocalDate.parse(PlanFacts.required(key, facts, "date")));
    }

    /** What it is by name, see {@link PlanFacts}. */
    Map<String, String> facts() {
        return Map.of("product", product, "name", name, "date", date.toString());
    }
}
