package greenladder.track;

import greenladder.core.flow.Progress;
import greenladder.core.flow.Progress.Bar;
import greenladder.core.flow.Progress.Figures;
import greenladder.core.flow.Progress.Measure;
import greenladder.core.flow.Progress.Since;
import greenladder.core.flow.SmallFirst;
import greenladder.core.item.CustomField;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import greenladder.flow.ItemPasts;
import greenladder.list.FilterLines;
import greenladder.panel.ItemPanels;
import greenladder.planning.SprintFigures;
import greenladder.track.ProgressPage.Changed;
import greenladder.track.ProgressPage.Counted;
import greenladder.track.ProgressPage.Row;
import greenladder.view.Choice;
import greenladder.view.ViewContext;
import greenladder.web.Stem;
import greenladder.web.Words;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes the page that tells how far everything is. */
@Component
public class ProgressPages {
    private static final int STEM = 190;

    private final ItemPasts pasts;
    private final FilterLines lines;
    private final ItemPanels panels;
    private final SprintFigures figures;

    ProgressPages(ItemPasts pasts, FilterLines lines, ItemPanels panels, SprintFigures figures) {
        this.pasts = pasts;
        this.lines = lines;
        this.panels = panels;
        this.figures = figures;
    }

    /** An item of the list, and how many levels it stands below the first. */
    private record Listed(Node node, int below) {}

    public ProgressPage page(ViewContext context, ProgressPlace place, @Nullable ItemKey at) {
        var snapshot = context.snapshot();
        var sieve = new Sieve(lines, context, place.state());
        var told = ProgressFigures.of(context, place, sieve, pasts, figures.today());
        boolean isWhole = place.part() == null && !sieve.isNarrow();
        var listed = listed(place, isWhole, told);
        var shown = listed.stream().limit(place.most()).toList();
        var total = told.total();
        var beside = panels.beside(context, place.url(), at);
        return new ProgressPage(
                place.product().code(),
                beside.url(),
                context.operation(),
                sieve.line(
                        "progress",
                        place.own(),
                        shown.stream().map(Listed::node).toList(),
                        ProgressFigures.all(snapshot, place)),
                levels(place),
                Arrays.stream(Measure.values())
                        .map(measure ->
                                new Choice(
                                        place.by(measure).url(),
                                        "By " + measure.word(),
                                        measure == place.measure()))
                        .toList(),
                ProgressPlace.parts(snapshot, place.product()).stream()
                        .map(part ->
                                new Choice(
                                        place.only(part.value()).url(),
                                        part.label(),
                                        part.value().equals(place.of())))
                        .toList(),
                (isWhole && place.top() == null ? ofProduct(snapshot, place) : words(total, place))
                        + (isWhole ? pace(snapshot, place) : ""),
                isWhole
                        ? place.product().totals().stream().map(CustomField::name).toList()
                        : List.of(),
                shown.stream().map(one -> row(one, isWhole, told, place)).toList(),
                listed.isEmpty() ? null : total(total, place),
                shown.size() < listed.size() ? place.longer().url() : "",
                beside.panel());
    }

    private static List<Choice> levels(ProgressPlace place) {
        var choices = new ArrayList<Choice>();
        var levels = ProgressPlace.levels(place.product());
        for (int i = 0; i < levels.size(); i++) {
            var level = levels.get(i);
            boolean isIt = level.equals(place.level());
            choices.add(
                    new Choice(
                            place.on(level, false).url(), level.plural(), isIt && !place.below()));
            if (i + 1 < levels.size()) {
                choices.add(
                        new Choice(
                                place.on(level, true).url(),
                                "%s and %s"
                                        .formatted(
                                                level.plural(),
                                                Words.lower(levels.get(i + 1).plural())),
                                isIt && place.below()));
            }
        }
        return choices;
    }

    /**
     * In rank order, no longer than what tells whether there is more than is shown; what is
     * narrowed to a part is left out where nothing of it stands below.
     */
    private static List<Listed> listed(ProgressPlace place, boolean isWhole, ProgressFigures told) {
        var listed = new ArrayList<Listed>();
        var next = place.below() ? place.nextLevel() : null;
        for (var node : told.first()) {
            if (listed.size() > place.most()) {
                break;
            }
            if (node.item().isDropped()) {
                continue;
            }
            listed.add(new Listed(node, 0));
            if (next != null) {
                ProgressFigures.below(node, next).stream()
                        .filter(one -> isWhole || !isEmpty(told, one))
                        .forEach(one -> listed.add(new Listed(one, 1)));
            }
        }
        return listed;
    }

    private static boolean isEmpty(ProgressFigures told, Node node) {
        return told.now(node).equals(Figures.NONE);
    }

