package greenladder.core.plan;

import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.sprint.SprintPlan.Tally;
import greenladder.core.value.Amount;
import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
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

    /**
     * The points that were done in a sprint as it was closed.
     *
     * @param committed those that it was started with; null where that was not noted
     */
    public record Completed(Sprint sprint, Amount points, @Nullable Amount committed) {}

    public Velocity {
        sprints = List.copyOf(sprints);
    }

    /** The velocity over a team's last closed sprints, as each stood at its close. */
    public static Velocity of(Snapshot snapshot, String team, int window) {
        var products = snapshot.workspace().productsByCode().keySet();
        return new Velocity(
                window,
                snapshot.workspace().sprintsByKey().values().stream()
                        .filter(sprint -> sprint.team().equals(team) && sprint.isClosed())
                        .sorted(
                                Comparator.comparing(Sprint::finish)
                                        .thenComparing(Sprint::key)
                                        .reversed())
                        .limit(window)
                        .map(sprint -> {
                            var completed = sprint.completed(products);
                            var committed = sprint.committed(products);
                            return new Completed(
                                    sprint,
                                    completed == null
                                            ? doneIn(snapshot, sprint.key())
                                            : completed.points(),
                                    committed == null ? null : committed.points());
                        })
                        .toList());
    }

    /** What stayed as done in a sprint of which nobody noted at its close what it brought. */
    private static Amount doneIn(Snapshot snapshot, String sprint) {
        var done = Tally.NONE;
        for (var node : snapshot.marked(Mark.SPRINT, sprint)) {
            var item = node.item();
            if (item.isDone()
                    && item.level().carriesPoints()
                    && !node.rollUp().hasPointChildren()) {
                done = done.plus(node.rollUp().effective());
            }
        }
        return done.points();
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

    /** The mean without any rounding that shows; empty without a closed sprint. */
    public Optional<BigDecimal> exactMean() {
        return mean(sprints.stream().map(one -> one.points().toDecimal()).toList());
    }

    /** The mean of the hours that there were in these sprints. */
    Optional<BigDecimal> meanHours() {
        return mean(
                sprints.stream()
                        .map(one -> one.sprint().plan().available())
                        .filter(Objects::nonNull)
                        .toList());
    }

    private static Optional<BigDecimal> mean(List<BigDecimal> values) {
        return values.isEmpty()
                ? Optional.empty()
                : Optional.of(
                        values.stream()
                                .reduce(BigDecimal.ZERO, BigDecimal::add)
                                .divide(BigDecimal.valueOf(values.size()), MathContext.DECIMAL64));
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
