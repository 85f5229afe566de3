package greenladder.core.edit;

import greenladder.core.change.Change;
import greenladder.core.change.Command.Proposal;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.edit.FieldReader.Reading;
import greenladder.core.item.Item;
import greenladder.core.item.Lines;
import greenladder.core.item.ListLine;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Shortened;
import java.util.List;
import java.util.Objects;
import java.util.OptionalInt;
import java.util.function.IntFunction;

/** Draws up a step in a list inside an item. */
final class ListEditing {
    private final Snapshot snapshot;
    private final EditList command;
    private final ProblemCollector found;
    private final Lines lines;

    ListEditing(Snapshot snapshot, EditList command, ProblemCollector found) {
        this.snapshot = snapshot;
        this.command = command;
        this.found = found;
        this.lines = Objects.requireNonNullElse((Lines) command.list().valueOf(item()), Lines.NONE);
    }

    Proposal draw() {
        var now =
                switch (command.step()) {
                    case ListStep.Add(var text) -> added(text);
                    case ListStep.Tick(var at, var line, var done) ->
                            at(at, line, place -> ticked(place, done));
                    case ListStep.Reword(var at, var line, var text) ->
                            at(at, line, place -> reworded(place, text));
                    case ListStep.Remove(var at, var line) -> at(at, line, lines::without);
                    case ListStep.Shift(var at, var line, var to) ->
                            at(
                                    at,
                                    line,
                                    place ->
                                            lines.shifted(
                                                    place, Math.clamp(to, 0, lines.size() - 1)));
                };
        return found.isEmpty() && !now.equals(lines)
                ? new Proposal(
                        List.of(command.item()),
                        List.of(new Change(command.item(), command.list(), lines, now)))
                : new Proposal(List.of(command.item()), List.of());
    }

    /** Where a line stands now: at its place, or where else its text is; empty where it is gone. */
    static OptionalInt find(Lines lines, int at, String text) {
        if (at >= 0 && at < lines.size() && lines.all().get(at).text().equals(text)) {
            return OptionalInt.of(at);
        }
        for (int i = 0; i < lines.size(); i++) {
            if (lines.all().get(i).text().equals(text)) {
                return OptionalInt.of(i);
            }
        }
        return OptionalInt.empty();
    }

    private Lines at(int at, String text, IntFunction<Lines> step) {
        var place = find(lines, at, text);
        if (place.isEmpty()) {
            problem("The line “%s” no longer exists.".formatted(Shortened.inMessage(text)));
            return lines;
        }
        return step.apply(place.getAsInt());
    }

    private Lines added(String entered) {
        if (lines.size() >= DetailReader.MOST_LINES) {
            problem(
                    "The list is full; at most %d lines are allowed."
                            .formatted(DetailReader.MOST_LINES));
            return lines;
        }
        return switch (DetailReader.line(entered)) {
            case Reading.Kept(var text) -> lines.plus(ListLine.open(String.valueOf(text)));
            case Reading.Wrong(var message) -> refused(message);
        };
    }

    private Lines ticked(int place, boolean done) {
        var line = lines.all().get(place);
        if (line.item() != null && snapshot.findNode(line.item()).isPresent()) {
            return refused(
                    "%s was made from this line, which is ticked when that is done."
                            .formatted(line.item()));
        }
        return lines.with(place, line.withDone(done));
    }

    private Lines reworded(int place, String entered) {
        return switch (DetailReader.line(entered)) {
            case Reading.Kept(var text) ->
                    lines.with(place, lines.all().get(place).withText(String.valueOf(text)));
            case Reading.Wrong(var message) -> refused(message);
        };
    }

    private Lines refused(String message) {
        problem(message);
        return lines;
    }

    private Item item() {
        return snapshot.requireNode(command.item()).item();
    }

    private void problem(String message) {
        found.add(Problem.SINGLE, command.list().label(), message);
    }
}
