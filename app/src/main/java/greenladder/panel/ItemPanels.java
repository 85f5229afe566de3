package greenladder.panel;

import greenladder.core.item.Amount;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.item.ItemKey;
import greenladder.core.item.Person;
import greenladder.core.ladder.Ladder;
import greenladder.core.ladder.Node;
import greenladder.core.rollup.RollUp;
import greenladder.item.ChangeWords;
import greenladder.item.LadderKeeper;
import greenladder.item.Rights;
import greenladder.panel.ItemPanel.ChildRow;
import greenladder.panel.ItemPanel.CommentEntry;
import greenladder.panel.ItemPanel.Fact;
import greenladder.panel.ItemPanel.Link;
import greenladder.people.Permission;
import greenladder.people.SignedIn;
import greenladder.talk.Comment;
import greenladder.talk.Comments;
import greenladder.talk.Watching;
import greenladder.web.Failure;
import greenladder.web.Markdown;
import greenladder.web.RungMark;
import greenladder.web.Stem;
import greenladder.web.Words;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes the panel of an item, which is the same beside every view and on the item's own page. */
@Component
public class ItemPanels {
    private static final int STEM_WIDTH = 364;
    private static final int CHILD_STEM_WIDTH = 72;

    private final LadderKeeper keeper;
    private final Rights rights;
    private final History history;
    private final Comments comments;
    private final Watching watching;
    private final Markdown markdown;
    private final Clock clock;

    ItemPanels(
            LadderKeeper keeper,
            Rights rights,
            History history,
            Comments comments,
            Watching watching,
            Markdown markdown,
            Clock clock) {
        this.keeper = keeper;
        this.rights = rights;
        this.history = history;
        this.comments = comments;
        this.watching = watching;
        this.markdown = markdown;
        this.clock = clock;
    }

    /**
     * @throws Failure.NotFound if there is no such item
     */
    public ItemPanel of(ItemKey key, SignedIn reader, ItemLinks links) {
        var ladder = keeper.current();
        var node =
                ladder.findNode(key)
                        .orElseThrow(() ->
                                new Failure.NotFound(
                                        "There is no item %s; it may have been deleted."
                                                .formatted(key)));
        var item = node.item();
        var figures = node.rollUp();
        var product = key.product();
        boolean points = item.level().carriesPoints();
        return new ItemPanel(
                key.toString(),
                product,
                RungMark.of(ladder.requireProduct(product).levels(), item.level()),
                item.kind().equals(item.level().plainKind()) ? "" : item.kind(),
                item.title(),
                may(reader, item, Field.TITLE),
                Words.since(item.updatedAt(), clock.instant()),
                ladder.ancestors(item).reversed().stream()
                        .map(above -> new Link(above.item().title(), links.to(above.item())))
                        .toList(),
                item.state().name(),
                item.category().name(),
                may(reader, item, Field.STATE),
                item.blocked(),
                facts(ladder, node, reader),
                markdown.toHtml(item.description()),
                may(reader, item, Field.DESCRIPTION),
                new PanelDetails(rights, ladder, item, reader, links).details(),
                item.level().carriesPoints()
                        ? new PanelRefinement(rights, ladder, node, reader).refinement()
                        : null,
                points || figures.hoursInvested() != null
                        ? Stem.of(item, figures, STEM_WIDTH)
                        : null,
                points ? Stem.pointsInWords(figures) : Stem.hoursInWords(figures),
                remarks(item, figures),
                childrenHead(node),
                node.children().stream().map(child -> childRow(child, links)).toList(),
                comments.of(key).stream().map(one -> comment(ladder, one, reader)).toList(),
                comments.mayComment(reader, key),
                watching.isWatching(reader, key),
                watching.of(key).size(),
                reader.mayIn(product, Permission.WORK),
                history.of(key),
                "/items/" + key,
                "/" + product + "/threads?item=" + key);
    }

    private CommentEntry comment(Ladder ladder, Comment comment, SignedIn reader) {
        var who = ChangeWords.nameOf(ladder, comment.author());
        return new CommentEntry(
                comment.id(),
                who,
                new Person(comment.author(), who).initials(),
                Words.since(comment.at(), clock.instant())
                        + (comment.editedAt() == null ? "" : ", changed since"),
                comments.toHtml(comment),
                comment.author().equals(reader.handle()));
    }

    private boolean may(SignedIn reader, Item item, Field field) {
        return rights.mayEdit(reader, item, field);
    }

