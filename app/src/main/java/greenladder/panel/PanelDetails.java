package greenladder.panel;

import greenladder.core.item.Attachment;
import greenladder.core.item.CustomField;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.item.Lines;
import greenladder.core.item.StandardFields;
import greenladder.core.item.WebLink;
import greenladder.core.level.Level;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import greenladder.files.FileStore;
import greenladder.panel.ItemDetails.FileEntry;
import greenladder.panel.ItemDetails.ItemList;
import greenladder.panel.ItemDetails.Line;
import greenladder.panel.ItemDetails.Origin;
import greenladder.panel.ItemPanel.Fact;
import greenladder.panel.ItemPanel.Link;
import greenladder.people.SignedIn;
import greenladder.store.Rights;
import greenladder.web.Words;
import greenladder.words.ChangeWords;
import greenladder.words.Milestones;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.springframework.web.util.UriUtils;

/**
 * Makes the part of the panel that shows one item's lists, labels, links, files and origin, for one
 * reader.
 */
record PanelDetails(Rights rights, Snapshot snapshot, Item item, SignedIn reader, ItemLinks links) {

    ItemDetails details() {
        var details = item.details();
        return new ItemDetails(
                Labels.of(details.labels()),
                may(Field.LABELS),
                lists(),
                ownFacts(),
                details.links().stream().map(PanelDetails::link).toList(),
                may(Field.LINKS),
                details.attachments().stream().map(PanelDetails::file).toList(),
                may(Field.ATTACHMENTS),
                origins());
    }

    private List<ItemList> lists() {
        var checklist =
                list(
                        Field.CHECKLIST,
                        "Checklist",
                        "Add a step",
                        snapshot.requireProduct(item.key().product())
                                .levels()
                                .below(item.level())
                                .filter(level ->
                                        rights.mayShape(reader, item.key().product(), level)));
        return item.level().carriesPoints()
                ? List.of(
                        list(
                                Field.ACCEPTANCE,
                                "Acceptance criteria",
                                "Add a criterion",
                                Optional.empty()),
                        checklist,
                        list(
                                Field.DEFINITION_OF_DONE,
                                "Definition of done",
                                "Add a line",
                                Optional.empty()))
                : List.of(checklist);
    }

    /**
     * @param grows the level of what a line can grow into
     */
    private ItemList list(Field field, String heading, String adding, Optional<Level> grows) {
        var lines = Objects.requireNonNullElse((Lines) field.valueOf(item), Lines.NONE);
        return new ItemList(
                field.label(),
                heading,
                adding,
                IntStream.range(0, lines.size()).mapToObj(at -> line(lines, at)).toList(),
                lines.isEmpty()
                        ? ""
                        : "%d of %d %s"
                                .formatted(
                                        lines.done(),
                                        lines.size(),
                                        field == Field.CHECKLIST ? "done" : "met"),
                may(field),
                grows.map(level -> Words.lower(level.name())).orElse(""),
                grows.map(Level::key).orElse(""));
    }

    private Line line(Lines lines, int at) {
        var line = lines.all().get(at);
        var item = Optional.ofNullable(line.item()).flatMap(snapshot::findItem);
        return new Line(
                at,
                line.text(),
                line.done(),
                item.map(one -> one.key().toString()).orElse(""),
                item.map(links::to).orElse(""));
    }

    private List<Fact> ownFacts() {
        var raisedBy = Field.RAISED_BY;
        var raised =
                new Fact(
                        raisedBy.label(),
                        "Raised by",
                        item.raisedBy() == null
                                ? "–"
                                : ChangeWords.nameOf(snapshot, item.raisedBy()),
                        "",
                        false);
        var own =
                snapshot.requireProduct(item.key().product()).describedFields().stream()
                        .filter(custom ->
                                !custom.key().equals(StandardFields.MILESTONES)
                                        || item.level().carriesPoints())
                        .map(custom -> {
                            var field = custom.field();
                            var words =
                                    custom.key().equals(StandardFields.MILESTONES)
                                            ? Milestones.within(snapshot, item)
                                            : ChangeWords.value(
                                                    snapshot,
                                                    item.key(),
                                                    field,
                                                    field.textOf(item));
                            return new Fact(
                                    field.label(),
                                    custom.name(),
                                    words.isEmpty() ? "–" : words,
                                    total(custom, words),
                                    may(field));
                        });
        return Stream.concat(own, Stream.of(raised)).toList();
    }

    /** What a field that adds up comes to with all below, where that is more than its own. */
    private String total(CustomField custom, String own) {
        return custom.type() != CustomField.Type.TOTAL
                ? ""
                : snapshot.requireNode(item.key())
                        .rollUp()
                        .sum(custom.key())
                        .map(Words::of)
                        .filter(sum -> !sum.equals(own))
                        .map("with all below %s"::formatted)
                        .orElse("");
    }

    private static Link link(WebLink link) {
        return new Link(link.shown(), link.address());
    }

    static String url(Attachment file) {
        return "/files/%s/%s"
                .formatted(file.id(), UriUtils.encode(file.name(), StandardCharsets.UTF_8));
    }

    private static FileEntry file(Attachment file) {
        return new FileEntry(
                file.id(),
                file.name(),
                url(file),
                Words.bytes(file.bytes()),
                FileStore.isShown(file));
    }

    private List<Origin> origins() {
        var details = item.details();
        var origins = new ArrayList<Origin>();
        if (details.grewFrom() != null) {
            origins.add(origin("Grew from a line of", List.of(details.grewFrom()), ""));
        }
        if (details.splitFrom() != null) {
            origins.add(origin("Split off", List.of(details.splitFrom()), ""));
        }
        if (!details.parts().isEmpty()) {
            origins.add(origin("Split into", details.parts(), drift()));
        }
        if (!details.merged().isEmpty()) {
            origins.add(
                    new Origin(
                            "Merged into it",
                            details.merged().stream()
                                    .map(key -> new Link(key.toString(), ""))
                                    .toList(),
                            ""));
        }
        return origins;
    }

    private Origin origin(String words, List<ItemKey> keys, String note) {
        return new Origin(
                words,
                keys.stream()
                        .map(key ->
                                new Link(
                                        key.toString(),
                                        snapshot.findItem(key).map(links::to).orElse("")))
                        .toList(),
                note);
    }

    /** What an item and its parts come to, held against what it was first thought to take. */
    private String drift() {
        var first = item.firstEstimate();
        if (first == null) {
            return "";
        }
        var sum =
                Stream.concat(Stream.of(item.key()), item.details().parts().stream())
                        .flatMap(key -> snapshot.findNode(key).stream())
                        .filter(node -> !node.item().isDropped())
                        .map(node -> node.rollUp().effective())
                        .filter(size -> size != null)
                        .mapToLong(Amount::thousandths)
                        .sum();
        return "%s points together, first estimate %s, drift %s"
                .formatted(
                        Words.of(new Amount(sum)),
                        Words.of(first),
                        Words.signed(new Amount(sum - first.thousandths())));
    }

    private boolean may(Field field) {
        return rights.mayEdit(reader, item, field);
    }
}
