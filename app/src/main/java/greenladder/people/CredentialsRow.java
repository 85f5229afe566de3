package greenladder.people;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

/**
 * By what somebody is known when they sign in. It stands beside the log, which everybody reads
 * parts of: secrets are not told there.
 */
@Entity
@Table(name = "person")
class CredentialsRow {
    @Id String handle = "";

    @Column(name = "password_hash")
    String passwordHash = "";

    /** Counts up when everybody who is signed in as this person has to do so again. */
    int stamp;

    CredentialsRow() {}

    CredentialsRow(String handle, String passwordHash) {
        this.handle = handle;
        this.passwordHash = passwordHash;
    }
}
