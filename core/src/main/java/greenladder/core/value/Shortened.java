package greenladder.core.value;

/** Texts cut to a length, with an ellipsis for the rest. */
public final class Shortened {
    private static final String REST = "…";

    private static final int LONGEST_IN_MESSAGE = 60;

    private Shortened() {}

    /** What somebody typed, as a message repeats it. */
    public static String inMessage(String text) {
        return to(LONGEST_IN_MESSAGE, text);
    }

    /**
     * A text of at most so many characters; never cut within a character that takes two.
     *
     * @param most at least 2
     */
    public static String to(int most, String text) {
        if (text.length() <= most) {
            return text;
        }
        int end = most - REST.length();
        return text.substring(0, Character.isHighSurrogate(text.charAt(end - 1)) ? end - 1 : end)
                + REST;
    }
}
