package greenladder.track;

import greenladder.core.flow.Progress.Measure;
import greenladder.core.flow.Progress.Part;
import greenladder.core.level.Level;
import greenladder.core.plan.Sprints;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import greenladder.core.value.ItemKey;
import greenladder.list.ListState;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Where somebody stands in Progress.
 *
 * @param below whether the next level is shown under each item
 * @param of what it is narrowed to, such as {@code team:lantern} or {@code item:MSF1}; empty for
 *     all
 * @param most so many rows at most
 * @param state what its rows are narrowed down to
 */
public record ProgressPlace(
        Product product,
        Level level,
        boolean below,
        Measure measure,
        String of,
        int most,
        ListState state) {
    static final int USUAL = 120;
    private static final int LIMIT = 2_000;
    private static final String ITEM = "item:";

    public static ProgressPlace of(
            Snapshot snapshot,
            Product product,
            String level,
            String by,
            String of,
            int most,
            ListState state) {
        var levels = levels(product);
        var name = level.replaceFirst("\\+$", "");
        var usual = usual(product, levels);
        return new ProgressPlace(
                product,
                levels.stream().filter(one -> one.key().equals(name)).findFirst().orElse(usual),
                level.isEmpty() || level.endsWith("+"),
                Measure.find(by).orElse(Measure.POINTS),
                isThere(snapshot, product, of) ? of : "",
                Math.clamp(most, USUAL, LIMIT),
                state);
    }

    private static boolean isThere(Snapshot snapshot, Product product, String of) {
        return parts(snapshot, product).stream().anyMatch(part -> part.value().equals(of));
    }

    /** The second level above stories, else the highest. */
    private static Level usual(Product product, List<Level> levels) {
        return levels.get(Math.max(0, levels.size() - 2));
    }

    /** The levels above stories, or that of stories where there is none. */
    static List<Level> levels(Product product) {
        var stories = product.levels().stories();
        var above =
                product.levels().all().stream()
                        .filter(one -> one.carriesPoints() && one.isAbove(stories))
                        .toList();
        return above.isEmpty() ? List.of(stories) : above;
    }

    /** The next level below that is shown, where one is. */
    @Nullable Level nextLevel() {
        return levels(product).stream().filter(level::isAbove).findFirst().orElse(null);
    }

    public record Named(String value, String label) {}

    /** What it can be narrowed to. */
    public static List<Named> parts(Snapshot snapshot, Product product) {
        var parts = new ArrayList<Named>();
        parts.add(new Named("", "All of " + product.name()));
        var workspace = snapshot.workspace();
        var teams = workspace.teamsOf(product.code());
        teams.forEach(team -> parts.add(new Named("team:" + team.key(), "Team " + team.name())));
        teams.stream()
                .map(Team::key)
                .flatMap(team -> Sprints.of(workspace, team).stream())
                .filter(Sprint::isRunning)
                .forEach(
                        one -> parts.add(new Named("sprint:" + one.key(), "Sprint " + one.name())));
        workspace
                .releasesOf(product.code())
                .forEach(one ->
                        parts.add(new Named("release:" + one.key(), "Release " + one.name())));
        var top = product.levels().all().getFirst();
        if (snapshot.level(product, top).size() <= 60) {
            snapshot.level(product, top)
                    .forEach(node ->
                            parts.add(
                                    new Named(
                                            ITEM + node.item().key(),
                                            top.name() + " " + node.item().title())));
        }
        return parts;
    }

    /** The part that lies across the tree; null for all, or for what stands under one item. */
    @Nullable Part part() {
        return of.isEmpty() || of.startsWith(ITEM)
                ? null
                : Part.valueOf(of.substring(0, of.indexOf(':')).toUpperCase(Locale.ROOT));
    }

    String partKey() {
        return of.substring(of.indexOf(':') + 1);
    }

    @Nullable ItemKey top() {
        return of.startsWith(ITEM) ? ItemKey.parse(partKey()).orElse(null) : null;
    }

    /** The parameters that are the view's own. */
    Map<String, String> own() {
        var own = new LinkedHashMap<String, String>();
        own.put("level", level.key() + (below ? "+" : ""));
        own.put("by", measure.word());
        if (!of.isEmpty()) {
            own.put("of", of);
        }
        if (most != USUAL) {
            own.put("most", Integer.toString(most));
        }
        return own;
    }

    String url() {
        return "/%s/progress?%s".formatted(product.code(), state.query(own()));
    }

    public ProgressPlace on(Level other, boolean withBelow) {
        return new ProgressPlace(product, other, withBelow, measure, of, USUAL, state);
    }

    ProgressPlace by(Measure other) {
        return new ProgressPlace(product, level, below, other, of, most, state);
    }

    ProgressPlace only(String other) {
        return new ProgressPlace(product, level, below, measure, other, USUAL, state);
    }

    ProgressPlace longer() {
        return new ProgressPlace(product, level, below, measure, of, most + USUAL, state);
    }
}
