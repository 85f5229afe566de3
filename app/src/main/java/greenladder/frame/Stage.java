package greenladder.frame;

/** The six stages of the work, in order. */
public enum Stage {
    BREAK_DOWN("Break down"),
    REFINE("Refine"),
    PLAN("Plan"),
    DO("Do"),
    TRACK("Track"),
    TRACE("Trace");

    private final String label;

    Stage(String label) {
        this.label = label;
    }

    public String label() {
        return label;
    }
}
