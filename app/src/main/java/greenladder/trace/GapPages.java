package greenladder.trace;

import greenladder.core.item.Item;
import greenladder.core.level.Category;
import greenladder.core.level.Level;
import greenladder.core.people.Person;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Team;
import greenladder.core.trace.Gap;
import greenladder.core.trace.Gaps;
import greenladder.core.trace.Suspicion;
import greenladder.core.value.ItemKey;
import greenladder.panel.ItemPanel;
import greenladder.panel.ItemPanels;
import greenladder.store.Rights;
import greenladder.view.Choice;
import greenladder.view.ViewContext;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes the list of what is missing, each line with what mends it. */
@Component
public class GapPages {
    private static final int MOST = 100;

    private final Rights rights;
    private final ItemPanels panels;
    private final Clock clock;

    GapPages(Rights rights, ItemPanels panels, Clock clock) {
        this.rights = rights;
        this.panels = panels;
        this.clock = clock;
    }

    /**
     * @param kinds with how many there are
     * @param words what the chosen kind is, and what to do
     * @param links of the rows, where all of them can be confirmed at once
     */
    public record GapPage(
            String product,
            String url,
            long operation,
            List<Kind> kinds,
            List<Choice> teams,
            List<Choice> levels,
            String words,
            List<Row> rows,
            List<String> links,
            String cut,
            @Nullable ItemPanel panel) {}

    public record Kind(String label, int count, String url, boolean current) {}

    /**
     * @param id its key, with a number from the second row of an item
     * @param mend how it is mended here: a field, {@code state}, {@code confirm}, {@code add},
     *     {@code parent} or {@code open}
     * @param value what stands in the form
     * @param level of what is added below
     */
    public record Row(
            String id,
            String key,
            String title,
            String words,
            String person,
            String team,
            String mend,
            String value,
            String level,
            boolean mayMend) {}

    GapPage page(ViewContext context, String asked, String of, String on, @Nullable ItemKey at) {
        var snapshot = context.snapshot();
        var product = context.product();
        var now = clock.instant();
        var team =
                snapshot.workspace().teamsOf(product.code()).stream()
                        .filter(one -> one.key().equals(of))
                        .findFirst()
                        .orElse(null);
        var byKind = new ArrayList<List<Gap>>();
        var level = product.levels().find(on).orElse(null);
        var all = new Gaps(snapshot, product, now, team == null ? null : team.key(), level);
        for (var kind : Gap.Kind.values()) {
            byKind.add(all.of(kind));
        }
        var chosen =
                Gap.Kind.find(asked)
                        .orElseGet(() ->
                                Arrays.stream(Gap.Kind.values())
                                        .filter(kind -> !byKind.get(kind.ordinal()).isEmpty())
                                        .findFirst()
                                        .orElse(Gap.Kind.NO_GOAL));
        var gaps = byKind.get(chosen.ordinal());
        var rows = rows(context, gaps.stream().limit(MOST).toList());
        var url = url(product.code(), chosen, team, level);
        var teams = new ArrayList<Choice>();
        teams.add(new Choice(url(product.code(), chosen, null, level), "All teams", team == null));
        snapshot.workspace()
                .teamsOf(product.code())
                .forEach(one ->
                        teams.add(
                                new Choice(
                                        url(product.code(), chosen, one, level),
                                        one.name(),
                                        one.equals(team))));
        var levels = new ArrayList<Choice>();
        levels.add(
                new Choice(url(product.code(), chosen, team, null), "All levels", level == null));
        product.levels()
                .all()
                .forEach(one ->
                        levels.add(
                                new Choice(
                                        url(product.code(), chosen, team, one),
                                        one.plural(),
                                        one.equals(level))));
        var beside = panels.beside(context, url, at);
        return new GapPage(
                product.code(),
                beside.url(),
                context.operation(),
                Arrays.stream(Gap.Kind.values())
                        .map(kind ->
                                new Kind(
                                        kind.label(),
                                        byKind.get(kind.ordinal()).size(),
                                        url(product.code(), kind, team, level),
                                        kind == chosen))
                        .toList(),
                teams,
                levels,
                gaps.isEmpty()
                        ? "Nothing of this kind is missing."
                        : chosen.label() + ". " + chosen.remedy(),
                rows,
                rows.stream()
                        .filter(row -> row.mend().equals("confirm") && row.mayMend())
                        .map(Row::value)
                        .toList(),
                gaps.size() > MOST ? "The first %d of %,d.".formatted(MOST, gaps.size()) : "",
                beside.panel());
    }

