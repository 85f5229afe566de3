package greenladder.web;

import greenladder.core.item.Level;
import greenladder.core.item.Levels;
import java.util.ArrayList;
import java.util.List;

/**
 * The little picture of a level: two rails with as many rungs as the ladder has levels, the item's
 * own one thick.
 *
 * @param label the level's name
 */
public record RungMark(List<Rung> rungs, String label) {
    private static final double TOP = 2.6;
    private static final double BOTTOM = 15.6;

    public record Rung(double y, boolean own) {}

    public static RungMark of(Levels levels, Level level) {
        var rungs = new ArrayList<Rung>();
        int count = levels.all().size();
        for (int i = 0; i < count; i++) {
            double y = count == 1 ? (TOP + BOTTOM) / 2 : TOP + i * (BOTTOM - TOP) / (count - 1);
            rungs.add(new Rung(Math.round(y * 10) / 10.0, i == level.index()));
        }
        return new RungMark(List.copyOf(rungs), level.name());
    }
}
