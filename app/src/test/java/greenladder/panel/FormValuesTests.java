package greenladder.panel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import greenladder.core.value.ItemKey;
import greenladder.web.Failure;
import java.time.LocalDate;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class FormValuesTests {
    @DataProvider
    public Object[][] numbers() {
        return new Object[][] {
            {"", "Focus: a whole number of at most 100 is needed."},
            {"eighty", "Focus: a whole number of at most 100 is needed; “eighty” is not one."},
            {"101", "Focus: a whole number of at most 100 is needed; “101” is not one."},
            {"-1", "Focus: a whole number of at most 100 is needed; “-1” is not one."},
            {"9".repeat(100_000), "9".repeat(39) + "…"},
        };
    }

    @Test(dataProvider = "numbers")
    public void numberWhenUnfitShouldNameItsFieldAndWhatWasTyped(String text, String words) {
        assertThatThrownBy(() -> FormValues.number("focus", text, 100))
                .isInstanceOf(Failure.Invalid.class)
                .extracting(failure -> ((Failure.Invalid) failure).problems().inWords())
                .asString()
                .contains(words);
    }

    @Test
    public void dateWhenUnfitShouldNameWhatWasTyped() {
        assertThatThrownBy(() -> FormValues.date("holidays", "2026-02-30"))
                .isInstanceOf(Failure.Invalid.class)
                .extracting(failure -> ((Failure.Invalid) failure).problems().inWords())
                .asString()
                .contains("such as 2026-11-30", "; “2026-02-30” is not one.");
    }

    @Test
    public void valuesThatFitShouldBeRead() {
        assertThat(FormValues.number("focus", " 80 ", 100)).isEqualTo(80);
        assertThat(FormValues.date("start", " 2026-05-04 ")).isEqualTo(LocalDate.of(2026, 5, 4));
        assertThat(FormValues.amount("2,5")).hasToString("2.5");
        assertThat(FormValues.amount(" ")).isNull();
        assertThat(FormValues.keys("MSF1, MSF2\nMSF3"))
                .extracting(ItemKey::toString)
                .containsExactly("MSF1", "MSF2", "MSF3");
    }

    @Test
    public void dayOutsideTheYearsOfPlansShouldBeNone() {
        assertThat(FormValues.findDate("1989-12-31")).isEmpty();
        assertThat(FormValues.findDate("1990-01-01")).isPresent();
        assertThat(FormValues.findDate("2200-12-31")).isPresent();
        assertThat(FormValues.findDate("2201-01-01")).isEmpty();
        assertThat(FormValues.findDate("2026-05-04T00:00")).isEmpty();
    }
}
