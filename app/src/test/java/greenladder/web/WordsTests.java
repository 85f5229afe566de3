package greenladder.web;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.value.Amount;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class WordsTests {
    private static final Instant NOW = Instant.parse("2026-11-23T12:00:00Z");
    private static final Clock CLOCK = Clock.fixed(NOW, ZoneOffset.UTC);

    @DataProvider
    public Object[][] times() {
        return new Object[][] {
            {Duration.ofSeconds(5), "just now"},
            {Duration.ofMinutes(1), "1 minute ago"},
            {Duration.ofHours(3), "3 hours ago"},
            {Duration.ofHours(30), "yesterday"},
            {Duration.ofDays(4), "on Thursday"},
            {Duration.ofDays(60), "24 Sep 2026"},
        };
    }

    @Test(dataProvider = "times")
    public void timesShouldBeRelativeWithinAWeek(Duration ago, String words) {
        assertThat(Words.since(NOW.minus(ago), CLOCK)).isEqualTo(words);
    }

    @Test
    public void figuresShouldHaveOneDecimalAtMost() {
        assertThat(Words.of(new Amount(2_250))).isEqualTo("2.3");
        assertThat(Words.of(Amount.of(100))).isEqualTo("100");
        assertThat(Words.of((Amount) null)).isEqualTo("–");
        assertThat(Words.day(LocalDate.of(2026, 11, 12))).isEqualTo("12 Nov 2026");
    }

    @Test
    public void onlyTheWholeShouldBeAHundredPercent() {
        assertThat(Words.percent(0.999)).isEqualTo("99 %");
        assertThat(Words.percent(1)).isEqualTo("100 %");
    }

    @DataProvider
    public Object[][] plurals() {
        return new Object[][] {
            {"story", "2 stories"},
            {"day", "2 days"},
            {"box", "2 boxes"},
            {"patch", "2 patches"},
            {"item", "2 items"},
        };
    }

    @Test(dataProvider = "plurals")
    public void severalShouldBeSaidInThePlural(String one, String several) {
        assertThat(Words.count(2, one)).isEqualTo(several);
        assertThat(Words.count("2", one)).isEqualTo(several);
        assertThat(Words.count(1, one)).isEqualTo("1 " + one);
    }
}
