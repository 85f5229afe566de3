package greenladder.work;

import greenladder.core.product.Product;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.list.ListedItems;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.util.MultiValueMap;

/** The cards of a team's board. */
@Component
class BoardItems implements ListedItems {
    private final BoardPages boards;

    BoardItems(BoardPages boards) {
        this.boards = boards;
    }

    @Override
    public String view() {
        return "board";
    }

    @Override
    public List<Node> of(Snapshot snapshot, Product product, MultiValueMap<String, String> asked) {
        var place = BoardPlace.read(snapshot, product, "", asked);
        return place.team() == null
                ? List.of()
                : boards.cards(snapshot, place.team(), place.sprint()).all();
    }
}
