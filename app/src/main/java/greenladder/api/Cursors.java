package greenladder.api;

import greenladder.core.change.Problems;
import greenladder.log.ChangeLog.Point;
import greenladder.web.Failure;
import org.jspecify.annotations.Nullable;

/** Places in the log as cursors. */
public final class Cursors {
    private Cursors() {}

    public static String of(Point point) {
        return point.operation() + "-" + point.place();
    }

    public static @Nullable Point point(@Nullable String cursor) {
        if (cursor == null) {
            return null;
        }
        if (!cursor.matches("\\d{1,18}-\\d{1,9}")) {
            throw new Failure.Invalid(Problems.of("cursor", "This is no cursor of ours."));
        }
        int dash = cursor.indexOf('-');
        return new Point(
                Long.parseLong(cursor.substring(0, dash)),
                Integer.parseInt(cursor.substring(dash + 1)));
    }
}
