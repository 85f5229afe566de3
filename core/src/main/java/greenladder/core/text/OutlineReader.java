package greenladder.core.text;

import greenladder.core.level.Level;
import greenladder.core.level.Levels;
import greenladder.core.people.Person;
import greenladder.core.text.Outline.Line;
import greenladder.core.text.Outline.Skipped;
import greenladder.core.value.Shortened;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Deque;
import java.util.List;
import java.util.Objects;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Reads a tree of items from text: indented lines, CommonMark lists, headings and task lists,
 * outlines numbered 1.2.3. A line stands under the nearest line above that is less deep; a plain
 * line, or a heading, stands above the bullets that follow it. Text indented under a bullet is its
 * description. Time O(lines × depth).
 */
public final class OutlineReader {
    public static final int MOST_LINES = 5_000;

    /** Characters of a text; a longer one is refused whole. */
    public static final int LONGEST_TEXT = 1_000_000;

    /** Columns to the next stop, as CommonMark counts tabs. */
    private static final int TAB = 4;

    private static final int LONGEST_TITLE = 500;
    private static final int SHOWN = 60;

    /** A description that is longer is refused whole; nothing is added to it any more. */
    private static final int LONGEST_DESCRIPTION = 100_000;

    // Each reads a line once, forwards: no part gives back what it took.
    private static final Pattern HEADING = linear("(#{1,6})\\s++(.*+)");
    private static final Pattern NUMBER = linear("(\\d{1,6}(?:\\.\\d{1,6}){1,20}+)[.)]?\\s++(.*+)");
    private static final Pattern BARE_NUMBER = linear("\\d{1,4}\\s++(.*+)");
    private static final Pattern BULLET = linear("(?:[-*+•‣–]|\\d{1,9}[.)])\\s++(.*+)");
    private static final Pattern BOX = linear("\\[([ xX]?)]\\s++(.*+)");
    private static final Pattern MEANT = Pattern.compile("[\\p{L}\\p{N}]");
    private static final Pattern CLOSING = Pattern.compile("(?<!\\s)\\s++#++$");

    private final LevelWords words;
    private final Level top;
    private final String unit;
    private final Collection<Person> people;
    private final List<Line> lines = new ArrayList<>();
    private final List<Skipped> skipped = new ArrayList<>();

    /** The items above the line that is being read, the deepest first. */
    private final Deque<Open> above = new ArrayDeque<>();

    /** An item above, with how deep it stands in the text. */
    private record Open(long deep, boolean marked, int index) {}

    /**
     * A line without its indentation and marks.
     *
     * @param deep how deep it stands: more where it is indented more, has more numbers, or a bullet
     */
    private record Raw(long deep, boolean marked, String text) {}

    private static Pattern linear(String form) {
        return Pattern.compile(form, Pattern.DOTALL);
    }

    private OutlineReader(Levels levels, Level top, String unit, Collection<Person> people) {
        this.words = new LevelWords(levels);
        this.top = top;
        this.unit = unit;
        this.people = people;
    }

    /**
     * Reads a text. More than {@link #MOST_LINES} lines that are not blank are refused whole.
     *
     * @param top the level of what stands at the top of the text, where the text does not say
     * @param unit what sizes are, such as "points"
     * @param people to whom tasks are given by a name behind their hours
     */
    public static Outline read(
            String text, Levels levels, Level top, String unit, Collection<Person> people) {
        if (text.length() > LONGEST_TEXT) {
            return refused(
                    "The text is %,d characters long; at most %,d are allowed at once. Nothing was taken."
                            .formatted(text.length(), LONGEST_TEXT));
        }
        var all = text.lines().toList();
        long count = all.stream().filter(line -> !line.isBlank()).count();
        if (count > MOST_LINES) {
            return refused(
                    "The text has %,d lines; at most %,d are allowed at once. Nothing was taken."
                            .formatted(count, MOST_LINES));
        }
        var reader = new OutlineReader(levels, top, unit, people);
        boolean numbered = all.stream().anyMatch(line -> NUMBER.matcher(line.strip()).matches());
        for (int i = 0; i < all.size(); i++) {
            if (!all.get(i).isBlank()) {
                reader.take(i + 1, all.get(i), numbered);
            }
        }
        return new Outline(reader.lines, reader.skipped, null);
    }

    /** What stands before a line that only looks like an item. */
    static final String NO_ITEM = "\\";

    /** Whether a line would be read as an item of its own, or as such a mark. */
    static boolean isMarked(String line) {
        var text = line.strip();
        return text.startsWith(NO_ITEM)
                || Stream.of(HEADING, NUMBER, BULLET, BARE_NUMBER)
                        .anyMatch(pattern -> pattern.matcher(text).matches());
    }

    private static Outline refused(String why) {
        return new Outline(List.of(), List.of(), why);
    }

