package greenladder.list;

import greenladder.core.product.Product;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import java.util.List;
import org.springframework.util.MultiValueMap;

/**
 * What a view shows before it is narrowed down, so that the counts beside picks are those of its
 * page.
 */
public interface ListedItems {
    /** The path of the view, such as {@code board}. */
    String view();

    /**
     * @param asked the parameters of the view's address
     */
    List<Node> of(Snapshot snapshot, Product product, MultiValueMap<String, String> asked);
}
