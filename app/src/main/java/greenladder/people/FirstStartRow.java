package greenladder.people;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** That there was a first administrator; the table takes this one row and no second. */
@Entity
@Table(name = "first_start")
class FirstStartRow {
    @Id int id = 1;

    @Column(name = "at")
    Instant at = Instant.EPOCH;
}
