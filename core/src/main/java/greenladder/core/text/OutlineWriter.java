package greenladder.core.text;

import greenladder.core.item.Item;
import greenladder.core.item.Lines;
import greenladder.core.level.Level;
import greenladder.core.level.Levels;
import greenladder.core.snapshot.Node;
import java.util.ArrayDeque;
import java.util.List;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * Writes items as an indented list, which {@link OutlineReader} reads as the same tree: titles,
 * levels, kinds, what is done, descriptions, criteria and checklists. Dropped items are left out
 * with all that stands under them.
 */
public final class OutlineWriter {
    private static final Pattern BOX = Pattern.compile("\\[[ xX]?]\\s.*");

    private final LevelWords words;
    private final StringBuilder text = new StringBuilder();

    private OutlineWriter(Levels levels) {
        this.words = new LevelWords(levels);
    }

    /** A node that is still to be written. */
    private record Open(Node node, int depth, @Nullable Level above) {}

    public static String write(List<Node> nodes, Levels levels) {
        var writer = new OutlineWriter(levels);
        var open = new ArrayDeque<Open>();
        nodes.reversed().forEach(node -> open.push(new Open(node, 0, null)));
        while (!open.isEmpty()) {
            var next = open.pop();
            var item = next.node().item();
            if (item.isDropped()) {
                continue;
            }
            writer.line(item, next.depth(), next.above());
            next.node()
                    .children()
                    .reversed()
                    .forEach(child -> open.push(new Open(child, next.depth() + 1, item.level())));
        }
        return writer.text.toString();
    }

    private void line(Item item, int depth, @Nullable Level above) {
        text.append("  ".repeat(depth)).append("- ").append(item.isDone() ? "[x] " : "");
        boolean clear =
                above != null
                        && item.level().equals(words.below(above))
                        && item.kind().equals(item.level().plainKind())
                        && words.findAt(item.title()) == null
                        && !BOX.matcher(item.title()).matches();
        if (!clear) {
            text.append(words.of(item.level(), item.kind())).append(": ");
        }
        text.append(item.title()).append('\n');
        var indent = "  ".repeat(depth + 1);
        item.description().lines().forEach(one -> below(indent, one));
        list(indent, Outline.ACCEPTANCE, item.details().acceptance());
        list(indent, Outline.CHECKLIST, item.details().checklist());
        list(indent, Outline.DEFINITION_OF_DONE, item.details().definitionOfDone());
    }

    private void list(String indent, String heading, Lines lines) {
        if (!lines.isEmpty()) {
            below(indent, heading);
            lines.all()
                    .forEach(line ->
                            below(
                                    indent,
                                    (line.done() ? Outline.TICKED : Outline.OPEN) + line.text()));
        }
    }

    /** What would be read as an item of its own gets a mark that says that it is none. */
    private void below(String indent, String line) {
        if (!line.isBlank()) {
            boolean looksLikeAnItem = !line.isEmpty() && OutlineReader.isMarked(line);
            text.append(indent)
                    .append(looksLikeAnItem ? OutlineReader.NO_ITEM : "")
                    .append(line.strip())
                    .append('\n');
        }
    }
}
