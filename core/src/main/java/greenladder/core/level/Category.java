package greenladder.core.level;

/** The four categories that every team's own states belong to. */
public enum Category {
    TO_DO("to do"),
    IN_PROGRESS("in progress"),
    DONE("done"),
    DROPPED("dropped");

    private final String word;

    Category(String word) {
        this.word = word;
    }

    /** The category in words, as screens and the interface for programs show it. */
    public String word() {
        return word;
    }
}
