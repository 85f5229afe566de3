package greenladder.core.plan;

import greenladder.core.item.Amount;
import greenladder.core.item.Sprint;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * What a team usually completes in a sprint.
 *
 * @param window how many sprints were asked for
 * @param sprints the last closed ones, the latest first; fewer where there are fewer
 */
public record Velocity(int window, List<Completed> sprints) {
    public static final int WINDOW = 3;

    /** The points that were done in a sprint. */
    public record Completed(Sprint sprint, Amount points) {}

    public Velocity {
        sprints = List.copyOf(sprints);
    }

    /**
     * The velocity over a team's last closed sprints: the sizes of the items that stayed in them as
     * done; what was not done went on to another sprint when they were closed. Time O(m log m) in
     * the items of these sprints.
     */
    public static Velocity of(Snapshot snapshot, String team, int window) {
        var last =
                snapshot.workspace().sprintsByKey().values().stream()
                        .filter(sprint -> sprint.team().equals(team) && sprint.isClosed())
                        .sorted(
                                Comparator.comparing(Sprint::finish)
                                        .thenComparing(Sprint::key)
                                        .reversed())
                        .limit(window)
                        .toList();
        Map<String, Amount> done = new HashMap<>();
        last.forEach(sprint -> done.put(sprint.key(), Amount.ZERO));
        last.forEach(sprint ->
                snapshot.marked(Mark.SPRINT, sprint.key()).forEach(node -> add(done, node)));
        return new Velocity(
                window,
                last.stream()
                        .map(sprint ->
                                new Completed(sprint, done.getOrDefault(sprint.key(), Amount.ZERO)))
                        .toList());
    }

    private static void add(Map<String, Amount> done, Node node) {
        var item = node.item();
        var size = node.rollUp().effective();
        if (item.sprint() != null
                && item.isDone()
                && size != null
                && item.level().carriesPoints()
                && !node.rollUp().hasPointChildren()) {
            done.computeIfPresent(item.sprint(), (any, sum) -> sum.plus(size));
        }
    }

    /** The mean, in points, to a thousandth, half up; empty without a closed sprint. */
    public Optional<Amount> mean() {
        if (sprints.isEmpty()) {
            return Optional.empty();
        }
        long sum = sprints.stream().mapToLong(one -> one.points().thousandths()).sum();
        return Optional.of(
                new Amount(
                        BigDecimal.valueOf(sum)
                                .divide(BigDecimal.valueOf(sprints.size()), RoundingMode.HALF_UP)
                                .longValueExact()));
    }

    public @Nullable Amount least() {
        return sprints.stream().map(Completed::points).min(Amount::compareTo).orElse(null);
    }

    public @Nullable Amount most() {
        return sprints.stream().map(Completed::points).max(Amount::compareTo).orElse(null);
    }

    public boolean isShort() {
        return sprints.size() < window;
    }
}
