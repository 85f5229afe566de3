package greenladder.people;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Locale;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Passwords that are guessed first: a common word with digits and marks around it or in place of
 * its letters, one character over and over, and runs such as 1234567890.
 */
final class CommonPasswords {
    private static final int FEWEST_DIFFERENT = 4;
    private static final Set<String> WORDS = words();

    private CommonPasswords() {}

    static boolean has(String password) {
        var small = password.toLowerCase(Locale.ROOT);
        return small.chars().distinct().count() < FEWEST_DIFFERENT
                || isRun(small)
                || WORDS.contains(lettersOf(small))
                || WORDS.contains(lettersOf(withLetters(core(small))));
    }

    /** Without the digits and marks before and after. */
    private static String core(String text) {
        int from = 0;
        int to = text.length();
        while (from < to && !Character.isLetter(text.charAt(from))) {
            from++;
        }
        while (to > from && !Character.isLetter(text.charAt(to - 1))) {
            to--;
        }
        return text.substring(from, to);
    }

    /** Every character one on from the last, or one back; 0 follows 9. */
    private static boolean isRun(String text) {
        boolean up = true;
        boolean down = true;
        for (int i = 1; i < text.length(); i++) {
            int step = text.charAt(i) - text.charAt(i - 1);
            boolean wraps = Character.isDigit(text.charAt(i));
            up &= step == 1 || wraps && step == -9;
            down &= step == -1 || wraps && step == 9;
        }
        return up || down;
    }

    private static String withLetters(String text) {
        return text.replace('0', 'o')
                .replace('1', 'i')
                .replace('3', 'e')
                .replace('4', 'a')
                .replace('5', 's')
                .replace('7', 't')
                .replace('@', 'a')
                .replace('$', 's')
                .replace('!', 'i');
    }

    private static String lettersOf(String text) {
        return text.codePoints()
                .filter(Character::isLetter)
                .collect(StringBuilder::new, StringBuilder::appendCodePoint, StringBuilder::append)
                .toString();
    }

    private static Set<String> words() {
        try (var in = CommonPasswords.class.getResourceAsStream("/passwords/common.txt")) {
            return new String(Objects.requireNonNull(in).readAllBytes(), StandardCharsets.UTF_8)
                    .lines()
                    .filter(line -> !line.startsWith("#"))
                    .flatMap(line -> Arrays.stream(line.strip().split(" ")))
                    .collect(Collectors.toUnmodifiableSet());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
