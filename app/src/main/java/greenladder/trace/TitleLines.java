package greenladder.trace;

import greenladder.core.value.Shortened;
import java.util.ArrayList;
import java.util.List;

/**
 * Breaks a title into the two short lines that a drawn box holds; SVG text does not break by
 * itself.
 */
final class TitleLines {
    private static final int LONGEST = 27;
    private static final int MOST = 2;

    private TitleLines() {}

    static List<String> of(String title) {
        var lines = new ArrayList<String>();
        var line = new StringBuilder();
        for (var word : title.split(" ")) {
            if (!line.isEmpty() && line.length() + 1 + word.length() > LONGEST) {
                lines.add(line.toString());
                line.setLength(0);
            }
            line.append(line.isEmpty() ? "" : " ").append(word);
        }
        lines.add(line.toString());
        if (lines.size() > MOST) {
            lines.set(MOST - 1, lines.get(MOST - 1) + " …");
        }
        return lines.stream().limit(MOST).map(TitleLines::cut).toList();
    }

    private static String cut(String line) {
        return line.length() <= LONGEST + 2 ? line : Shortened.to(LONGEST + 1, line);
    }
}
