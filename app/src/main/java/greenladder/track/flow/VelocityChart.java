package greenladder.track.flow;

import greenladder.chart.Axis;
import greenladder.chart.Axis.Tick;
import greenladder.core.plan.Velocity;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import greenladder.track.Plot;
import greenladder.web.Words;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/**
 * What a team committed to and completed in each of its last sprints.
 *
 * @param url of the team's own flow
 * @param mean where what it usually completes stands; its words beside it
 * @param words how much it usually completes, as a sentence
 */
public record VelocityChart(
        String team,
        String url,
        int width,
        int height,
        int bottom,
        int right,
        List<Tick> up,
        List<Bar> bars,
        int mean,
        String meanInWords,
        String words) {
    private static final int SPRINTS_SHOWN = 10;
    private static final int FEWEST = 6;
    private static final double BAR = 0.62;

    /**
     * @param committed height of what was committed; 0 where that is not known
     */
    public record Bar(
            String name,
            String url,
            int x,
            int wide,
            int committedAt,
            int committed,
            int completedAt,
            int completed,
            String committedInWords,
            String completedInWords,
            String words) {}

    /**
     * @param to where a sprint leads
     * @return empty where no sprint of the team is closed
     */
    public static Optional<VelocityChart> of(
            Snapshot snapshot, Team team, String url, Plot plot, Function<Sprint, String> to) {
        var shown = Velocity.of(snapshot, team.key(), SPRINTS_SHOWN).sprints().reversed();
        if (shown.isEmpty()) {
            return Optional.empty();
        }
        double most =
                shown.stream()
                        .mapToDouble(one ->
                                Math.max(
                                        Plot.number(one.points()),
                                        one.committed() == null ? 0 : Plot.number(one.committed())))
                        .max()
                        .orElse(1);
        var up = plot.up(most);
        double step = (double) (plot.right() - Plot.LEFT) / Math.max(FEWEST, shown.size());
        var bars = new ArrayList<Bar>();
        for (int i = 0; i < shown.size(); i++) {
            int x = (int) (Plot.LEFT + 8 + i * step);
            bars.add(bar(shown.get(i), up, plot.bottom(), x, (int) (step * BAR), to));
        }
        var usual = Velocity.of(snapshot, team.key(), Velocity.WINDOW);
        var mean = BigDecimal.valueOf(usual.exactMean().map(Number::doubleValue).orElse(0.0));
        return Optional.of(
                new VelocityChart(
                        team.name(),
                        url,
                        plot.width(),
                        plot.height(),
                        plot.bottom(),
                        plot.right(),
                        up.ticks(Words::score),
                        bars,
                        up.at(mean.doubleValue()),
                        "usually " + Words.score(mean),
                        "The last %s completed %s to %s points, %s on average."
                                .formatted(
                                        Words.count(usual.sprints().size(), "sprint"),
                                        Words.of(usual.least()),
                                        Words.of(usual.most()),
                                        Words.score(mean))));
    }

    private static Bar bar(
            Velocity.Completed one,
            Axis up,
            int bottom,
            int x,
            int wide,
            Function<Sprint, String> to) {
        int done = up.at(Plot.number(one.points()));
        int committed = one.committed() == null ? bottom : up.at(Plot.number(one.committed()));
        return new Bar(
                one.sprint().name(),
                to.apply(one.sprint()),
                x,
                wide,
                committed,
                bottom - committed,
                done,
                bottom - done,
                one.committed() == null ? "" : Words.of(one.committed()),
                Words.of(one.points()),
                "%s: completed %s%s"
                        .formatted(
                                one.sprint().name(),
                                Words.of(one.points()),
                                one.committed() == null
                                        ? ""
                                        : " of " + Words.of(one.committed()) + " committed"));
    }
}
