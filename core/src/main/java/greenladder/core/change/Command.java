package greenladder.core.change;

import greenladder.core.change.Problems.Found;
import greenladder.core.item.Attachment;
import greenladder.core.item.Field;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * What somebody wants done to items or to the plan. A command on several is done whole or not at
 * all. Fields come by the names of {@link Field#label} and with the text as it was entered; what
 * draws the command up reads and checks them. A command tells everything about itself that the
 * gateway asks, so that a new one is known nowhere else.
 */
public interface Command {

    /** By what name it stands in the log. */
    OperationKind kind();

    /** The items that it is about, and that have to be there. */
    default List<ItemKey> items() {
        return List.of();
    }

    /** The codes of the products in which it needs its right. */
    default Set<String> inProducts() {
        return items().stream()
                .map(ItemKey::product)
                .collect(Collectors.toCollection(TreeSet::new));
    }

    /** The parts of the plan in which it needs its right. */
    default Set<PlanKey> plans() {
        return Set.of();
    }

    /** The one fact of these parts that it is about, where a right of its own goes with it. */
    default @Nullable String fact() {
        return null;
    }

    /**
     * The right without which nobody needs to ask. Every change that it comes to is judged once
     * more.
     */
    Permission need(Snapshot snapshot);

    /** What it comes to before anything follows; finds what is wrong with it. */
    Drawn draw(Snapshot snapshot, Instant at, Found found);

    /** Whether it takes back what was done, so that no rule acts on it anew. */
    default boolean isTakingBack() {
        return false;
    }

    /** Whether it gives levels and states other meanings, so that no rule of work acts on it. */
    default boolean isSettingUp() {
        return false;
    }

    /**
     * Whether it may change what is hidden from whoever wants it, as a consequence: what stands in
     * a sprint that is closed, or under what is deleted.
     */
    default boolean goesThroughHidden() {
        return false;
    }

    /**
     * As it is decided for somebody from whom some items are hidden, before it is decided whole.
     */
    default Command without(Predicate<ItemKey> hidden) {
        return this;
    }

    /** The command that is meant where more is concerned than whoever wants it can see. */
    default Command throughHidden() {
        return this;
    }

    /** What has to follow a command's changes beyond the rules that hold for all. */
    default List<Change> following(List<Change> follows, Snapshot before, Snapshot after) {
        return follows;
    }

    /**
     * What a command comes to before states follow.
     *
     * @param items what it was about, in its order: for a creation the new items
     */
    record Drawn(List<ItemKey> items, List<Change> changes, List<PlanChange> plans) {
        public Drawn(List<ItemKey> items, List<Change> changes) {
            this(items, changes, List.of());
        }
    }

    /** Makes items, in the order given. */
    record Create(String product, List<NewItem> entries) implements Command {
        public Create {
            entries = List.copyOf(entries);
        }

        @Override
        public OperationKind kind() {
            return OperationKind.CREATE;
        }

        @Override
        public Set<String> inProducts() {
            return Set.of(product);
        }

        @Override
        public Permission need(Snapshot snapshot) {
            boolean raises = false;
            for (var entry : entries) {
                var level = entry.fields().get("level");
                if (Tasks.is(snapshot, product, level)) {
                    continue;
                }
                if (!(entry.target() instanceof Target.Stay)
                        || !Tasks.isRaised(snapshot, product, level)) {
                    return Permission.SHAPE;
                }
                raises = true;
            }
            return raises ? Permission.RAISE : Permission.WORK;
        }

        @Override
        public Drawn draw(Snapshot snapshot, Instant at, Found found) {
            return new Creation(snapshot, this, at, found).draw();
        }
    }

    /**
     * An item to be made.
     *
     * @param ref a name by which later entries of the same command can call it their parent
     * @param parentRef the {@code ref} of an earlier entry
     */
    record NewItem(
            @Nullable String ref,
            @Nullable String parentRef,
            Map<String, String> fields,
            Target target) {
        public static NewItem of(Map<String, String> fields) {
            return new NewItem(null, null, fields, new Target.Stay());
        }
    }

    /**
     * Sets the same fields on all items given; an empty text empties a field.
     *
     * @param named what a new description may be linked to, since it names it: {@link Naming#in}
     */
    record Edit(List<ItemKey> items, Map<String, String> fields, Set<ItemKey> named)
            implements Command {
        public Edit {
            items = List.copyOf(items);
            named = Set.copyOf(named);
        }

        public Edit(List<ItemKey> items, Map<String, String> fields) {
            this(items, fields, Set.of());
        }

        /** An edit of somebody who may name items in a description. */
        public static Edit naming(Snapshot seen, List<ItemKey> items, Map<String, String> fields) {
            var text = fields.get(Field.DESCRIPTION.label());
            return new Edit(items, fields, text == null ? Set.of() : Naming.in(seen, text));
        }

        @Override
        public OperationKind kind() {
            return OperationKind.EDIT;
        }

        private boolean staysTask(Snapshot snapshot) {
            var level = fields.get(Field.LEVEL.label());
            return level == null
                    || items.stream().allMatch(key -> Tasks.is(snapshot, key.product(), level));
        }

        @Override
        public Permission need(Snapshot snapshot) {
            return Field.areWork(fields.keySet())
                            || Tasks.are(snapshot, items) && staysTask(snapshot)
                    ? Permission.WORK
                    : Permission.SHAPE;
        }

        @Override
        public Drawn draw(Snapshot snapshot, Instant at, Found found) {
            var drawn = new Editing(snapshot, this, found).draw();
            var text = fields.get(Field.DESCRIPTION.label());
            if (text == null || named.isEmpty()) {
                return drawn;
            }
            var changes = new ArrayList<>(drawn.changes());
            items.stream()
                    .flatMap(key -> snapshot.findItem(key).stream())
                    .forEach(item -> changes.addAll(Naming.links(snapshot, item, text, named, at)));
            return new Drawn(drawn.items(), changes, drawn.plans());
        }
    }

    /**
     * Moves items, which keep their order among each other, with all that stands under them. What
     * comes to another place takes the priority band of what stands above it there.
     *
     * @param fields what is set on them besides, as an {@link Edit} would
     */
    record Move(
            List<ItemKey> items, Target.Parent parent, Target target, Map<String, String> fields)
            implements Command {
        public Move {
            items = List.copyOf(items);
            fields = Map.copyOf(fields);
        }

        public Move(List<ItemKey> items, Target.Parent parent, Target target) {
            this(items, parent, target, Map.of());
        }

        @Override
        public OperationKind kind() {
            return OperationKind.MOVE;
        }

        @Override
        public Set<String> inProducts() {
            var products = new TreeSet<>(Command.super.inProducts());
            if (parent instanceof Target.Parent.Under(var key) && key != null) {
                products.add(key.product());
            }
            return products;
        }

        @Override
        public Permission need(Snapshot snapshot) {
            return Tasks.needOf(snapshot, items);
        }

        @Override
        public Drawn draw(Snapshot snapshot, Instant at, Found found) {
            return new Moving(snapshot, this, found).draw();
        }
    }

    /**
     * Puts items into an order among each other, in the places that they hold now. Each stays
     * within its priority band.
     */
    record Order(List<ItemKey> items) implements Command {
        public Order {
            items = List.copyOf(items);
        }

        @Override
        public OperationKind kind() {
            return OperationKind.ORDER;
        }

        @Override
        public Permission need(Snapshot snapshot) {
            return Tasks.needOf(snapshot, items);
        }

        @Override
        public Drawn draw(Snapshot snapshot, Instant at, Found found) {
            return new Ordering(snapshot, this, found).draw();
        }
    }

    /**
     * Notes what was decided about an item.
     *
     * @param by the sign-in name of who writes it down
     * @param words nothing is noted where they are blank and the item is talked through
     * @param through whether the item goes off the agenda
     */
    record Settle(ItemKey item, String by, String words, boolean through) implements ItemCommand {
        @Override
        public OperationKind kind() {
            return OperationKind.SETTLE;
        }

        @Override
        public Drawn draw(Snapshot snapshot, Instant at, Found found) {
            return Settling.settled(snapshot, this, at, found);
        }
    }

    /** Changes one line of one of an item's lists: checklist, acceptance, definition of done. */
    record EditList(ItemKey item, Field list, ListStep step) implements ItemCommand {
        @Override
        public OperationKind kind() {
            return OperationKind.EDIT;
        }

        @Override
        public Drawn draw(Snapshot snapshot, Instant at, Found found) {
            return new ListEditing(snapshot, this, found).draw();
        }
    }

    /**
     * Makes a line of an item's checklist a child of its own, which ticks the line when it is done.
     */
    record Promote(ItemKey item, int at, String line, String level) implements ItemCommand {
        @Override
        public OperationKind kind() {
            return OperationKind.PROMOTE;
        }

        @Override
        public Permission need(Snapshot snapshot) {
            return Tasks.is(snapshot, item.product(), level) ? Permission.WORK : Permission.SHAPE;
        }

        @Override
        public Drawn draw(Snapshot snapshot, Instant at, Found found) {
            return new Promotion(snapshot, this, at, found).draw();
        }
    }

    /** Hangs a file on an item. */
    record Attach(ItemKey item, Attachment file) implements ItemCommand {
        @Override
        public OperationKind kind() {
            return OperationKind.ATTACH;
        }

        @Override
        public Drawn draw(Snapshot snapshot, Instant at, Found found) {
            return Attaching.attached(snapshot, this, found);
        }
    }

    /** Takes a file from an item. */
    record Detach(ItemKey item, String file) implements ItemCommand {
        @Override
        public OperationKind kind() {
            return OperationKind.DETACH;
        }

        @Override
        public Drawn draw(Snapshot snapshot, Instant at, Found found) {
            return Attaching.detached(snapshot, this, found);
        }
    }

    /**
     * Splits an item into parts beside it. The original either stays as one of the parts, with a
     * size of its own, or is dropped.
     *
     * @param originalSize the size it keeps, as entered; null leaves it as it is
     */
    record Split(
            ItemKey item, List<Part> parts, boolean keepOriginal, @Nullable String originalSize)
            implements Command {
        public Split {
            parts = List.copyOf(parts);
        }

        @Override
        public OperationKind kind() {
            return OperationKind.SPLIT;
        }

        @Override
        public List<ItemKey> items() {
            return Stream.concat(
                            Stream.of(item),
                            parts.stream().flatMap(part -> part.children().stream()))
                    .toList();
        }

        @Override
        public Permission need(Snapshot snapshot) {
            return Tasks.needOf(snapshot, List.of(item));
        }

        @Override
        public Drawn draw(Snapshot snapshot, Instant at, Found found) {
            return new Splitting(snapshot, this, at, found).draw();
        }
    }

    /**
     * A part of an item that is split.
     *
     * @param size as entered; empty for none
     * @param children those of the original that go to the part
     * @param criteria the original's acceptance criteria that go to the part, counted from 0
     */
    record Part(String title, String size, List<ItemKey> children, List<Integer> criteria) {
        public Part {
            children = List.copyOf(children);
            criteria = List.copyOf(criteria);
        }
    }

    /** Makes two items one: what hangs on the one that goes comes to the one that stays. */
    record Merge(ItemKey stays, ItemKey goes) implements Command {
        @Override
        public boolean goesThroughHidden() {
            return true;
        }

        @Override
        public OperationKind kind() {
            return OperationKind.MERGE;
        }

        @Override
        public List<ItemKey> items() {
            return List.of(stays, goes);
        }

        @Override
        public Permission need(Snapshot snapshot) {
            return Tasks.needOf(snapshot, items());
        }

        @Override
        public Drawn draw(Snapshot snapshot, Instant at, Found found) {
            return new Merging(snapshot, this, found).draw();
        }
    }

    /** Puts items under a new parent, which comes where the first of them stood. */
    record Gather(List<ItemKey> items, Map<String, String> parent) implements Command {
        public Gather {
            items = List.copyOf(items);
        }

        @Override
        public OperationKind kind() {
            return OperationKind.GATHER;
        }

        @Override
        public Permission need(Snapshot snapshot) {
            return Permission.SHAPE;
        }

        @Override
        public Drawn draw(Snapshot snapshot, Instant at, Found found) {
            return new Gathering(snapshot, this, at, found).draw();
        }
    }

    /**
     * Puts items on another level. A parent that is not above it any more makes room for the
     * nearest one that is.
     */
    record ChangeLevel(List<ItemKey> items, String level, Misfits misfits) implements Command {
        public ChangeLevel {
            items = List.copyOf(items);
        }

        /** What becomes of children that would not stand below the new level. */
        public enum Misfits {
            REFUSE,
            /** They go beside the item, under its parent. */
            BESIDE,
            /** They go as many levels down as they need, and theirs with them. */
            DOWN
        }

        @Override
        public OperationKind kind() {
            return OperationKind.LEVEL;
        }

        @Override
        public Permission need(Snapshot snapshot) {
            return Tasks.are(snapshot, items)
                            && items.stream()
                                    .allMatch(key -> Tasks.is(snapshot, key.product(), level))
                    ? Permission.WORK
                    : Permission.SHAPE;
        }

        @Override
        public Drawn draw(Snapshot snapshot, Instant at, Found found) {
            return new LevelChange(snapshot, this, found).draw();
        }
    }

    /** Takes items one step in, under the sibling above them, or out, behind their parent. */
    record Indent(List<ItemKey> items, boolean out) implements Command {
        public Indent {
            items = List.copyOf(items);
        }

        @Override
        public OperationKind kind() {
            return OperationKind.INDENT;
        }

        @Override
        public Permission need(Snapshot snapshot) {
            return Permission.SHAPE;
        }

        @Override
        public Drawn draw(Snapshot snapshot, Instant at, Found found) {
            return new Indenting(snapshot, this, found).draw();
        }
    }

    /** Takes items away for good. */
    record Delete(List<ItemKey> items, Children children) implements Command {
        public Delete {
            items = List.copyOf(items);
        }

        /** What becomes of the children of a deleted item. */
        public enum Children {
            /** An item with children is not deleted. */
            REFUSE,
            DELETE,
            /** They go to the deleted item's parent. */
            UP
        }

        @Override
        public OperationKind kind() {
            return OperationKind.DELETE;
        }

        @Override
        public boolean goesThroughHidden() {
            return true;
        }

        /** Children that nobody could speak of, since they are hidden, move up. */
        @Override
        public Delete throughHidden() {
            return children == Children.REFUSE ? new Delete(items, Children.UP) : this;
        }

        @Override
        public Permission need(Snapshot snapshot) {
            return Tasks.needOf(snapshot, items);
        }

        @Override
        public Drawn draw(Snapshot snapshot, Instant at, Found found) {
            return new Deletion(snapshot, this, found).draw();
        }
    }

    /**
     * Gives the items around one whose rank has grown long short ranks again, in the same order.
     */
    record ShortenRanks(ItemKey around) implements Command {
        @Override
        public OperationKind kind() {
            return OperationKind.RANKS;
        }

        @Override
        public List<ItemKey> items() {
            return List.of(around);
        }

        @Override
        public Permission need(Snapshot snapshot) {
            return Permission.READ;
        }

        @Override
        public Drawn draw(Snapshot snapshot, Instant at, Found found) {
            return new Shortening(snapshot, around).draw();
        }
    }
}
