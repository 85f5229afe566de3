package greenladder.track;

import greenladder.core.flow.Progress.Measure;
import greenladder.core.flow.Progress.Part;
import greenladder.core.item.ItemKey;
import greenladder.core.item.Level;
import greenladder.core.item.Product;
import greenladder.core.item.Sprint;
import greenladder.core.item.Team;
import greenladder.core.plan.Sprints;
import greenladder.core.plan.StoryMap;
import greenladder.core.snapshot.Snapshot;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/**
 * Where somebody stands in Progress.
 *
 * @param below whether the next level is shown under each item
 * @param of what it is narrowed to, such as {@code team:lantern} or {@code item:MSF1}; empty for
 *     all
 * @param most so many rows at most
 */
record ProgressPlace(
        Product product, Level level, boolean below, Measure measure, String of, int most) {
    static final int USUAL = 120;
    private static final int LIMIT = 2_000;
    private static final String ITEM = "item:";

    static ProgressPlace of(
            Snapshot snapshot, Product product, String level, String by, String of, int most) {
        var levels = levels(product);
        var name = level.replaceFirst("\\+$", "");
        var usual = usual(product, levels);
        return new ProgressPlace(
                product,
                levels.stream().filter(one -> one.key().equals(name)).findFirst().orElse(usual),
                level.isEmpty() || level.endsWith("+"),
                Measure.find(by).orElse(Measure.POINTS),
                isThere(snapshot, product, of) ? of : "",
                Math.clamp(most, USUAL, LIMIT));
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
        var stories = StoryMap.stories(product);
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

    record Named(String value, String label) {}

    /** What it can be narrowed to. */
    static List<Named> parts(Snapshot snapshot, Product product) {
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

    String url() {
        return "/%s/progress?level=%s%s&by=%s%s%s"
                .formatted(
                        product.code(),
                        level.key(),
                        below ? "%2B" : "",
                        measure.word(),
                        of.isEmpty() ? "" : "&of=" + of,
                        most == USUAL ? "" : "&most=" + most);
    }

    ProgressPlace on(Level other, boolean withBelow) {
        return new ProgressPlace(product, other, withBelow, measure, of, USUAL);
    }

    ProgressPlace by(Measure other) {
        return new ProgressPlace(product, level, below, other, of, most);
    }

    ProgressPlace only(String other) {
        return new ProgressPlace(product, level, below, measure, other, USUAL);
    }

    ProgressPlace longer() {
        return new ProgressPlace(product, level, below, measure, of, most + USUAL);
    }
}
