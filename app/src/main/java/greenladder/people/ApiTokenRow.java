package greenladder.people;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** A token for programs; only its hash is kept. */
@Entity
@Table(name = "api_token")
class ApiTokenRow {
    @Id
    @Column(name = "token_hash")
    String tokenHash = "";

    String person = "";

    @Column(name = "created_at")
    Instant createdAt = Instant.EPOCH;

    ApiTokenRow() {}

    ApiTokenRow(String tokenHash, String person, Instant createdAt) {
        this.tokenHash = tokenHash;
        this.person = person;
        this.createdAt = createdAt;
    }
}
