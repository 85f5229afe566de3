package greenladder.panel;

import greenladder.core.item.Amount;
import greenladder.core.item.Attachment;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.item.ItemKey;
import greenladder.core.item.Level;
import greenladder.core.item.Lines;
import greenladder.core.item.WebLink;
import greenladder.core.ladder.Ladder;
import greenladder.files.FileStore;
import greenladder.item.ChangeWords;
import greenladder.item.Rights;
import greenladder.panel.ItemDetails.FileEntry;
import greenladder.panel.ItemDetails.ItemList;
import greenladder.panel.ItemDetails.Line;
import greenladder.panel.ItemDetails.Origin;
import greenladder.panel.ItemPanel.Fact;
import greenladder.panel.ItemPanel.Link;
import greenladder.people.SignedIn;
import greenladder.web.Words;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.web.util.UriUtils;

/** Makes the part of the panel that shows an item's lists, labels, links, files and origin. */
@Component
class PanelDetails {
    private final Rights rights;

    PanelDetails(Rights rights) {
        this.rights = rights;
    }

    ItemDetails of(Ladder ladder, Item item, SignedIn reader, ItemLinks links) {
        var details = item.details();
        return new ItemDetails(
                Labels.of(details.labels()),
                may(reader, item, Field.LABELS),
                lists(ladder, item, reader, links),
                ownFacts(ladder, item, reader),
                details.links().stream().map(PanelDetails::link).toList(),
                may(reader, item, Field.LINKS),
                details.attachments().stream().map(PanelDetails::file).toList(),
                may(reader, item, Field.ATTACHMENTS),
                origins(ladder, item, links));
    }

    private List<ItemList> lists(Ladder ladder, Item item, SignedIn reader, ItemLinks links) {
        var below =
                ladder.requireProduct(item.key().product())
                        .levels()
                        .below(item.level())
                        .filter(level -> rights.mayShape(reader, item.key().product(), level));
        var lists = new ArrayList<ItemList>();
        if (item.level().carriesPoints()) {
            lists.add(
                    list(
                            ladder,
                            item,
                            reader,
                            links,
                            Field.ACCEPTANCE,
                            "Acceptance criteria",
                            "Add a criterion",
                            Optional.empty()));
        }
        lists.add(
                list(
                        ladder,
                        item,
                        reader,
                        links,
                        Field.CHECKLIST,
                        "Checklist",
                        "Add a step",
                        below));
        if (item.level().carriesPoints()) {
            lists.add(
                    list(
                            ladder,
                            item,
                            reader,
                            links,
                            Field.DEFINITION_OF_DONE,
                            "Definition of done",
                            "Add a line",
                            Optional.empty()));
        }
        return lists;
    }

    private ItemList list(
            Ladder ladder,
            Item item,
            SignedIn reader,
            ItemLinks links,
            Field field,
            String heading,
            String adding,
            Optional<Level> grows) {
        var lines = Lines.parse(field.textOf(item));
        return new ItemList(
                field.label(),
                heading,
                adding,
                IntStream.range(0, lines.size())
                        .mapToObj(at -> line(ladder, lines, at, links))
                        .toList(),
                lines.isEmpty()
                        ? ""
                        : "%d of %d %s"
                                .formatted(
                                        lines.done(),
                                        lines.size(),
                                        field == Field.CHECKLIST ? "done" : "met"),
                may(reader, item, field),
                grows.map(level -> level.name().toLowerCase(Locale.ROOT)).orElse(""),
                grows.map(Level::key).orElse(""));
    }

    private static Line line(Ladder ladder, Lines lines, int at, ItemLinks links) {
        var line = lines.all().get(at);
        var item = Optional.ofNullable(line.item()).flatMap(ladder::findItem);
        return new Line(
                at,
                line.text(),
                line.done(),
                item.map(one -> one.key().toString()).orElse(""),
                item.map(links::to).orElse(""));
    }

    private List<Fact> ownFacts(Ladder ladder, Item item, SignedIn reader) {
        return ladder.requireProduct(item.key().product()).fields().stream()
                .map(custom -> {
                    var field = custom.field();
                    var words = ChangeWords.value(ladder, item.key(), field, field.textOf(item));
                    return new Fact(
                            field.label(),
                            custom.name(),
                            words.isEmpty() ? "–" : words,
                            "",
                            may(reader, item, field));
                })
                .toList();
    }

    private static Link link(WebLink link) {
        return new Link(link.shown(), link.address());
    }

    private static FileEntry file(Attachment file) {
        return new FileEntry(
                file.id(),
                file.name(),
                "/files/%s/%s"
                        .formatted(
                                file.id(),
                                UriUtils.encodePathSegment(file.name(), StandardCharsets.UTF_8)),
                Words.bytes(file.bytes()),
                FileStore.isShown(file));
    }

    private static List<Origin> origins(Ladder ladder, Item item, ItemLinks links) {
        var details = item.details();
        var origins = new ArrayList<Origin>();
        if (details.grewFrom() != null) {
            origins.add(
                    origin("Grew from a line of", List.of(details.grewFrom()), "", ladder, links));
        }
        if (details.splitFrom() != null) {
            origins.add(origin("Split off", List.of(details.splitFrom()), "", ladder, links));
        }
        if (!details.parts().isEmpty()) {
            origins.add(origin("Split into", details.parts(), drift(ladder, item), ladder, links));
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

    private static Origin origin(
            String words, List<ItemKey> keys, String note, Ladder ladder, ItemLinks links) {
        return new Origin(
                words,
                keys.stream()
                        .map(key ->
                                new Link(
                                        key.toString(),
                                        ladder.findItem(key).map(links::to).orElse("")))
                        .toList(),
                note);
    }

    /** What an item and its parts come to, held against what it was first thought to take. */
    private static String drift(Ladder ladder, Item item) {
        var first = item.firstEstimate();
        if (first == null) {
            return "";
        }
        var sum =
                Stream.concat(Stream.of(item.key()), item.details().parts().stream())
                        .flatMap(key -> ladder.findNode(key).stream())
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

    private boolean may(SignedIn reader, Item item, Field field) {
        return rights.mayEdit(reader, item, field);
    }
}
