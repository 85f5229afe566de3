package greenladder.people;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** Something that happened about who may come in and do what. */
@Entity
@Table(name = "audit")
class AuditRow {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    long id;

    @Column(name = "at")
    Instant at = Instant.EPOCH;

    String event = "";
    String actor = "";
    String subject = "";
    String address = "";
    String details = "";
}