    private void take(int number, String line, boolean numbered) {
        var raw = raw(line, numbered);
        if (!MEANT.matcher(raw.text()).find()) {
            skipped.add(new Skipped(number, Shortened.to(SHOWN, line.strip())));
        } else if (!raw.marked() && isDescription(raw)) {
            describe(raw.text());
        } else {
            add(number, raw);
        }
    }

    private static Raw raw(String line, boolean numbered) {
        long indent = 0;
        int at = 0;
        for (; at < line.length() && Character.isWhitespace(line.charAt(at)); at++) {
            indent = line.charAt(at) == '\t' ? (indent / TAB + 1) * TAB : indent + 1;
        }
        var text = line.strip();
        long deep = indent * 1000;
        if (text.startsWith(NO_ITEM)) {
            return new Raw(deep, false, text.substring(NO_ITEM.length()));
        }
        var heading = HEADING.matcher(text);
        if (heading.matches()) {
            return new Raw(
                    heading.group(1).length() - 1000L,
                    false,
                    CLOSING.matcher(heading.group(2)).replaceFirst(""));
        }
        var outline = NUMBER.matcher(text);
        if (outline.matches()) {
            return new Raw(deep + outline.group(1).split("\\.").length, true, outline.group(2));
        }
        var bullet = BULLET.matcher(text);
        if (bullet.matches()) {
            return new Raw(deep + 1, true, bullet.group(1));
        }
        var bare = BARE_NUMBER.matcher(text);
        return numbered && bare.matches()
                ? new Raw(deep + 1, true, bare.group(1))
                : new Raw(deep, false, text);
    }

    /** Whether a line without a mark belongs to the bullet above it. */
    private boolean isDescription(Raw raw) {
        var last = above.peek();
        return last != null && last.marked() && raw.deep() > last.deep();
    }

    private void describe(String text) {
        int index = lines.size() - 1;
        var line = lines.get(index);
        if (line.description().length() > LONGEST_DESCRIPTION) {
            return;
        }
        lines.set(
                index,
                with(line, line.description().isEmpty() ? text : line.description() + "\n" + text));
    }

    private static Line with(Line line, String description) {
        return new Line(
                line.number(),
                line.depth(),
                line.level(),
                line.kind(),
                line.title(),
                description,
                line.done(),
                line.parent(),
                line.remark(),
                line.figures());
    }

    private void add(int number, Raw raw) {
        while (!above.isEmpty() && above.peek().deep() >= raw.deep()) {
            above.pop();
        }
        var text = raw.text();
        boolean done = false;
        var box = BOX.matcher(text);
        if (box.matches()) {
            done = !box.group(1).isBlank();
            text = box.group(2);
        }
        var named = words.findAt(text);
        var title = named == null ? text : named.rest();
        var wanted = above.isEmpty() ? null : above.peek().index();
        var level = named == null ? below(wanted) : named.level();
        boolean tooDeep = level == null;
        if (level == null) {
            level = words.lowest();
        }
        var parent = nearestAbove(wanted, level);
        var remark = "";
        if (tooDeep) {
            remark = "deeper than the levels go; kept under " + nameOf(parent);
        } else if (!Objects.equals(parent, wanted)) {
            remark =
                    "cannot stand under %s; kept under %s"
                            .formatted(nameOf(wanted), nameOf(parent));
        }
        var kind = named == null ? level.plainKind() : named.kind();
        int depth = parent == null ? 0 : lines.get(parent).depth() + 1;
        var figures = TitleFigures.read(title, level.carriesPoints(), unit, people);
        keep(
                raw,
                new Line(
                        number,
                        depth,
                        level,
                        kind,
                        figures.title(),
                        "",
                        done,
                        parent,
                        remark,
                        figures.fields()));
    }

    /** Keeps a line; a title that is too long goes into the description as well. */
    private void keep(Raw raw, Line line) {
        boolean tooLong = line.title().length() > LONGEST_TITLE;
        lines.add(tooLong ? shortened(line) : line);
        above.push(new Open(raw.deep(), raw.marked(), lines.size() - 1));
    }

    private static Line shortened(Line line) {
        return new Line(
                line.number(),
                line.depth(),
                line.level(),
                line.kind(),
                Shortened.to(LONGEST_TITLE, line.title()),
                line.title(),
                line.done(),
                line.parent(),
                line.remark().isEmpty()
                        ? "too long for a title; the whole is in its description"
                        : line.remark(),
                line.figures());
    }

    /** The level below a line's; null where there is none. */
    private @Nullable Level below(@Nullable Integer index) {
        return index == null ? top : words.below(lines.get(index).level());
    }

    private @Nullable Integer nearestAbove(@Nullable Integer from, Level level) {
        var index = from;
        while (index != null && !lines.get(index).level().isAbove(level)) {
            index = lines.get(index).parent();
        }
        return index;
    }

    private String nameOf(@Nullable Integer index) {
        return index == null
                ? "none"
                : "“%s”".formatted(Shortened.to(SHOWN, lines.get(index).title()));
    }
}
