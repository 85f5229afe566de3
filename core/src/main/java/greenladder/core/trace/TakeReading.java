package greenladder.core.trace;

import greenladder.core.change.Problem;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.core.workspace.Workspace;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Optional;

/**
 * Notes what was read of an item's measure on a day; the last of a day stands.
 *
 * @param value as entered; blank takes the reading of that day away
 */
public record TakeReading(ItemKey item, LocalDate day, String value) implements CourseCommand {
    private static final int MOST = 2_000;
    private static final int FIRST_YEAR = 1990;

    @Override
    public Permission need(Snapshot snapshot) {
        return Permission.WORK;
    }

    @Override
    public Optional<Fact> fact(Item its, Workspace workspace, Instant at, ProblemCollector found) {
        if (value.isBlank()) {
            return Optional.of(new Fact(Field.reading(day), null));
        }
        var course = its.details().course();
        if (course.measure() == null) {
            found.add(Problem.SINGLE, "value", "Set a measure first.");
        }
        if (day.isAfter(workspace.dayOf(at))) {
            found.add(Problem.SINGLE, "day", "This day is in the future.");
        } else if (day.getYear() < FIRST_YEAR) {
            found.add(Problem.SINGLE, "day", "Readings go back to %d.".formatted(FIRST_YEAR));
        }
        if (course.readings().size() >= MOST && !course.readings().containsKey(day)) {
            found.add(Problem.SINGLE, "day", "There are at most %,d readings.".formatted(MOST));
        }
        var number = CourseCommand.number(found, "value", value);
        return found.isEmpty()
                ? Optional.of(new Fact(Field.reading(day), number.orElseThrow()))
                : Optional.empty();
    }
}
