package greenladder.core.change;

import greenladder.core.change.Decisions.Drawn;
import greenladder.core.change.FieldReader.Reading;
import greenladder.core.change.Problems.Found;
import greenladder.core.item.DecisionNote;
import greenladder.core.item.Field;
import greenladder.core.ladder.Ladder;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;

/** Draws up a note of what was decided about an item, with the day and who wrote it down. */
final class Settling {
    static final int MOST_NOTES = 200;

    private Settling() {}

    static Drawn settled(Ladder ladder, Command.Settle command, Instant at, Found found) {
        var item = ladder.requireNode(command.item()).item();
        switch (DetailReader.line(command.words())) {
            case Reading.Wrong(var message) -> found.add(Problem.SINGLE, "words", message);
            case Reading.Kept(var words) -> {
                if (item.details().refinement().decisions().size() >= MOST_NOTES) {
                    found.add(
                            Problem.SINGLE,
                            "words",
                            "%d decisions are noted on it already; no more fit."
                                    .formatted(MOST_NOTES));
                    break;
                }
                var note =
                        new DecisionNote(
                                at.atZone(ZoneOffset.UTC).toLocalDate(),
                                command.by(),
                                String.valueOf(words));
                var before = Field.DECISIONS.textOf(item);
                return new Drawn(
                        List.of(item.key()),
                        List.of(
                                new Change(
                                        item.key(),
                                        Field.DECISIONS,
                                        before,
                                        before == null ? note.toString() : before + "\n" + note)));
            }
        }
        return new Drawn(List.of(), List.of());
    }
}
