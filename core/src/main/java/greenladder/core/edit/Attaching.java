package greenladder.core.edit;

import greenladder.core.change.Change;
import greenladder.core.change.Command.Proposal;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.item.Attachment;
import greenladder.core.item.Field;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.util.List;
import java.util.stream.Stream;

/** Draws up files coming to items and going from them. */
final class Attaching {
    static final int MOST_FILES = 50;

    private Attaching() {}

    static Proposal attached(Snapshot snapshot, AttachFile command, ProblemCollector found) {
        var files = filesOf(snapshot, command.item());
        if (files.size() >= MOST_FILES) {
            problem(
                    found,
                    "%s has %d files; more do not fit.".formatted(command.item(), MOST_FILES));
        }
        if (files.stream().anyMatch(file -> file.id().equals(command.file().id()))) {
            problem(found, "This file is already attached to %s.".formatted(command.item()));
        }
        return drawn(
                snapshot,
                command.item(),
                Stream.concat(files.stream(), Stream.of(command.file())).toList());
    }

    static Proposal detached(Snapshot snapshot, DetachFile command, ProblemCollector found) {
        var files = filesOf(snapshot, command.item());
        var left = files.stream().filter(file -> !file.id().equals(command.file())).toList();
        if (left.size() == files.size()) {
            problem(found, "This file no longer exists.");
        }
        return drawn(snapshot, command.item(), left);
    }

    private static Proposal drawn(Snapshot snapshot, ItemKey key, List<Attachment> files) {
        return new Proposal(
                List.of(key),
                List.of(new Change(key, Field.ATTACHMENTS, filesOf(snapshot, key), files)));
    }

    private static List<Attachment> filesOf(Snapshot snapshot, ItemKey key) {
        return snapshot.requireNode(key).item().details().attachments();
    }

    private static void problem(ProblemCollector found, String message) {
        found.add(Problem.SINGLE, Field.ATTACHMENTS.label(), message);
    }
}
