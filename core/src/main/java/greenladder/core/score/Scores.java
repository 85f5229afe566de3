package greenladder.core.score;

import greenladder.core.product.Product;
import greenladder.core.snapshot.Node;
import java.math.BigDecimal;
import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** The scores of items of several products, each by its product's formula. */
public final class Scores {
    private final Map<String, Formula> formulas = new HashMap<>();

    public Scores(Collection<Product> products) {
        products.forEach(product ->
                Formula.of(product.refining())
                        .ifPresent(formula -> formulas.put(product.code(), formula)));
    }

    /** An item's score; null where it has none. */
    public @Nullable BigDecimal of(Node node) {
        var formula = formulas.get(node.item().key().product());
        return formula == null ? null : formula.scoreOf(node).orElse(null);
    }

    public Optional<BigDecimal> find(Node node) {
        return Optional.ofNullable(of(node));
    }
}