    /**
     * @param isWhole whether all of each item is told, rather than a selection of what is below it
     */
    private Row row(Listed listed, boolean isWhole, ProgressFigures told, ProgressPlace place) {
        var node = listed.node();
        var item = node.item();
        var now = told.now(node);
        var drift = isWhole ? node.rollUp().drift(item) : Optional.<Amount>empty();
        var slip = isWhole ? node.rollUp().slipDays(item) : Optional.<Long>empty();
        var list =
                "/%s/rank?level=%s&in.%s=%s"
                        .formatted(
                                place.product().code(),
                                place.product().levels().stories().key(),
                                item.level().key(),
                                item.key());
        return new Row(
                item.key().toString(),
                item.level().name(),
                item.title(),
                listed.below(),
                stem(now),
                inWords(now.bar(), place.measure()),
                percent(now.bar()),
                amount(now.bar().inProgress()),
                counted(now.unsized(), isWhole ? list + "&unsized=true" : ""),
                counted(now.blocked(), isWhole ? list + "&blocked=true" : ""),
                drift.filter(one -> one.thousandths() != 0).map(Words::signed).orElse(""),
                drift.filter(one -> one.thousandths() > 0).isPresent(),
                slip.filter(days -> days > 0).map(days -> Words.count(days, "day")).orElse(""),
                since(told.since(node), now.bar()),
                isWhole
                        ? place.product().totals().stream()
                                .map(field ->
                                        node.rollUp().sum(field.key()).map(Words::of).orElse(""))
                                .toList()
                        : List.of());
    }

    private static Counted counted(int number, String url) {
        return new Counted(number == 0 ? "" : Integer.toString(number), url);
    }

    private static Row total(Figures total, ProgressPlace place) {
        return new Row(
                "",
                "",
                "In all",
                0,
                stem(total),
                inWords(total.bar(), place.measure()),
                percent(total.bar()),
                amount(total.bar().inProgress()),
                counted(total.unsized(), ""),
                counted(total.blocked(), ""),
                "",
                false,
                "",
                Changed.NOTHING,
                List.of());
    }

    private static Stem stem(Figures figures) {
        var bar = figures.bar();
        double inner = STEM - 2;
        double whole = Math.max(1, bar.total());
        double done = bar.done() / whole * inner;
        double unbroken = bar.unbroken() / whole * inner;
        return new Stem(
                STEM,
                done,
                1 + done,
                bar.inProgress() / whole * inner,
                1 + inner - unbroken,
                unbroken,
                figures.blocked() > 0,
                bar.total() == 0 ? "nothing to measure" : percent(bar) + " done");
    }

    private static String percent(Bar bar) {
        return bar.total() == 0 ? "" : Words.percent((double) bar.done() / bar.total());
    }

    private static String amount(long thousandths) {
        return thousandths == 0 ? "" : Words.of(new Amount(thousandths));
    }

    private static String inWords(Bar bar, Measure measure) {
        if (!bar.sized()) {
            return switch (measure) {
                case POINTS -> "not sized";
                case COUNT -> "nothing below";
                case VALUE -> "no value";
                case HOURS -> "no hours";
            };
        }
        return "%s of %s"
                .formatted(Words.of(new Amount(bar.done())), Words.of(new Amount(bar.total())));
    }

    private static Changed since(Since since, Bar now) {
        var words = new ArrayList<String>();
        if (since.done() != 0) {
            words.add(Words.signed(new Amount(since.done())) + " done");
        }
        if (since.total() != 0) {
            words.add(Words.signed(new Amount(since.total())) + " in all");
        }
        double then = (double) (now.done() - since.done()) / Math.max(1, now.total());
        return new Changed(
                String.join(", ", words),
                since.done() == 0 || now.total() == 0
                        ? -1
                        : 1 + (STEM - 2) * Math.clamp(then, 0.0, 1.0));
    }

    /** All of a product, with what the rows leave out. */
    private static String ofProduct(Snapshot snapshot, ProgressPlace place) {
        var product = place.product();
        var all = Progress.whole(snapshot.totalOf(product.code()), place.measure());
        var outside = Progress.outside(snapshot, product, place.level(), place.measure());
        return words(all, place) + OutsideWords.of(outside, place.level(), place.measure());
    }

    /** Of the whole product, or of what the list begins under. */
    private static String pace(Snapshot snapshot, ProgressPlace place) {
        var top = place.top();
        return PaceWords.of(
                SmallFirst.of(
                        top == null
                                ? snapshot.totalOf(place.product().code())
                                : snapshot.requireNode(top).rollUp()));
    }

    private static String unit(Measure measure) {
        return measure == Measure.VALUE ? "value points" : measure.word();
    }

    private static String words(Figures total, ProgressPlace place) {
        if (total.equals(Figures.NONE)) {
            return "";
        }
        var bar = total.bar();
        var rest = new ArrayList<String>();
        if (total.unsized() > 0) {
            rest.add(total.unsized() + " not sized");
        }
        if (total.blocked() > 0) {
            rest.add(total.blocked() + " blocked");
        }
        if (bar.unbroken() > 0) {
            rest.add(amount(bar.unbroken()) + " not broken down yet");
        }
        return "%s%s%s."
                .formatted(
                        inWords(bar, place.measure()),
                        bar.sized()
                                ? " %s done, %s".formatted(unit(place.measure()), percent(bar))
                                : "",
                        rest.isEmpty() ? "" : "; " + String.join(", ", rest));
    }
}
