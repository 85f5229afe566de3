package greenladder.track;

import greenladder.core.people.Permission;
import greenladder.core.people.Person;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.sprint.SprintNote;
import greenladder.core.sprint.SprintPicture;
import greenladder.core.value.Amount;
import greenladder.track.ReportPage.Card;
import greenladder.track.ReportPage.Closing;
import greenladder.track.ReportPage.Column;
import greenladder.track.ReportPage.Note;
import greenladder.track.ReportPage.NoteList;
import greenladder.track.ReportPage.Notes;
import greenladder.view.ViewContext;
import greenladder.web.Words;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What is shown of a sprint after its end: its picture, and what the team noted. */
@Component
class SprintEnds {
    private static final String NOTHING_ABOVE = "No parent";

    /** The board as it stood at the close; null where none is kept. */
    static @Nullable Closing closing(Snapshot snapshot, Sprint sprint) {
        var kept = sprint.plan().end().picture();
        if (kept == null) {
            return null;
        }
        var picture =
                kept.of(
                        snapshot.products().stream()
                                .map(Product::code)
                                .collect(Collectors.toSet()));
        var columns = new ArrayList<Column>();
        for (int i = 0; i < picture.columns().size(); i++) {
            int column = i;
            columns.add(
                    column(
                            snapshot,
                            picture.columns().get(i),
                            picture.cards().stream()
                                    .filter(card -> card.column() == column)
                                    .toList()));
        }
        Map<String, List<SprintPicture.Card>> above = new LinkedHashMap<>();
        for (var card : picture.cards()) {
            var name = card.above().isEmpty() ? NOTHING_ABOVE : card.above();
            above.computeIfAbsent(name, any -> new ArrayList<>()).add(card);
        }
        return new Closing(
                Words.day(
                        snapshot.workspace()
                                .dayOf(
                                        Objects.requireNonNullElse(
                                                sprint.closedAt(), Instant.EPOCH))),
                columns,
                above.entrySet().stream()
                        .map(group -> column(snapshot, group.getKey(), group.getValue()))
                        .toList());
    }

    private static Column column(Snapshot snapshot, String name, List<SprintPicture.Card> cards) {
        var points =
                cards.stream()
                        .map(card -> Objects.requireNonNullElse(card.size(), Amount.ZERO))
                        .reduce(Amount.ZERO, Amount::plus);
        return new Column(
                name,
                "%s, %s"
                        .formatted(
                                Words.count(cards.size(), "item"),
                                Words.count(Words.of(points), "point")),
                cards.stream()
                        .map(card ->
                                new Card(
                                        card.item().toString(),
                                        card.title(),
                                        card.size() == null ? "not sized" : Words.of(card.size()),
                                        snapshot.findPerson(card.person())
                                                .map(Person::name)
                                                .orElse(""),
                                        card.done()))
                        .toList());
    }

    /** What the team noted, by what it is about. */
    Notes notes(ViewContext context, Sprint sprint) {
        var code = context.product().code();
        var all = sprint.plan().end().notes();
        return new Notes(
                "/%s/track/sprints/%s/notes".formatted(code, sprint.key()),
                context.reader().mayIn(code, Permission.WORK),
                Arrays.stream(SprintNote.Kind.values())
                        .map(kind ->
                                new NoteList(
                                        kind.key(),
                                        kind.label(),
                                        all.stream()
                                                .filter(note -> note.kind() == kind)
                                                .map(note -> note(context.snapshot(), note))
                                                .toList()))
                        .toList());
    }

    private static Note note(Snapshot snapshot, SprintNote note) {
        return new Note(
                note.number(),
                note.text(),
                note.item() == null || snapshot.findItem(note.item()).isEmpty()
                        ? ""
                        : note.item().toString());
    }
}
