package greenladder.core.value;

import greenladder.core.papers.Paper;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/**
 * Names a part of the plan or of the set-up, as items are named by their keys: {@code
 * sprint:lantern-7}.
 *
 * @param key short and lasting, one of its kind
 */
public record PlanKey(Kind kind, String key) implements Comparable<PlanKey> {
    /** What plans and set-ups are made of. What others refer to comes first. */
    public enum Kind {
        PERSON,
        PRODUCT,
        TEAM,
        RELEASE,
        SPRINT,
        BASELINE,
        TEST,
        ROUND,
        REVIEW,
        DOCUMENT;

        /** Whether it is a {@link Paper}. */
        public boolean isPaper() {
            return compareTo(SPRINT) > 0;
        }

        /** Whether whoever works in its product may write it; else whoever plans there. */
        public boolean isWork() {
            return isPaper() && this != BASELINE;
        }

        String label() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    public static PlanKey person(String handle) {
        return new PlanKey(Kind.PERSON, handle);
    }

    public static PlanKey product(String code) {
        return new PlanKey(Kind.PRODUCT, code);
    }

    public static PlanKey team(String key) {
        return new PlanKey(Kind.TEAM, key);
    }

    public static PlanKey sprint(String key) {
        return new PlanKey(Kind.SPRINT, key);
    }

    public static PlanKey release(String key) {
        return new PlanKey(Kind.RELEASE, key);
    }

    /** Reads what {@link #toString} writes. */
    public static Optional<PlanKey> parse(String text) {
        int colon = text.indexOf(':');
        return Arrays.stream(Kind.values())
                .filter(kind -> colon > 0 && kind.label().equals(text.substring(0, colon)))
                .map(kind -> new PlanKey(kind, text.substring(colon + 1)))
                .findFirst();
    }

    @Override
    public int compareTo(PlanKey other) {
        return kind == other.kind ? key.compareTo(other.key) : kind.compareTo(other.kind);
    }

    @Override
    public String toString() {
        return kind.label() + ":" + key;
    }
}
