package greenladder.plan;

import greenladder.core.item.Item;
import greenladder.core.plan.Contradiction;
import greenladder.core.snapshot.Links;
import greenladder.core.snapshot.Snapshot;
import greenladder.plan.BenchPage.OutOfOrder;
import greenladder.words.ContradictionWords;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.stream.Collectors;

/** What the items that a view shows need, and where the plan stands against it. */
public final class Needs {
    final List<BenchPage.Needs> lines = new ArrayList<>();
    final List<OutOfOrder> outOfOrder = new ArrayList<>();
    private final Snapshot snapshot;

    Needs(Snapshot snapshot) {
        this.snapshot = snapshot;
    }

    /** Takes in an item that is shown. */
    void add(Item item) {
        if (item.details().trace().isEmpty()) {
            return;
        }
        var found = Contradiction.of(snapshot, item);
        for (var one : found) {
            var remedy = one.remedy();
            outOfOrder.add(
                    new OutOfOrder(
                            ContradictionWords.reason(snapshot, one),
                            ContradictionWords.remedy(snapshot, one),
                            remedy.step().name(),
                            remedy.item().toString(),
                            Objects.requireNonNullElse(remedy.to(), ""),
                            one.linked().from().key().toString()));
        }
        for (var linked : new Links(snapshot).needs(item)) {
            var trouble =
                    found.stream()
                            .filter(one -> one.linked().id().equals(linked.id()))
                            .map(one -> ContradictionWords.reason(snapshot, one))
                            .findFirst();
            lines.add(
                    new BenchPage.Needs(
                            item.key().toString(),
                            linked.to().key().toString(),
                            trouble.isPresent(),
                            trouble.orElse(
                                    "%s depends on %s".formatted(item.key(), linked.to().key()))));
        }
    }

    /** In what an item stands before what it needs, in words; empty for nothing. */
    public static String trouble(Snapshot snapshot, Item item) {
        return item.details().trace().isEmpty()
                ? ""
                : Contradiction.of(snapshot, item).stream()
                        .map(one -> ContradictionWords.reason(snapshot, one))
                        .collect(Collectors.joining("; "));
    }
}
