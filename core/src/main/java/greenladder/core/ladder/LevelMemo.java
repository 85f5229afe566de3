package greenladder.core.ladder;

import greenladder.core.item.Level;
import greenladder.core.item.Product;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Supplier;

/**
 * What the levels of each product come to on one ladder, and their items, worked out when first
 * asked for: many people look at the same ladder before the next change.
 */
final class LevelMemo {
    private final Map<String, Map<Level, LevelTotal>> totals = new ConcurrentHashMap<>();
    private final Map<LevelOf, List<Node>> nodes = new ConcurrentHashMap<>();

    Map<Level, LevelTotal> totals(Product product, Supplier<Map<Level, LevelTotal>> worked) {
        return totals.computeIfAbsent(product.code(), any -> worked.get());
    }

    List<Node> nodes(LevelOf level, Supplier<List<Node>> worked) {
        return nodes.computeIfAbsent(level, any -> worked.get());
    }
}
