package greenladder.people;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;

/** A person's role in one product, where it is another than everywhere else. */
@Entity
@Table(name = "product_role")
@IdClass(ProductRoleRow.Key.class)
class ProductRoleRow {
    @Id String person = "";

    @Id String product = "";

    @Enumerated(EnumType.STRING)
    Role role = Role.STAKEHOLDER;

    record Key(String person, String product) implements Serializable {}

    ProductRoleRow() {}

    ProductRoleRow(String person, String product, Role role) {
        this.person = person;
        this.product = product;
        this.role = role;
    }
}
