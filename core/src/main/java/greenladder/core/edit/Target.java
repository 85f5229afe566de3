package greenladder.core.edit;

import greenladder.core.value.ItemKey;
import org.jspecify.annotations.Nullable;

/** Where items go in the order. */
public sealed interface Target {
    /** The order stays; for a new item: last of its level. */
    record Stay() implements Target {}

    record Before(ItemKey key) implements Target {}

    record After(ItemKey key) implements Target {}

    /** First among the product's items of the level. */
    record First() implements Target {}

    /** Last among the product's items of the level. */
    record Last() implements Target {}

    /** To a position, from 1, among the product's items of the level. */
    record Position(int number) implements Target {}

    /** Past the sibling above that is not dropped. */
    record Up() implements Target {}

    /** Past the sibling below that is not dropped. */
    record Down() implements Target {}

    /** What becomes of the parent in a move. */
    sealed interface Parent {
        record Same() implements Parent {}

        /** Under another item, or (null) under none. */
        record Under(@Nullable ItemKey key) implements Parent {}
    }
}
