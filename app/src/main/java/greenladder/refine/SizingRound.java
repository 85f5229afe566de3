package greenladder.refine;

import greenladder.core.value.ItemKey;
import greenladder.refine.SizingRows.Phase;
import java.util.List;
import java.util.SortedMap;

/**
 * A round as one person may see it.
 *
 * @param seats who is or was in it
 * @param mine what the reader picked; empty for nothing yet
 * @param picks what everybody picked; empty until they are shown
 */
record SizingRound(
        long id,
        ItemKey item,
        String startedBy,
        int attempt,
        Phase stage,
        String agreed,
        List<Seat> seats,
        String mine,
        SortedMap<String, String> picks) {
    /** Somebody in a round; whoever left does so until they come back. */
    record Seat(String handle, boolean gone, boolean picked) {}

    boolean isOpen() {
        return stage == Phase.PICKING || stage == Phase.SHOWN;
    }

    boolean wasLeftBy(String handle) {
        return seats.stream().anyMatch(seat -> seat.gone() && seat.handle().equals(handle));
    }

    /** Those who are in it still. */
    List<Seat> present() {
        return seats.stream().filter(seat -> !seat.gone()).toList();
    }

    /** How many of those who are in it have picked. */
    long picked() {
        return present().stream().filter(Seat::picked).count();
    }
}
