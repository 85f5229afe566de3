package greenladder.core.release;

import greenladder.core.value.Amount;
import java.math.BigDecimal;
import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * A release as it stood when it was released, kept whatever comes later.
 *
 * @param items that were in it
 * @param planned their points
 * @param done of these
 * @param capacity what its teams could do until then; null where nothing was known
 */
public record ReleasePicture(
        int items, Amount planned, Amount done, @Nullable BigDecimal capacity) {
    private static final String ITEMS = "picture.items";
    private static final String PLANNED = "picture.planned";
    private static final String DONE = "picture.done";
    private static final String CAPACITY = "picture.capacity";

    static @Nullable ReleasePicture of(Map<String, String> facts) {
        var items = facts.get(ITEMS);
        if (items == null) {
            return null;
        }
        var capacity = facts.get(CAPACITY);
        return new ReleasePicture(
                Integer.parseInt(items),
                Amount.parse(facts.getOrDefault(PLANNED, "0")).orElseThrow(),
                Amount.parse(facts.getOrDefault(DONE, "0")).orElseThrow(),
                capacity == null ? null : new BigDecimal(capacity));
    }

    Map<String, String> facts() {
        var facts = new HashMap<String, String>();
        facts.put(ITEMS, Integer.toString(items));
        facts.put(PLANNED, planned.toString());
        facts.put(DONE, done.toString());
        if (capacity != null) {
            facts.put(CAPACITY, capacity.toPlainString());
        }
        return facts;
    }
}
