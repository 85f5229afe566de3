package greenladder.talk;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

@Entity
@Table(name = "notice")
class NoticeRow {
    @Id
    @GeneratedValue(strategy = GenerationType.SEQUENCE, generator = "notice_seq")
    @SequenceGenerator(name = "notice_seq", sequenceName = "notice_seq", allocationSize = 50)
    @Nullable Long id;

    String person = "";

    @Enumerated(EnumType.STRING)
    Notice.Kind kind = Notice.Kind.CHANGED;

    @Column(name = "item_key")
    String item = "";

    String actor = "";
    String words = "";
    String target = "";

    @Column(name = "at_time")
    Instant at = Instant.EPOCH;

    @Column(name = "read_at")
    @Nullable Instant readAt;
}
