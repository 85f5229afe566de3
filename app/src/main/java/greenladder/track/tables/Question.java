package greenladder.track.tables;

/** What is asked of the work of a product, as a table in groups. */
public enum Question {
    FINISHED("finished", "What was finished", "kind"),
    OPEN("open", "What is open", "kind"),
    MENDED("mended", "What was mended", "item"),
    ALL("all", "Everything", "assignee,state");

    private final String key;
    private final String words;
    private final String usual;

    Question(String key, String words, String usual) {
        this.key = key;
        this.words = words;
        this.usual = usual;
    }

    static Question of(String key) {
        for (var one : values()) {
            if (one.key.equals(key)) {
                return one;
            }
        }
        return ALL;
    }

    String key() {
        return key;
    }

    String words() {
        return words;
    }

    /** What it is grouped by unless somebody says otherwise. */
    String usual() {
        return usual;
    }

    /** Whether it is about what was finished between two days. */
    boolean hasSpan() {
        return this == FINISHED || this == MENDED;
    }
}
