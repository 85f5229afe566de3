package greenladder.core.change;

import java.util.Arrays;
import java.util.Optional;

/** What an operation of the log did, by the name under which it is kept there. */
public enum OperationKind {
    CREATE("create"),
    EDIT("edit"),
    MOVE("move"),
    ORDER("order"),
    SETTLE("settle"),
    DELETE("delete"),
    PROMOTE("promote"),
    ATTACH("attach"),
    DETACH("detach"),
    SPLIT("split"),
    MERGE("merge"),
    GATHER("gather"),
    INDENT("indent"),
    LEVEL("level"),
    /** Ranks were rewritten: nothing that anybody sees. */
    RANKS("ranks"),
    /** Levels, kinds or states changed before the log told which; not to be taken back. */
    LEVELS("levels"),
    /** A product, or the states of a team, were set up. */
    SETUP("setup"),
    /** People came, left, or have other names or roles. */
    PEOPLE("people"),
    /** Parts of the plan were made, changed or taken away. */
    PLAN("plan"),
    UNDO("undo"),
    /** An operation that had been taken back was done again. */
    REDO("redo");

    private final String label;

    OperationKind(String label) {
        this.label = label;
    }

    public String label() {
        return label;
    }

    public static Optional<OperationKind> find(String label) {
        return Arrays.stream(values()).filter(kind -> kind.label.equals(label)).findFirst();
    }
}
