package greenladder.core.edit;

import greenladder.core.change.Change;
import greenladder.core.change.Changes;
import greenladder.core.change.Command.Proposal;
import greenladder.core.change.Decisions;
import greenladder.core.change.Legality;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.item.Attachment;
import greenladder.core.item.Details;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.item.Lines;
import greenladder.core.item.ListLine;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Draws up a merge. The one that stays keeps its own fields; where it has none it takes those of
 * the one that goes. Lists, links, labels and files are joined, and its children come along.
 */
final class Merging {
    private static final List<Field> FILLED =
            List.of(Field.SIZE, Field.VALUE, Field.ASSIGNEE, Field.START, Field.FINISH);

    private final Snapshot snapshot;
    private final ProblemCollector found;
    private final Node going;
    private final Item stays;
    private final Item goes;

    Merging(Snapshot snapshot, MergeItems command, ProblemCollector found) {
        this.snapshot = snapshot;
        this.found = found;
        this.stays = snapshot.requireNode(command.stays()).item();
        this.going = snapshot.requireNode(command.goes());
        this.goes = going.item();
    }

    Proposal draw() {
        problem().ifPresent(message -> found.add(Problem.SINGLE, "with", message));
        if (!found.isEmpty()) {
            return new Proposal(List.of(), List.of());
        }
        var changes = new ArrayList<Change>();
        for (var child : going.children()) {
            changes.add(new Change(child.item().key(), Field.PARENT, goes.key(), stays.key()));
        }
        goes.details().checklist().all().stream()
                .map(ListLine::item)
                .filter(Objects::nonNull)
                .flatMap(key -> snapshot.findItem(key).stream())
                .forEach(grown -> retied(grown, changes));
        var product = snapshot.requireProduct(stays.key().product());
        var kept = new Fields(snapshot, product, stays, Problem.SINGLE, found).read(joined());
        changes.addAll(Decisions.differences(stays, kept));
        changes.add(
                Change.of(
                        stays,
                        Field.MERGED,
                        Stream.of(
                                        stays.details().merged().stream(),
                                        Stream.of(goes.key()),
                                        goes.details().merged().stream())
                                .flatMap(Function.identity())
                                .toList()));
        joinFiles(changes);
        joinLinks(changes);
        changes.addAll(Changes.ofDeletion(snapshot, goes));
        return new Proposal(List.of(stays.key()), changes);
    }

    private Optional<String> problem() {
        if (stays.key().equals(goes.key())) {
            return Optional.of("An item cannot be merged with itself.");
        }
        if (!stays.key().product().equals(goes.key().product())) {
            return Optional.of("Items of two products cannot be merged.");
        }
        if (snapshot.isUnder(stays, goes.key()) || snapshot.isUnder(goes, stays.key())) {
            return Optional.of(
                    "One of %s and %s stands under the other; they cannot be merged."
                            .formatted(stays.key(), goes.key()));
        }
        return going.children().stream()
                .map(Node::item)
                .filter(child -> !stays.level().isAbove(child.level()))
                .findFirst()
                .map(child ->
                        "%s is %s; its child %s, %s, cannot come to stand under it."
                                .formatted(
                                        stays.key(),
                                        Legality.aWord(stays.level()),
                                        child.key(),
                                        Legality.aWord(child.level())));
    }

    /** Those that grew from a line of the one that goes do so from the one that stays. */
    private void retied(Item grown, List<Change> changes) {
        if (goes.key().equals(grown.details().grewFrom())) {
            changes.add(new Change(grown.key(), Field.GREW_FROM, goes.key(), stays.key()));
        }
    }

    private Map<String, String> joined() {
        var fields = new HashMap<String, String>();
        for (var field : FILLED) {
            boolean fits =
                    field != Field.SIZE
                            || stays.level().carriesPoints() && goes.level().carriesPoints();
            if (fits && field.textOf(stays) == null && field.textOf(goes) != null) {
                fields.put(field.label(), Objects.requireNonNull(field.textOf(goes)));
            }
        }
        if (!goes.description().isEmpty()) {
            fields.put(
                    Field.DESCRIPTION.label(),
                    stays.description().isEmpty()
                            ? goes.description()
                            : "%s\n\nFrom %s, %s:\n\n%s"
                                    .formatted(
                                            stays.description(),
                                            goes.key(),
                                            goes.title(),
                                            goes.description()));
        }
        if (!goes.details().labels().isEmpty()) {
            fields.put(Field.LABELS.label(), "+" + String.join(", ", goes.details().labels()));
        }
        put(fields, Field.ACCEPTANCE, Details::acceptance);
        put(fields, Field.DEFINITION_OF_DONE, Details::definitionOfDone);
        if (!goes.details().links().isEmpty()) {
            fields.put(
                    Field.LINKS.label(),
                    Stream.concat(stays.details().links().stream(), goes.details().links().stream())
                            .distinct()
                            .map(Object::toString)
                            .collect(Collectors.joining("\n")));
        }
        goes.details()
                .custom()
                .forEach((key, text) -> {
                    var product = snapshot.requireProduct(stays.key().product());
                    if (!stays.details().custom().containsKey(key)
                            && product.findField(key).isPresent()) {
                        fields.put(Field.custom(key).label(), text);
                    }
                });
        return fields;
    }

    private void put(Map<String, String> fields, Field field, Function<Details, Lines> list) {
        var lines = joined(list);
        if (!lines.equals(list.apply(stays.details()))) {
            fields.put(field.label(), Objects.requireNonNull(lines.text()));
        }
    }

    /** The lines of both, each text once. */
    private Lines joined(Function<Details, Lines> list) {
        var lines = new LinkedHashMap<String, ListLine>();
        Stream.concat(
                        list.apply(stays.details()).all().stream(),
                        list.apply(goes.details()).all().stream())
                .forEach(line -> lines.putIfAbsent(line.text(), line));
        return new Lines(List.copyOf(lines.values()));
    }

    /** What is not entered as a field: files, and the checklist with its ties. */
    private void joinFiles(List<Change> changes) {
        var files = new LinkedHashMap<String, Attachment>();
        stays.details().attachments().forEach(file -> files.put(file.id(), file));
        goes.details().attachments().forEach(file -> files.putIfAbsent(file.id(), file));
        add(changes, Field.ATTACHMENTS, List.copyOf(files.values()));
        add(changes, Field.CHECKLIST, joined(Details::checklist));
    }

    /** Links that only the one that goes has, but for those between the two. */
    private void joinLinks(List<Change> changes) {
        for (var link : goes.details().trace()) {
            if (!link.to().equals(stays.key()) && link.field().valueOf(stays) == null) {
                changes.add(new Change(stays.key(), link.field(), null, link));
            }
        }
    }

    private void add(List<Change> changes, Field field, Object now) {
        var change = Change.of(stays, field, now);
        if (change.differs()) {
            changes.add(change);
        }
    }
}
