package greenladder.core.team;

import greenladder.core.value.Facts;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * A rule of a team: what happens by itself when an item comes to a state.
 *
 * @param key never changes
 * @param level of the items that it holds for
 * @param state that they come to
 * @param to whom they go to; null where they stay with whom they are
 * @param moveTo the state that they go on to; null where they stay in theirs
 * @param on whether it is in use
 */
public record HandOver(
        String key,
        String level,
        String state,
        @Nullable Taker to,
        @Nullable String moveTo,
        boolean on) {
    private static final int PARTS = 5;

    /**
     * One person, or whoever of the team has a skill.
     *
     * @param name a sign-in name, or a skill
     */
    public record Taker(boolean isSkill, String name) {
        private static final String SKILL = "skill:";
        private static final String PERSON = "person:";

        public static Taker skill(String name) {
            return new Taker(true, name);
        }

        public static Taker person(String handle) {
            return new Taker(false, handle);
        }

        /**
         * @param text as {@link #toString} writes it
         */
        public static Taker parse(String text) {
            return text.startsWith(SKILL)
                    ? skill(text.substring(SKILL.length()))
                    : person(text.startsWith(PERSON) ? text.substring(PERSON.length()) : text);
        }

        @Override
        public String toString() {
            return (isSkill ? SKILL : PERSON) + name;
        }
    }

    public HandOver switched(boolean isOn) {
        return new HandOver(key, level, state, to, moveTo, isOn);
    }

    static HandOver of(String key, String text) {
        var parts = text.split("\t", PARTS);
        return new HandOver(
                key,
                parts[0],
                parts[1],
                parts[2].isEmpty() ? null : Taker.parse(parts[2]),
                parts[3].isEmpty() ? null : parts[3],
                parts[4].equals(Facts.YES));
    }

    String text() {
        return Stream.of(
                        level,
                        state,
                        to == null ? "" : to,
                        moveTo == null ? "" : moveTo,
                        on ? Facts.YES : "")
                .map(Object::toString)
                .collect(Collectors.joining("\t"));
    }
}
