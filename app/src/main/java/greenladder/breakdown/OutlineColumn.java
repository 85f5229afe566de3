package greenladder.breakdown;

import greenladder.core.item.Amount;
import greenladder.core.item.CustomField;
import greenladder.core.item.Details;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.item.Lines;
import greenladder.core.item.Product;
import greenladder.core.ladder.Ladder;
import greenladder.core.ladder.Node;
import greenladder.core.rollup.RollUp;
import greenladder.item.ChangeWords;
import greenladder.web.Words;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * A column of the outline.
 *
 * @param id its name in addresses and settings
 * @param width in pixels, where nothing else is set
 * @param number whether its cells are right-aligned
 * @param field the field that its cells edit, by item; null where they only show
 * @param text what a cell shows
 * @param total what the foot shows of all rows at the top; null for nothing
 */
record OutlineColumn(
        String id,
        String label,
        int width,
        boolean number,
        Function<Item, @Nullable Field> field,
        BiFunction<Ladder, Node, String> text,
        @Nullable Function<RollUp, @Nullable Amount> total) {

    /** What is shown before anybody chooses. */
    static final List<String> FIRST =
            List.of("state", "size", "done", "assignee", "sprint", "labels");

    /** All columns that there are for a product, its own fields last. */
    static List<OutlineColumn> of(Product product) {
        var columns = new ArrayList<OutlineColumn>();
        columns.add(field("state", "State", 120, Field.STATE));
        columns.add(
                new OutlineColumn(
                        "size",
                        "Size",
                        74,
                        true,
                        item -> item.level().carriesPoints() ? Field.SIZE : null,
                        (ladder, node) -> Words.of(node.rollUp().effective()),
                        RollUp::effective));
        columns.add(points("first", "First", node -> node.item().firstEstimate(), null));
        columns.add(
                new OutlineColumn(
                        "drift",
                        "Drift",
                        64,
                        true,
                        item -> null,
                        (ladder, node) ->
                                node.rollUp().drift(node.item()).map(Words::signed).orElse(""),
                        null));
        columns.add(
                points(
                        "unbroken",
                        "Not broken down",
                        96,
                        node -> nonZero(node.rollUp().unbroken()),
                        RollUp::unbroken));
        columns.add(
                new OutlineColumn("done", "Done", 150, false, item -> null, (a, b) -> "", null));
        columns.add(
                new OutlineColumn(
                        "value",
                        "Value",
                        70,
                        true,
                        item -> item.level().carriesPoints() ? Field.VALUE : null,
                        (ladder, node) -> Words.of(node.item().value()),
                        RollUp::value));
        columns.add(field("assignee", "With", 130, Field.ASSIGNEE));
        columns.add(field("team", "Team", 100, Field.TEAM));
        columns.add(field("sprint", "Sprint", 120, Field.SPRINT));
        columns.add(field("release", "Release", 120, Field.RELEASE));
        columns.add(hours("estimate", "Estimate", Field.HOURS_ESTIMATE, RollUp::hoursEstimate));
        columns.add(hours("invested", "Invested", Field.HOURS_INVESTED, RollUp::hoursInvested));
        columns.add(hours("remaining", "Remaining", Field.HOURS_REMAINING, RollUp::hoursRemaining));
        columns.add(
                new OutlineColumn(
                        "tasks",
                        "Tasks",
                        80,
                        true,
                        item -> null,
                        (ladder, node) ->
                                node.rollUp().tasks() == 0
                                        ? ""
                                        : node.rollUp().tasksDone()
                                                + " of "
                                                + node.rollUp().tasks(),
                        null));
        columns.add(count("unsized", "Not sized", node -> node.rollUp().unsized()));
        columns.add(count("blockers", "Blocked work", node -> node.rollUp().blocked()));
        columns.add(
                new OutlineColumn(
                        "start",
                        "Start",
                        110,
                        false,
                        item -> Field.START,
                        (ladder, node) -> Words.day(node.rollUp().dates().start()),
                        null));
        columns.add(
                new OutlineColumn(
                        "finish",
                        "Finish",
                        110,
                        false,
                        item -> Field.FINISH,
                        (ladder, node) -> Words.day(node.rollUp().dates().finish()),
                        null));
        columns.add(field("labels", "Labels", 150, Field.LABELS));
        columns.add(field("level", "Level", 90, Field.LEVEL));
        columns.add(field("kind", "Kind", 90, Field.KIND));
        columns.add(field("parent", "Under", 84, Field.PARENT));
        columns.add(field("blocked", "Blocked by", 150, Field.BLOCKED));
        columns.add(lines("criteria", "Criteria met", Details::acceptance));
        columns.add(lines("definition", "Definition met", Details::definitionOfDone));
        columns.add(lines("steps", "Steps done", Details::checklist));
        columns.add(count("links", "Links", node -> node.item().details().links().size()));
        columns.add(count("files", "Files", node -> node.item().details().attachments().size()));
        columns.add(day("made", "Made", Item::createdAt));
        columns.add(day("changed", "Changed", Item::updatedAt));
        product.fields().forEach(custom -> columns.add(custom(custom)));
        return columns;
    }

    static Optional<OutlineColumn> find(List<OutlineColumn> columns, String id) {
        return columns.stream().filter(column -> column.id().equals(id)).findFirst();
    }

    private static OutlineColumn field(String id, String label, int width, Field field) {
        return new OutlineColumn(
                id,
                label,
                width,
                false,
                item -> field,
                (ladder, node) ->
                        ChangeWords.value(
                                ladder, node.item().key(), field, field.textOf(node.item())),
                null);
    }

    private static OutlineColumn custom(CustomField custom) {
        var column = field(custom.field().label(), custom.name(), 120, custom.field());
        return new OutlineColumn(
                column.id(),
                column.label(),
                column.width(),
                custom.type() == CustomField.Type.NUMBER,
                column.field(),
                column.text(),
                null);
    }

    private static OutlineColumn points(
            String id,
            String label,
            Function<Node, @Nullable Amount> amount,
            @Nullable Function<RollUp, @Nullable Amount> total) {
        return points(id, label, 70, amount, total);
    }

    private static OutlineColumn points(
            String id,
            String label,
            int width,
            Function<Node, @Nullable Amount> amount,
            @Nullable Function<RollUp, @Nullable Amount> total) {
        return new OutlineColumn(
                id,
                label,
                width,
                true,
                item -> null,
                (ladder, node) -> Words.of(amount.apply(node)),
                total);
    }

    private static OutlineColumn hours(
            String id, String label, Field field, Function<RollUp, @Nullable Amount> rolledUp) {
        return new OutlineColumn(
                id,
                label,
                84,
                true,
                item -> item.level().carriesPoints() ? null : field,
                (ladder, node) -> Words.of(rolledUp.apply(node.rollUp())),
                rolledUp);
    }

    private static OutlineColumn lines(String id, String label, Function<Details, Lines> list) {
        return new OutlineColumn(
                id,
                label,
                90,
                true,
                item -> null,
                (ladder, node) -> {
                    var lines = list.apply(node.item().details());
                    return lines.isEmpty() ? "" : lines.done() + " of " + lines.size();
                },
                null);
    }

    private static OutlineColumn day(String id, String label, Function<Item, Instant> time) {
        return new OutlineColumn(
                id,
                label,
                110,
                false,
                item -> null,
                (ladder, node) ->
                        Words.day(LocalDate.ofInstant(time.apply(node.item()), ZoneOffset.UTC)),
                null);
    }

    private static OutlineColumn count(String id, String label, Function<Node, Integer> count) {
        return new OutlineColumn(
                id,
                label,
                80,
                true,
                item -> null,
                (ladder, node) -> count.apply(node) == 0 ? "" : count.apply(node).toString(),
                null);
    }

    private static @Nullable Amount nonZero(Amount amount) {
        return amount.thousandths() == 0 ? null : amount;
    }
}
