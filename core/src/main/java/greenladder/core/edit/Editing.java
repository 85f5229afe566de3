package greenladder.core.edit;

import greenladder.core.change.Change;
import greenladder.core.change.Changes;
import greenladder.core.change.Command.Proposal;
import greenladder.core.change.Decisions;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.edit.Placement.Placed;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.snapshot.LevelOf;
import greenladder.core.snapshot.Snapshot;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * Draws up an edit. Items that are given another band go to its end, in the order they stood in.
 */
final class Editing {
    private final Snapshot snapshot;
    private final EditItems command;
    private final ProblemCollector found;
    private final List<Change> changes = new ArrayList<>();

    /** Items that come to another band of their level. */
    private final Map<Stretch, List<Item>> rebanded = new LinkedHashMap<>();

    private record Stretch(LevelOf level, @Nullable String band) {}

    Editing(Snapshot snapshot, EditItems command, ProblemCollector found) {
        this.snapshot = snapshot;
        this.command = command;
        this.found = found;
    }

    Proposal draw() {
        boolean single = command.items().size() == 1;
        int entry = 0;
        for (var key : new LinkedHashSet<>(command.items())) {
            edit(snapshot.requireNode(key).item(), single ? Problem.SINGLE : entry);
            entry++;
        }
        if (found.isEmpty()) {
            var standing = snapshot;
            for (var stretch : rebanded.entrySet()) {
                // Each finds the places that those before it have taken.
                var ranks = placed(standing, stretch.getKey(), stretch.getValue());
                standing = Changes.apply(standing, ranks, Instant.EPOCH);
                changes.addAll(ranks);
            }
        }
        return new Proposal(command.items(), changes);
    }

    private void edit(Item item, int entry) {
        var product = snapshot.requireProduct(item.key().product());
        var fields = new Fields(snapshot, product, item, entry, found);
        var kept = fields.read(command.fields());
        fields.checkTree(fields.parentNow());
        var differences = Decisions.differences(item, kept);
        changes.addAll(differences);
        differences.stream()
                .filter(change -> change.field() == Field.BAND)
                .map(change ->
                        new Stretch(LevelOf.of(item), change.after(String.class).orElse(null)))
                .forEach(stretch ->
                        rebanded.computeIfAbsent(stretch, any -> new ArrayList<>()).add(item));
    }

    private static List<Change> placed(Snapshot snapshot, Stretch stretch, List<Item> items) {
        var sorted =
                items.stream()
                        .sorted(Comparator.comparing(Item::rank).thenComparing(Item::key))
                        .toList();
        var keys = sorted.stream().map(Item::key).collect(Collectors.toSet());
        var level = sorted.getFirst().level();
        var banding = new Banding(snapshot, stretch.level().product(), level, keys);
        return banding.endOf(stretch.band(), sorted.size()) instanceof Placed.At(var ranks)
                ? IntStream.range(0, sorted.size())
                        .mapToObj(i -> Change.of(sorted.get(i), Field.RANK, ranks.get(i)))
                        .toList()
                : List.of();
    }
}
