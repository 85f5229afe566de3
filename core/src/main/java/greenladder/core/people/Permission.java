package greenladder.core.people;

/** What somebody may do. */
public enum Permission {
    READ,
    COMMENT,
    /** Keep state, person, hours, size and hindrances true, and break work into tasks. */
    WORK,
    /** Add stories and bugs at the end of their list; a product may withdraw it. */
    RAISE,
    /** Make, describe, order, move and delete items of every level. */
    SHAPE,
    PLAN,
    /** Start a product, with its ladder. */
    START_PRODUCTS,
    /** People, teams, roles, workflows. */
    ADMINISTER
}
