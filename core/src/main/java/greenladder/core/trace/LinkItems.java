package greenladder.core.trace;

import greenladder.core.change.Change;
import greenladder.core.change.Command;
import greenladder.core.change.OperationKind;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.item.LinkType;
import greenladder.core.item.TraceLink;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Links;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Makes a link from one item to another, or changes its share.
 *
 * @param share in percent, for links that have one
 */
public record LinkItems(ItemKey from, LinkType type, ItemKey to, @Nullable Amount share)
        implements Command {

    @Override
    public OperationKind kind() {
        return OperationKind.EDIT;
    }

    @Override
    public List<ItemKey> items() {
        return List.of(from, to);
    }

    /** It is the item's that has the link; the other is only looked at. */
    @Override
    public Set<String> inProducts() {
        return Set.of(from.product());
    }

    @Override
    public Permission need(Snapshot snapshot) {
        return Permission.WORK;
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        var links = new Links(snapshot);
        var item = snapshot.requireNode(from).item();
        var other = snapshot.requireNode(to).item();
        var same =
                links.from(item).stream()
                        .filter(one -> one.link().type() == type && one.to().key().equals(to))
                        .findFirst();
        boolean isThere =
                same.isPresent() && type != LinkType.CONTRIBUTES_TO
                        || type == LinkType.RELATES_TO
                                && links.from(other).stream()
                                        .anyMatch(one ->
                                                one.link().type() == type
                                                        && one.to().key().equals(from));
        if (from.equals(to)) {
            found.add(Problem.SINGLE, "to", "An item cannot be linked to itself.");
        } else if (isThere) {
            found.add(Problem.SINGLE, "to", "%s %s %s already.".formatted(from, type.label(), to));
        } else if (share != null && type != LinkType.CONTRIBUTES_TO) {
            found.add(
                    Problem.SINGLE,
                    "share",
                    "Only what contributes to something has a share in it.");
        }
        var link =
                new TraceLink(
                        type,
                        same.map(one -> one.link().to()).orElse(to),
                        share,
                        same.map(one -> one.link().madeAt()).orElse(at),
                        at,
                        TraceLink.digest(type, item, other));
        return new Proposal(List.of(from), List.of(Change.of(item, link.field(), link)));
    }
}
