package greenladder.core.change;

import greenladder.core.change.Decision.Accepted;
import greenladder.core.change.Decision.Refused;
import greenladder.core.change.Problems.Found;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.item.ItemKey;
import greenladder.core.snapshot.Snapshot;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * What a command does to a snapshot: pure, so that a what-if asks the same way as the real thing.
 */
public final class Decisions {
    /** The most items that one command makes. */
    public static final int MOST_ENTRIES = 5_000;

    private Decisions() {}

    /**
     * Decides a command, whole: either every change that it makes, states that follow included, or
     * every problem found.
     *
     * @param at when it happens; the time of change of what changes
     */
    public static Decision decide(Snapshot snapshot, Command command, Instant at) {
        var found = new Found();
        var missing = missing(snapshot, command);
        missing.forEach(
                key -> found.add(Problem.SINGLE, "item", "There is no item %s.".formatted(key)));
        if (!missing.isEmpty()) {
            return new Refused(found.all());
        }
        var drawn =
                switch (command) {
                    case Command.Create create -> new Creation(snapshot, create, at, found).draw();
                    case Command.Edit edit -> new Editing(snapshot, edit, found).draw();
                    case Command.Move move -> new Moving(snapshot, move, found).draw();
                    case Command.Order order -> new Ordering(snapshot, order, found).draw();
                    case Command.Settle settle -> Settling.settled(snapshot, settle, at, found);
                    case Command.Delete delete -> new Deletion(snapshot, delete, found).draw();
                    case Command.EditList edit -> new ListEditing(snapshot, edit, found).draw();
                    case Command.Promote promote ->
                            new Promotion(snapshot, promote, at, found).draw();
                    case Command.Attach attach -> Attaching.attached(snapshot, attach, found);
                    case Command.Detach detach -> Attaching.detached(snapshot, detach, found);
                    case Command.Split split -> new Splitting(snapshot, split, at, found).draw();
                    case Command.Merge merge -> new Merging(snapshot, merge, found).draw();
                    case Command.Gather gather -> new Gathering(snapshot, gather, at, found).draw();
                    case Command.Indent indent -> new Indenting(snapshot, indent, found).draw();
                    case Command.ChangeLevel change ->
                            new LevelChange(snapshot, change, found).draw();
                    case Command.ShortenRanks shorten ->
                            new Shortening(snapshot, shorten.around()).draw();
                    case Command.Reverse reverse -> new Reversal(snapshot, reverse, found).draw();
                };
        if (!found.isEmpty()) {
            return new Refused(found.all());
        }
        var changes = new ArrayList<>(drawn.changes());
        var after = Changes.apply(snapshot, changes, at);
        var following =
                command instanceof Command.Reverse reverse
                        ? Reversal.asTheyWere(
                                reverse,
                                FollowingStates.of(snapshot, after, changes),
                                snapshot,
                                after)
                        : FollowingStates.of(snapshot, after, changes);
        if (!following.isEmpty()) {
            changes.addAll(following);
            after = Changes.apply(snapshot, changes, at);
        }
        var ticked = FollowingLines.of(snapshot, after, changes);
        if (!ticked.isEmpty()) {
            changes.addAll(ticked);
            after = Changes.apply(snapshot, changes, at);
        }
        return new Accepted(drawn.items(), List.copyOf(changes), after);
    }

    /** What a command comes to before states follow. */
    record Drawn(List<ItemKey> items, List<Change> changes) {}

    private static List<ItemKey> missing(Snapshot snapshot, Command command) {
        var items =
                switch (command) {
                    case Command.Create ignored -> List.<ItemKey>of();
                    case Command.Edit edit -> edit.items();
                    case Command.Move move -> move.items();
                    case Command.Order order -> order.items();
                    case Command.Settle settle -> List.of(settle.item());
                    case Command.Delete delete -> delete.items();
                    case Command.EditList edit -> List.of(edit.item());
                    case Command.Promote promote -> List.of(promote.item());
                    case Command.Attach attach -> List.of(attach.item());
                    case Command.Detach detach -> List.of(detach.item());
                    case Command.Split split ->
                            Stream.concat(
                                            Stream.of(split.item()),
                                            split.parts().stream()
                                                    .flatMap(part -> part.children().stream()))
                                    .toList();
                    case Command.Merge merge -> List.of(merge.stays(), merge.goes());
                    case Command.Gather gather -> gather.items();
                    case Command.Indent indent -> indent.items();
                    case Command.ChangeLevel change -> change.items();
                    case Command.ShortenRanks shorten -> List.of(shorten.around());
                    case Command.Reverse ignored -> List.<ItemKey>of();
                };
        return items.stream().filter(key -> snapshot.findNode(key).isEmpty()).toList();
    }

    static List<Change> differences(Item item, Map<Field, @Nullable String> kept) {
        var changes = new ArrayList<Change>();
        kept.forEach((field, text) -> {
            var before = field.textOf(item);
            if (!Objects.equals(before, text)) {
                changes.add(new Change(item.key(), field, before, text));
            }
        });
        return changes;
    }
}
