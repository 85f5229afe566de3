package greenladder.words;

import greenladder.core.change.Change;
import greenladder.core.item.Attachment;
import greenladder.core.item.Lines;
import greenladder.core.item.ListLine;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** What happened to a list inside an item, in words. */
final class ListWords {
    private ListWords() {}

    /**
     * @param ticked what a ticked line is called, such as "met"
     */
    static String of(String list, String ticked, Change change) {
        var was = change.before(Lines.class).orElse(Lines.NONE).all();
        var now = change.after(Lines.class).orElse(Lines.NONE).all();
        var words = new ArrayList<String>();
        unlike(now, was).forEach(line -> words.add("added “%s”".formatted(line.text())));
        unlike(was, now).forEach(line -> words.add("removed “%s”".formatted(line.text())));
        for (var line : now) {
            was.stream()
                    .filter(other -> other.text().equals(line.text()))
                    .findFirst()
                    .filter(other -> other.done() != line.done())
                    .ifPresent(other ->
                            words.add(
                                    line.done()
                                            ? "“%s” is %s".formatted(line.text(), ticked)
                                            : "“%s” is not %s any more"
                                                    .formatted(line.text(), ticked)));
        }
        return switch (words.size()) {
            case 0 -> "rearranged " + list;
            case 1, 2 -> "in %s: %s".formatted(list, String.join(", ", words));
            default -> "changed %d lines of %s".formatted(words.size(), list);
        };
    }

    static String ofFiles(Change change) {
        var was = names(change.before());
        var now = names(change.after());
        return Stream.concat(
                        now.stream()
                                .filter(Predicate.not(was::contains))
                                .map(name -> "attached “%s”".formatted(name)),
                        was.stream()
                                .filter(Predicate.not(now::contains))
                                .map(name -> "removed the file “%s”".formatted(name)))
                .findFirst()
                .orElse("changed its files");
    }

    private static List<String> names(@Nullable Object files) {
        return files instanceof List<?> list
                ? list.stream().map(file -> ((Attachment) file).name()).toList()
                : List.of();
    }

    private static List<ListLine> unlike(List<ListLine> lines, List<ListLine> others) {
        var texts = others.stream().map(ListLine::text).toList();
        return lines.stream().filter(line -> !texts.contains(line.text())).toList();
    }
}
