package greenladder.plan;

import greenladder.core.people.Permission;
import greenladder.core.plan.Capacities;
import greenladder.core.plan.ReleaseFill;
import greenladder.core.product.Product;
import greenladder.core.release.Release;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.planning.SprintFigures;
import greenladder.view.ViewContext;
import greenladder.web.Stem;
import greenladder.web.Words;
import greenladder.words.Milestones;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes the page of a product's releases. */
@Component
public class ReleasePages {
    private static final int STEM = 90;
    private static final int MOST_ITEMS = 500;

    private final SprintFigures figures;

    ReleasePages(SprintFigures figures) {
        this.figures = figures;
    }

    public static String url(Product product, String release) {
        return "/%s/releases?id=%s".formatted(product.code(), release);
    }

    /** What the page shows. */
    record ReleasePage(
            String product,
            String url,
            long operation,
            boolean mayPlan,
            List<Entry> releases,
            @Nullable Opened opened,
            List<BenchPage.TeamChoice> teams) {}

    /** A release in the list. */
    record Entry(
            String name,
            String url,
            boolean current,
            String date,
            String state,
            BenchPage.Gauge gauge) {}

    /** The one that is looked at. */
    record Opened(
            String key,
            String name,
            String goal,
            String date,
            String start,
            String dateWords,
            boolean released,
            BenchPage.Gauge gauge,
            String fits,
            List<BenchPage.TeamChoice> teams,
            List<BenchPage.TeamChoice> products,
            String milestonesText,
            List<Milestone> milestones,
            List<Sprints> sprints,
            List<Item> items,
            String more,
            List<BenchPage.Target> others,
            int unfinished,
            String notes) {}

    /**
     * @param figures how many of the items that name it are done; empty where none names it
     */
    /**
     * @param late whether it is after the day of the release
     */
    record Milestone(String name, String date, boolean past, boolean late, String figures) {}

    record Sprints(String name, String url, String team, String points, String state) {}

    record Item(String key, String title, String url, Stem stem, String words, boolean done) {}

    ReleasePage page(ViewContext context, String id) {
        var snapshot = context.snapshot();
        var product = context.product();
        var releases = snapshot.workspace().releasesOf(product.code());
        var fills = ReleaseFill.of(snapshot, releases, new Capacities(snapshot));
        var opened =
                releases.stream()
                        .filter(release -> release.key().equals(id))
                        .findFirst()
                        .or(() -> releases.stream().filter(one -> !one.isReleased()).findFirst())
                        .or(() -> releases.stream().findFirst());
        return new ReleasePage(
                product.code(),
                opened.map(one -> url(product, one.key()))
                        .orElse("/%s/releases".formatted(product.code())),
                context.operation(),
                context.reader().mayIn(product.code(), Permission.PLAN),
                releases.stream()
                        .map(release ->
                                new Entry(
                                        release.name(),
                                        url(product, release.key()),
                                        release.equals(opened.orElse(null)),
                                        Words.day(release.date()),
                                        state(release),
                                        BenchPages.gauge(
                                                Objects.requireNonNull(fills.get(release.key())))))
                        .toList(),
                opened.map(release ->
                                opened(
                                        context,
                                        release,
                                        Objects.requireNonNull(fills.get(release.key()))))
                        .orElse(null),
                snapshot.workspace().teamsOf(product.code()).stream()
                        .map(team -> new BenchPage.TeamChoice(team.key(), team.name(), true))
                        .toList());
    }

    private String state(Release release) {
        if (release.isReleased()) {
            return "released";
        }
        long days = release.date().toEpochDay() - figures.today().toEpochDay();
        return days < 0
                ? Words.count(-days, "day") + " late"
                : days == 0 ? "today" : "in " + Words.count(days, "day");
    }

