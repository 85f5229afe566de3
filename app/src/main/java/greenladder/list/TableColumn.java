package greenladder.list;

import greenladder.core.item.CustomField;
import greenladder.core.item.Details;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.item.Lines;
import greenladder.core.product.Factor;
import greenladder.core.product.Product;
import greenladder.core.rollup.RollUp;
import greenladder.core.score.Formula;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import greenladder.web.SizeWords;
import greenladder.web.Words;
import greenladder.words.ChangeWords;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * A column of a table of items.
 *
 * @param id its name in addresses and settings
 * @param width in pixels, where nothing else is set
 * @param number whether its cells are right-aligned
 * @param field the field that its cells edit, by item; null where they only show
 * @param text what a cell shows
 * @param total what the foot shows of all rows at the top; null for nothing
 */
public record TableColumn(
        String id,
        String label,
        int width,
        boolean number,
        Function<Item, @Nullable Field> field,
        BiFunction<Snapshot, Node, String> text,
        @Nullable Function<RollUp, @Nullable Amount> total) {

    /** Its cells show how ready items are, as a row of marks. */
    public static final String READY = "ready";

    /** Its cells show the points of all rows down to their own; only lists have them. */
    public static final String SO_FAR = "sofar";

    /** All columns that there are for a product, its own fields last. */
    static List<TableColumn> of(Product product) {
        var columns = new ArrayList<TableColumn>();
        columns.add(field("state", "State", 120, Field.STATE));
        columns.add(
                new TableColumn(
                        "size",
                        "Size",
                        74,
                        true,
                        item -> item.level().carriesPoints() ? Field.SIZE : null,
                        SizeWords::of,
                        RollUp::effective));
        columns.add(points("first", "First", node -> node.item().firstEstimate(), null));
        columns.add(
                new TableColumn(
                        "drift",
                        "Drift",
                        64,
                        true,
                        item -> null,
                        (snapshot, node) ->
                                node.rollUp().drift(node.item()).map(Words::signed).orElse(""),
                        null));
        columns.add(
                points(
                        "unbroken",
                        "Not broken down",
                        96,
                        node -> nonZero(node.rollUp().unbroken()),
                        RollUp::unbroken));
        columns.add(new TableColumn("done", "Done", 150, false, item -> null, (a, b) -> "", null));
        columns.add(
                new TableColumn(
                        "value",
                        "Value",
                        70,
                        true,
                        item -> item.level().carriesPoints() ? Field.VALUE : null,
                        (snapshot, node) -> Words.of(node.item().value()),
                        RollUp::value));
        columns.add(
                new TableColumn(
                        "score",
                        "Score",
                        64,
                        true,
                        item -> null,
                        (snapshot, node) ->
                                Formula.of(
                                                snapshot.requireProduct(node.item().key().product())
                                                        .refining())
                                        .flatMap(formula -> formula.scoreOf(node))
                                        .map(Words::score)
                                        .orElse(""),
                        null));
        product.refining().factors().forEach(factor -> columns.add(factor(factor)));
        columns.add(field("band", "Band", 90, Field.BAND));
        columns.add(new TableColumn(READY, "Ready", 84, false, item -> null, (a, b) -> "", null));
        columns.add(field("agenda", "To discuss", 160, Field.AGENDA));
        columns.add(field("question", "Open question", 160, Field.QUESTION));
        columns.add(field("candidate", "Candidate", 84, Field.CANDIDATE));
        columns.add(field("brokenDown", "Broken down", 96, Field.BROKEN_DOWN));
        columns.add(new TableColumn(SO_FAR, "So far", 70, true, item -> null, (a, b) -> "", null));
        columns.add(field("assignee", "Assigned to", 130, Field.ASSIGNEE));
        columns.add(field("team", "Team", 100, Field.TEAM));
        columns.add(field("sprint", "Sprint", 120, Field.SPRINT));
        columns.add(field("release", "Release", 120, Field.RELEASE));
        columns.add(hours("estimate", "Estimate", Field.HOURS_ESTIMATE, RollUp::hoursEstimate));
        columns.add(hours("invested", "Worked", Field.HOURS_INVESTED, RollUp::hoursInvested));
        columns.add(hours("remaining", "Remaining", Field.HOURS_REMAINING, RollUp::hoursRemaining));
        columns.add(
                new TableColumn(
                        "tasks",
                        "Tasks",
                        80,
                        true,
                        item -> null,
                        (snapshot, node) ->
                                node.rollUp().tasks() == 0
                                        ? ""
                                        : node.rollUp().tasksDone()
                                                + " of "
                                                + node.rollUp().tasks(),
                        null));
        columns.add(count("unsized", "Not sized", node -> node.rollUp().unsized()));
        columns.add(count("blockers", "Blocked work", node -> node.rollUp().blocked()));
        columns.add(
                new TableColumn(
                        "start",
                        "Start",
                        110,
                        false,
                        item -> Field.START,
                        (snapshot, node) -> Words.day(node.rollUp().dates().start()),
                        null));
        columns.add(
                new TableColumn(
                        "finish",
                        "Finish",
                        110,
                        false,
                        item -> Field.FINISH,
                        (snapshot, node) -> Words.day(node.rollUp().dates().finish()),
                        null));
        columns.add(field("labels", "Labels", 150, Field.LABELS));
        columns.add(field("level", "Level", 90, Field.LEVEL));
        columns.add(field("kind", "Kind", 90, Field.KIND));
        columns.add(field("parent", "Under", 84, Field.PARENT));
        columns.add(field("blocked", "Blocked by", 150, Field.BLOCKED));
        columns.add(lines("criteria", "Criteria met", Details::acceptance));
        columns.add(lines("definition", "Definition met", Details::definitionOfDone));
        columns.add(lines("steps", "Checklist", Details::checklist));
        columns.add(count("links", "Links", node -> node.item().details().links().size()));
        columns.add(count("files", "Files", node -> node.item().details().attachments().size()));
        columns.add(field("raisedBy", "Raised by", 130, Field.RAISED_BY));
        columns.add(day("made", "Created", Item::createdAt));
        columns.add(day("changed", "Changed", Item::updatedAt));
        product.describedFields().forEach(custom -> columns.add(custom(custom)));
        return columns;
    }

    static Optional<TableColumn> find(List<TableColumn> columns, String id) {
        return columns.stream().filter(column -> column.id().equals(id)).findFirst();
    }

    private static TableColumn field(String id, String label, int width, Field field) {
        return new TableColumn(
                id,
                label,
                width,
                false,
                item -> field,
                (snapshot, node) ->
                        ChangeWords.value(
                                snapshot, node.item().key(), field, field.textOf(node.item())),
                null);
    }

    private static TableColumn factor(Factor factor) {
        return new TableColumn(
                factor.field().label(),
                factor.name(),
                84,
                true,
                item -> item.level().carriesPoints() ? factor.field() : null,
                (snapshot, node) ->
                        Words.of(node.item().details().refinement().factors().get(factor.key())),
                null);
    }

    private static TableColumn custom(CustomField custom) {
        var column = field(custom.field().label(), custom.name(), 120, custom.field());
        if (custom.type() == CustomField.Type.TOTAL) {
            return new TableColumn(
                    column.id(),
                    column.label(),
                    column.width(),
                    true,
                    column.field(),
                    (snapshot, node) -> node.rollUp().sum(custom.key()).map(Words::of).orElse(""),
                    figures -> figures.sum(custom.key()).orElse(null));
        }
        return new TableColumn(
                column.id(),
                column.label(),
                column.width(),
                custom.type() == CustomField.Type.NUMBER,
                column.field(),
                column.text(),
                null);
    }

    private static TableColumn points(
            String id,
            String label,
            Function<Node, @Nullable Amount> amount,
            @Nullable Function<RollUp, @Nullable Amount> total) {
        return points(id, label, 70, amount, total);
    }

    private static TableColumn points(
            String id,
            String label,
            int width,
            Function<Node, @Nullable Amount> amount,
            @Nullable Function<RollUp, @Nullable Amount> total) {
        return new TableColumn(
                id,
                label,
                width,
                true,
                item -> null,
                (snapshot, node) -> Words.of(amount.apply(node)),
                total);
    }

    private static TableColumn hours(
            String id, String label, Field field, Function<RollUp, @Nullable Amount> rolledUp) {
        return new TableColumn(
                id,
                label,
                84,
                true,
                item -> item.level().carriesPoints() ? null : field,
                (snapshot, node) -> Words.of(rolledUp.apply(node.rollUp())),
                rolledUp);
    }

    private static TableColumn lines(String id, String label, Function<Details, Lines> list) {
        return new TableColumn(
                id,
                label,
                90,
                true,
                item -> null,
                (snapshot, node) -> {
                    var lines = list.apply(node.item().details());
                    return lines.isEmpty() ? "" : lines.done() + " of " + lines.size();
                },
                null);
    }

    private static TableColumn day(String id, String label, Function<Item, Instant> time) {
        return new TableColumn(
                id,
                label,
                110,
                false,
                item -> null,
                (snapshot, node) -> Words.day(snapshot.workspace().dayOf(time.apply(node.item()))),
                null);
    }

    private static TableColumn count(String id, String label, Function<Node, Integer> count) {
        return new TableColumn(
                id,
                label,
                80,
                true,
                item -> null,
                (snapshot, node) -> count.apply(node) == 0 ? "" : count.apply(node).toString(),
                null);
    }

    private static @Nullable Amount nonZero(Amount amount) {
        return amount.thousandths() == 0 ? null : amount;
    }
}
