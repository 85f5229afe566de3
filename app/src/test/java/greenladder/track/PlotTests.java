package greenladder.track;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.chart.Axis.Tick;
import java.time.LocalDate;
import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** What charts over days have in common, on sheets of several sizes. */
public class PlotTests {
    private static final LocalDate FIRST = LocalDate.parse("2026-05-04");

    @DataProvider
    public Object[][] sheets() {
        return new Object[][] {
            {Plot.PAGE, 1}, {Plot.PAGE, 91}, {Plot.BESIDE, 91}, {Plot.HALF, 1_092}, {Plot.TILE, 14},
        };
    }

    @Test(dataProvider = "sheets")
    public void datesShouldStandOnTheSheetWithRoomForEach(Plot plot, int days) {
        var dates = plot.dates(FIRST, days, plot.across(days));
        assertThat(dates.getFirst().text()).isEqualTo("4 May");
        assertThat(dates)
                .extracting(Tick::at)
                .allSatisfy(at -> assertThat(at).isBetween(Plot.LEFT, plot.right()));
        for (int i = 1; i < dates.size(); i++) {
            assertThat(dates.get(i).at() - dates.get(i - 1).at()).isGreaterThanOrEqualTo(60);
        }
    }

    @Test
    public void labelsThatWouldStandOnEachOtherShouldMakeRoom() {
        var apart =
                Plot.PAGE.apart(List.of(new Plot.Label(200, "done"), new Plot.Label(195, "to do")));
        assertThat(apart.get(0).y() - apart.get(1).y()).isGreaterThanOrEqualTo(14);
    }

    @Test
    public void dayShouldBePointedAtWithItsWordsEscaped() {
        var html =
                Plot.TILE.points(
                        2,
                        Plot.TILE.across(2),
                        new Plot.PointAt() {
                            @Override
                            public String url(int day) {
                                return "/MSF/flow?a=1&day=" + day;
                            }

                            @Override
                            public String words(int day) {
                                return "<day " + day + ">";
                            }
                        });
        assertThat(html)
                .contains("href=\"/MSF/flow?a=1&amp;day=1\"")
                .contains("aria-label=\"&lt;day 0&gt;\"")
                .doesNotContain("<day");
        // One of them can be reached with Tab.
        assertThat(html.split("tabindex=\"0\"", -1)).hasSize(2);
    }
}
