package greenladder.track;

import greenladder.core.filter.Facet;
import greenladder.core.filter.Grouping;
import greenladder.core.flow.Progress;
import greenladder.core.flow.Progress.Measure;
import greenladder.core.level.Category;
import greenladder.core.level.Level;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Node;
import greenladder.core.value.Amount;
import greenladder.list.FilterLine;
import greenladder.list.FilterLines;
import greenladder.list.ListState;
import greenladder.list.Narrowed;
import greenladder.panel.ItemPanel;
import greenladder.view.ViewContext;
import greenladder.web.Stem;
import greenladder.web.Words;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes tracking tables: a list grouped several levels deep, with the progress of each group. */
@Component
class TablePages {
    static final int DEEPEST = 4;
    private static final int MOST_ROWS = 1_000;
    private static final int STEM = 120;

    private final FilterLines lines;

    TablePages(FilterLines lines) {
        this.lines = lines;
    }

    /**
     * @param groups what each level is grouped by, as choices
     * @param words how much there is
     * @param cut whether there are more groups than are shown
     */
    record TablePage(
            String product,
            String url,
            long operation,
            FilterLine line,
            List<Choice> levels,
            List<Grouped> groups,
            String words,
            List<Row> rows,
            boolean cut,
            @Nullable ItemPanel panel) {}

    record Grouped(String label, List<Choice> choices) {}

    /**
     * @param deep how many groups it stands within
     */
    record Row(int deep, String name, Stem stem, String items, String points, String unsized) {}

    TablePage page(ViewContext context, ListState asked, List<String> groups, String level) {
        var snapshot = context.snapshot();
        var product = context.product();
        var its = product.levels().find(level).orElseGet(() -> product.levels().stories());
        var narrowed = lines.narrowed(snapshot, List.of(product), asked, context.reader());
        var all = snapshot.inOrder(product, its).live();
        var found =
                narrowed.isNarrow()
                        ? all.stream().filter(narrowed::finds).toList()
                        : List.copyOf(all);
        var facets =
                groups.stream()
                        .limit(DEEPEST)
                        .map(narrowed.facets()::find)
                        .flatMap(Optional::stream)
                        .toList();
        var place = new Place(product, its, facets.stream().map(Facet::id).toList(), asked);
        var rows = new ArrayList<Row>();
        add(rows, facets, found, 0);
        var sum = tally(found);
        return new TablePage(
                product.code(),
                place.url(),
                context.operation(),
                lines.line(narrowed, "tables", place.own(), context.reader(), found, all),
                product.levels().all().stream()
                        .map(one -> new Choice(place.on(one).url(), one.plural(), one.equals(its)))
                        .toList(),
                groups(narrowed, place),
                words(found.size(), sum, its)
                        + (narrowed.isNarrow()
                                ? ""
                                : OutsideWords.of(
                                        Progress.outside(snapshot, product, its, Measure.POINTS),
                                        its,
                                        Measure.POINTS)),
                rows.size() > MOST_ROWS ? List.copyOf(rows.subList(0, MOST_ROWS)) : rows,
                rows.size() > MOST_ROWS,
                null);
    }

    private static String words(int found, Tally sum, Level level) {
        return "%d of %d %s done, %s of %s points."
                .formatted(
                        sum.done(),
                        found,
                        Words.lower(found == 1 ? level.name() : level.plural()),
                        Words.of(sum.pointsDone()),
                        Words.of(sum.points()));
    }

    /** Where somebody stands. */
    private record Place(Product product, Level level, List<String> groups, ListState state) {
        /** The parameters that are the view's own. */
        Map<String, String> own() {
            var own = new LinkedHashMap<String, String>();
            own.put("of", level.key());
            own.put("by", String.join(",", groups));
            return own;
        }

        String url() {
            return "/%s/tables?%s".formatted(product.code(), state.query(own()));
        }

        Place on(Level other) {
            return new Place(product, other, groups, state);
        }

