package greenladder.list;

import java.util.ArrayList;
import java.util.List;

/**
 * The rows of a list as HTML, put together in stretches: what is sent on its way again need not be
 * packed again, and of a list in which a row has changed most stretches are as before.
 */
public final class DrawnRows {
    private static final int STRETCH = 15;

    private final List<StringBuilder> stretches = new ArrayList<>();
    private int last = STRETCH;

    /** Where the next row is to be written. */
    public StringBuilder next() {
        if (last == STRETCH) {
            stretches.add(new StringBuilder(STRETCH * RowFrame.USUAL));
            last = 0;
        }
        last++;
        return stretches.getLast();
    }

    public List<String> stretches() {
        return stretches.stream().map(StringBuilder::toString).toList();
    }
}
