package greenladder.web;

import static org.assertj.core.api.Assertions.assertThat;

import org.testng.annotations.Test;

public class FailureTests {
    @Test
    public void whatSomebodySentShouldNotComeBackWhole() {
        var sent = "x".repeat(100_000);
        var failure = new Failure.NotFound("There is no item %s.".formatted(sent));
        assertThat(failure.getMessage()).startsWith("There is no item xxx").hasSize(200);
    }
}
