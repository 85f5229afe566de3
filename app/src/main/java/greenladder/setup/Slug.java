package greenladder.setup;

import com.github.slugify.Slugify;
import java.util.Locale;

/** Short and lasting keys made from names: {@code In test} gives {@code in-test}. */
public final class Slug {
    private static final Slugify SLUGIFY =
            Slugify.builder()
                    .locale(Locale.ENGLISH)
                    .customReplacement("_", " ")
                    .customReplacement("ß", "ss")
                    .build();

    private Slug() {}

    /** Small letters, digits and dashes, a letter first; {@code x} where nothing is left. */
    public static String of(String name, int longest) {
        var plain = SLUGIFY.slugify(name).replaceAll("^[^a-z]+", "");
        var cut = plain.substring(0, Math.min(longest, plain.length())).replaceAll("-+$", "");
        return cut.isEmpty() ? "x" : cut;
    }
}
