package greenladder.core.trace;

import static greenladder.core.trace.PaperCommand.wrong;

import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.papers.Document;
import greenladder.core.papers.Document.Kind;
import greenladder.core.papers.Document.Passage;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.PlanKey;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Writes a passage of a document, adds passages or takes one away. Two who write different passages
 * do not meet; of two who write one, the later is told.
 *
 * @param document its key
 * @param number of the passage; 0 for new ones
 * @param after new ones come after the passage of this number; 0 for at the end
 * @param text new ones are made at each empty line, and of lines at each line; blank takes a
 *     passage away
 * @param seen what stood there when it was opened; null compares with nothing
 */
public record WritePassage(
        String document, int number, int after, Kind as, String text, @Nullable String seen)
        implements PaperCommand {
    @Override
    public PlanKey paper() {
        return new PlanKey(PlanKey.Kind.DOCUMENT, document);
    }

    @Override
    public String fact() {
        return Document.passageFact(number);
    }

    @Override
    public Optional<Document> changed(Snapshot snapshot, Instant at, ProblemCollector found) {
        var it = snapshot.workspace().papers().findDocument(document).orElseThrow();
        return number == 0 ? added(it, found) : written(it, found);
    }

    private Optional<Document> added(Document it, ProblemCollector found) {
        if (text.isBlank()) {
            wrong(found, "text", "Write something first.");
            return Optional.empty();
        }
        var passages = new ArrayList<>(it.passages());
        int place = passages.size();
        for (int i = 0; i < passages.size(); i++) {
            if (passages.get(i).number() == after) {
                place = i + 1;
            }
        }
        int next = it.nextPassage();
        for (var part : text.replace("\r\n", "\n").split(as == Kind.LINE ? "\n" : "\n[ \t]*\n+")) {
            if (!part.isBlank()) {
                passages.add(place++, new Passage(next++, as, flat(part), null));
            }
        }
        return Optional.of(it.with(passages));
    }

    /** As it is kept: line ends stay, tabs do not. */
    private static String flat(String text) {
        return text.replace("\r\n", "\n").replace('\t', ' ').strip();
    }

    private Optional<Document> written(Document it, ProblemCollector found) {
        var before = it.find(number);
        if (before.isEmpty()) {
            wrong(found, "text", "Somebody deleted this passage in the meantime.");
            return Optional.empty();
        }
        if (seen != null && !flat(seen).equals(before.get().text())) {
            wrong(
                    found,
                    "text",
                    "Somebody else changed it in the meantime; it is now: “%s”",
                    before.get().text());
            return Optional.empty();
        }
        var passages = new ArrayList<Passage>();
        for (var passage : it.passages()) {
            if (passage.number() != number) {
                passages.add(passage);
            } else if (!text.isBlank()) {
                passages.add(new Passage(number, as, flat(text), passage.made()));
            }
        }
        var left = it.with(passages);
        return Optional.of(
                text.isBlank()
                        ? left.saying(
                                List.copyOf(
                                        it.remarks().stream()
                                                .filter(remark -> remark.passage() != number)
                                                .toList()))
                        : left);
    }
}
