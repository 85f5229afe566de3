package greenladder.core.snapshot;

import greenladder.core.item.Item;

/** A level of one product: what positions are counted in. */
public record LevelOf(String product, String level) {
    public static LevelOf of(Item item) {
        return new LevelOf(item.key().product(), item.level().key());
    }
}
