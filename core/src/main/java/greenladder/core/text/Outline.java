package greenladder.core.text;

import greenladder.core.edit.NewItem;
import greenladder.core.edit.Target;
import greenladder.core.item.Field;
import greenladder.core.level.Category;
import greenladder.core.level.Level;
import greenladder.core.value.ItemKey;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * A text as it was read.
 *
 * @param lines the items found, each after its parent
 * @param skipped lines of which nothing was understood
 * @param refusal why nothing was taken at all; null where it was
 */
public record Outline(List<Line> lines, List<Skipped> skipped, @Nullable String refusal) {
    public Outline {
        lines = List.copyOf(lines);
        skipped = List.copyOf(skipped);
    }

    static final String ACCEPTANCE = "Acceptance criteria:";
    static final String CHECKLIST = "Checklist:";
    static final String DEFINITION_OF_DONE = "Definition of done:";

    /** What stands before a line of such a list that is open, or ticked. */
    static final String OPEN = "☐ ";

    static final String TICKED = "☑ ";

    /**
     * An item found.
     *
     * @param number of the line in the text, from 1
     * @param depth 0 at the top
     * @param parent index, in the lines of the outline, of the item above; null at the top
     * @param remark what was done otherwise than the text says; empty for nothing
     * @param figures size, hours and person that were said behind the title, by the names of fields
     */
    public record Line(
            int number,
            int depth,
            Level level,
            String kind,
            String title,
            String description,
            boolean done,
            @Nullable Integer parent,
            String remark,
            Map<String, String> figures) {
        public Line {
            figures = Map.copyOf(figures);
        }
    }

    /** A line that is no item. */
    public record Skipped(int number, String text) {}

    /** What makes the items, under one that is there already, or under none. */
    public List<NewItem> toEntries(@Nullable ItemKey under) {
        return IntStream.range(0, lines.size()).mapToObj(index -> entry(index, under)).toList();
    }

    /** The description, and the lists that are written under it. */
    private static void putDescription(Map<String, String> fields, String written) {
        var field = Field.DESCRIPTION;
        for (var line : written.lines().toList()) {
            boolean isLine = line.startsWith(OPEN) || line.startsWith(TICKED);
            field =
                    switch (line) {
                        case ACCEPTANCE -> Field.ACCEPTANCE;
                        case CHECKLIST -> Field.CHECKLIST;
                        case DEFINITION_OF_DONE -> Field.DEFINITION_OF_DONE;
                        default -> isLine ? field : Field.DESCRIPTION;
                    };
            if (field == Field.DESCRIPTION) {
                fields.merge(field.label(), line, (all, more) -> all + "\n" + more);
            } else if (isLine) {
                var text =
                        (line.startsWith(TICKED) ? "[x] " : "[ ] ") + line.substring(OPEN.length());
                fields.merge(field.label(), text, (all, more) -> all + "\n" + more);
            }
        }
    }

    private NewItem entry(int index, @Nullable ItemKey under) {
        var line = lines.get(index);
        var fields = new HashMap<String, String>();
        fields.put(Field.TITLE.label(), line.title());
        fields.put(Field.LEVEL.label(), line.level().key());
        fields.put(Field.KIND.label(), line.kind());
        fields.putAll(line.figures());
        putDescription(fields, line.description());
        if (line.done()) {
            fields.put(Field.STATE.label(), line.level().states().firstOf(Category.DONE).key());
        }
        if (line.parent() == null && under != null) {
            fields.put(Field.PARENT.label(), under.toString());
        }
        return new NewItem(
                Integer.toString(index),
                line.parent() == null ? null : line.parent().toString(),
                fields,
                new Target.Stay());
    }
}
