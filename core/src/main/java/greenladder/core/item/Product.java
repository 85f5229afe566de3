package greenladder.core.item;

import java.util.regex.Pattern;

/**
 * What a backlog is kept for.
 *
 * @param code 2 to 5 capital letters, the first part of its items' keys; it never changes
 */
public record Product(String code, String name, Levels levels) {
    private static final Pattern CODE = Pattern.compile("[A-Z]{2,5}");

    public Product {
        if (!isCode(code)) {
            throw new IllegalArgumentException("product code " + code);
        }
    }

    public static boolean isCode(String text) {
        return CODE.matcher(text).matches();
    }
}
