package greenladder.core.filter;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import greenladder.core.snapshot.Node;
import greenladder.core.value.Amount;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class SpanTests {
    private static final LocalDate TODAY = LocalDate.parse("2026-05-04");
    private static final SortedMap<Amount, String> SHIRTS =
            new TreeMap<>(Map.of(Amount.of(2), "S", Amount.of(5), "M"));
    private static final Node ANY = Trees.of("story A").requireNode(Trees.key(1));

    private static String spanOf(Facet facet) {
        var values = new ArrayList<String>();
        facet.values().of(ANY, values::add);
        return values.getFirst() + " = " + facet.words().apply(values.getFirst());
    }

    private static @Nullable Amount amount(String text) {
        return text.isEmpty() ? null : Amount.parse(text).orElseThrow();
    }

    @DataProvider
    static Object[][] amounts() {
        return new Object[][] {
            {"0", "0..0.1 = 0 to under 0.1"},
            {"0.5", "0.5..1 = 0.5 to under 1"},
            {"49.999", "20..50 = 20 to under 50"},
            {"50", "50..100 = 50 to under 100"},
            {"-3", "..0 = under 0"},
            {"9000000", "5000000.. = 5000000 and more"},
            {"", " = none"},
        };
    }

    @Test(dataProvider = "amounts")
    public void amountWithoutScaleShouldStandInAnEvenSpan(String text, String expected) {
        assertThat(spanOf(AmountSpans.EVENLY.facet("value", "Value", node -> amount(text))))
                .isEqualTo(expected);
    }

    @DataProvider
    static Object[][] sizes() {
        return new Object[][] {
            {"1", "0..2 = 0 to under 2"},
            {"2", "2..5 = S, 2 to under 5"},
            {"5", "5..10 = M, 5 to under 10"},
            {"13", "10..20 = 10 to under 20"},
        };
    }

    @Test(dataProvider = "sizes")
    public void sizeShouldStandInTheSpanOfItsStepAndEvenlyBeyondTheLast(
            String text, String expected) {
        assertThat(spanOf(new AmountSpans(SHIRTS).facet("size", "Size", node -> amount(text))))
                .isEqualTo(expected);
    }

    @Test
    public void spansShouldBeInOrderWithNoneLast() {
        var order = AmountSpans.EVENLY.facet("value", "Value", node -> null).order();

        assertThat(List.of("", "10..20", "2..5", "..0").stream().sorted(order))
                .containsExactly("..0", "2..5", "10..20", "");
    }

    @DataProvider
    static Object[][] numbers() {
        return new Object[][] {
            {"0.66666", "0.666"}, {"-0.0001", "-0.001"}, {"1e40", "9223372036854775.807"},
        };
    }

    @Test(dataProvider = "numbers")
    public void computedNumberShouldBeTakenToAThousandth(String number, String expected) {
        assertThat(AmountSpans.of(new BigDecimal(number))).hasToString(expected);
    }

    @DataProvider
    static Object[][] days() {
        return new Object[][] {
            {DaySpans.AHEAD, -1, "past = passed"},
            {DaySpans.AHEAD, 0, "week = within 7 days"},
            {DaySpans.AHEAD, 8, "month = in 8 to 30 days"},
            {DaySpans.AHEAD, 91, "quarter = in 31 to 91 days"},
            {DaySpans.AHEAD, 92, "later = later"},
            {DaySpans.AGO, 0, "week = in the last 7 days"},
            {DaySpans.AGO, -8, "month = 8 to 30 days ago"},
            {DaySpans.AGO, -91, "quarter = 31 to 91 days ago"},
            {DaySpans.AGO, -365, "year = 92 to 365 days ago"},
            {DaySpans.AGO, -366, "older = longer ago"},
        };
    }

    @Test(dataProvider = "days")
    public void dayShouldStandInTheSpanOfItsDistanceFromToday(
            DaySpans spans, int after, String expected) {
        assertThat(spanOf(spans.ofDays("day", "Day", TODAY, node -> TODAY.plusDays(after))))
                .isEqualTo(expected);
    }

    @DataProvider
    static Object[][] moments() {
        return new Object[][] {
            {"2026-05-04T23:59:59Z", "week"},
            {"2026-04-27T00:00:00Z", "week"},
            {"2026-04-26T23:59:59Z", "month"},
            {"1969-12-31T12:00:00Z", "older"},
        };
    }

    @Test(dataProvider = "moments")
    public void momentShouldStandInTheSpanOfItsDay(String moment, String expected) {
        var facet = DaySpans.AGO.ofMoments("made", "Made", TODAY, node -> Instant.parse(moment));

        assertThat(spanOf(facet)).startsWith(expected + " = ");
    }

    @Test
    public void daySpansShouldBeInOrderWithNoneLast() {
        var order = DaySpans.AGO.ofDays("made", "Made", TODAY, node -> null).order();

        assertThat(List.of("", "older", "month").stream().sorted(order))
                .containsExactly("month", "older", "");
    }

    @DataProvider
    static Object[][] written() {
        return new Object[][] {
            {"5.001..", "more than 5"},
            {"..8.001", "at most 8"},
            {"3..8.001", "3 to 8"},
            {"5..", "5 and more"},
        };
    }

    @Test(dataProvider = "written")
    public void spanThatWasTypedShouldReadAsItWasTyped(String text, String expected) {
        assertThat(AmountSpans.EVENLY.facet("value", "Value", node -> null).words().apply(text))
                .isEqualTo(expected);
    }

    @DataProvider
    static Object[][] stretches() {
        return new Object[][] {
            {"2026-04-30..", "since 30 Apr 2026"},
            {"..2026-05-08", "until 8 May 2026"},
            {"2026-05-04..2026-05-04", "4 May 2026"},
            {"-13d..0d", "in the last 14 days"},
            {"0d..10d", "within 10 days"},
            {"-3d..2d", "3 days ago to in 2 days"},
            {"2026-02-31..", "2026-02-31.."},
            {"..", ".."},
        };
    }

    @Test(dataProvider = "stretches")
    public void stretchOfDaysShouldBeToldInWords(String text, String expected) {
        assertThat(
                        DaySpans.AGO
                                .ofMoments("made", "Created", TODAY, node -> Instant.EPOCH)
                                .words()
                                .apply(text))
                .isEqualTo(expected);
    }
}
