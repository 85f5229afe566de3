package greenladder.frame;

/** The six stages of the work, in order. */
public enum Stage {
    BREAK_DOWN("Break down", "breakdown"),
    REFINE("Refine", "refine"),
    PLAN("Plan", "plan"),
    DO("Do", "work"),
    TRACK("Track", "track"),
    TRACE("Trace", "trace");

    private final String label;
    private final String folder;

    /**
     * @param folder of its templates, named like its package
     */
    Stage(String label, String folder) {
        this.label = label;
        this.folder = folder;
    }

    public String label() {
        return label;
    }

    String folder() {
        return folder;
    }
}
