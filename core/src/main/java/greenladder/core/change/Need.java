package greenladder.core.change;

/** What somebody must be allowed to do, to have a command done. */
public enum Need {
    /** Nothing beyond being let in. */
    NOTHING,
    /** To keep work true, and to break it into tasks. */
    WORK,
    /** To add stories and bugs at the end of their list, for others to order. */
    RAISE,
    /** To make, describe, order and move items. */
    SHAPE,
    /** To make sprints and releases, and to fill them. */
    PLAN,
    /** To look after teams. */
    ADMINISTER
}
