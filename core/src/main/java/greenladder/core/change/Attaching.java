package greenladder.core.change;

import greenladder.core.change.Decisions.Drawn;
import greenladder.core.change.Problems.Found;
import greenladder.core.item.Attachment;
import greenladder.core.item.Field;
import greenladder.core.item.ItemKey;
import greenladder.core.ladder.Ladder;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Draws up files coming to items and going from them. */
final class Attaching {
    static final int MOST_FILES = 50;

    private Attaching() {}

    static Drawn attached(Ladder ladder, Command.Attach command, Found found) {
        var files = filesOf(ladder, command.item());
        if (files.size() >= MOST_FILES) {
            problem(
                    found,
                    "%s has %d files; more do not fit.".formatted(command.item(), MOST_FILES));
        }
        if (files.stream().anyMatch(file -> file.id().equals(command.file().id()))) {
            problem(found, "This file hangs on %s already.".formatted(command.item()));
        }
        return drawn(
                ladder,
                command.item(),
                Stream.concat(files.stream(), Stream.of(command.file())).toList());
    }

    static Drawn detached(Ladder ladder, Command.Detach command, Found found) {
        var files = filesOf(ladder, command.item());
        var left = files.stream().filter(file -> !file.id().equals(command.file())).toList();
        if (left.size() == files.size()) {
            problem(found, "This file is not there any more.");
        }
        return drawn(ladder, command.item(), left);
    }

    static @Nullable String text(List<Attachment> files) {
        return files.isEmpty()
                ? null
                : files.stream().map(Attachment::toString).collect(Collectors.joining("\n"));
    }

    private static Drawn drawn(Ladder ladder, ItemKey key, List<Attachment> files) {
        return new Drawn(
                List.of(key),
                List.of(
                        new Change(
                                key, Field.ATTACHMENTS, text(filesOf(ladder, key)), text(files))));
    }

    private static List<Attachment> filesOf(Ladder ladder, ItemKey key) {
        return ladder.requireNode(key).item().details().attachments();
    }

    private static void problem(Found found, String message) {
        found.add(Problem.SINGLE, Field.ATTACHMENTS.label(), message);
    }
}
