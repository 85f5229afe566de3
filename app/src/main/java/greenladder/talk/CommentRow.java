package greenladder.talk;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

@Entity
@Table(name = "item_comment")
class CommentRow {
    @Id
    @GeneratedValue(strategy = GenerationType.SEQUENCE, generator = "item_comment_seq")
    @SequenceGenerator(
            name = "item_comment_seq",
            sequenceName = "item_comment_seq",
            allocationSize = 50)
    @Nullable Long id;

    @Column(name = "item_key")
    String item = "";

    String author = "";

    @Column(name = "at_time")
    Instant at = Instant.EPOCH;

    @Column(name = "edited_at")
    @Nullable Instant editedAt;

    /** Removed comments are kept, so that their author can bring them back. */
    @Column(name = "removed_at")
    @Nullable Instant removedAt;

    String body = "";

    /** The first comment of the talk that this one belongs to; null for a first one. */
    @Column(name = "reply_to")
    @Nullable Long replyTo;

    /** Who said that the talk is settled; only on a first one. */
    @Column(name = "settled_by")
    @Nullable String settledBy;
}
