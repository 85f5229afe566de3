package greenladder.core.work;

import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Team;
import java.time.LocalDate;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/**
 * How long a team's work has taken from its start to its finish, in days.
 *
 * @param sorted the shortest first
 */
public record CycleTimes(List<Double> sorted) {
    private static final int WEEKS = 13;

    public CycleTimes {
        sorted = sorted.stream().sorted().toList();
    }

    /** Of what a team finished in the last thirteen weeks. Time O(n log n) in those items. */
    public static CycleTimes of(Snapshot snapshot, Team team, LocalDate today) {
        return new CycleTimes(
                Mark.finishedWeeks(team.key(), today, WEEKS)
                        .flatMap(week -> snapshot.marked(Mark.FINISHED, week).stream())
                        .filter(node -> !node.rollUp().hasPointChildren())
                        .map(Node::item)
                        .map(item -> item.times().cycleDays())
                        .filter(Objects::nonNull)
                        .toList());
    }

    /**
     * A percentile, by linear interpolation between closest ranks: p of n sorted values stands at
     * (n − 1) × p.
     *
     * @param p from 0 to 1
     * @return empty where nothing was finished
     */
    public Optional<Double> percentile(double p) {
        if (sorted.isEmpty()) {
            return Optional.empty();
        }
        double at = (sorted.size() - 1) * p;
        int low = (int) at;
        int high = Math.min(low + 1, sorted.size() - 1);
        return Optional.of(sorted.get(low) + (sorted.get(high) - sorted.get(low)) * (at - low));
    }
}
