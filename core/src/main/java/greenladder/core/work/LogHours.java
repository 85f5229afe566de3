package greenladder.core.work;

import greenladder.core.change.Change;
import greenladder.core.change.HourLog;
import greenladder.core.change.OperationKind;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.edit.EditItems;
import greenladder.core.edit.ItemCommand;
import greenladder.core.item.Field;
import greenladder.core.item.HourEntry;
import greenladder.core.item.Item;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Enters hours that somebody worked on an item on a day. The hours invested grow by them, and those
 * that remain shrink unless something else is said of them.
 *
 * @param who a sign-in name
 * @param remaining what is left, as entered; null for what was left before, less these hours
 */
public record LogHours(
        ItemKey item,
        String who,
        LocalDate day,
        Amount hours,
        String note,
        @Nullable String remaining)
        implements ItemCommand {
    private static final int LONGEST_NOTE = 500;
    private static final int FIRST_YEAR = 1990;
    private static final Amount DAY = Amount.of(24);

    @Override
    public OperationKind kind() {
        return OperationKind.EDIT;
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        var it = snapshot.requireNode(item).item();
        check(snapshot, it, at, found);
        if (!found.isEmpty()) {
            return new Proposal(List.of(), List.of());
        }
        var opening = HourLog.opening(snapshot.workspace(), it);
        int number = it.details().doing().nextNumber() + opening.size();
        var entries = new ArrayList<>(opening);
        entries.add(
                new HourEntry(
                        number, who, day, hours, note.replaceAll("[\\p{Cntrl}\\s]+", " ").strip()));
        var changes = new ArrayList<Change>();
        entries.forEach(entry -> changes.add(new Change(item, entry.field(), null, entry)));
        var invested = HourLog.invested(it).plus(hours);
        changes.addAll(figures(snapshot, at, found, it, invested, remaining(it, hours)));
        return new Proposal(List.of(item), changes);
    }

    private @Nullable String remaining(Item it, Amount worked) {
        if (remaining != null && !remaining.isBlank()) {
            return remaining;
        }
        var left = it.hours().remaining();
        return left == null ? null : left.minus(worked).orZero().toString();
    }

    /** The hours invested and remaining, as an edit would set them. */
    static List<Change> figures(
            Snapshot snapshot,
            Instant at,
            ProblemCollector found,
            Item item,
            Amount invested,
            @Nullable String remaining) {
        var fields = new java.util.HashMap<String, String>();
        fields.put(Field.HOURS_INVESTED.label(), invested.toString());
        if (remaining != null) {
            fields.put(Field.HOURS_REMAINING.label(), remaining);
        }
        return new EditItems(List.of(item.key()), Map.copyOf(fields))
                .propose(snapshot, at, found)
                .changes();
    }

    private void check(Snapshot snapshot, Item it, Instant at, ProblemCollector found) {
        if (it.level().carriesPoints()) {
            wrong(found, "item", "Hours are entered on tasks; %s carries points.".formatted(item));
            return;
        }
        if (snapshot.findPerson(who).isEmpty()) {
            wrong(
                    found,
                    "who",
                    "Nobody signs in as “%s”."
                            .formatted(who.substring(0, Math.min(60, who.length()))));
        }
        if (hours.compareTo(Amount.ZERO) <= 0 || hours.compareTo(DAY) > 0) {
            wrong(
                    found,
                    "hours",
                    "A day has more than 0 and at most 24 hours, not %s.".formatted(hours));
        } else if (already(snapshot).plus(hours).compareTo(DAY) > 0) {
            wrong(
                    found,
                    "hours",
                    "With the %s entered already this comes to more than 24 hours on %s."
                            .formatted(already(snapshot), day));
        }
        if (day.isAfter(snapshot.workspace().dayOf(at))) {
            wrong(
                    found,
                    "day",
                    "%s is in the future; hours are entered once they are worked.".formatted(day));
        } else if (day.getYear() < FIRST_YEAR) {
            wrong(found, "day", "Days lie after the year %d.".formatted(FIRST_YEAR - 1));
        }
        if (note.length() > LONGEST_NOTE) {
            wrong(found, "note", "A note has at most %d characters.".formatted(LONGEST_NOTE));
        }
    }

    /** What the person has worked on that day, on all items. */
    private Amount already(Snapshot snapshot) {
        return hoursOn(snapshot, who, day);
    }

    /** What somebody worked on a day, on all items that a snapshot has. */
    public static Amount hoursOn(Snapshot snapshot, String who, LocalDate day) {
        var sum = Amount.ZERO;
        for (var node : snapshot.marked(Mark.WORKED, Mark.worked(who, day))) {
            for (var entry : node.item().details().doing().worked()) {
                if (who.equals(entry.who()) && day.equals(entry.day())) {
                    sum = sum.plus(entry.hours());
                }
            }
        }
        return sum;
    }

    private static void wrong(ProblemCollector found, String field, String message) {
        found.add(Problem.SINGLE, field, message);
    }
}