    private Opened opened(ViewContext context, Release release, ReleaseFill fill) {
        var snapshot = context.snapshot();
        var nodes = snapshot.marked(Mark.RELEASE, release.key());
        var items = new ArrayList<Item>();
        nodes.stream().limit(MOST_ITEMS).forEach(node -> items.add(item(node)));
        int unfinished =
                (int)
                        nodes.stream()
                                .filter(node -> !node.item().isDone() && !node.item().isDropped())
                                .count();
        var over = fill.over();
        return new Opened(
                release.key(),
                release.name(),
                Objects.requireNonNullElse(release.goal(), ""),
                release.date().toString(),
                release.start() == null ? "" : release.start().toString(),
                Words.day(release.date()) + ", " + state(release),
                release.isReleased(),
                BenchPages.gauge(fill),
                over == null || fill.capacity() == null
                        ? fill.capacity() == null
                                ? "No sprint of its teams lies before its date, so nothing is known"
                                        + " of what fits."
                                : "It fits."
                        : "It does not fit: %s points are planned, %s can be done by then."
                                .formatted(Words.of(fill.planned()), Words.score(fill.capacity())),
                snapshot.workspace().teamsByKey().values().stream()
                        .filter(team ->
                                team.products().stream().anyMatch(release.products()::contains))
                        .map(team ->
                                new BenchPage.TeamChoice(
                                        team.key(),
                                        team.name(),
                                        release.teams().contains(team.key())))
                        .toList(),
                snapshot.products().stream()
                        .filter(one -> !one.code().equals(release.product()))
                        .map(one ->
                                new BenchPage.TeamChoice(
                                        one.code(), one.name(), release.isOf(one.code())))
                        .toList(),
                release.milestones().stream()
                        .map(one -> one.date() + " " + one.name())
                        .reduce((some, more) -> some + "\n" + more)
                        .orElse(""),
                release.milestones().stream()
                        .map(one ->
                                new Milestone(
                                        one.name(),
                                        Words.day(one.date()),
                                        one.date().isBefore(figures.today()),
                                        one.date().isAfter(release.date()),
                                        Milestones.reached(
                                                snapshot,
                                                release.products(),
                                                one.name(),
                                                node ->
                                                        release.key()
                                                                .equals(
                                                                        ReleaseFill.releaseOf(
                                                                                snapshot,
                                                                                node.item()
                                                                                        .key())))))
                        .toList(),
                fill.sprints().stream()
                        .map(part ->
                                new Sprints(
                                        part.sprint().name(),
                                        SprintPages.url(context.product(), part.sprint().key()),
                                        part.sprint().team(),
                                        part.points() == null ? "–" : Words.score(part.points()),
                                        part.sprint().isClosed() ? "completed" : "capacity"))
                        .toList(),
                items,
                nodes.size() > MOST_ITEMS ? "%d more".formatted(nodes.size() - MOST_ITEMS) : "",
                snapshot.workspace().releasesOf(release.product()).stream()
                        .filter(one -> !one.isReleased() && !one.equals(release))
                        .map(one -> new BenchPage.Target(one.key(), one.name()))
                        .toList(),
                unfinished,
                notes(snapshot, release, nodes));
    }

    private static Item item(Node node) {
        var item = node.item();
        return new Item(
                item.key().toString(),
                item.title(),
                "/items/" + item.key(),
                Stem.of(item, node.rollUp(), STEM),
                Stem.pointsInWords(node.rollUp()),
                item.isDone());
    }

    /** What is done in it, as text to hand out. */
    private static String notes(Snapshot snapshot, Release release, List<Node> nodes) {
        var text = new StringBuilder("# ").append(release.name()).append("\n\n");
        if (release.goal() != null) {
            text.append(release.goal()).append("\n\n");
        }
        var said = new HashSet<String>();
        for (var top : nodes) {
            var finished = new ArrayList<String>();
            top.walk(node -> {
                var item = node.item();
                boolean isOfIt = item.release() == null || item.release().equals(release.key());
                if (isOfIt
                        && item.isDone()
                        && item.level().carriesPoints()
                        && !node.rollUp().hasPointChildren()
                        && said.add(item.key().toString())) {
                    finished.add("- %s (%s)".formatted(item.title(), item.key()));
                }
            });
            if (!finished.isEmpty()) {
                if (top.rollUp().hasPointChildren()) {
                    text.append("## ").append(top.item().title()).append("\n\n");
                }
                finished.forEach(line -> text.append(line).append('\n'));
                text.append('\n');
            }
        }
        return said.isEmpty() ? "" : text.toString();
    }
}
