package greenladder.core.trace;

import greenladder.core.change.Problem;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.item.Field;
import greenladder.core.item.HealthNote;
import greenladder.core.item.Item;
import greenladder.core.value.ItemKey;
import greenladder.core.workspace.Workspace;
import java.time.Instant;
import java.util.Optional;

/**
 * Notes how an item is going.
 *
 * @param who a sign-in name
 * @param state as entered
 */
public record NoteHealth(ItemKey item, String who, String state, String words)
        implements CourseCommand {
    private static final int LONGEST = 1_000;
    private static final int MOST = 500;

    @Override
    public Optional<Fact> fact(Item its, Workspace workspace, Instant at, ProblemCollector found) {
        var known = HealthNote.State.find(state);
        if (known.isEmpty()) {
            found.add(Problem.SINGLE, "state", "There are: on course, in doubt, off course.");
        }
        if (words.length() > LONGEST) {
            found.add(
                    Problem.SINGLE,
                    "words",
                    "At most %,d characters are allowed, these are %,d."
                            .formatted(LONGEST, words.length()));
        }
        var course = its.details().course();
        if (course.health().size() >= MOST) {
            found.add(Problem.SINGLE, "words", "There are at most %d notes.".formatted(MOST));
        }
        if (!found.isEmpty()) {
            return Optional.empty();
        }
        int number = course.nextNumber();
        var note =
                new HealthNote(
                        number, known.orElseThrow(), at, who, words.strip().replace('\t', ' '));
        return Optional.of(new Fact(Field.health(number), note));
    }
}
