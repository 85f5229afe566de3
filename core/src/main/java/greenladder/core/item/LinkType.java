package greenladder.core.item;

import java.util.Arrays;
import java.util.Optional;

/** What one item is to another. */
public enum LinkType {
    CONTRIBUTES_TO("contributes to", "gets work from"),
    /** It cannot begin before the other is done. */
    DEPENDS_ON("depends on", "needed by"),
    COVERS("covers", "covered by"),
    FIXES("fixes", "fixed by"),
    /** A bug that was found when the other had been called done. */
    FOUND_AFTER("found after", "found broken by"),
    FOLLOWS_FROM("follows from", "followed by"),
    /** Either way round. */
    RELATES_TO("relates to", "relates to");

    private final String label;
    private final String backwards;

    LinkType(String label, String backwards) {
        this.label = label;
        this.backwards = backwards;
    }

    /** Its name in messages and for programs. */
    public String label() {
        return label;
    }

    /** What the other is to it. */
    public String backwards() {
        return backwards;
    }

    /** Its name in the names of fields and in addresses. */
    public String slug() {
        return label.replace(' ', '-');
    }

    public static Optional<LinkType> find(String label) {
        return Arrays.stream(values()).filter(type -> type.label.equals(label)).findFirst();
    }

    static Optional<LinkType> ofSlug(String slug) {
        return Arrays.stream(values()).filter(type -> type.slug().equals(slug)).findFirst();
    }
}
