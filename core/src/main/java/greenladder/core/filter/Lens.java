package greenladder.core.filter;

import greenladder.core.product.Product;
import greenladder.core.score.Scores;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;

/**
 * What a list is looked at through: some words mean something else for each reader and each day,
 * such as "mine", "current sprint" and "changed since I last looked".
 *
 * @param products those of which items are listed
 * @param reader sign-in name
 * @param lastLook when the reader last looked; null for never
 * @param watched whether the reader watches an item
 */
public record Lens(
        Snapshot snapshot,
        List<Product> products,
        LocalDate today,
        String reader,
        @Nullable Instant lastLook,
        Predicate<ItemKey> watched,
        Scores scores) {
    public Lens {
        products = List.copyOf(products);
    }

    public Lens(
            Snapshot snapshot,
            List<Product> products,
            LocalDate today,
            String reader,
            @Nullable Instant lastLook) {
        this(snapshot, products, today, reader, lastLook, item -> false);
    }

    public Lens(
            Snapshot snapshot,
            List<Product> products,
            LocalDate today,
            String reader,
            @Nullable Instant lastLook,
            Predicate<ItemKey> watched) {
        this(snapshot, products, today, reader, lastLook, watched, new Scores(products));
    }
}
