package greenladder.core.trace;

import static greenladder.core.trace.PaperCommand.wrong;

import greenladder.core.change.Change;
import greenladder.core.change.Command;
import greenladder.core.change.OperationKind;
import greenladder.core.change.PlanChange;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.NewItem;
import greenladder.core.item.Item;
import greenladder.core.item.LinkType;
import greenladder.core.item.TraceLink;
import greenladder.core.papers.Round;
import greenladder.core.papers.TestCase;
import greenladder.core.people.Permission;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import greenladder.core.value.Shortened;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Makes a bug of a check that failed: it says what was done and what was expected, and is linked to
 * what the test covers.
 *
 * @param round its key
 * @param test its key
 */
public record BugOfCheck(String round, String test) implements Command {
    private static final int LONGEST_TITLE = 200;

    @Override
    public OperationKind kind() {
        return OperationKind.PLAN;
    }

    @Override
    public Set<PlanKey> plans() {
        return Set.of(new PlanKey(PlanKey.Kind.ROUND, round));
    }

    @Override
    public String fact() {
        return Round.resultFact(test);
    }

    @Override
    public Permission need(Snapshot snapshot) {
        return Permission.WORK;
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        var workspace = snapshot.workspace();
        var it = workspace.papers().findRound(round).orElse(null);
        if (it == null) {
            wrong(found, "round", "It no longer exists.");
            return new Proposal(List.of(), List.of());
        }
        var result = it.results().get(test);
        var made = it.bugs().get(test);
        if (result == null || result.passed()) {
            wrong(found, "test", "Only a check that failed becomes a bug.");
        } else if (made != null && snapshot.findItem(made).isPresent()) {
            wrong(found, "test", "%s was made of it already.", made);
        }
        if (result == null || !found.isEmpty()) {
            return new Proposal(List.of(), List.of());
        }
        var product = snapshot.requireProduct(it.product());
        var covered = covered(snapshot, it, test);
        var drawn =
                new CreateItems(
                                it.product(),
                                List.of(entry(product, it, result, covered, snapshot)))
                        .propose(snapshot, at, found);
        if (!found.isEmpty()) {
            return drawn;
        }
        var bug = drawn.items().getFirst();
        var changes = new ArrayList<>(drawn.changes());
        covered.ifPresent(item -> changes.add(link(bug, item, at)));
        return new Proposal(
                drawn.items(),
                changes,
                PlanChange.between(workspace, workspace.with(it.with(test, bug)), plans()));
    }

    private static Optional<Item> covered(Snapshot snapshot, Round round, String test) {
        return snapshot.workspace().papers().findTest(test).stream()
                .flatMap(it -> it.covers().stream().sorted())
                .flatMap(key -> snapshot.findItem(key).stream())
                .filter(item -> item.key().product().equals(round.product()))
                .findFirst();
    }

    private NewItem entry(
            Product product,
            Round it,
            Round.Result result,
            Optional<Item> covered,
            Snapshot snapshot) {
        var level = product.levels().stories();
        var fields = new HashMap<String, String>();
        fields.put("level", level.key());
        var defect =
                product.refining().defects().stream().filter(level.kinds()::contains).findFirst();
        if (defect.isPresent()) {
            fields.put("kind", defect.get());
        }
        fields.put(
                "title",
                Shortened.to(LONGEST_TITLE, "Failed: " + it.checks().getOrDefault(test, test)));
        fields.put("description", description(it, result, snapshot));
        covered.ifPresent(item -> {
            if (item.team() != null) {
                fields.put("team", item.team());
            }
            // Beside what it mends, or below it where that stands higher.
            var parent = item.level().isAbove(level) ? item.key() : item.parent();
            if (parent != null) {
                fields.put("parent", parent.toString());
            }
        });
        return NewItem.of(fields);
    }

    private String description(Round it, Round.Result result, Snapshot snapshot) {
        var text = new StringBuilder();
        text.append("Found in the round “%s”, by the test %s.".formatted(it.name(), test));
        if (!result.words().isEmpty()) {
            text.append("\n\n").append(result.words());
        }
        snapshot.workspace()
                .papers()
                .findTest(test)
                .map(TestCase::steps)
                .orElse(List.of())
                .forEach(step ->
                        text.append("\n- ")
                                .append(step.act())
                                .append(step.expect().isEmpty() ? "" : " → " + step.expect()));
        return text.toString();
    }

    private static Change link(ItemKey bug, Item item, Instant at) {
        var type = item.isDone() ? LinkType.FOUND_AFTER : LinkType.FIXES;
        var link =
                new TraceLink(type, item.key(), null, at, at, TraceLink.digest(type, item, item));
        return new Change(bug, link.field(), null, link);
    }
}
