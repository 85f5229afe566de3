package greenladder.live;

import greenladder.people.SignedIn;
import greenladder.store.CommandGateway.Saved;
import java.util.Map;
import java.util.Optional;

/**
 * What a view gives the stream, so that a page which shows what changed need not fetch itself anew.
 */
public interface LiveDrawer {
    /** The name of the view, as pages give it. */
    String view();

    /**
     * The pieces that an operation changed, as HTML: the same for all who may do the same and see
     * the same.
     *
     * @return by kind and key, as the view's script expects them; empty where the page has to look
     *     for itself
     */
    Optional<Map<String, Map<String, String>>> drawn(Saved saved, SignedIn reader);
}
