package greenladder.work;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.RunningPages;
import org.testng.annotations.Test;

/** The board, as pages show it to those who work there and to those who look on. */
public class BoardIntegrationTests extends RunningPages {
    private static final String BOARD = "/MSF/board";

    @Test
    public void boardShouldShowNoControlsToWhoeverLooksOn() {
        assertThat(get("tam.keel", BOARD)).contains("data-walk>");
        assertThat(get("saga.lind", BOARD))
                .contains("board-card")
                .doesNotContain("data-walk>", "data-accept", "Set up");
    }

    @Test
    public void boardShouldBeWalkedByThoseWhoWorkThere() {
        assertThat(post("tam.keel", "/MSF/board/lantern/walk").status()).isEqualTo(204);
        assertThat(post("saga.lind", "/MSF/board/lantern/walk").status()).isEqualTo(403);
        assertThat(post("saga.lind", "/MSF/board/lantern/hold", "keys", "MSF26").status())
                .isEqualTo(403);
    }

    @Test
    public void boardOfAnotherProductsTeamShouldNotBeWalked() {
        var code = api().newProduct();
        assertThat(post("tam.keel", "/" + code + "/board/lantern/walk").status()).isEqualTo(403);
    }
}
