package greenladder.talk;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;

@Entity
@Table(name = "watch")
@IdClass(WatchRow.Key.class)
class WatchRow {
    @Id String person = "";

    @Id
    @Column(name = "item_key")
    String item = "";

    record Key(String person, String item) implements Serializable {}

    WatchRow() {}

    WatchRow(String person, String item) {
        this.person = person;
        this.item = item;
    }
}
