package greenladder.track;

/**
 * A figure in large, with what it is.
 *
 * @param key of the item that it leads to; empty for none
 */
public record Headline(String figure, String words, String key) {
    public static Headline of(String figure, String words) {
        return new Headline(figure, words, "");
    }
}
