package greenladder.core.edit;

import greenladder.core.change.Change;
import greenladder.core.item.Item;
import greenladder.core.item.LinkType;
import greenladder.core.item.TraceLink;
import greenladder.core.snapshot.Links;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** Items that a text names by their keys are linked to the item whose text it is. */
public final class Naming {
    private static final Pattern KEY = Pattern.compile("\\b[A-Z]{2,5}[1-9]\\d{0,8}\\b");
    private static final int MOST = 20;

    private Naming() {}

    /**
     * The items that a text names, as far as somebody sees them; at most 20.
     *
     * @param seen the snapshot as that person sees it
     */
    public static Set<ItemKey> in(Snapshot seen, String text) {
        return keys(text).stream()
                .filter(key -> seen.findItem(key).isPresent())
                .limit(MOST)
                .collect(Collectors.toUnmodifiableSet());
    }

    private static List<ItemKey> keys(String text) {
        return KEY.matcher(text)
                .results()
                .map(match -> ItemKey.parse(match.group()))
                .flatMap(Optional::stream)
                .distinct()
                .toList();
    }

    /**
     * Links to what a description names now and did not name before, where nothing else ties the
     * two together.
     */
    static List<Change> links(
            Snapshot snapshot, Item item, String text, Set<ItemKey> named, Instant at) {
        var before = keys(item.description());
        var links = new Links(snapshot);
        return keys(text).stream()
                .filter(named::contains)
                .filter(key -> !before.contains(key))
                .map(snapshot::findItem)
                .flatMap(Optional::stream)
                .filter(other -> !links.isOneWay(item, other) && !areLinked(links, item, other))
                .map(other -> link(item, other, at))
                .toList();
    }

    private static boolean areLinked(Links links, Item item, Item other) {
        return links.from(item).stream().anyMatch(one -> one.to().key().equals(other.key()))
                || links.to(item).stream().anyMatch(one -> one.from().key().equals(other.key()));
    }

    private static Change link(Item item, Item other, Instant at) {
        var type = LinkType.RELATES_TO;
        var link =
                new TraceLink(type, other.key(), null, at, at, TraceLink.digest(type, item, other));
        return Change.of(item, link.field(), link);
    }
}
