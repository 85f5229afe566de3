package greenladder.track;

import greenladder.core.flow.Reopened;
import greenladder.core.flow.Rework;
import greenladder.core.flow.Spending;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.flow.ItemPasts;
import greenladder.list.FilterLine;
import greenladder.list.FilterLines;
import greenladder.list.ListState;
import greenladder.panel.ItemPanel;
import greenladder.panel.ItemPanels;
import greenladder.planning.SprintFigures;
import greenladder.track.TrackTable.Cell;
import greenladder.track.TrackTable.Line;
import greenladder.view.ViewContext;
import greenladder.web.Words;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes the page that tells how much went into mending what had been called done. */
@Component
class ReworkPages {
    private static final int USUAL_DAYS = 91;

    private final ItemPasts pasts;
    private final FilterLines lines;
    private final ItemPanels panels;
    private final SprintFigures figures;

    ReworkPages(ItemPasts pasts, FilterLines lines, ItemPanels panels, SprintFigures figures) {
        this.pasts = pasts;
        this.lines = lines;
        this.panels = panels;
        this.figures = figures;
    }

    /**
     * @param mended what was mended, with what it took
     * @param reopened what left being done
     */
    record ReworkPage(
            String product,
            String url,
            long operation,
            FilterLine line,
            List<Choice> attributes,
            DaySpan span,
            List<String> words,
            TrackTable mended,
            TrackTable reopened,
            @Nullable ItemPanel panel) {}

    ReworkPage page(
            ViewContext context,
            String from,
            String to,
            String by,
            ListState state,
            @Nullable ItemKey at) {
        var snapshot = context.snapshot();
        var product = context.product();
        var attribute = Rework.ATTRIBUTES.contains(by) ? by : "item";
        var span =
                DaySpan.of(
                                from,
                                to,
                                USUAL_DAYS,
                                figures.today(),
                                "/%s/rework".formatted(product.code()))
                        .with("by", attribute)
                        .with(state.parameters());
        var sieve = new Sieve(lines, context, state);
        var all = Spending.finished(snapshot, product, span.from(), span.to());
        var finished = sieve.of(all);
        var rework = Rework.among(snapshot, finished);
        var reopened =
                pasts
                        .read(
                                context.reader(),
                                past ->
                                        Reopened.between(
                                                past, product.code(), span.from(), span.to()))
                        .stream()
                        .filter(one ->
                                snapshot.findNode(one.item())
                                        .filter(node -> !node.rollUp().hasPointChildren())
                                        .filter(sieve::lets)
                                        .isPresent())
                        .toList();
        UnaryOperator<String> url = one -> sieve.url("rework", own(span, one));
        var beside = panels.beside(context, url.apply(attribute), at);
        return new ReworkPage(
                product.code(),
                beside.url(),
                context.operation(),
                sieve.line("rework", own(span, attribute), finished, all),
                Named.choices(product, Rework.ATTRIBUTES, attribute, "By ", url),
                span,
                words(Spending.sum(finished), rework, reopened),
                mended(context, rework, attribute),
                reopened(snapshot, reopened),
                beside.panel());
    }

    private static Map<String, String> own(DaySpan span, String attribute) {
        var own = span.own();
        own.put("by", attribute);
        return own;
    }

    private static List<String> words(
            Spending.Row all, List<Rework> rework, List<Reopened> reopened) {
        var sum = Rework.sum(rework);
        var words = new ArrayList<String>();
        words.add(
                sum.items() == 0
                        ? "Nothing that was finished in these days mended other work."
                        : "%s of %s points finished in these days mended what had been called done%s."
                                .formatted(
                                        Words.of(sum.points()),
                                        Words.of(all.points()),
                                        all.points().thousandths() == 0
                                                ? ""
                                                : ", "
                                                        + Words.percent(
                                                                (double) sum.points().thousandths()
                                                                        / all.points()
                                                                                .thousandths())));
        var same = rework.stream().filter(Rework::isOfSameSprint).toList();
        if (!same.isEmpty()) {
            words.add(
                    "%s mended stories of the very sprint they were done in: %s points."
                            .formatted(
                                    Words.count(Rework.sum(same).items(), "item"),
                                    Words.of(Rework.sum(same).points())));
        }
        if (!reopened.isEmpty()) {
            words.add(
                    "%s taken up again after being done."
                            .formatted(Words.count(reopened.size(), "item")));
        }
        return words;
    }

    private static TrackTable mended(ViewContext context, List<Rework> rework, String attribute) {
        var snapshot = context.snapshot();
        var lines = new ArrayList<Line>();
        for (var row : Rework.by(snapshot, context.product(), rework, attribute)) {
            lines.add(
                    TrackTable.line(
                            ItemKey.parse(row.value())
                                    .flatMap(snapshot::findItem)
                                    .map(item -> Cell.item(item.key().toString(), item.title()))
                                    .orElseGet(() ->
                                            Cell.text(
                                                    Named.value(
                                                            snapshot,
                                                            context.product(),
                                                            attribute,
                                                            row.value()))),
                            Cell.text(""),
                            Cell.figure(Words.of(row.points())),
                            Cell.figure(Words.of(row.hours()))));
            for (var one : row.mended()) {
                var sum = Spending.sum(List.of(one.bug()));
                lines.add(
                        TrackTable.below(
                                Cell.item(
                                        one.bug().item().key().toString(),
                                        one.bug().item().title()),
                                Cell.text(
                                        one.isOfSameSprint()
                                                ? "in the sprint of what it mends"
                                                : one.bug().item().kind()),
                                Cell.figure(Words.of(sum.points())),
                                Cell.figure(Words.of(sum.hours()))));
            }
        }
        return new TrackTable(
                "rework",
                "Work that was mended, with what mended it",
                TrackTable.heads("What was mended, and by what", "", ":Points", ":Hours").stream()
                        .map(head ->
                                head.text().isEmpty() ? new TrackTable.Head("Kind", false) : head)
                        .toList(),
                lines);
    }

    private static TrackTable reopened(Snapshot snapshot, List<Reopened> reopened) {
        return new TrackTable(
                "reopened",
                "What was taken up again, what happened most often first",
                TrackTable.heads("Item", "State now", ":Times", ":Had been done for"),
                reopened.stream()
                        .map(one -> {
                            var item = snapshot.requireNode(one.item()).item();
                            return TrackTable.line(
                                    Cell.item(item.key().toString(), item.title()),
                                    Cell.text(item.state().name()),
                                    Cell.figure(Integer.toString(one.times())),
                                    Cell.figure(FlowPages.days(one.afterDays())));
                        })
                        .toList());
    }
}
