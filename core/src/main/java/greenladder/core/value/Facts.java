package greenladder.core.value;

import java.util.Map;

/** Named texts that something is made of. */
public final class Facts {
    /** The text of a fact that only is or is not. */
    public static final String YES = "yes";

    private Facts() {}

    /** A fact that has to be there. */
    public static String required(String key, Map<String, String> facts, String name) {
        var text = facts.get(name);
        if (text == null) {
            throw new IllegalArgumentException("%s has no %s".formatted(key, name));
        }
        return text;
    }
}
