package greenladder.words;

import greenladder.core.item.Item;
import greenladder.core.item.StandardFields;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.web.Words;
import java.util.List;
import java.util.function.Predicate;
import java.util.stream.Collectors;

/** Tells how far what is for a milestone has come. */
public final class Milestones {
    private Milestones() {}

    /** The milestones within an item with what is for them, in words; empty for none. */
    public static String within(Snapshot snapshot, Item item) {
        return StandardFields.milestones(item).stream()
                .map(one -> {
                    var reached =
                            reached(
                                    snapshot,
                                    List.of(item.key().product()),
                                    one.name(),
                                    node ->
                                            snapshot.ancestors(node.item()).stream()
                                                    .anyMatch(above ->
                                                            above.item().key().equals(item.key())));
                    return "%s, %s%s"
                            .formatted(
                                    one.name(),
                                    Words.day(one.date()),
                                    reached.isEmpty() ? "" : " (" + reached + ")");
                })
                .collect(Collectors.joining("; "));
    }

    /**
     * How many of items that name a milestone are done, in words; empty where none does.
     *
     * @param counts which of them count
     */
    public static String reached(
            Snapshot snapshot, List<String> products, String milestone, Predicate<Node> counts) {
        var named =
                products.stream()
                        .flatMap(code ->
                                snapshot
                                        .marked(Mark.OWN_FIELD, Mark.ownField(code, "milestone"))
                                        .stream())
                        .filter(node ->
                                milestone.equalsIgnoreCase(
                                        node.item().details().custom().get("milestone")))
                        .filter(counts)
                        .toList();
        long done = named.stream().filter(node -> node.item().isDone()).count();
        return named.isEmpty()
                ? ""
                : "%d of %s done".formatted(done, Words.count(named.size(), "item"));
    }
}
