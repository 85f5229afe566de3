package greenladder.core.ready;

import greenladder.core.product.ReadyCheck;
import greenladder.core.product.Refining;
import greenladder.core.snapshot.Links;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import java.util.ArrayList;
import java.util.List;

/**
 * An item held against its product's definition of ready.
 *
 * @param results in the order of the checks
 */
public record Readiness(List<Result> results) {

    /** Whether an item passes one check. */
    public record Result(ReadyCheck check, boolean passed) {}

    public Readiness {
        results = List.copyOf(results);
    }

    public static Readiness of(Snapshot snapshot, Refining refining, Node node) {
        return new Readiness(
                refining.checks().stream()
                        .map(check -> new Result(check, passes(snapshot, check, node)))
                        .toList());
    }

    /** Whether an item passes every check; quicker than naming the results. */
    public static boolean isReady(Snapshot snapshot, Refining refining, Node node) {
        for (var check : refining.checks()) {
            if (!passes(snapshot, check, node)) {
                return false;
            }
        }
        return true;
    }

    /** Whether an item passes each check, in their order; quicker than naming the results. */
    public static List<Boolean> passed(Snapshot snapshot, Refining refining, Node node) {
        var passed = new ArrayList<Boolean>(refining.checks().size());
        for (var check : refining.checks()) {
            passed.add(passes(snapshot, check, node));
        }
        return passed;
    }

    /** A check on an item. Whether it is small enough waits for a size. */
    static boolean passes(Snapshot snapshot, ReadyCheck check, Node node) {
        var item = node.item();
        var size = node.rollUp().effective();
        return switch (check.kind()) {
            case HAS_CRITERIA -> !item.details().acceptance().isEmpty();
            case IS_SIZED -> size != null;
            case HAS_PARENT -> !item.isLoose();
            case NO_HINDRANCE -> item.blocked() == null;
            case SMALL_ENOUGH ->
                    size != null && (check.limit() == null || size.compareTo(check.limit()) <= 0);
            case HAS_DESCRIPTION -> !item.description().isBlank();
            case NO_QUESTION -> item.details().refinement().question() == null;
            case NEEDS_PLANNED ->
                    new Links(snapshot)
                            .needs(item).stream()
                                    .allMatch(linked ->
                                            linked.to().isDone() || linked.to().sprint() != null);
            case BY_HAND -> item.details().refinement().ticked().contains(check.key());
        };
    }

    public int passed() {
        return (int) results.stream().filter(Result::passed).count();
    }

    public boolean isReady() {
        return passed() == results.size();
    }
}
