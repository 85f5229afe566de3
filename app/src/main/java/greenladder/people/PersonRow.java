package greenladder.people;

import greenladder.core.item.Person;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

@Entity
@Table(name = "person")
class PersonRow {
    @Id String handle = "";

    String name = "";

    @Column(name = "password_hash")
    String passwordHash = "";

    @Enumerated(EnumType.STRING)
    Role role = Role.STAKEHOLDER;

    @Column(name = "gone_at")
    @Nullable Instant goneAt;

    /** Counts up when everybody who is signed in as this person has to do so again. */
    int stamp;

    PersonRow() {}

    PersonRow(String handle, String name, String passwordHash, Role role) {
        this.handle = handle;
        this.name = name;
        this.passwordHash = passwordHash;
        this.role = role;
    }

    Person toPerson() {
        return new Person(handle, name, goneAt != null);
    }
}
