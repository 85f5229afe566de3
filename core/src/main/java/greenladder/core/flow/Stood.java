package greenladder.core.flow;

import greenladder.core.level.Level;
import greenladder.core.product.Product;
import greenladder.core.value.ItemKey;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;

/** An item that nothing stood below, as it was at the end of a day. */
public record Stood(ItemKey item, Moment then) {

    /** One item of the line from an item upward, as it was. */
    private record Step(ItemKey item, Moment then) {}

    /**
     * What stood under an item then.
     *
     * @param those that it can have been: what stands there now, and what changed since
     */
    public static List<Stood> under(
            Past past, Product product, ItemKey top, LocalDate day, Collection<ItemKey> those) {
        return of(
                past,
                product,
                day,
                those,
                line -> line.stream().anyMatch(one -> one.item().equals(top)));
    }

    /**
     * What belonged to a release then; an item without one of its own goes by the one above it.
     *
     * @param those that it can have been: what belongs to it now, and what changed since
     */
    public static List<Stood> in(
            Past past, Product product, String release, LocalDate day, Collection<ItemKey> those) {
        return of(
                past,
                product,
                day,
                those,
                line ->
                        line.stream()
                                .map(one -> one.then().release())
                                .filter(Objects::nonNull)
                                .findFirst()
                                .filter(release::equals)
                                .isPresent());
    }

    private static List<Stood> of(
            Past past,
            Product product,
            LocalDate day,
            Collection<ItemKey> those,
            Predicate<List<Step>> belongs) {
        var found = new LinkedHashMap<ItemKey, Stood>();
        var parents = new HashSet<ItemKey>();
        for (var key : those) {
            var line = line(past, key, day);
            if (!line.isEmpty()
                    && carriesPoints(product, line.getFirst().then())
                    && belongs.test(line)) {
                var then = line.getFirst().then();
                found.put(key, new Stood(key, then));
                if (then.parent() != null) {
                    parents.add(then.parent());
                }
            }
        }
        found.keySet().removeAll(parents);
        return List.copyOf(found.values());
    }

    private static boolean carriesPoints(Product product, Moment then) {
        return product.levels().find(then.level()).filter(Level::carriesPoints).isPresent();
    }

    /** From an item upward; empty where it, or what it stood under, did not count. */
    private static List<Step> line(Past past, ItemKey key, LocalDate day) {
        var line = new ArrayList<Step>();
        for (@Nullable ItemKey at = key; at != null; ) {
            var then = then(past, at, day);
            if (then.isEmpty()) {
                return List.of();
            }
            line.add(new Step(at, then.get()));
            at = then.get().parent();
        }
        return line;
    }

    private static Optional<Moment> then(Past past, ItemKey key, LocalDate day) {
        return past.of(key).flatMap(one -> one.at(past.endOf(day))).filter(Moment::counts);
    }
}
