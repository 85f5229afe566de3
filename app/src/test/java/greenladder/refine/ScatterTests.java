package greenladder.refine;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.Snapshots;
import greenladder.chart.Axis;
import greenladder.core.score.Scores;
import greenladder.core.snapshot.Snapshot;
import java.util.Comparator;
import java.util.List;
import org.assertj.core.groups.Tuple;
import org.testng.annotations.Test;

public class ScatterTests {
    private static final String FULL = " factors.confidence=10 factors.ease=10";

    private static Scatter scatter(String text) {
        Snapshot snapshot = Snapshots.of(text);
        var product = Snapshots.product(snapshot);
        return Scatter.of(
                snapshot,
                product,
                List.of(Scatter.scored(new Scores(List.of(product)), Snapshots.stories(snapshot))),
                node -> "/" + node.item().key());
    }

    private static Scatter three() {
        return scatter(
                """
                story Small size=1 factors.impact=9%s
                story Large size=13 factors.impact=3%s
                story Middle size=5 factors.impact=3%s
                story Unsized factors.impact=3%s
                story Bare size=3
                """
                        .formatted(FULL, FULL, FULL, FULL));
    }

    @Test
    public void onlyWhatHasAScoreAndASizeShouldBeShown() {
        assertThat(three().words()).isEqualTo("3 scored and sized");
        assertThat(three().dots())
                .extracting(Scatter.Dot::key)
                .containsExactly("MSF1", "MSF2", "MSF3");
    }

    @Test
    public void smallAndWorthMuchShouldStandTopLeft() {
        var dots = three().dots();

        assertThat(dots.getFirst().x())
                .isEqualTo(dots.stream().mapToInt(Scatter.Dot::x).min().orElseThrow());
        assertThat(dots.getFirst().y())
                .isEqualTo(dots.stream().mapToInt(Scatter.Dot::y).min().orElseThrow());
        assertThat(dots.get(1).y()).as("the same score").isEqualTo(dots.get(2).y());
    }

    @Test
    public void tableShouldBeginWithMostScoreForThePoint() {
        assertThat(three().lines())
                .extracting(Scatter.Line::title, Scatter.Line::perPoint)
                .containsExactly(
                        Tuple.tuple("Small", "900"),
                        Tuple.tuple("Middle", "60"),
                        Tuple.tuple("Large", "23.1"));
    }

    @Test
    public void ticksShouldStandApartAndInOrder() {
        var scatter = three();

        assertThat(scatter.across()).isSortedAccordingTo(Comparator.comparingInt(Axis.Tick::at));
        assertThat(scatter.across()).extracting(Axis.Tick::text).contains("0", "1", "5", "13");
        assertThat(scatter.up()).hasSizeBetween(4, 11);
        assertThat(scatter.up().getFirst().text()).isEqualTo("0");
    }

    @Test
    public void itemsOfTheSamePlaceShouldStandBesideEachOther() {
        var dots =
                scatter(
                                """
                                story One size=3 factors.impact=5%s
                                story Two size=3 factors.impact=5%s
                                """
                                        .formatted(FULL, FULL))
                        .dots();

        assertThat(dots.get(1).x()).isNotEqualTo(dots.get(0).x());
    }

    @Test
    public void pictureOfNothingShouldHaveNoDots() {
        assertThat(scatter("story Bare").dots()).isEmpty();
        assertThat(scatter("story Zero size=0 factors.impact=0" + FULL).lines())
                .extracting(Scatter.Line::perPoint)
                .containsExactly("0");
    }
}
