package greenladder.web;

import greenladder.core.level.Level;
import greenladder.core.level.Levels;

/**
 * The little picture of a level: two rails with as many rungs as the ladder has levels, the item's
 * own one thick.
 *
 * @param others the outline of the other levels' rungs
 * @param own that of the level's own
 * @param label the level's name
 */
public record RungMark(String others, String own, String label) {
    private static final double TOP = 2.6;
    private static final double BOTTOM = 15.6;

    public static RungMark of(Levels levels, Level level) {
        var others = new StringBuilder();
        var own = "";
        int count = levels.all().size();
        for (int i = 0; i < count; i++) {
            double y = count == 1 ? (TOP + BOTTOM) / 2 : TOP + i * (BOTTOM - TOP) / (count - 1);
            var rung = "M4 " + Math.round(y * 10) / 10.0 + "h10";
            if (i == level.index()) {
                own = rung;
            } else {
                others.append(rung);
            }
        }
        return new RungMark(others.toString(), own, level.name());
    }
}
