package greenladder.core.edit;

import greenladder.core.change.Change;
import greenladder.core.change.Command.Proposal;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.item.Field;
import greenladder.core.item.Lines;
import greenladder.core.item.ListLine;
import greenladder.core.level.Category;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Shortened;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;

/** Draws up a line of a checklist growing into a child of its own. */
record Promotion(Snapshot snapshot, PromoteLine command, Instant at, ProblemCollector found) {

    Proposal draw() {
        var item = snapshot.requireNode(command.item()).item();
        var lines = item.details().checklist();
        var place = ListEditing.find(lines, command.at(), command.line());
        if (place.isEmpty()) {
            return refused(
                    "The line “%s” no longer exists."
                            .formatted(Shortened.inMessage(command.line())));
        }
        var line = lines.all().get(place.getAsInt());
        if (line.item() != null && snapshot.findNode(line.item()).isPresent()) {
            return refused("This line has already become %s.".formatted(line.item()));
        }
        return grown(lines, line, place.getAsInt());
    }

    private Proposal grown(Lines lines, ListLine line, int place) {
        var fields = new HashMap<String, String>();
        fields.put(Field.TITLE.label(), line.text());
        fields.put(Field.LEVEL.label(), command.level());
        fields.put(Field.PARENT.label(), command.item().toString());
        var product = command.item().product();
        if (line.done()) {
            snapshot.requireProduct(product)
                    .levels()
                    .find(command.level())
                    .ifPresent(level ->
                            fields.put(
                                    Field.STATE.label(),
                                    level.states().firstOf(Category.DONE).key()));
        }
        var create = new CreateItems(product, List.of(NewItem.of(fields)));
        var made = new Creation(snapshot, create, at, found).draw();
        if (!found.isEmpty()) {
            return made;
        }
        var child = made.items().getFirst();
        var changes = new ArrayList<>(made.changes());
        changes.add(new Change(child, Field.GREW_FROM, null, command.item()));
        changes.add(
                new Change(
                        command.item(),
                        Field.CHECKLIST,
                        lines,
                        lines.with(place, line.withItem(child))));
        return new Proposal(made.items(), changes);
    }

    private Proposal refused(String message) {
        found.add(Problem.SINGLE, Field.CHECKLIST.label(), message);
        return new Proposal(List.of(), List.of());
    }
}
