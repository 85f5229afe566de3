package greenladder.core.product;

import greenladder.core.item.Field;
import greenladder.core.value.Amount;

/**
 * A number that people give to items and that a product's score is made of.
 *
 * @param key its name in the formula: small letters, digits and underscores, a letter first
 * @param low the least that can be given
 * @param high the most that can be given
 */
public record Factor(String key, String name, Amount low, Amount high) {
    public Factor {
        if (low.compareTo(high) >= 0) {
            throw new IllegalArgumentException(key + " goes from " + low + " to " + high);
        }
    }

    /** A factor from 0 to 10. */
    public static Factor upToTen(String key, String name) {
        return new Factor(key, name, Amount.ZERO, Amount.of(10));
    }

    public Field field() {
        return Field.factor(key);
    }

    public boolean takes(Amount amount) {
        return amount.compareTo(low) >= 0 && amount.compareTo(high) <= 0;
    }
}
