package greenladder.panel;

import org.jspecify.annotations.Nullable;

/**
 * A view with the item that is read beside it.
 *
 * @param url of the view, with the item where one is open
 * @param panel null where none is
 */
public record Beside(String url, @Nullable ItemPanel panel) {}
