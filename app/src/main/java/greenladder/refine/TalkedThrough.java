package greenladder.refine;

import greenladder.core.item.Field;
import greenladder.core.value.ItemKey;
import greenladder.log.ChangeLog;
import greenladder.store.SnapshotKeeper;
import java.time.Clock;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/**
 * What was taken off agendas today, and not put back by undoing. The log of a day is read once, and
 * read on from there when it has gone on.
 */
@Component
class TalkedThrough {
    private final ChangeLog log;
    private final SnapshotKeeper keeper;
    private final Clock clock;

    private volatile Known known = new Known(LocalDate.MIN, 0, Map.of(), Set.of());

    /**
     * @param last the last operation that was read
     * @param off what was taken off, by the operation that did so
     * @param items all of it
     */
    private record Known(
            LocalDate day, long last, Map<Long, Set<ItemKey>> off, Set<ItemKey> items) {}

    TalkedThrough(ChangeLog log, SnapshotKeeper keeper, Clock clock) {
        this.log = log;
        this.keeper = keeper;
        this.clock = clock;
    }

    Set<ItemKey> on(LocalDate day) {
        var before = known;
        long last = keeper.lastOperation();
        if (before.day.equals(day) && before.last >= last) {
            return before.items;
        }
        return readOn(day, last);
    }

    private synchronized Set<ItemKey> readOn(LocalDate day, long last) {
        var before = known.day.equals(day) ? known : beginning(day, last);
        known = before.last < last ? goneOn(before, last) : before;
        return known.items;
    }

    private Known goneOn(Known before, long last) {
        var emptied = log.emptied(Field.AGENDA, before.last, last);
        var off = new HashMap<>(before.off);
        off.putAll(emptied.items());
        off.keySet().removeAll(emptied.takenBack());
        return new Known(
                before.day,
                last,
                off,
                off.values().stream().flatMap(Set::stream).collect(Collectors.toUnmodifiableSet()));
    }

    private Known beginning(LocalDate day, long last) {
        var midnight = day.atStartOfDay(clock.getZone()).toInstant();
        long first = log.firstSince(midnight);
        return new Known(day, Math.min(first - 1, last), Map.of(), Set.of());
    }
}
