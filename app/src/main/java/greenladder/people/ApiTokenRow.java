package greenladder.people;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** A token for programs; only its hash is kept. */
@Entity
@Table(name = "api_token")
class ApiTokenRow {
    @Id
    @Column(name = "token_hash")
    String tokenHash = "";

    String person = "";
    String name = "";

    @Column(name = "created_at")
    Instant createdAt = Instant.EPOCH;

    @Column(name = "last_used_at")
    @Nullable Instant lastUsedAt;

    @Column(name = "expires_at")
    Instant expiresAt = Instant.EPOCH;

    ApiTokenRow() {}

    ApiTokenRow(String tokenHash, String person, String name, Instant createdAt) {
        this.tokenHash = tokenHash;
        this.person = person;
        this.name = name;
        this.createdAt = createdAt;
    }
}
