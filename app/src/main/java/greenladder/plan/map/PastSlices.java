package greenladder.plan.map;

import greenladder.core.item.Field;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.value.ItemKey;
import greenladder.planning.PastItems;
import greenladder.planning.SprintFigures;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.springframework.stereotype.Component;

/** A closed sprint as it stood when it was closed. */
@Component
class PastSlices {
    private final SprintFigures figures;
    private final PastItems pastItems;

    PastSlices(SprintFigures figures, PastItems pastItems) {
        this.figures = figures;
        this.pastItems = pastItems;
    }

    /**
     * An item as it was.
     *
     * @param above its parent then, that one's parent, and so on
     */
    record PastCard(ItemKey key, String title, String size, boolean done, List<ItemKey> above) {}

    /** What was in a sprint at its close, what was completed first. */
    List<PastCard> of(Snapshot snapshot, Sprint sprint) {
        var at = sprint.closedAt();
        if (at == null) {
            return List.of();
        }
        var report = figures.report(snapshot, sprint);
        var past = pastItems.at(snapshot, at);
        var cards = new ArrayList<PastCard>();
        report.completed().items().forEach(key -> cards.add(card(past, key, true)));
        report.carriedOver().items().forEach(key -> cards.add(card(past, key, false)));
        return cards;
    }

    private static PastCard card(PastItems.Past past, ItemKey key, boolean done) {
        return new PastCard(
                key,
                Objects.requireNonNullElse(past.text(key, Field.TITLE), key.toString()),
                Objects.requireNonNullElse(past.text(key, Field.SIZE), "–"),
                done,
                past.above(key));
    }
}
