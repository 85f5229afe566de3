package greenladder.item;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import org.testng.annotations.Test;

public class OperationTimesTests {
    private static final Instant NOW = Instant.parse("2026-05-04T09:00:00.123456789Z");
    private static final Instant MICROS = Instant.parse("2026-05-04T09:00:00.123456Z");

    private static OperationTimes after(Instant latest) {
        return new OperationTimes(Clock.fixed(NOW, ZoneOffset.UTC), latest);
    }

    @Test
    public void timeShouldBeWhatTheClockSaysAndTheDatabaseKeeps() {
        assertThat(after(Instant.EPOCH).now()).isEqualTo(MICROS);
    }

    @Test
    public void timeShouldStandStillWhereTheClockIsSetBack() {
        var latest = MICROS.plusSeconds(600);
        assertThat(after(latest).now()).isEqualTo(latest);
        var times = after(Instant.EPOCH);
        times.went(latest);
        assertThat(times.now()).isEqualTo(latest);
    }

    @Test
    public void clockThatWasHoursAheadShouldNotBeWaitedFor() {
        assertThat(after(MICROS.plus(Duration.ofHours(1))).now()).isEqualTo(MICROS);
    }
}
