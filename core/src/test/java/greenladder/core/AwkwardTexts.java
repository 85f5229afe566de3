package greenladder.core;

import java.util.LinkedHashMap;
import java.util.Map;

/** Texts of 100,000 characters of each awkward kind, thrown at whatever reads text. */
public final class AwkwardTexts {
    private static final int LONG = 100_000;

    private AwkwardTexts() {}

    /** The awkward kinds, by what they are. */
    public static Map<String, String> kinds() {
        var kinds = new LinkedHashMap<String, String>();
        kinds.put("digits", "1".repeat(LONG) + "x");
        kinds.put("blanks", "# a" + " ".repeat(LONG) + "b");
        kinds.put("heading", "# a" + " #".repeat(LONG / 2) + "x");
        kinds.put("numbers", "1" + ".1".repeat(LONG / 2) + "x");
        kinds.put("commas", "a" + ",".repeat(LONG));
        kinds.put("clauses", "a" + ", for  ".repeat(LONG / 7) + "x");
        kinds.put("exponent", "1e" + "9".repeat(LONG));
        kinds.put("brackets", "(".repeat(LONG));
        kinds.put("square brackets", "[".repeat(LONG) + "](");
        kinds.put("stars", "*a".repeat(LONG / 2));
        kinds.put("quotes", ">".repeat(LONG) + "\n" + "`".repeat(LONG));
        kinds.put("line ends", "a\n".repeat(LONG / 2));
        kinds.put("separators", "- a\u2028\u0085 ".repeat(LONG / 6));
        kinds.put("dots", "..".repeat(LONG / 2));
        kinds.put("dashes", "-".repeat(LONG));
        kinds.put("mentions", "@a.-".repeat(LONG / 4));
        kinds.put("right to left", "\u202e\u05d0\u0301".repeat(LONG / 3));
        kinds.put("pairs", "\ud83d\udc69\u200d".repeat(LONG / 3));
        kinds.put("markup", "<b a=\"&".repeat(LONG / 8));
        kinds.put("zeros", "0".repeat(LONG) + ".");
        return kinds;
    }
}
