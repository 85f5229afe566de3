package greenladder.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.text.WordDifference.Fate;
import java.util.Random;
import java.util.stream.Collectors;
import org.testng.annotations.Test;

public class WordDifferenceTests {
    private static String told(String then, String now) {
        return WordDifference.of(then, now).pieces().stream()
                .map(piece ->
                        switch (piece.fate()) {
                            case KEPT -> piece.text();
                            case REMOVED -> "[-" + piece.text() + "]";
                            case ADDED -> "[+" + piece.text() + "]";
                        })
                .collect(Collectors.joining());
    }

    @Test
    public void wordsShouldBeToldApart() {
        assertThat(told("The ferry sails at five.", "The ferry sails at six."))
                .isEqualTo("The ferry sails at [-five][+six].");
        assertThat(told("", "New")).isEqualTo("[+New]");
        assertThat(told("Old", "")).isEqualTo("[-Old]");
        assertThat(told("Same", "Same")).isEqualTo("Same");
        assertThat(told("", "")).isEmpty();
    }

    @Test
    public void bothTextsShouldComeOutOfTheDifference() {
        var random = new Random(4);
        for (int round = 0; round < 200; round++) {
            var then = text(random);
            var now = text(random);
            var pieces = WordDifference.of(then, now).pieces();
            assertThat(
                            pieces.stream()
                                    .filter(piece -> piece.fate() != Fate.ADDED)
                                    .map(WordDifference.Piece::text)
                                    .collect(Collectors.joining()))
                    .isEqualTo(then);
            assertThat(
                            pieces.stream()
                                    .filter(piece -> piece.fate() != Fate.REMOVED)
                                    .map(WordDifference.Piece::text)
                                    .collect(Collectors.joining()))
                    .isEqualTo(now);
        }
    }

    private static String text(Random random) {
        return random.ints(random.nextInt(30), 0, 9)
                .mapToObj(one -> "ab \nçé😀.".codePoints().skip(one % 8).findFirst().orElse(' '))
                .map(Character::toString)
                .collect(Collectors.joining());
    }

    @Test
    public void hugeTextsShouldBeToldWhole() {
        var then = "a b ".repeat(25_000);
        var now = "b a ".repeat(25_000);
        assertThat(WordDifference.of(then, now).pieces()).hasSize(2);
    }
}
