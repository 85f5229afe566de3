package greenladder.core.people;

import static greenladder.core.people.Permission.ADMINISTER;
import static greenladder.core.people.Permission.COMMENT;
import static greenladder.core.people.Permission.PLAN;
import static greenladder.core.people.Permission.RAISE;
import static greenladder.core.people.Permission.READ;
import static greenladder.core.people.Permission.SHAPE;
import static greenladder.core.people.Permission.START_PRODUCTS;
import static greenladder.core.people.Permission.WORK;

import java.util.Set;

/** The parts that people play, each a set of permissions. */
public enum Role {
    PRODUCT_OWNER("Product owner", Set.of(READ, COMMENT, WORK, RAISE, SHAPE, PLAN, START_PRODUCTS)),
    TEAM_LEAD("Team lead", Set.of(READ, COMMENT, WORK, RAISE, SHAPE, PLAN)),
    TEAM_MEMBER("Team member", Set.of(READ, COMMENT, WORK, RAISE)),
    STAKEHOLDER("Stakeholder", Set.of(READ, COMMENT)),
    /** In a product: nothing of it is seen. */
    NO_ACCESS("No access", Set.of()),
    ADMINISTRATOR(
            "Administrator",
            Set.of(READ, COMMENT, WORK, RAISE, SHAPE, PLAN, START_PRODUCTS, ADMINISTER));

    private final String label;
    private final Set<Permission> permissions;

    Role(String label, Set<Permission> permissions) {
        this.label = label;
        this.permissions = permissions;
    }

    public String label() {
        return label;
    }

    public boolean may(Permission permission) {
        return permissions.contains(permission);
    }
}
