package greenladder.people;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.util.Base64;
import java.util.HexFormat;

/** Tokens and links that are shown once; only their hashes are kept. */
final class Secrets {
    private static final SecureRandom RANDOM = new SecureRandom();
    private static final int BYTES = 24;

    private Secrets() {}

    /** 32 letters, digits, dashes and underscores: 192 random bits. */
    static String fresh() {
        var bytes = new byte[BYTES];
        RANDOM.nextBytes(bytes);
        return Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
    }

    /** SHA-256 in hexadecimal: enough for secrets of full randomness, unlike for passwords. */
    static String hash(String secret) {
        try {
            return HexFormat.of()
                    .formatHex(
                            MessageDigest.getInstance("SHA-256")
                                    .digest(secret.getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
