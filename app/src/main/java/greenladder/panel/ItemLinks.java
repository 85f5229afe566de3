package greenladder.panel;

import greenladder.core.item.Item;

/** Where links to an item lead from the view in which it is shown. */
@FunctionalInterface
public interface ItemLinks {
    String to(Item item);
}
