package greenladder.trace;

/**
 * A paper in the list beside a view.
 *
 * @param words when and by whom, or how far it is
 */
public record PaperEntry(String name, String words, String url, boolean current) {}
