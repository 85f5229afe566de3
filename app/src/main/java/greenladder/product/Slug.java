package greenladder.product;

import java.text.Normalizer;
import java.util.Locale;

/** Short and lasting keys made from names: {@code In test} gives {@code in-test}. */
public final class Slug {
    private Slug() {}

    /** Small letters, digits and dashes, a letter first; {@code x} where nothing is left. */
    public static String of(String name, int longest) {
        var plain =
                Normalizer.normalize(name, Normalizer.Form.NFD)
                        .toLowerCase(Locale.ROOT)
                        .replaceAll("\\p{M}", "")
                        .replaceAll("[^a-z0-9]+", "-")
                        .replaceAll("^[^a-z]+", "");
        var cut = plain.substring(0, Math.min(longest, plain.length())).replaceAll("-+$", "");
        return cut.isEmpty() ? "x" : cut;
    }
}
