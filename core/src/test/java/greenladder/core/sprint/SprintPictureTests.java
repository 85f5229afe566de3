package greenladder.core.sprint;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.sprint.SprintPicture.Card;
import greenladder.core.value.ItemKey;
import java.util.List;
import java.util.Set;
import org.testng.annotations.Test;

public class SprintPictureTests {
    private static Card card(String key, String above) {
        return new Card(
                0, ItemKey.parse(key).orElseThrow(), 0, "T", "story", null, true, null, above);
    }

    @Test
    public void hiddenProductsShouldBeNamedInNoCard() {
        var picture =
                new SprintPicture(
                        List.of("Done"),
                        List.of(
                                card("MSF1", "QUA7 Nobody knows"),
                                card("MSF2", "MSF9 Open to all"),
                                card("QUA3", "")));

        assertThat(picture.of(Set.of("MSF")).cards())
                .extracting(Card::above)
                .containsExactly("", "MSF9 Open to all");
        assertThat(picture.of(Set.of("MSF", "QUA"))).isEqualTo(picture);
    }
}
