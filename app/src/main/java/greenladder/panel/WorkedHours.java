package greenladder.panel;

import greenladder.core.item.Field;
import greenladder.core.item.HourEntry;
import greenladder.core.item.Item;
import greenladder.core.snapshot.Snapshot;
import greenladder.people.SignedIn;
import greenladder.store.Rights;
import greenladder.web.Words;
import greenladder.words.ChangeWords;
import java.time.LocalDate;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * The hours that were worked on an item, day by day.
 *
 * @param words what they come to
 * @param mayEnter whether the reader can enter some
 */
record WorkedHours(String words, List<Entry> entries, boolean mayEnter, String today) {
    private static final int MOST = 60;

    /**
     * @param more who it was, and their note
     */
    record Entry(int number, String day, String hours, String more) {}

    /** Null on levels that carry no hours. */
    static @Nullable WorkedHours of(
            Snapshot snapshot, Item item, Rights rights, SignedIn reader, LocalDate today) {
        if (item.level().carriesPoints()) {
            return null;
        }
        var entries = item.details().doing().worked();
        return new WorkedHours(
                item.hours().invested() == null ? "" : Words.of(item.hours().invested()) + " h",
                entries.stream()
                        .sorted(HourEntry.LATEST)
                        .limit(MOST)
                        .map(one ->
                                new Entry(
                                        one.number(),
                                        Words.day(one.day()),
                                        Words.of(one.hours()) + " h",
                                        who(snapshot, one)))
                        .toList(),
                rights.mayEdit(reader, item, Field.HOURS_INVESTED),
                today.toString());
    }

    private static String who(Snapshot snapshot, HourEntry entry) {
        var name = entry.who() == null ? "" : ChangeWords.nameOf(snapshot, entry.who());
        return Objects.equals(entry.note(), "")
                ? name
                : name.isEmpty() ? entry.note() : name + ": " + entry.note();
    }
}
