package greenladder.files;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** A file's content as the database knows it; the content itself is in the directory of files. */
@Entity
@Table(name = "stored_file")
class StoredFileRow {
    @Id String id = "";

    long bytes;

    @Column(name = "media_type")
    String mediaType = "";

    @Column(name = "brought_by")
    String broughtBy = "";

    @Column(name = "at_time")
    Instant at = Instant.EPOCH;
}
