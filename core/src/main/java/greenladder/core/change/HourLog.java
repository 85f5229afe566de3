package greenladder.core.change;

import greenladder.core.item.HourEntry;
import greenladder.core.item.Item;
import greenladder.core.value.Amount;
import greenladder.core.workspace.Workspace;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** Keeps the entries of hours of an item and the hours invested equal. */
public final class HourLog {
    private HourLog() {}

    /**
     * The entries that make up for hours invested that were set as one figure: what was there
     * before without an entry, and the difference, both of whoever has the item.
     *
     * @param was the item before; null where it has just been made
     */
    static List<HourEntry> ofFigure(
            Workspace workspace, @Nullable Item was, Item item, Instant at) {
        var entries = new ArrayList<HourEntry>();
        int number = item.details().doing().nextNumber();
        if (was != null) {
            entries.addAll(opening(workspace, was));
            number += entries.size();
        }
        var before = was == null ? Amount.ZERO : invested(was);
        var more = invested(item).minus(before);
        if (more.thousandths() != 0) {
            entries.add(new HourEntry(number, item.assignee(), workspace.dayOf(at), more, ""));
        }
        return entries;
    }

    /** The entry for hours that were invested before there were entries; none where there are. */
    public static List<HourEntry> opening(Workspace workspace, Item item) {
        var invested = invested(item);
        return !item.details().doing().worked().isEmpty() || invested.thousandths() == 0
                ? List.of()
                : List.of(
                        new HourEntry(
                                1,
                                item.assignee(),
                                workspace.dayOf(item.updatedAt()),
                                invested,
                                "before"));
    }

    public static Amount invested(Item item) {
        return Objects.requireNonNullElse(item.hours().invested(), Amount.ZERO);
    }
}
