package greenladder.people;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

/** A row that is locked while something is decided that two may not decide at once. */
@Entity
@Table(name = "guard")
class GuardRow {
    /** Held while administrators are made, removed or changed. */
    static final String ADMINISTRATORS = "administrators";

    @Id String name = "";
}
