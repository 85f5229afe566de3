package greenladder.core.trace;

import greenladder.core.item.Item;
import greenladder.core.item.LinkType;
import greenladder.core.item.TraceLink;
import greenladder.core.level.Category;
import greenladder.core.level.Level;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Gaps and coverage of a product by their words alone, from a plain list of its items. */
final class SlowGaps {
    static final List<Gap.Kind> KINDS =
            List.of(
                    Gap.Kind.NO_GOAL,
                    Gap.Kind.NO_WORK,
                    Gap.Kind.NO_CHILDREN,
                    Gap.Kind.LOOSE,
                    Gap.Kind.DONE_WITH_OPEN,
                    Gap.Kind.ALL_DONE_OPEN,
                    Gap.Kind.NO_CRITERIA,
                    Gap.Kind.NOT_SIZED,
                    Gap.Kind.SUSPECT);

    private final Snapshot snapshot;
    private final List<Item> items;
    private final List<Level> levels;
    private final Map<ItemKey, Item> merged = new HashMap<>();

    SlowGaps(Snapshot snapshot) {
        this.snapshot = snapshot;
        items =
                snapshot.order().slots().stream()
                        .map(slot -> snapshot.requireNode(slot.key()))
                        .map(Node::item)
                        .toList();
        levels = snapshot.requireProduct("MSF").levels().all();
        items.forEach(item -> item.details().merged().forEach(gone -> merged.put(gone, item)));
    }

    Set<ItemKey> of(Gap.Kind kind) {
        var top = levels.getFirst();
        Predicate<Item> isStory = item -> item.level().key().equals("story");
        Predicate<Item> is =
                switch (kind) {
                    case NO_GOAL ->
                            item ->
                                    item.parent() == null
                                            && item.level().carriesPoints()
                                            && !item.level().equals(top)
                                            && linked(item, LinkType.CONTRIBUTES_TO).isEmpty();
                    case NO_WORK ->
                            item ->
                                    item.level().equals(top)
                                            && below(item).isEmpty()
                                            && items.stream()
                                                    .noneMatch(other ->
                                                            other != item
                                                                    && ends(other).contains(item));
                    case NO_CHILDREN ->
                            item ->
                                    !item.level().equals(top)
                                            && levels.indexOf(item.level()) < stories()
                                            && below(item).isEmpty();
                    case LOOSE -> Item::isLoose;
                    case DONE_WITH_OPEN ->
                            item ->
                                    item.isDone()
                                            && (below(item).stream().anyMatch(SlowGaps::isOpen)
                                                    || leaves(item).stream()
                                                            .anyMatch(leaf -> !leaf.isDone()));
                    case ALL_DONE_OPEN ->
                            item ->
                                    !leaves(item).isEmpty()
                                            && leaves(item).stream().allMatch(Item::isDone)
                                            && hasNothingUnbroken(item);
                    case NO_CRITERIA -> isStory.and(item -> item.details().acceptance().isEmpty());
                    case NOT_SIZED ->
                            isStory.and(item -> leaves(item).isEmpty() && item.size() == null);
                    case SUSPECT ->
                            item -> isLinkSuspect(item) || isOpen(item) && isParentSuspect(item);
                    default -> throw new IllegalArgumentException(kind.toString());
                };
        return items.stream()
                .filter(item ->
                        switch (kind) {
                            case DONE_WITH_OPEN, SUSPECT -> true;
                            default -> isOpen(item);
                        })
                .filter(is)
                .map(Item::key)
                .collect(Collectors.toSet());
    }

    private int stories() {
        return levels.stream().map(Level::key).toList().indexOf("story");
    }

    private static boolean isOpen(Item item) {
        return !item.isDone() && !item.isDropped();
    }

    private List<Item> below(Item item) {
        return items.stream().filter(one -> item.key().equals(one.parent())).toList();
    }

    /** What is counted under an item: work without counted work below it. */
    private List<Item> leaves(Item item) {
        return below(item).stream()
                .filter(one -> !one.isDropped() && one.level().carriesPoints())
                .flatMap(one -> {
                    var its = leaves(one);
                    return its.isEmpty() ? Stream.of(one) : its.stream();
                })
                .toList();
    }

    /** Whether nothing is still to be written down under an item, or under what is below it. */
    private boolean hasNothingUnbroken(Item item) {
        return snapshot.requireNode(item.key()).rollUp().unbroken().equals(Amount.ZERO)
                && below(item).stream()
                        .filter(one -> !one.isDropped())
                        .allMatch(this::hasNothingUnbroken);
    }

    private List<Item> linked(Item item, LinkType type) {
        return item.details().trace().stream()
                .filter(link -> link.type() == type)
                .map(TraceLink::to)
                .map(this::end)
                .filter(Objects::nonNull)
                .toList();
    }

    private List<Item> ends(Item item) {
        return item.details().trace().stream()
                .map(TraceLink::to)
                .map(this::end)
                .filter(Objects::nonNull)
                .toList();
    }

    private Item end(ItemKey key) {
        return items.stream()
                .filter(one -> one.key().equals(key))
                .findFirst()
                .orElse(merged.get(key));
    }

    private boolean isLinkSuspect(Item item) {
        return item.details().trace().stream()
                .anyMatch(link -> {
                    var to = end(link.to());
                    return to != null && to != item && link.isSuspect(item, to);
                });
    }

    private boolean isParentSuspect(Item item) {
        var parent = item.parent() == null ? null : end(item.parent());
        if (parent == null || parent.isDropped()) {
            return false;
        }
        var wording = item.details().wording();
        var since = wording.confirmedAt() == null ? item.createdAt() : wording.confirmedAt();
        var changed = parent.details().wording().changedAt();
        return changed != null && changed.isAfter(since);
    }

    /** The cells of a row, by the states of what is counted under it. */
    Map<String, Coverage.Cell> byState(Item row) {
        var counted = leaves(row);
        return (counted.isEmpty() ? List.of(row) : counted)
                .stream()
                        .collect(
                                Collectors.toMap(
                                        leaf -> leaf.state().key(),
                                        SlowGaps::cell,
                                        (one, other) ->
                                                new Coverage.Cell(
                                                        one.items() + other.items(),
                                                        one.done() + other.done(),
                                                        one.inProgress() + other.inProgress(),
                                                        one.points().plus(other.points()))));
    }

    private static Coverage.Cell cell(Item leaf) {
        return new Coverage.Cell(
                1,
                leaf.category() == Category.DONE ? 1 : 0,
                leaf.category() == Category.IN_PROGRESS ? 1 : 0,
                leaf.size() == null ? Amount.ZERO : leaf.size());
    }
}
