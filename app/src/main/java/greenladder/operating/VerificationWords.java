package greenladder.operating;

import greenladder.core.snapshot.SnapshotDifference;
import greenladder.store.Verification.Report;
import java.util.ArrayList;
import java.util.List;

/** What a verification came to, for people. */
final class VerificationWords {
    private VerificationWords() {}

    static List<String> lines(Report report) {
        var lines = new ArrayList<String>();
        lines.add(
                report.agrees()
                        ? "What is kept is what the log says (%,d operations)."
                                .formatted(report.operations())
                        : "What is kept is not what the log says (%,d operations):"
                                .formatted(report.operations()));
        report.differences().stream().map(SnapshotDifference::inWords).forEach(lines::add);
        if (!report.unread().isEmpty()) {
            lines.add("Not to be read:");
            lines.addAll(report.unread());
        }
        return lines;
    }
}
