package greenladder.core.trace;

import greenladder.core.change.Problem;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.item.Measure;
import greenladder.core.value.ItemKey;
import greenladder.core.workspace.Workspace;
import java.time.Instant;
import java.util.Optional;

/**
 * Says what is measured of an item, or, without a target, that nothing is any more.
 *
 * @param from as entered; blank for 0
 * @param target as entered
 */
public record KeepMeasure(ItemKey item, String from, String target, String unit)
        implements CourseCommand {
    private static final int LONGEST_UNIT = 40;

    @Override
    public Optional<Fact> fact(Item its, Workspace workspace, Instant at, ProblemCollector found) {
        if (target.isBlank()) {
            return Optional.of(new Fact(Field.MEASURE, null));
        }
        var flat = unit.length() > LONGEST_UNIT ? "" : unit.strip().replaceAll("\\s+", " ");
        if (unit.length() > LONGEST_UNIT) {
            found.add(
                    Problem.SINGLE,
                    "unit",
                    "A unit has at most %d characters.".formatted(LONGEST_UNIT));
        }
        var first = CourseCommand.number(found, "from", from.isBlank() ? "0" : from);
        var last = CourseCommand.number(found, "target", target);
        if (!found.isEmpty()) {
            return Optional.empty();
        }
        if (first.orElseThrow().equals(last.orElseThrow())) {
            found.add(Problem.SINGLE, "target", "The target is where it starts already.");
            return Optional.empty();
        }
        return Optional.of(new Fact(Field.MEASURE, new Measure(first.get(), last.get(), flat)));
    }
}
