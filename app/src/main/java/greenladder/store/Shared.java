package greenladder.store;

import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import java.math.BigDecimal;
import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Values that many items have alike, each made once while all items are loaded: a hundred thousand
 * items hold a few kinds, people, sizes and parents.
 */
final class Shared {
    private final Map<String, ItemKey> keys = new HashMap<>();
    private final Map<String, String> texts = new HashMap<>();
    private final Map<BigDecimal, Amount> amounts = new HashMap<>();

    ItemKey key(String text) {
        return keys.computeIfAbsent(
                text,
                any -> {
                    var key = ItemKey.parse(text).orElseThrow();
                    return new ItemKey(text(key.product()), key.number());
                });
    }

    String text(String text) {
        return texts.computeIfAbsent(text, same -> same);
    }

    @Nullable String optional(@Nullable String text) {
        return text == null ? null : text(text);
    }

    @Nullable Amount amount(@Nullable BigDecimal decimal) {
        return decimal == null
                ? null
                : amounts.computeIfAbsent(
                        decimal, any -> new Amount(decimal.movePointRight(3).longValueExact()));
    }
}
