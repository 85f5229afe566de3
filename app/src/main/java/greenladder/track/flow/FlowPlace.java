package greenladder.track.flow;

import greenladder.core.level.Level;
import greenladder.core.team.Team;
import greenladder.list.ListState;
import greenladder.view.ViewContext;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.web.util.UriUtils;

/**
 * Where somebody stands in the view of how work flowed.
 *
 * @param team null for all
 */
public record FlowPlace(
        String product,
        @Nullable Team team,
        Level level,
        int weeks,
        boolean points,
        ListState state) {
    static final List<Integer> WEEKS = List.of(4, 13, 26, 52, 156);
    private static final int USUAL_WEEKS = 13;

    /**
     * What was picked in a chart: a day, a week by its first day, or a sprint; at most one of them
     * is told of.
     *
     * @param sprint its key; empty for none
     */
    record Opened(Optional<LocalDate> day, Optional<LocalDate> week, String sprint) {
        String query() {
            return !sprint.isEmpty()
                    ? "&picked=" + UriUtils.encode(sprint, StandardCharsets.UTF_8)
                    : week.map(one -> "&week=" + one)
                            .orElseGet(() -> day.map(one -> "&day=" + one).orElse(""));
        }
    }

    public static FlowPlace read(
            ViewContext context, String team, String level, int weeks, String by, ListState state) {
        var product = context.product();
        return new FlowPlace(
                product.code(),
                context.snapshot().workspace().teamsOf(product.code()).stream()
                        .filter(one -> one.key().equals(team))
                        .findFirst()
                        .orElse(null),
                product.levels()
                        .find(level)
                        .filter(Level::carriesPoints)
                        .orElseGet(() -> product.levels().stories()),
                WEEKS.contains(weeks) ? weeks : USUAL_WEEKS,
                !by.equals("count"),
                state);
    }

    /** The parameters that are the view's own. */
    Map<String, String> own() {
        var own = new LinkedHashMap<String, String>();
        own.put("weeks", Integer.toString(weeks));
        own.put("level", level.key());
        own.put("by", points ? "points" : "count");
        if (team != null) {
            own.put("of", team.key());
        }
        return own;
    }

    public String url() {
        return "/%s/flow?%s".formatted(product, state.query(own()));
    }

    FlowPlace of(@Nullable Team other) {
        return new FlowPlace(product, other, level, weeks, points, state);
    }

    FlowPlace of(Level other) {
        return new FlowPlace(product, team, other, weeks, points, state);
    }

    FlowPlace over(int other) {
        return new FlowPlace(product, team, level, other, points, state);
    }

    FlowPlace by(boolean other) {
        return new FlowPlace(product, team, level, weeks, other, state);
    }
}
