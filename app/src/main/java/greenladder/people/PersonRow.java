package greenladder.people;

import greenladder.core.item.Person;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

@Entity
@Table(name = "person")
class PersonRow {
    @Id String handle = "";

    String name = "";

    @Column(name = "password_hash")
    String passwordHash = "";

    @Enumerated(EnumType.STRING)
    Role role = Role.STAKEHOLDER;

    PersonRow() {}

    PersonRow(String handle, String name, String passwordHash, Role role) {
        this.handle = handle;
        this.name = name;
        this.passwordHash = passwordHash;
        this.role = role;
    }

    Person toPerson() {
        return new Person(handle, name);
    }
}
