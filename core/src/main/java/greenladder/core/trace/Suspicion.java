package greenladder.core.trace;

import greenladder.core.item.Item;
import greenladder.core.item.LinkType;
import greenladder.core.snapshot.Links;
import greenladder.core.snapshot.Links.Linked;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * A link, or the place under a parent, that somebody should look at again, since what it rests on
 * reads otherwise than when it was confirmed.
 *
 * @param id of the link, or {@link #ofParent} of the item
 * @param words what the one is to the other
 * @param confirmedAt when it was last found to hold
 */
public record Suspicion(
        String id,
        ItemKey from,
        String words,
        ItemKey to,
        @Nullable Amount share,
        Instant confirmedAt,
        boolean eitherWay) {
    /** What an item is to its parent. */
    public static final String UNDER = "stands under";

    private static final String PARENT = ".parent";

    static Suspicion of(Linked linked) {
        return new Suspicion(
                linked.id(),
                linked.from().key(),
                linked.link().type().label(),
                linked.to().key(),
                linked.link().share(),
                linked.link().confirmedAt(),
                linked.link().type() == LinkType.RELATES_TO);
    }

    /** By what an item's place under its parent is confirmed. */
    public static String ofParent(ItemKey item) {
        return item + PARENT;
    }

    static boolean isOfParent(String id) {
        return id.endsWith(PARENT);
    }

    /** The item whose link, or place, is meant; empty where it is none. */
    static Optional<ItemKey> fromOf(String id) {
        return ItemKey.parse(id.split("\\.", 2)[0]);
    }

    /** What is suspect of an item itself: its links, and its place under its parent. */
    public static List<Suspicion> of(Snapshot snapshot, Item item) {
        var links =
                item.details().trace().isEmpty()
                        ? Stream.<Suspicion>empty()
                        : new Links(snapshot)
                                .from(item).stream().filter(Linked::isSuspect).map(Suspicion::of);
        return Stream.concat(links, underParent(snapshot, item).stream()).toList();
    }

    /** Whether the text of what an item stands under changed since it was found to fit. */
    public static Optional<Suspicion> underParent(Snapshot snapshot, Item item) {
        if (item.parent() == null || item.isDone() || item.isDropped()) {
            return Optional.empty();
        }
        var confirmed = item.details().wording().confirmedAt();
        var since = confirmed == null ? item.createdAt() : confirmed;
        return snapshot.findItem(item.parent())
                .filter(parent -> !parent.isDropped())
                .filter(parent -> {
                    var changed = parent.details().wording().changedAt();
                    return changed != null && changed.isAfter(since);
                })
                .map(parent ->
                        new Suspicion(
                                ofParent(item.key()),
                                item.key(),
                                UNDER,
                                parent.key(),
                                null,
                                since,
                                false));
    }
}
