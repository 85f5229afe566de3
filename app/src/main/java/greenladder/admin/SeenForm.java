package greenladder.admin;

import greenladder.core.change.Problems;
import greenladder.web.Failure;
import java.nio.charset.StandardCharsets;
import java.util.HexFormat;
import java.util.zip.CRC32C;

/**
 * What a form of the set-up was made of, so that saving it does not take back what somebody else
 * saved meanwhile: the digest goes with the form and comes back with it.
 */
final class SeenForm {
    private static final String WORDS =
            "Somebody else saved this in the meantime. What you entered is still here: save again"
                    + " to replace theirs, or reload the page to see theirs.";

    private SeenForm() {}

    /**
     * @param kept what is kept now, as a value that tells itself whole
     */
    static String of(Object kept) {
        var digest = new CRC32C();
        digest.update(kept.toString().getBytes(StandardCharsets.UTF_8));
        return HexFormat.of().toHexDigits(digest.getValue());
    }

    /**
     * @param seen the digest that came with the form; empty where it says nothing of it
     */
    static boolean isOvertaken(String seen, Object kept) {
        return !seen.isEmpty() && !seen.equals(of(kept));
    }

    /**
     * @throws Failure.Invalid if somebody else changed it since the form was made
     */
    static void require(String seen, Object kept) {
        if (isOvertaken(seen, kept)) {
            throw new Failure.Invalid(overtaken());
        }
    }

    static Problems overtaken() {
        return Problems.of("form", WORDS);
    }
}
