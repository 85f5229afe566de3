package greenladder.core.edit;

import greenladder.core.change.Change;
import greenladder.core.change.Command.Proposal;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.edit.FieldReader.Reading;
import greenladder.core.item.DecisionNote;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.snapshot.Snapshot;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Draws up a note of what was decided about an item, with the day and who wrote it down. */
final class Settling {
    static final int MOST_NOTES = 200;

    private Settling() {}

    static Proposal settled(
            Snapshot snapshot, SettleItem command, Instant at, ProblemCollector found) {
        var item = snapshot.requireNode(command.item()).item();
        var changes = new ArrayList<Change>();
        if (!command.words().isBlank() || !command.through()) {
            note(item, command, snapshot.workspace().dayOf(at), found).ifPresent(changes::add);
        }
        var agenda = item.details().refinement().agenda();
        if (command.through() && agenda != null) {
            changes.add(new Change(item.key(), Field.AGENDA, agenda, null));
        }
        return new Proposal(List.of(item.key()), changes);
    }

    private static Optional<Change> note(
            Item item, SettleItem command, LocalDate today, ProblemCollector found) {
        return switch (DetailReader.line(command.words())) {
            case Reading.Wrong(var message) -> {
                found.add(Problem.SINGLE, "words", message);
                yield Optional.empty();
            }
            case Reading.Kept(var words) -> {
                var notes = new ArrayList<>(item.details().refinement().decisions());
                if (notes.size() >= MOST_NOTES) {
                    found.add(
                            Problem.SINGLE,
                            "words",
                            "%d decisions are noted on it already; no more fit."
                                    .formatted(MOST_NOTES));
                }
                notes.add(new DecisionNote(today, command.by(), String.valueOf(words)));
                yield Optional.of(Change.of(item, Field.DECISIONS, List.copyOf(notes)));
            }
        };
    }
}
