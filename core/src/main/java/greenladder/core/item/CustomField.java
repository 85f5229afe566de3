package greenladder.core.item;

import java.util.List;

/**
 * A field that a product has of its own.
 *
 * @param key never changes; small letters, digits and hyphens
 * @param choices what can be chosen, for the types of which something is chosen
 */
public record CustomField(String key, String name, Type type, List<String> choices) {
    /** What its values are. */
    public enum Type {
        TEXT("text"),
        NUMBER("number"),
        /** A number of which parents have their own and the sum of what stands below. */
        TOTAL("number that adds up"),
        DATE("date"),
        ONE_OF("one of"),
        MANY_OF("many of"),
        PERSON("person"),
        PEOPLE("people"),
        ITEM("item"),
        YES_NO("yes or no"),
        LINK("link"),
        NAMED_DAYS("named days");

        private final String word;

        Type(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }

        public boolean hasChoices() {
            return this == ONE_OF || this == MANY_OF;
        }
    }

    public CustomField {
        choices = List.copyOf(choices);
    }

    public Field field() {
        return Field.custom(key);
    }
}
