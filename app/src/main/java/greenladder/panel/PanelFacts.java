package greenladder.panel;

import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.people.Person;
import greenladder.core.rollup.RollUp;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import greenladder.panel.ItemPanel.Fact;
import greenladder.panel.ItemPanel.Facts;
import greenladder.people.SignedIn;
import greenladder.store.Rights;
import greenladder.web.SizeWords;
import greenladder.web.Words;
import greenladder.words.ChangeWords;
import greenladder.words.FieldFit;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Makes the part of the panel that shows one item's fields, for one reader. */
record PanelFacts(Rights rights, Snapshot snapshot, Node node, SignedIn reader) {
    private static final String NONE = "–";

    /** What a field says that has no value. */
    private static final Set<String> NOTHING = Set.of(NONE, "none", "no", "nobody", "not sized");

    Facts facts() {
        var item = node.item();
        var person = snapshot.findPerson(item.assignee()).map(Person::name).orElse("nobody");
        var first = new ArrayList<Fact>();
        if (item.level().carriesPoints()) {
            first.add(fact(Field.SIZE, "Size", sizeInWords(), sizeNote()));
        } else {
            first.add(fact(Field.HOURS_REMAINING, "Remaining", hours(item.remainingHours()), ""));
        }
        first.add(fact(Field.ASSIGNEE, "Assigned to", person, ""));
        var others =
                Stream.of(effort(), plans(), place())
                        .flatMap(List::stream)
                        .filter(this::makesSense)
                        .toList();
        return new Facts(
                first,
                others.stream().filter(fact -> !isEmpty(fact)).toList(),
                others.stream().filter(PanelFacts::isEmpty).toList());
    }

    private static boolean isEmpty(Fact fact) {
        return NOTHING.contains(fact.text()) && fact.note().isEmpty();
    }

    private boolean makesSense(Fact fact) {
        return !isEmpty(fact)
                || Field.find(fact.field())
                        .map(field -> FieldFit.fits(snapshot, node.item(), field))
                        .orElse(true);
    }

    private List<Fact> effort() {
        var item = node.item();
        return item.level().carriesPoints()
                ? List.of(
                        fact(Field.VALUE, "Value", Words.of(item.value()), valueNote()),
                        fact(Field.BROKEN_DOWN, "Broken down", brokenDown(item), ""))
                : List.of(
                        fact(Field.HOURS_ESTIMATE, "Estimate", hours(item.hours().estimate()), ""),
                        fact(Field.HOURS_INVESTED, "Worked", hours(item.hours().invested()), ""));
    }

    private String brokenDown(Item item) {
        return item.details().refinement().brokenDown()
                ? "yes"
                : node.rollUp().hasPointChildren() && item.isDone() ? "yes, as it is done" : "no";
    }

    private List<Fact> plans() {
        var item = node.item();
        var figures = node.rollUp();
        var sprint = snapshot.workspace().findSprint(item.sprint());
        var release = snapshot.workspace().findRelease(item.release());
        return List.of(
                fact(Field.TEAM, "Team", shown(Field.TEAM), ""),
                fact(
                        Field.SPRINT,
                        "Sprint",
                        shown(Field.SPRINT),
                        sprint.map(one ->
                                        "%s to %s"
                                                .formatted(
                                                        Words.day(one.start()),
                                                        Words.day(one.finish())))
                                .orElse("")),
                fact(
                        Field.RELEASE,
                        "Release",
                        shown(Field.RELEASE),
                        release.map(one -> Words.day(one.date())).orElse("")),
                fact(Field.START, "Start", Words.day(item.start()), startNote(item, figures)),
                fact(Field.FINISH, "Finish", Words.day(item.finish()), finishNote(item, figures)));
    }

    private List<Fact> place() {
        var item = node.item();
        var parent = snapshot.ancestors(item).stream().findFirst().map(Node::item);
        return List.of(
                fact(
                        Field.PARENT,
                        "Parent",
                        parent.map(above -> above.key() + " " + above.title()).orElse("none"),
                        item.isLoose() ? "loose" : ""),
                fact(Field.LEVEL, "Level", item.level().name(), ""),
                fact(Field.KIND, "Kind", item.kind(), ""),
                fact(Field.BLOCKED, "Blocked", item.blocked() == null ? "no" : "yes", ""));
    }

    private Fact fact(Field field, String label, String text, String note) {
        return new Fact(
                field.label(),
                label,
                text.isEmpty() ? NONE : text,
                note,
                rights.mayEdit(reader, node.item(), field));
    }

    private String shown(Field field) {
        var item = node.item();
        return ChangeWords.value(snapshot, item.key(), field, field.textOf(item));
    }

    private String sizeInWords() {
        return SizeWords.withUnit(snapshot, node);
    }

    private String sizeNote() {
        var item = node.item();
        var figures = node.rollUp();
        var parts = new ArrayList<String>();
        if (figures.hasPointChildren() && item.size() != null) {
            parts.add("own " + Words.of(item.size()));
        }
        if (item.firstEstimate() != null && !item.firstEstimate().equals(figures.effective())) {
            parts.add("first estimate " + Words.of(item.firstEstimate()));
        }
        figures.drift(item)
                .filter(drift -> drift.thousandths() != 0)
                .ifPresent(drift -> parts.add("drift " + Words.signed(drift)));
        return String.join(", ", parts);
    }

    private String valueNote() {
        var figures = node.rollUp();
        return figures.hasPointChildren() && figures.value() != null
                ? "%s of %s below done"
                        .formatted(Words.of(figures.valueDone()), Words.of(figures.value()))
                : "";
    }

    private String startNote(Item item, RollUp figures) {
        var own = item.start();
        if (own == null) {
            return rolled(item, null, figures.dates().start());
        }
        var below =
                node.children().stream()
                        .filter(child -> !child.item().isDropped())
                        .flatMap(child -> Stream.ofNullable(child.rollUp().dates().start()))
                        .min(Comparator.naturalOrder())
                        .orElse(null);
        var told = rolled(item, own, below);
        return below != null && below.isBefore(own)
                ? told + ", " + Words.count(ChronoUnit.DAYS.between(below, own), "day") + " early"
                : told;
    }

    private String finishNote(Item item, RollUp figures) {
        var below =
                rolled(
                        item,
                        item.finish(),
                        item.finish() == null
                                ? figures.dates().finish()
                                : figures.childrenFinish());
        return figures.slipDays(item)
                .filter(days -> days > 0)
                .map(days -> below + ", " + Words.count(days, "day") + " late")
                .orElse(below);
    }

    private String rolled(Item item, @Nullable LocalDate own, @Nullable LocalDate rolled) {
        if (rolled == null || rolled.equals(own)) {
            return "";
        }
        boolean bySprint =
                snapshot.workspace()
                        .findSprint(item.sprint())
                        .filter(sprint ->
                                rolled.equals(sprint.start()) || rolled.equals(sprint.finish()))
                        .isPresent();
        boolean byRelease =
                snapshot.workspace()
                        .findRelease(item.release())
                        .filter(release -> rolled.equals(release.date()))
                        .isPresent();
        var from = bySprint ? " by its sprint" : byRelease ? " by its release" : " below";
        return Words.day(rolled) + from;
    }

    private static String hours(@Nullable Amount amount) {
        return amount == null ? "–" : Words.of(amount) + " h";
    }
}