    private List<Fact> facts(Ladder ladder, Node node, SignedIn reader) {
        var item = node.item();
        var figures = node.rollUp();
        var facts = new ArrayList<Fact>();
        if (item.level().carriesPoints()) {
            facts.add(fact(reader, item, Field.SIZE, "Size", sizeInWords(node), sizeNote(node)));
            facts.add(
                    fact(
                            reader,
                            item,
                            Field.VALUE,
                            "Value",
                            Words.of(item.value()),
                            valueNote(node)));
        } else {
            facts.add(
                    fact(
                            reader,
                            item,
                            Field.HOURS_ESTIMATE,
                            "Estimate",
                            hours(item.hours().estimate()),
                            ""));
            facts.add(
                    fact(
                            reader,
                            item,
                            Field.HOURS_INVESTED,
                            "Invested",
                            hours(item.hours().invested()),
                            ""));
            facts.add(
                    fact(
                            reader,
                            item,
                            Field.HOURS_REMAINING,
                            "Remaining",
                            hours(item.remainingHours()),
                            ""));
        }
        var person = ladder.findPerson(item.assignee()).map(Person::name).orElse("nobody");
        facts.add(fact(reader, item, Field.ASSIGNEE, "With", person, ""));
        facts.add(fact(reader, item, Field.TEAM, "Team", shown(ladder, item, Field.TEAM), ""));
        facts.add(
                fact(
                        reader,
                        item,
                        Field.SPRINT,
                        "Sprint",
                        shown(ladder, item, Field.SPRINT),
                        item.sprint() == null
                                ? ""
                                : "%s to %s"
                                        .formatted(
                                                Words.day(item.sprint().start()),
                                                Words.day(item.sprint().finish()))));
        facts.add(
                fact(
                        reader,
                        item,
                        Field.RELEASE,
                        "Release",
                        shown(ladder, item, Field.RELEASE),
                        item.release() == null ? "" : Words.day(item.release().date())));
        facts.add(
                fact(
                        reader,
                        item,
                        Field.START,
                        "Start",
                        Words.day(item.start()),
                        rolled(item, item.start(), figures.dates().start())));
        facts.add(
                fact(
                        reader,
                        item,
                        Field.FINISH,
                        "Finish",
                        Words.day(item.finish()),
                        finishNote(item, figures)));
        facts.add(fact(reader, item, Field.LEVEL, "Level", item.level().name(), ""));
        facts.add(fact(reader, item, Field.KIND, "Kind", item.kind(), ""));
        facts.add(
                fact(
                        reader,
                        item,
                        Field.PARENT,
                        "Under",
                        item.parent() == null ? "nothing" : item.parent().toString(),
                        item.isLoose() ? "loose" : ""));
        facts.add(
                fact(
                        reader,
                        item,
                        Field.BLOCKED,
                        "Blocked",
                        item.blocked() == null ? "no" : "yes",
                        ""));
        return facts;
    }

    private Fact fact(
            SignedIn reader, Item item, Field field, String label, String text, String note) {
        return new Fact(field.label(), label, text, note, may(reader, item, field));
    }

    private static String shown(Ladder ladder, Item item, Field field) {
        var words = ChangeWords.value(ladder, item.key(), field, field.textOf(item));
        return words.isEmpty() ? "–" : words;
    }

    private static String sizeInWords(Node node) {
        return node.rollUp().effective() == null
                ? "not sized"
                : Words.of(node.rollUp().effective()) + " points";
    }

    private static String sizeNote(Node node) {
        var item = node.item();
        var figures = node.rollUp();
        var parts = new ArrayList<String>();
        if (figures.hasPointChildren() && item.size() != null) {
            parts.add("own " + Words.of(item.size()));
        }
        if (item.firstEstimate() != null) {
            parts.add("first " + Words.of(item.firstEstimate()));
        }
        figures.drift(item)
                .filter(drift -> drift.thousandths() != 0)
                .ifPresent(drift -> parts.add("drift " + Words.signed(drift)));
        return String.join(", ", parts);
    }

    private static String valueNote(Node node) {
        var figures = node.rollUp();
        return figures.hasPointChildren() && figures.value() != null
                ? "%s of %s below done"
                        .formatted(Words.of(figures.valueDone()), Words.of(figures.value()))
                : "";
    }

    private static String finishNote(Item item, RollUp figures) {
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

    private static String rolled(Item item, @Nullable LocalDate own, @Nullable LocalDate rolled) {
        if (rolled == null || rolled.equals(own)) {
            return "";
        }
        var sprint = item.sprint();
        if (sprint != null && (rolled.equals(sprint.start()) || rolled.equals(sprint.finish()))) {
            return Words.day(rolled) + " by its sprint";
        }
        return item.release() != null && rolled.equals(item.release().date())
                ? Words.day(rolled) + " by its release"
                : Words.day(rolled) + " below";
    }

    private static String hours(@Nullable Amount amount) {
        return amount == null ? "–" : Words.of(amount) + " h";
    }

    private static List<String> remarks(Item item, RollUp figures) {
        return Stream.of(
                        figures.unsized() > 0 && figures.hasPointChildren()
                                ? figures.unsized() + " not sized"
                                : "",
                        figures.unbroken().thousandths() > 0
                                ? Words.of(figures.unbroken()) + " points not broken down yet"
                                : "",
                        figures.hasPointChildren()
                                ? "%d of %d done by number"
                                        .formatted(figures.leaves().done(), figures.leafCount())
                                : "",
                        figures.blocked() > 0 && figures.hasPointChildren()
                                ? figures.blocked() + " blocked"
                                : "",
                        item.level().carriesPoints() && figures.tasks() > 0
                                ? "%d of %s done%s"
                                        .formatted(
                                                figures.tasksDone(),
                                                Words.count(figures.tasks(), "task"),
                                                hoursOf(figures))
                                : "")
                .filter(remark -> !remark.isEmpty())
                .toList();
    }

    private static String hoursOf(RollUp figures) {
        var hours = Stem.hoursInWords(figures);
        return hours.isEmpty() ? "" : ", " + hours;
    }

    private static String childrenHead(Node node) {
        var levels =
                node.children().stream()
                        .map(child -> child.item().level())
                        .distinct()
                        .sorted(Comparator.comparingInt(level -> level.index()))
                        .map(level -> level.plural())
                        .toList();
        return levels.isEmpty() ? "" : String.join(", ", levels);
    }

    private static ChildRow childRow(Node child, ItemLinks links) {
        var item = child.item();
        boolean bar = item.level().carriesPoints() && child.rollUp().hasPointChildren();
        return new ChildRow(
                item.key().toString(),
                item.title(),
                links.to(item),
                item.state().name(),
                item.category().name(),
                bar ? Stem.byPoints(child.rollUp(), CHILD_STEM_WIDTH) : null,
                item.level().carriesPoints()
                        ? (child.rollUp().effective() == null
                                ? "not sized"
                                : Words.of(child.rollUp().effective()))
                        : Stem.hoursInWords(child.rollUp()));
    }
}