        /** Grouped otherwise at one depth; by nothing there, what is deeper moves up. */
        Place by(int deep, String facet) {
            var all = new ArrayList<>(groups);
            all.remove(facet);
            if (deep < groups.size() && deep < all.size() + 1) {
                all.remove(groups.get(deep));
            }
            if (!facet.isEmpty()) {
                all.add(Math.min(deep, all.size()), facet);
            }
            return new Place(product, level, all, state);
        }
    }

    private static List<Grouped> groups(Narrowed narrowed, Place place) {
        var groups = new ArrayList<Grouped>();
        int shown = Math.min(DEEPEST, place.groups().size() + 1);
        for (int i = 0; i < shown; i++) {
            int deep = i;
            var current = i < place.groups().size() ? place.groups().get(i) : "";
            var choices = new ArrayList<Choice>();
            choices.add(
                    new Choice(
                            place.by(deep, "").url(),
                            i == 0 ? "Not grouped" : "Not further",
                            current.isEmpty()));
            narrowed.facets().all().stream()
                    .filter(facet -> !facet.id().equals("level"))
                    .filter(facet ->
                            facet.id().equals(current) || !place.groups().contains(facet.id()))
                    .forEach(facet ->
                            choices.add(
                                    new Choice(
                                            place.by(deep, facet.id()).url(),
                                            (deep == 0 ? "By " : "then by ") + grouped(facet),
                                            facet.id().equals(current))));
            groups.add(new Grouped(i == 0 ? "Grouped by" : "then by, " + (i + 1), choices));
        }
        return groups;
    }

    /** What groups are made by: "goal" of "in goal", whether there is one of "no parent". */
    private static String grouped(Facet facet) {
        var label = Words.lower(facet.label());
        return label.startsWith("in ")
                ? label.substring("in ".length())
                : label.startsWith("no ") ? "having a " + label.substring("no ".length()) : label;
    }

    private static void add(List<Row> rows, List<Facet> facets, List<Node> nodes, int deep) {
        if (facets.isEmpty() || rows.size() > MOST_ROWS) {
            return;
        }
        for (var group : Grouping.of(List.of(facets.getFirst()), nodes)) {
            rows.add(row(group.words().getFirst(), group.nodes(), deep));
            add(rows, facets.subList(1, facets.size()), group.nodes(), deep + 1);
        }
    }

    private record Tally(int done, int begun, int unsized, Amount points, Amount pointsDone) {}

    private static Tally tally(List<Node> nodes) {
        int done = 0;
        int begun = 0;
        int unsized = 0;
        var points = Amount.ZERO;
        var pointsDone = Amount.ZERO;
        for (var node : nodes) {
            var rollUp = node.rollUp();
            done += rollUp.category() == Category.DONE ? 1 : 0;
            begun += rollUp.category() == Category.IN_PROGRESS ? 1 : 0;
            unsized += rollUp.unsized();
            points = rollUp.effective() == null ? points : points.plus(rollUp.effective());
            pointsDone = pointsDone.plus(rollUp.points().done());
        }
        return new Tally(done, begun, unsized, points, pointsDone);
    }

    private static Row row(String name, List<Node> nodes, int deep) {
        var tally = tally(nodes);
        double inner = STEM - 2;
        double done = inner * tally.done() / nodes.size();
        return new Row(
                deep,
                name,
                new Stem(
                        STEM,
                        done,
                        1 + done,
                        inner * tally.begun() / nodes.size(),
                        1 + inner,
                        0,
                        false,
                        "%d of %d done".formatted(tally.done(), nodes.size())),
                "%d of %d".formatted(tally.done(), nodes.size()),
                tally.points().thousandths() == 0
                        ? ""
                        : "%s of %s"
                                .formatted(Words.of(tally.pointsDone()), Words.of(tally.points())),
                tally.unsized() == 0 ? "" : Integer.toString(tally.unsized()));
    }
}
