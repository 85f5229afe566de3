package greenladder.talk;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

/** How far something that follows the change log has come. */
@Entity
@Table(name = "log_follower")
class FollowerRow {
    @Id String name = "";

    @Column(name = "operation_id")
    long operation;

    FollowerRow() {}

    FollowerRow(String name, long operation) {
        this.name = name;
        this.operation = operation;
    }
}
