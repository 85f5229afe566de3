package greenladder.trace.papers;

import greenladder.core.level.Level;
import greenladder.core.papers.Document;
import greenladder.core.papers.Document.Kind;
import greenladder.core.papers.Document.Passage;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.text.WordDifference;
import greenladder.core.value.PlanKey;
import greenladder.log.Search;
import greenladder.store.LogReading;
import greenladder.trace.PaperEntry;
import greenladder.view.ViewContext;
import greenladder.words.ChangeWords;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes the page of documents: written together, remarked on, and made into items. */
@Component
class DocumentPages {
    private static final int MOST_VERSIONS = 60;
    private static final String PASSAGE = "passage.";
    private static final int PARTS = 3;

    private final LogReading reading;

    DocumentPages(LogReading reading) {
        this.reading = reading;
    }

    /**
     * @param of key of the document that is looked at; empty for none
     * @param item the item beside which it stands, with its title
     * @param versions what was changed, the latest first; only where it is asked for
     */
    record DocumentPage(
            String product,
            String url,
            long operation,
            List<PaperEntry> documents,
            String of,
            String name,
            String item,
            String itemTitle,
            List<Line> lines,
            List<Version> versions,
            String versionsUrl,
            List<LevelChoice> levels,
            boolean mayWrite) {}

    record LevelChoice(String key, String name) {}

    /**
     * @param made key of what was made of it; empty for nothing
     * @param becameOf that one's title and state
     */
    record Line(
            int number,
            String kind,
            String text,
            String made,
            String becameOf,
            List<Said> remarks,
            int settled) {}

    record Said(int number, String who, String told, String text, boolean settled) {}

    record Version(String told, WordDifference difference) {}

    DocumentPage page(ViewContext context, String of, boolean versions) {
        var snapshot = context.snapshot();
        var code = context.product().code();
        var all =
                snapshot.workspace().papers().of(code, Document.class).stream()
                        .filter(one -> snapshot.findItem(one.item()).isPresent())
                        .toList();
        var chosen =
                all.stream()
                        .filter(one -> one.key().equals(of))
                        .findFirst()
                        .or(() -> all.stream().findFirst());
        var url = url(code, chosen);
        return new DocumentPage(
                code,
                versions ? url + "&versions=1" : url,
                context.operation(),
                all.stream()
                        .map(one ->
                                new PaperEntry(
                                        one.name(),
                                        one.item()
                                                + " "
                                                + snapshot.requireNode(one.item()).item().title(),
                                        url(code, Optional.of(one)),
                                        chosen.filter(one::equals).isPresent()))
                        .toList(),
                chosen.map(Document::key).orElse(""),
                chosen.map(Document::name).orElse(""),
                chosen.map(it -> it.item().toString()).orElse(""),
                chosen.map(it -> snapshot.requireNode(it.item()).item().title()).orElse(""),
                chosen.map(it -> lines(snapshot, it)).orElse(List.of()),
                versions && chosen.isPresent() ? versions(snapshot, chosen.get()) : List.of(),
                versions ? url : url + "&versions=1",
                context.product().levels().all().stream()
                        .filter(Level::carriesPoints)
                        .skip(1)
                        .map(level ->
                                new LevelChoice(
                                        level.key(), level.plural().toLowerCase(Locale.ROOT)))
                        .toList()
                        .reversed(),
                context.reader().mayIn(code, Permission.WORK));
    }

    private static String url(String code, Optional<Document> of) {
        return "/%s/pages?of=%s".formatted(code, of.map(Document::key).orElse(""));
    }

    private static List<Line> lines(Snapshot snapshot, Document it) {
        return it.passages().stream().map(one -> line(snapshot, it, one)).toList();
    }

    private static Line line(Snapshot snapshot, Document it, Passage passage) {
        var made = Optional.ofNullable(passage.made()).flatMap(snapshot::findItem);
        var remarks =
                it.remarks().stream()
                        .filter(one -> one.passage() == passage.number())
                        .map(one ->
                                new Said(
                                        one.number(),
                                        ChangeWords.nameOf(snapshot, one.who()),
                                        BaselinePages.day(snapshot, one.at()),
                                        one.text(),
                                        one.settled()))
                        .toList();
        return new Line(
                passage.number(),
                passage.kind().name().toLowerCase(Locale.ROOT),
                passage.text(),
                made.map(item -> item.key().toString()).orElse(""),
                made.map(item -> item.title() + ", " + item.state().name())
                        .orElse(passage.made() == null ? "" : "what was made of it is gone"),
                remarks,
                (int) remarks.stream().filter(Said::settled).count());
    }

    private List<Version> versions(Snapshot snapshot, Document it) {
        var subject = new PlanKey(PlanKey.Kind.DOCUMENT, it.key()).toString();
        var page =
                reading.page(
                        snapshot,
                        new Search(null, null, null, subject, null, null),
                        null,
                        MOST_VERSIONS);
        var versions = new ArrayList<Version>();
        for (var row : page.rows()) {
            if (row.field().startsWith(PASSAGE)) {
                var difference = WordDifference.of(text(row.before()), text(row.after()));
                boolean same =
                        difference.pieces().stream()
                                .allMatch(piece -> piece.fate() == WordDifference.Fate.KEPT);
                if (!same) {
                    versions.add(
                            new Version(
                                    "%s, %s"
                                            .formatted(
                                                    ChangeWords.nameOf(snapshot, row.actor()),
                                                    BaselinePages.day(snapshot, row.at())),
                                    difference));
                }
            }
        }
        return versions;
    }

    /** The text of a passage as the log has it. */
    private static String text(@Nullable String fact) {
        return fact == null ? "" : fact.split("\t", PARTS)[2];
    }

    /** What a passage is, by its name in forms. */
    static Kind kind(String text) {
        return Kind.find(text).orElse(Kind.TEXT);
    }
}
