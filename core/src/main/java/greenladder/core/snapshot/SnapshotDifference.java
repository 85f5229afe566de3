package greenladder.core.snapshot;

import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import greenladder.core.workspace.PlanFacts;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeSet;

/**
 * Where two snapshots that should be one differ, such as one that was kept and one that was made of
 * the log.
 *
 * @param subject an item's key, that of a part of the plan, or what else differs
 * @param what the field or the fact
 * @param expected as text; empty for none
 * @param found as text; empty for none
 */
public record SnapshotDifference(String subject, String what, String expected, String found) {

    /**
     * What some items differ in, with what is summed up over them.
     *
     * @param most enough of them
     */
    public static List<SnapshotDifference> ofItems(
            Snapshot expected, Snapshot found, Collection<ItemKey> items, int most) {
        var differences = new ArrayList<SnapshotDifference>();
        for (var key : items) {
            if (differences.size() >= most) {
                break;
            }
            ofItem(expected, found, key, differences);
        }
        return differences;
    }

    private static void ofItem(
            Snapshot expected, Snapshot found, ItemKey key, List<SnapshotDifference> differences) {
        var one = expected.findNode(key);
        var other = found.findNode(key);
        if (one.isEmpty() || other.isEmpty()) {
            add(
                    differences,
                    key.toString(),
                    "exists",
                    one.isPresent() ? "yes" : "",
                    other.isPresent() ? "yes" : "");
            return;
        }
        var was = one.get().item();
        var is = other.get().item();
        if (!was.equals(is)) {
            ofFields(was, is, differences);
        }
        if (!one.get().rollUp().equals(other.get().rollUp())) {
            add(
                    differences,
                    key.toString(),
                    "roll-up",
                    one.get().rollUp().toString(),
                    other.get().rollUp().toString());
        }
    }

    private static void ofFields(Item was, Item is, List<SnapshotDifference> differences) {
        var key = was.key().toString();
        var fields = new ArrayList<>(Field.allOf(was));
        Field.allOf(is).stream().filter(field -> !fields.contains(field)).forEach(fields::add);
        for (var field : fields) {
            add(
                    differences,
                    key,
                    field.label(),
                    Objects.requireNonNullElse(field.textOf(was), ""),
                    Objects.requireNonNullElse(field.textOf(is), ""));
        }
        add(differences, key, "times", was.times().toString(), is.times().toString());
        add(differences, key, "created", was.createdAt().toString(), is.createdAt().toString());
        add(differences, key, "changed", was.updatedAt().toString(), is.updatedAt().toString());
        add(differences, key, "version", Long.toString(was.version()), Long.toString(is.version()));
    }

    /** What parts of the plan and of the set-up differ in. */
    public static List<SnapshotDifference> ofPlans(
            Snapshot expected, Snapshot found, Collection<PlanKey> parts) {
        var differences = new ArrayList<SnapshotDifference>();
        for (var part : parts) {
            var was = PlanFacts.of(expected.workspace(), part);
            var is = PlanFacts.of(found.workspace(), part);
            var names = new TreeSet<>(was.keySet());
            names.addAll(is.keySet());
            for (var name : names) {
                add(
                        differences,
                        part.toString(),
                        name,
                        was.getOrDefault(name, ""),
                        is.getOrDefault(name, ""));
            }
        }
        return differences;
    }

    /** What belongs to no item: the one order, and the last number of each product. */
    public static List<SnapshotDifference> ofAll(Snapshot expected, Snapshot found) {
        var differences = new ArrayList<SnapshotDifference>();
        add(
                differences,
                "order",
                "items",
                Integer.toString(expected.order().size()),
                Integer.toString(found.order().size()));
        firstOutOfOrder(expected, found)
                .ifPresent(place ->
                        differences.add(
                                new SnapshotDifference(
                                        "order",
                                        "place " + (place + 1),
                                        keyAt(expected, place),
                                        keyAt(found, place))));
        for (var product : expected.workspace().products()) {
            add(
                    differences,
                    product.code(),
                    "last number",
                    Integer.toString(expected.lastNumber(product.code())),
                    Integer.toString(found.lastNumber(product.code())));
        }
        return differences;
    }

    private static Optional<Integer> firstOutOfOrder(Snapshot expected, Snapshot found) {
        var one = expected.order().slots();
        var other = found.order().slots();
        int place = 0;
        for (var slot : one) {
            if (place >= other.size() || !slot.equals(other.get(place))) {
                return Optional.of(place);
            }
            place++;
        }
        return Optional.empty();
    }

    private static String keyAt(Snapshot snapshot, int place) {
        var slots = snapshot.order().slots();
        return place < slots.size() ? slots.get(place).toString() : "";
    }

    private static void add(
            List<SnapshotDifference> differences,
            String subject,
            String what,
            String expected,
            String found) {
        if (!expected.equals(found)) {
            differences.add(new SnapshotDifference(subject, what, expected, found));
        }
    }

    /** In a line, for people. */
    public String inWords() {
        return "%s, %s: “%s” by the log, “%s” kept".formatted(subject, what, expected, found);
    }
}
