package greenladder.plan.backlog;

import greenladder.core.product.Product;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.list.ListedItems;
import java.util.List;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.util.MultiValueMap;

/** What stands in the lists: that is what the filter of the backlog looks through. */
@Component
class BacklogItems implements ListedItems {
    @Override
    public String view() {
        return "backlog";
    }

    @Override
    public List<Node> of(Snapshot snapshot, Product product, MultiValueMap<String, String> asked) {
        var place = BacklogPlace.read(snapshot, product, "", asked);
        return Stream.concat(
                        place.sprints(snapshot).stream()
                                .flatMap(
                                        sprint -> BacklogPages.inSprint(snapshot, sprint).stream()),
                        BacklogPages.waiting(snapshot, place))
                .toList();
    }
}
