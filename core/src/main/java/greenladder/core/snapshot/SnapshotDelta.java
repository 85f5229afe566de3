package greenladder.core.snapshot;

import greenladder.core.item.Item;
import greenladder.core.value.ItemKey;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What changed since an answer was worked out.
 *
 * @param before the items that were changed, added or taken out, as they were
 * @param touched these, and all whose roll-up or place in the tree may be another
 */
public record SnapshotDelta(Map<ItemKey, Optional<Item>> before, Set<ItemKey> touched) {}
