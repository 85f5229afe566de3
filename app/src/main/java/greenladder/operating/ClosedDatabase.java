package greenladder.operating;

import com.zaxxer.hikari.SQLExceptionOverride;
import java.sql.SQLException;
import java.util.Set;

/**
 * Gives up connections to a database that closed itself, as H2 does where it could not write. With
 * the last of them gone the next request opens it anew, so that the application works again by
 * itself once there is space.
 */
public final class ClosedDatabase implements SQLExceptionOverride {
    /** H2's codes for a database that is closed, closing, or whose file failed. */
    private static final Set<Integer> CLOSED = Set.of(90067, 90098, 90121, 90028, 90031);

    @java.lang.Override
    public SQLExceptionOverride.Override adjudicate(SQLException failure) {
        return CLOSED.contains(failure.getErrorCode())
                ? SQLExceptionOverride.Override.MUST_EVICT
                : SQLExceptionOverride.Override.CONTINUE_EVICT;
    }
}
