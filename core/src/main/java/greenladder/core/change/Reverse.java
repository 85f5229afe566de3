package greenladder.core.change;

import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.item.Field;
import greenladder.core.papers.Review;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.SprintPlan;
import greenladder.core.team.Team;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * Takes an operation back: all its changes, or none where one of its fields was changed again
 * since. A reversal is an operation like any other, so that reversing it does the first one anew.
 *
 * @param kind {@link OperationKind#UNDO}, or {@link OperationKind#REDO} where it reverses one
 * @param operation its number in the log; 0 where only what it did to one item is taken back
 * @param changes what it changed, in the order in which it did
 * @param planChanges what it changed of the plan
 * @param shortenings the rank changes of each {@link OperationKind#RANKS} since, the oldest first:
 *     they rewrite ranks without moving anything, and the ranks to go back to with them
 * @param placesAsLeft items that nobody has moved since, or only to and fro: their ranks may be
 *     others than the operation gave, though they stand where it put them
 */
public record Reverse(
        OperationKind kind,
        long operation,
        List<Change> changes,
        List<PlanChange> planChanges,
        List<List<Change>> shortenings,
        Set<ItemKey> placesAsLeft)
        implements Command {
    public Reverse {
        changes = List.copyOf(changes);
        planChanges = List.copyOf(planChanges);
        shortenings = List.copyOf(shortenings);
        placesAsLeft = Set.copyOf(placesAsLeft);
    }

    /** A reversal of what the same operation did to one item; the rest of it stays done. */
    public Reverse ofItem(ItemKey item) {
        return new Reverse(
                kind,
                0,
                changes.stream().filter(change -> change.item().equals(item)).toList(),
                List.of(),
                shortenings,
                placesAsLeft);
    }

    /** Whether it takes the operation back, rather than what it did to one item alone. */
    public boolean isWhole() {
        return operation > 0;
    }

    /** A reversal of some of the same operation's changes. */
    public Reverse of(List<Change> some) {
        return new Reverse(kind, operation, some, planChanges, shortenings, placesAsLeft);
    }

    @Override
    public Reverse without(Predicate<ItemKey> hidden) {
        return of(changes.stream().filter(change -> !hidden.test(change.item())).toList());
    }

    /** A reversal of the same operation's changes of items alone. */
    public Reverse withoutPlans() {
        return new Reverse(kind, operation, changes, List.of(), shortenings, placesAsLeft);
    }

    @Override
    public Set<String> inProducts() {
        return changes.stream()
                .map(change -> change.item().product())
                .collect(Collectors.toCollection(TreeSet::new));
    }

    @Override
    public Set<PlanKey> plans() {
        return planChanges.stream()
                .map(PlanChange::subject)
                .collect(Collectors.toCollection(TreeSet::new));
    }

    /** Where all is of a kind that has a right of its own, one of it stands for the rest. */
    @Override
    public @Nullable String fact() {
        long kinds = planChanges.stream().map(change -> change.subject().kind()).distinct().count();
        boolean isMild =
                kinds == 1
                        && planChanges.stream()
                                .allMatch(change ->
                                        switch (change.subject().kind()) {
                                            case TEAM -> Team.isOfWork(change.fact());
                                            case SPRINT -> SprintPlan.isWork(change.fact());
                                            case REVIEW -> Review.isAnswer(change.fact());
                                            default -> false;
                                        });
        return isMild ? planChanges.getFirst().fact() : null;
    }

    @Override
    public Permission need(Snapshot snapshot) {
        var left = changes.stream().filter(change -> !isWork(snapshot, change)).toList();
        if (left.isEmpty()) {
            return Permission.WORK;
        }
        return left.stream().allMatch(change -> isOfRaised(snapshot, change.item()))
                ? Permission.RAISE
                : Permission.SHAPE;
    }

    /** What somebody may do, they may take back: the fields that workers keep true, and tasks. */
    private boolean isWork(Snapshot snapshot, Change change) {
        var item = snapshot.findItem(change.item());
        boolean keepsTrue = change.followed() || change.field().isWork();
        return item.map(is -> keepsTrue || !is.level().carriesPoints())
                .orElseGet(
                        () -> Tasks.is(snapshot, change.item().product(), levelOf(change.item())));
    }

    /** Whether a story is taken away again that the operation made, or brought back. */
    private boolean isOfRaised(Snapshot snapshot, ItemKey item) {
        boolean makesOrTakesAway =
                changes.stream()
                        .anyMatch(change ->
                                change.item().equals(item) && change.field() == Field.EXISTS);
        var level =
                snapshot.findItem(item)
                        .map(one -> one.level().key())
                        .orElseGet(() -> levelOf(item));
        return makesOrTakesAway && Tasks.isRaised(snapshot, item.product(), level);
    }

    /** The level that an item had which was deleted since. */
    private @Nullable String levelOf(ItemKey item) {
        return changes.stream()
                .filter(change -> change.item().equals(item) && change.field() == Field.LEVEL)
                .flatMap(change -> change.before(String.class).stream())
                .findFirst()
                .orElse(null);
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        return new Reversal(snapshot, this, found).draw();
    }

    @Override
    public boolean isTakingBack() {
        return true;
    }

    /** What went through what is hidden comes back through it. */
    @Override
    public boolean goesThroughHidden() {
        return true;
    }

    @Override
    public List<Change> following(List<Change> follows, Snapshot before, Snapshot after) {
        return Reversal.asTheyWere(this, follows, before, after);
    }
}
