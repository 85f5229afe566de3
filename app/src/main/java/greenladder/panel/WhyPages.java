package greenladder.panel;

import greenladder.core.item.BaseField;
import greenladder.core.item.CustomField;
import greenladder.core.item.Item;
import greenladder.core.score.Formula;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import greenladder.log.ChangeLog;
import greenladder.log.ChangeLog.Logged;
import greenladder.panel.WhyPage.Part;
import greenladder.panel.WhyPage.Section;
import greenladder.people.SignedIn;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import greenladder.web.Failure;
import greenladder.web.SizeWords;
import greenladder.web.Words;
import greenladder.words.ChangeWords;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/**
 * Explains an item's figures from the very numbers they were computed from: the parts, the rule
 * that applied, and what changed them last.
 */
@Component
class WhyPages {
    private static final int MOST_PARTS = 40;
    private static final int MOST_ASKED = 20;
    private static final int MOST_CHANGES = 30;

    /** What changes a figure. */
    private static final Set<BaseField> MOVE_FIGURES =
            EnumSet.of(
                    BaseField.EXISTS,
                    BaseField.SIZE,
                    BaseField.STATE,
                    BaseField.PARENT,
                    BaseField.BROKEN_DOWN,
                    BaseField.VALUE,
                    BaseField.FACTOR);

    private final SnapshotKeeper keeper;
    private final ChangeLog log;
    private final Clock clock;

    WhyPages(SnapshotKeeper keeper, ChangeLog log, Clock clock) {
        this.keeper = keeper;
        this.log = log;
        this.clock = clock;
    }

    WhyPage of(SignedIn me, ItemKey key) {
        var snapshot = keeper.seenBy(me);
        var node = Lookups.node(snapshot, key.toString());
        var sections =
                Stream.concat(
                                Stream.of(
                                                Optional.of(size(snapshot, node)),
                                                completion(snapshot, node),
                                                drift(node),
                                                unsized(snapshot, node),
                                                score(snapshot, node))
                                        .flatMap(Optional::stream),
                                sums(snapshot, node))
                        .toList();
        return new WhyPage(
                key.toString(), node.item().title(), sections, lastChange(snapshot, node));
    }

    /**
     * The total of a level in a product: its largest parts, how far it is done and what has no
     * size.
     */
    WhyPage ofLevel(SignedIn me, String code, String levelKey) {
        var snapshot = keeper.seenBy(me);
        var product = Lookups.product(snapshot, code);
        var level =
                product.levels()
                        .find(levelKey)
                        .orElseThrow(() ->
                                new Failure.NotFound("There is no level %s.".formatted(levelKey)));
        var total = Objects.requireNonNull(snapshot.levelTotals(product).get(level));
        var figures = total.figures();
        var items = total.items();
        var points = figures.points();
        var sections = new ArrayList<Section>();
        if (!level.carriesPoints()) {
            sections.add(
                    new Section(
                            "Hours",
                            "The hours worked and what remains of %s."
                                    .formatted(Words.count(total.count(), "item")),
                            List.of()));
        } else {
            sections.add(
                    new Section(
                            "Size: "
                                    + (figures.effective() == null
                                            ? "not sized"
                                            : Words.of(figures.effective()) + " points"),
                            "The sum over %s at this level, dropped ones left out: %d done, %d in progress, %d to do. Their points:"
                                    .formatted(
                                            Words.count(total.count(), "item"),
                                            items.done(),
                                            items.inProgress(),
                                            items.toDo()),
                            List.of(
                                    new Part("", "", "Done", Words.of(points.done())),
                                    new Part("", "", "In progress", Words.of(points.inProgress())),
                                    new Part("", "", "To do", Words.of(points.toDo())))));
            figures.completion()
                    .ifPresent(done ->
                            sections.add(
                                    new Section(
                                            "Completion: " + Words.percent(done),
                                            "%s of %s points are done."
                                                    .formatted(
                                                            Words.of(points.done()),
                                                            Words.of(figures.effective())),
                                            List.of())));
            if (figures.unsized() > 0) {
                sections.add(
                        new Section(
                                "Not sized: " + figures.unsized(),
                                "The lowest items that carry points and have no size.",
                                List.of()));
            }
        }
        return new WhyPage(product.code(), level.plural(), sections, "");
    }

    private static Section size(Snapshot snapshot, Node node) {
        var item = node.item();
        var figures = node.rollUp();
        if (!item.level().carriesPoints()) {
            return new Section(
                    "Hours", "A task carries hours: those worked and those remaining.", List.of());
        }
        var own = Words.of(item.size());
        var parts = Words.of(figures.parts());
        var rule =
                switch (figures.sizeRule(item)) {
                    case OWN ->
                            item.size() == null
                                    ? "No size was entered, and it has no parts that carry one."
                                    : "The size that was entered on it.";
                    case NO_PART_SIZED ->
                            item.size() == null
                                    ? "None of its parts is sized yet."
                                    : "None of its parts is sized yet, so the %s that were estimated stand."
                                            .formatted(own);
                    case PARTS ->
                            "Nothing was estimated on it, so its parts count: %s.".formatted(parts);
                    case BROKEN_DOWN ->
                            "It is broken down, so its parts count: %s of the %s that were estimated."
                                    .formatted(parts, own);
                    case ESTIMATE_STANDS ->
                            "The parts come to %s of the %s that were estimated; %s not broken down yet."
                                    .formatted(parts, own, areNot(figures.unbroken()));
                    case PARTS_REACH_ESTIMATE ->
                            "The parts come to %s, which is no less than the %s that were estimated."
                                    .formatted(parts, own);
                };
        return new Section(
                "Size: " + SizeWords.withUnit(snapshot, node),
                rule,
                parts(node, child -> SizeWords.withUnit(snapshot, child)));
    }

