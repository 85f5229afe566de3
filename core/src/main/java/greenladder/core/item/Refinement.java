package greenladder.core.item;

import greenladder.core.value.Amount;
import java.util.Collections;
import java.util.List;
import java.util.SortedMap;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * Where an item stands in refinement.
 *
 * @param band the key of its priority band
 * @param factors what was given for the score, by the keys of factors
 * @param agenda why it is to be talked about next time; null where it is not
 * @param question what has to be answered before it goes on
 * @param candidate the key of the sprint that it is meant for, or {@link #NEXT}, not yet committed
 * @param ticked the keys of the checks of readiness that were ticked by hand
 * @param decisions what was decided about it, the oldest first
 * @param brokenDown whether somebody said that its parts are all there is to it
 */
public record Refinement(
        @Nullable String band,
        SortedMap<String, Amount> factors,
        @Nullable String agenda,
        @Nullable String question,
        @Nullable String candidate,
        List<String> ticked,
        List<DecisionNote> decisions,
        boolean brokenDown) {
    /** What a field that says only yes is kept as. */
    public static final String YES = "yes";

    /** The sprint that comes next for an item's team, whichever that is. */
    public static final String NEXT = "next";

    public static final Refinement NONE =
            new Refinement(
                    null,
                    Collections.emptySortedMap(),
                    null,
                    null,
                    null,
                    List.of(),
                    List.of(),
                    false);

    public Refinement {
        ticked = List.copyOf(ticked);
        decisions = List.copyOf(decisions);
        factors =
                factors.isEmpty()
                        ? Collections.emptySortedMap()
                        : Collections.unmodifiableSortedMap(new TreeMap<>(factors));
    }

    public boolean isCandidate() {
        return candidate != null;
    }
}
