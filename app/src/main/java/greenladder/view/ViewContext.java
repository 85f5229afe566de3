package greenladder.view;

import greenladder.core.product.Product;
import greenladder.core.snapshot.Snapshot;
import greenladder.people.SignedIn;

/**
 * What one request for a page of a product looks at: everything that it draws comes from here. A
 * handler takes it as a parameter; its address has the product's code.
 *
 * @param operation the last operation that the snapshot surely has: what comes after it, pages are
 *     told
 */
public record ViewContext(long operation, Snapshot snapshot, Product product, SignedIn reader) {}
