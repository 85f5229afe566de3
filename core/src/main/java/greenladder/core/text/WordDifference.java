package greenladder.core.text;

import com.github.difflib.DiffUtils;
import com.github.difflib.patch.AbstractDelta;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;

/**
 * What was taken out of a text and put into it, word by word: the shortest way from the one to the
 * other after Myers (1986).
 *
 * @param pieces in the order of the later text, what was taken out before what was put in
 */
public record WordDifference(List<Piece> pieces) {
    /**
     * Longer texts are compared line by line, and whole where even that is too much: time and room
     * grow with the square of what differs.
     */
    private static final int MOST_WORDS = 700;

    private static final Pattern WORD = Pattern.compile("\\s+|[\\p{L}\\p{N}]+|.", Pattern.DOTALL);
    private static final Pattern LINE = Pattern.compile("[^\\n]*\\n|[^\\n]+");

    /** What became of a piece of text. */
    public enum Fate {
        KEPT,
        REMOVED,
        ADDED
    }

    public record Piece(Fate fate, String text) {}

    public WordDifference {
        pieces = List.copyOf(pieces);
    }

    public static WordDifference of(String then, String now) {
        for (var by : List.of(WORD, LINE)) {
            var before = parts(by, then);
            var after = parts(by, now);
            if (before.size() <= MOST_WORDS && after.size() <= MOST_WORDS) {
                return between(before, after);
            }
        }
        return new WordDifference(pieces(List.of(then), List.of(now)));
    }

    /** Whether the earlier text had no words at all. */
    public boolean wasEmpty() {
        return pieces.stream().allMatch(piece -> piece.fate() == Fate.ADDED);
    }

    /** Whether the later text has none. */
    public boolean isEmptyNow() {
        return pieces.stream().allMatch(piece -> piece.fate() == Fate.REMOVED);
    }

    private static List<String> parts(Pattern by, String text) {
        return by.matcher(text).results().limit(MOST_WORDS + 1L).map(part -> part.group()).toList();
    }

    private static WordDifference between(List<String> before, List<String> after) {
        var pieces = new ArrayList<Piece>();
        int at = 0;
        for (AbstractDelta<String> delta : DiffUtils.diff(before, after).getDeltas()) {
            int from = delta.getSource().getPosition();
            keep(before.subList(at, from), pieces);
            pieces.addAll(pieces(delta.getSource().getLines(), delta.getTarget().getLines()));
            at = from + delta.getSource().size();
        }
        keep(before.subList(at, before.size()), pieces);
        return new WordDifference(pieces);
    }

    private static void keep(List<String> parts, List<Piece> pieces) {
        if (!parts.isEmpty()) {
            pieces.add(new Piece(Fate.KEPT, String.join("", parts)));
        }
    }

    private static List<Piece> pieces(List<String> removed, List<String> added) {
        var pieces = new ArrayList<Piece>();
        if (!String.join("", removed).isEmpty()) {
            pieces.add(new Piece(Fate.REMOVED, String.join("", removed)));
        }
        if (!String.join("", added).isEmpty()) {
            pieces.add(new Piece(Fate.ADDED, String.join("", added)));
        }
        return pieces;
    }
}