    private static String areNot(Amount amount) {
        return Words.of(amount) + (amount.equals(Amount.of(1)) ? " is" : " are");
    }

    private static Optional<Section> completion(Snapshot snapshot, Node node) {
        var figures = node.rollUp();
        if (!node.item().level().carriesPoints()) {
            return Optional.empty();
        }
        var points = figures.points();
        var words =
                figures.completion()
                        .map(done ->
                                "%s done, %s in progress and %s to do of %s points."
                                        .formatted(
                                                Words.of(points.done()),
                                                Words.of(points.inProgress()),
                                                Words.of(points.toDo()),
                                                Words.of(figures.effective())))
                        .orElse("Nothing here is sized, so there is no percentage.");
        if (figures.unbroken().thousandths() > 0) {
            words += " What is not broken down yet counts as to do.";
        }
        return Optional.of(
                new Section(
                        "Completion: "
                                + figures.completion().map(Words::percent).orElse("not sized"),
                        words,
                        parts(node, WhyPages::doneOf)));
    }

    private static String doneOf(Node child) {
        var figures = child.rollUp();
        return figures.effective() == null
                ? child.item().state().name() + ", not sized"
                : "%s of %s done"
                        .formatted(
                                Words.of(figures.points().done()), Words.of(figures.effective()));
    }

    private static Optional<Section> drift(Node node) {
        var item = node.item();
        return node.rollUp()
                .drift(item)
                .map(drift ->
                        new Section(
                                "Drift: " + Words.signed(drift),
                                "First estimated at %s, now %s."
                                        .formatted(
                                                Words.of(item.firstEstimate()),
                                                Words.of(node.rollUp().effective())),
                                List.of()));
    }

    private static Optional<Section> unsized(Snapshot snapshot, Node node) {
        var figures = node.rollUp();
        return figures.unsized() == 0 || !figures.hasPointChildren()
                ? Optional.empty()
                : Optional.of(
                        new Section(
                                "Not sized: " + figures.unsized(),
                                "The lowest items that carry points and have no size.",
                                parts(node, child -> child.rollUp().unsized() + " not sized")
                                        .stream()
                                        .filter(part -> !part.figure().startsWith("0 "))
                                        .toList()));
    }

    /** Own fields that add up: its own, and those of its parts. */
    private static Stream<Section> sums(Snapshot snapshot, Node node) {
        return snapshot.requireProduct(node.item().key().product()).totals().stream()
                .flatMap(field ->
                        node.rollUp().sum(field.key()).stream()
                                .map(sum ->
                                        new Section(
                                                field.name() + ": " + Words.of(sum),
                                                "Its own: %s; the rest is of its parts."
                                                        .formatted(
                                                                node.item()
                                                                        .details()
                                                                        .custom()
                                                                        .getOrDefault(
                                                                                field.key(),
                                                                                "none")),
                                                parts(node, child -> sumOf(child, field)))));
    }

    private static String sumOf(Node child, CustomField field) {
        return child.rollUp().sum(field.key()).map(Words::of).orElse("none");
    }

    private static Optional<Section> score(Snapshot snapshot, Node node) {
        var refining = snapshot.requireProduct(node.item().key().product()).refining();
        return Formula.of(refining)
                .map(formula ->
                        new Section(
                                "Score: " + formula.scoreOf(node).map(Words::score).orElse("none"),
                                formula.scoreOf(node).isPresent()
                                        ? "%s, with:".formatted(refining.formula())
                                        : "%s; something that it takes is missing."
                                                .formatted(refining.formula()),
                                formula.names().stream()
                                        .map(name ->
                                                new Part(
                                                        "",
                                                        "",
                                                        name,
                                                        formula.inputOf(node, name)
                                                                .map(Words::of)
                                                                .orElse("missing")))
                                        .toList()));
    }

    private interface Figure {
        String of(Node child);
    }

    private static List<Part> parts(Node node, Figure figure) {
        var children =
                node.children().stream()
                        .filter(child ->
                                child.rollUp().carriesPoints() && !child.item().isDropped())
                        .toList();
        var parts = new ArrayList<Part>();
        children.stream()
                .limit(MOST_PARTS)
                .map(child -> part(child, figure.of(child)))
                .forEach(parts::add);
        if (children.size() > MOST_PARTS) {
            parts.add(new Part("", "", "and %d more".formatted(children.size() - MOST_PARTS), ""));
        }
        return parts;
    }

    private static Part part(Node child, String figure) {
        var key = child.item().key().toString();
        return new Part(key, "/items/" + key, child.item().title(), figure);
    }

    /** The last change of a figure on the item or on its parts that were touched last. */
    private String lastChange(Snapshot snapshot, Node node) {
        return Stream.concat(
                        Stream.of(node.item()),
                        node.children().stream()
                                .map(Node::item)
                                .sorted(
                                        Comparator.comparing(Item::updatedAt)
                                                .reversed()
                                                .thenComparing(Item::key))
                                .limit(MOST_ASKED))
                .flatMap(item -> log.history(item.key(), null, MOST_CHANGES).stream())
                .filter(logged -> MOVE_FIGURES.contains(logged.change().field().base()))
                .max(Comparator.comparing(logged -> logged.point().operation()))
                .map(logged -> words(snapshot, logged))
                .orElse("");
    }

    private String words(Snapshot snapshot, Logged logged) {
        var what = ChangeWords.of(snapshot, List.of(logged.change()));
        return "Last changed by %s, %s: %s (%s)."
                .formatted(
                        ChangeWords.nameOf(snapshot, logged.actor()),
                        Words.since(logged.at(), clock),
                        what.isEmpty() ? "changed it" : what.getFirst(),
                        Objects.requireNonNull(logged.change().item()));
    }
}
