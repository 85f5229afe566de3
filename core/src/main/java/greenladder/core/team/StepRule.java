package greenladder.core.team;

import greenladder.core.value.Facts;
import org.jspecify.annotations.Nullable;

/**
 * A rule of a team: who may take items of a level from one state to another.
 *
 * @param key never changes
 * @param from null for any state
 * @param who a person, or whoever of the team has a skill; null for those who plan for the team
 * @param on whether it is in use
 */
public record StepRule(
        String key,
        String level,
        @Nullable String from,
        String to,
        HandOver.@Nullable Taker who,
        boolean on) {
    private static final int PARTS = 5;

    /** Whether it holds for a step. */
    public boolean holds(String itsLevel, @Nullable String before, String after) {
        return on
                && level.equals(itsLevel)
                && to.equals(after)
                && !to.equals(before)
                && (from == null || from.equals(before));
    }

    public StepRule switched(boolean isOn) {
        return new StepRule(key, level, from, to, who, isOn);
    }

    static StepRule of(String key, String text) {
        var parts = text.split("\t", PARTS);
        return new StepRule(
                key,
                parts[0],
                parts[1].isEmpty() ? null : parts[1],
                parts[2],
                parts[3].isEmpty() ? null : HandOver.Taker.parse(parts[3]),
                parts[4].equals(Facts.YES));
    }

    String text() {
        return String.join(
                "\t",
                level,
                from == null ? "" : from,
                to,
                who == null ? "" : who.toString(),
                on ? Facts.YES : "");
    }
}
