package greenladder.list;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import greenladder.people.Preferences;
import greenladder.people.SignedIn;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.Test;

public class LastLookTests {
    private static final Instant START = Instant.parse("2026-05-04T09:00:00Z");

    private Instant now;
    private List<String> written;
    private LastLook looks;

    @BeforeMethod
    public void begin() {
        now = START;
        written = new ArrayList<>();
        var preferences = mock(Preferences.class);
        when(preferences.find(any(), eq("look.MSF")))
                .thenAnswer(call ->
                        written.isEmpty() ? Optional.empty() : Optional.of(written.getLast()));
        doAnswer(call -> written.add(call.getArgument(2)))
                .when(preferences)
                .set(any(), eq("look.MSF"), anyString());
        var clock = mock(Clock.class);
        when(clock.instant()).thenAnswer(call -> now);
        looks = new LastLook(preferences, clock);
    }

    private Instant lookAfter(int minutes) {
        now = now.plus(Duration.ofMinutes(minutes));
        return looks.look(SignedIn.SYSTEM, "MSF");
    }

    @Test
    public void firstVisitShouldKnowOfNoneBefore() {
        assertThat(lookAfter(0)).isNull();
        assertThat(lookAfter(20)).isNull();
    }

    @Test
    public void visitAfterAPauseShouldGoByTheEndOfTheOneBefore() {
        lookAfter(0);
        lookAfter(10);
        var end = now;

        assertThat(lookAfter(120)).isEqualTo(end);
        assertThat(lookAfter(25)).as("the same visit goes on").isEqualTo(end);
    }

    @Test
    public void looksInARowShouldSeldomBeWritten() {
        for (int i = 0; i < 9; i++) {
            lookAfter(1);
        }

        assertThat(written).hasSize(2);
    }

    @Test
    public void sayingThatAllWasSeenShouldEndTheVisit() {
        lookAfter(0);
        now = now.plus(Duration.ofMinutes(3));
        looks.seen(SignedIn.SYSTEM, "MSF");
        var seen = now;

        assertThat(lookAfter(5)).isEqualTo(seen);
    }
}
