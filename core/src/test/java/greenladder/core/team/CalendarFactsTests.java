package greenladder.core.team;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import greenladder.core.team.Calendar.DaysOff;
import greenladder.core.team.Calendar.Member;
import greenladder.core.team.Calendar.Skill;
import greenladder.core.team.CalendarFact.Kind;
import greenladder.core.value.Amount;
import greenladder.core.value.Days;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Calendars as facts and back. */
public class CalendarFactsTests {
    private static final LocalDate DAY = LocalDate.parse("2026-12-24");

    private static Calendar calendar() {
        return new Calendar(
                new Amount(700),
                Set.of(DayOfWeek.MONDAY, DayOfWeek.SATURDAY),
                new TreeMap<>(Map.of(DAY, "Eve")),
                new TreeMap<>(
                        Map.of(
                                "ada.off.days",
                                new Member(
                                        Amount.of(6),
                                        50,
                                        Set.of(DayOfWeek.FRIDAY),
                                        List.of(new Skill("sql", Amount.of(2))),
                                        List.of(new DaysOff(DAY, DAY.plusDays(3), "Away"))))));
    }

    @Test
    public void calendarShouldBeReadAsItWasWritten() {
        assertThat(CalendarFacts.read(CalendarFacts.of(calendar()))).isEqualTo(calendar());
    }

    @DataProvider
    public Object[][] unreadable() {
        return new Object[][] {
            {"off.ada.-0001-01-01", "2026-12-24\tAway"},
            {"off.ada.12026-01-01", "2026-12-24\tAway"},
            {"off.2026-12-24", "2026-12-24\tAway"},
            {"off.ada.2026-12-26", "Away"},
            {"off.ada.2026-12-26", "-0001-01-01\tAway"},
            {"off.ada.2026-02-30", "2026-12-24\tAway"},
            {"holiday.ada.2026-12-25", "Eve"},
            {"holiday.+12026-12-25", "Eve"},
            {"hours.ada", "many"},
            {"share.ada", "half"},
            {"days.ada", "x"},
            {"weekdays", "0"},
            {"focus", ""},
        };
    }

    @Test(dataProvider = "unreadable")
    public void factThatCannotBeReadShouldNotStopTheRest(String name, String text) {
        var facts = new HashMap<>(CalendarFacts.of(calendar()));
        boolean wasSaid = facts.containsKey(name);
        facts.put(name, text);
        var read = CalendarFacts.read(facts);
        assertThat(read.holidays()).isEqualTo(calendar().holidays());
        assertThat(read.member("ada.off.days")).isEqualTo(calendar().member("ada.off.days"));
        assertThat(CalendarFacts.of(read).get(name)).isNotEqualTo(text);
        assertThat(wasSaid).isEqualTo(List.of("weekdays", "focus").contains(name));
    }

    @Test
    public void factOfAYearThatCannotBeReadAgainShouldNotBeWritten() {
        assertThatThrownBy(() -> new CalendarFact(Kind.HOLIDAY, "", LocalDate.of(-1, 1, 1)))
                .isInstanceOf(IllegalArgumentException.class);
        assertThat(Days.parse("1899-12-31")).isEmpty();
        assertThat(Days.parse("1900-01-01")).isPresent();
        assertThat(Days.parse("9999-12-31")).isPresent();
        assertThat(Days.parse("+10000-01-01")).isEmpty();
    }
}
