package greenladder.core.edit;

import greenladder.core.value.ItemKey;
import java.util.List;

/**
 * A part of an item that is split.
 *
 * @param size as entered; empty for none
 * @param children those of the original that go to the part
 * @param criteria the original's acceptance criteria that go to the part, counted from 0
 */
public record SplitPart(String title, String size, List<ItemKey> children, List<Integer> criteria) {
    public SplitPart {
        children = List.copyOf(children);
        criteria = List.copyOf(criteria);
    }
}
