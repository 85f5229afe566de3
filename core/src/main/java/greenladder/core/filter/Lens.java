package greenladder.core.filter;

import greenladder.core.product.Product;
import greenladder.core.score.Scores;
import greenladder.core.snapshot.Snapshot;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What a list is looked at through: some words mean something else for each reader and each day,
 * such as "mine", "current sprint" and "changed since I last looked".
 *
 * @param products those of which items are listed
 * @param reader sign-in name
 * @param lastLook when the reader last looked; null for never
 */
public record Lens(
        Snapshot snapshot,
        List<Product> products,
        LocalDate today,
        String reader,
        @Nullable Instant lastLook,
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
        this(snapshot, products, today, reader, lastLook, new Scores(products));
    }
}
