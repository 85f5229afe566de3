package greenladder.demo;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.stream.IntStream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Nobody in the demo works on weekends or at night, and what came first still does. */
public class DemoCalendarTests {
    private static final Instant FIRST = Instant.parse("2026-11-02T00:30:00Z");

    @DataProvider
    public Object[][] hours() {
        return IntStream.range(0, 14 * 24)
                .filter(hour -> hour % 5 == 0)
                .mapToObj(hour -> new Object[] {FIRST.plus(Duration.ofHours(hour))})
                .toArray(Object[][]::new);
    }

    @Test(dataProvider = "hours")
    public void whatHappenedShouldHaveHappenedAtWork(Instant now) {
        var before = Instant.EPOCH;
        for (int quarters = 10 * 24 * 4; quarters >= 0; quarters--) {
            var at = now.minus(Duration.ofMinutes(15L * quarters));
            var working = DemoCalendar.working(at, now);
            var time = working.atZone(ZoneOffset.UTC);
            assertThat(time.getDayOfWeek()).isNotIn(DayOfWeek.SATURDAY, DayOfWeek.SUNDAY);
            assertThat(time.getHour()).isBetween(7, 18);
            assertThat(working).isBeforeOrEqualTo(now.isBefore(at) ? at : now);
            assertThat(working).as("after what came before it").isAfterOrEqualTo(before);
            before = working;
        }
    }
}
