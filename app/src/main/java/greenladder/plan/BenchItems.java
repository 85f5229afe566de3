package greenladder.plan;

import greenladder.core.product.Product;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.list.ListedItems;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.util.MultiValueMap;

/** What waits to be planned beside the ruler: the list that the bench narrows down. */
@Component
class BenchItems implements ListedItems {
    private final Clock clock;

    BenchItems(Clock clock) {
        this.clock = clock;
    }

    @Override
    public String view() {
        return "bench";
    }

    @Override
    public List<Node> of(Snapshot snapshot, Product product, MultiValueMap<String, String> asked) {
        var place = BenchPlace.read(snapshot, product, LocalDate.now(clock), asked);
        return snapshot.waiting(product, place.level()).stream()
                .filter(node ->
                        place.queue() == null || place.queue().key().equals(node.item().team()))
                .toList();
    }
}
