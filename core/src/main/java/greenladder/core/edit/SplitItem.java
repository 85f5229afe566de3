package greenladder.core.edit;

import greenladder.core.change.Command;
import greenladder.core.change.OperationKind;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.change.Tasks;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.util.List;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Splits an item into parts beside it. The original either stays as one of the parts, with a size
 * of its own, or is dropped.
 *
 * @param originalSize the size it keeps, as entered; null leaves it as it is
 */
public record SplitItem(
        ItemKey item, List<SplitPart> parts, boolean keepOriginal, @Nullable String originalSize)
        implements Command {
    public SplitItem {
        parts = List.copyOf(parts);
    }

    @Override
    public OperationKind kind() {
        return OperationKind.SPLIT;
    }

    @Override
    public List<ItemKey> items() {
        return Stream.concat(
                        Stream.of(item), parts.stream().flatMap(part -> part.children().stream()))
                .toList();
    }

    @Override
    public Permission need(Snapshot snapshot) {
        return Tasks.needOf(snapshot, List.of(item));
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        return new Splitting(snapshot, this, at, found).draw();
    }
}