    private static String url(
            String product, Gap.Kind kind, @Nullable Team team, @Nullable Level level) {
        return "/%s/gaps?kind=%s%s%s"
                .formatted(
                        product,
                        kind.slug(),
                        team == null ? "" : "&of=" + team.key(),
                        level == null ? "" : "&on=" + level.key());
    }

    private List<Row> rows(ViewContext context, List<Gap> gaps) {
        var seen = new HashMap<ItemKey, Integer>();
        return gaps.stream()
                .map(gap -> row(context, gap, seen.merge(gap.item(), 1, Integer::sum) - 1))
                .toList();
    }

    /**
     * @param nth how many rows before it are of the same item
     */
    private Row row(ViewContext context, Gap gap, int nth) {
        var snapshot = context.snapshot();
        var item = snapshot.requireNode(gap.item()).item();
        var mend = mend(snapshot, gap, item, nth);
        return new Row(
                nth == 0 ? item.key().toString() : item.key() + "-" + nth,
                item.key().toString(),
                item.title(),
                gap.words(),
                snapshot.findPerson(item.assignee()).map(Person::name).orElse(""),
                snapshot.workspace().findTeam(item.team()).map(Team::name).orElse(""),
                mend.how(),
                mend.value(),
                mend.level(),
                rights.mayShape(context.reader(), item.key().product(), item.level()));
    }

    private record Mend(String how, String value, String level) {
        static Mend by(String how, String value) {
            return new Mend(how, value, "");
        }
    }

    private static Mend mend(Snapshot snapshot, Gap gap, Item item, int nth) {
        return switch (gap.kind()) {
            case NOT_SIZED -> Mend.by("size", "");
            case NO_CRITERIA -> Mend.by("acceptance", "");
            case AFTER_PARENT ->
                    Mend.by("finish", item.finish() == null ? "" : item.finish().toString());
            case LOOSE, NO_GOAL -> Mend.by("parent", "");
            case NO_WORK, NO_CHILDREN -> new Mend("add", "", below(snapshot, item));
            case ALL_DONE_OPEN -> Mend.by("state", first(snapshot, item, Category.DONE));
            case DONE_WITH_OPEN -> Mend.by("state", first(snapshot, item, Category.IN_PROGRESS));
            case SUSPECT ->
                    Suspicion.of(snapshot, item).stream()
                            .skip(nth)
                            .findFirst()
                            .map(one -> Mend.by("confirm", one.id()))
                            .orElseGet(() -> Mend.by("open", ""));
            case NO_MEASURE -> Mend.by("goal", "");
            case NO_TEST -> Mend.by("test", item.title());
            case TEST_FAILED -> Mend.by("tests", "");
            case STALE, BLOCKED_BY_LATER -> Mend.by("open", "");
        };
    }

    private static String first(Snapshot snapshot, Item item, Category category) {
        return snapshot.workspace().statesOf(item).firstOf(category).key();
    }

    /** The level on which something is added below an item. */
    private static String below(Snapshot snapshot, Item item) {
        return snapshot.requireProduct(item.key().product()).levels().all().stream()
                .filter(level -> item.level().isAbove(level))
                .findFirst()
                .map(Level::key)
                .orElse("");
    }
}
