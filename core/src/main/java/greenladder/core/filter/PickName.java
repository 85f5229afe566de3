package greenladder.core.filter;

import java.util.Optional;
import java.util.regex.Pattern;

/**
 * The name under which values of a facet are asked for: {@code team} for items that have one of
 * them, {@code not.team} for those that have none of them. Names that begin with the same of {@code
 * or.}, {@code or2.} and {@code or3.} are alternatives: an item is found where one of them lets it
 * through.
 *
 * @param group {@code or}, {@code or2} or {@code or3}; empty where it has to hold by itself
 * @param excludes whether the values are left out
 * @param facet the facet's id
 */
public record PickName(String group, boolean excludes, String facet) {
    private static final Pattern NAME =
            Pattern.compile("(?:(or[23]?)\\.)?(not\\.)?(.+)", Pattern.DOTALL);

    /** Empty for a name that is no pick's, such as an empty one. */
    public static Optional<PickName> parse(String name) {
        var match = NAME.matcher(name);
        return match.matches()
                ? Optional.of(
                        new PickName(
                                Optional.ofNullable(match.group(1)).orElse(""),
                                match.group(2) != null,
                                match.group(3)))
                : Optional.empty();
    }

    /** The name for items that have none of the values. */
    public static String hasNot(String facet) {
        return new PickName("", true, facet).toString();
    }

    public boolean isAlternative() {
        return !group.isEmpty();
    }

    /** The same without its group. */
    public PickName alone() {
        return new PickName("", excludes, facet);
    }

    @Override
    public String toString() {
        return (group.isEmpty() ? "" : group + ".") + (excludes ? "not." : "") + facet;
    }
}
