package greenladder.core.trace;

import static greenladder.core.trace.PaperCommand.wrong;

import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.papers.Document;
import greenladder.core.papers.Document.Remark;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.PlanKey;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Optional;

/**
 * Says something of a passage, or settles what was said.
 *
 * @param document its key
 * @param passage the number of what it is about
 * @param remark the number of what is settled, or taken up again; 0 for a new one
 */
public record RemarkOn(String document, int passage, int remark, String who, String text)
        implements PaperCommand {
    @Override
    public PlanKey paper() {
        return new PlanKey(PlanKey.Kind.DOCUMENT, document);
    }

    @Override
    public String fact() {
        return Document.passageFact(passage);
    }

    @Override
    public Optional<Document> changed(Snapshot snapshot, Instant at, ProblemCollector found) {
        var it = snapshot.workspace().papers().findDocument(document).orElseThrow();
        if (it.find(passage).isEmpty()) {
            wrong(found, "text", "Somebody deleted this passage in the meantime.");
            return Optional.empty();
        }
        var remarks = new ArrayList<Remark>();
        for (var one : it.remarks()) {
            remarks.add(
                    one.number() == remark
                            ? new Remark(
                                    one.number(),
                                    one.passage(),
                                    one.who(),
                                    one.at(),
                                    !one.settled(),
                                    one.text())
                            : one);
        }
        if (remark == 0) {
            var line = PaperCommand.line(text);
            if (line.isEmpty()) {
                wrong(found, "text", "Write something first.");
            }
            remarks.add(new Remark(it.nextRemark(), passage, who, at, false, line));
        }
        return Optional.of(it.saying(remarks));
    }
}
