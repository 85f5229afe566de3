package greenladder.people;

import greenladder.core.people.Role;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** An invitation by a link that works once; only the link's hash is kept. */
@Entity
@Table(name = "invitation")
class InvitationRow {
    @Id
    @Column(name = "token_hash")
    String tokenHash = "";

    String handle = "";
    String name = "";

    @Enumerated(EnumType.STRING)
    Role role = Role.STAKEHOLDER;

    @Column(name = "made_by")
    String madeBy = "";

    @Column(name = "created_at")
    Instant createdAt = Instant.EPOCH;

    @Column(name = "expires_at")
    Instant expiresAt = Instant.EPOCH;

    @Column(name = "used_at")
    @Nullable Instant usedAt;

    /** Whether it lets somebody who is there choose another password. */
    boolean reset;
}
