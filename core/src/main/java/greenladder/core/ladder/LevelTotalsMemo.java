package greenladder.core.ladder;

import greenladder.core.item.Level;
import greenladder.core.item.Product;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Supplier;

/**
 * What the levels of each product come to on one ladder, worked out when first asked for: many
 * people look at the same ladder before the next change.
 */
final class LevelTotalsMemo {
    private final Map<String, Map<Level, LevelTotal>> byProduct = new ConcurrentHashMap<>();

    Map<Level, LevelTotal> of(Product product, Supplier<Map<Level, LevelTotal>> totals) {
        return byProduct.computeIfAbsent(product.code(), any -> totals.get());
    }
}
