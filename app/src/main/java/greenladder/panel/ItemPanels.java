package greenladder.panel;

import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.people.Permission;
import greenladder.core.people.Person;
import greenladder.core.rollup.RollUp;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.panel.ItemPanel.ChildRow;
import greenladder.panel.ItemPanel.CommentEntry;
import greenladder.panel.ItemPanel.HistoryEntry;
import greenladder.panel.ItemPanel.Link;
import greenladder.panel.ItemPanel.Question;
import greenladder.panel.ItemPanel.Talk;
import greenladder.people.SignedIn;
import greenladder.store.Rights;
import greenladder.store.SnapshotKeeper;
import greenladder.talk.Comment;
import greenladder.talk.Comments;
import greenladder.talk.Watching;
import greenladder.view.ViewContext;
import greenladder.web.Failure;
import greenladder.web.Markdown;
import greenladder.web.RungMark;
import greenladder.web.SizeWords;
import greenladder.web.Stem;
import greenladder.web.Words;
import greenladder.words.ChangeWords;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes the panel of an item, which is the same beside every view and on the item's own page. */
@Component
public class ItemPanels {
    private static final int STEM_WIDTH = 364;
    private static final int CHILD_STEM_WIDTH = 72;

    private final SnapshotKeeper keeper;
    private final Rights rights;
    private final History history;
    private final Comments comments;
    private final Watching watching;
    private final Markdown markdown;
    private final Clock clock;

    ItemPanels(
            SnapshotKeeper keeper,
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
     * An item beside a view, in which links lead to other items in its place.
     *
     * @param url of the view
     * @param at null for none; one that is not there is passed over
     */
    public Beside beside(ViewContext context, String url, @Nullable ItemKey at) {
        if (at == null || context.snapshot().findNode(at).isEmpty()) {
            return new Beside(url, null);
        }
        var start = url + (url.contains("?") ? "&at=" : "?at=");
        return new Beside(start + at, of(at, context.reader(), one -> start + one.key()));
    }

    /**
     * @throws Failure.NotFound if there is no such item
     */
    public ItemPanel of(ItemKey key, SignedIn reader, ItemLinks links) {
        var snapshot = keeper.seenBy(reader);
        var node =
                snapshot.findNode(key)
                        .orElseThrow(() ->
                                new Failure.NotFound(
                                        "There is no item %s; it may have been deleted."
                                                .formatted(key)));
        var item = node.item();
        var figures = node.rollUp();
        var product = key.product();
        boolean points = item.level().carriesPoints();
        var said = comments.of(item);
        var changes = history.of(reader, key);
        return new ItemPanel(
                key.toString(),
                product,
                RungMark.of(snapshot.requireProduct(product).levels(), item.level()),
                item.kind().equals(item.level().plainKind()) ? "" : item.kind(),
                item.title(),
                may(reader, item, Field.TITLE),
                Words.since(item.updatedAt(), clock),
                snapshot.ancestors(item).reversed().stream()
                        .map(above -> new Link(above.item().title(), links.to(above.item())))
                        .toList(),
                item.state().name(),
                item.category().name(),
                may(reader, item, Field.STATE),
                item.blocked(),
                new PanelFacts(rights, snapshot, node, reader).facts(),
                markdown.toHtml(item.description()),
                may(reader, item, Field.DESCRIPTION),
                new PanelDetails(rights, snapshot, item, reader, links).details(),
                new PanelLinks(snapshot, rights, reader, links).of(item),
                ItemCourse.of(snapshot, item, rights, reader, today()),
                ItemPapers.of(snapshot, item),
                WorkedHours.of(snapshot, item, rights, reader, today()),
                item.level().carriesPoints()
                        ? new PanelRefinement(rights, snapshot, node, reader).refinement()
                        : null,
                points || figures.hoursInvested() != null
                        ? Stem.of(item, figures, STEM_WIDTH)
                        : null,
                points ? Stem.pointsInWords(figures) : Stem.hoursInWords(figures),
                remarks(item, figures),
                thatIsAll(reader, item, figures),
                childrenHead(node),
                node.children().stream().map(child -> childRow(snapshot, child, links)).toList(),
                said.size(),
                talks(snapshot, said, changes, reader),
                comments.mayComment(reader, key),
                watching.isWatching(reader, key),
                watching.of(key).size(),
                reader.mayIn(product, Permission.WORK),
                changes,
                "/items/" + key,
                "/" + product + "/threads?item=" + key);
    }

    private LocalDate today() {
        return LocalDate.now(clock);
    }

    /** What was said and what was changed, in the order in which it was. */
    private List<Talk> talks(
            Snapshot snapshot, List<Comment> said, List<HistoryEntry> changes, SignedIn reader) {
        record Dated(Instant at, Talk talk) {}
        var all = new ArrayList<Dated>();
        for (var one : said) {
            if (one.replyTo() == null || said.stream().noneMatch(a -> a.id() == one.replyTo())) {
                var settledBy = one.settledBy();
                all.add(
                        new Dated(
                                one.at(),
                                new Talk(
                                        comment(snapshot, one, reader),
                                        said.stream()
                                                .filter(a -> Objects.equals(a.replyTo(), one.id()))
                                                .map(a -> comment(snapshot, a, reader))
                                                .toList(),
                                        settledBy == null
                                                ? ""
                                                : ChangeWords.nameOf(snapshot, settledBy),
                                        null)));
            }
        }
        for (var change : changes) {
            all.add(new Dated(change.at(), new Talk(null, List.of(), "", change)));
        }
        return all.stream().sorted(Comparator.comparing(Dated::at)).map(Dated::talk).toList();
    }

    private CommentEntry comment(Snapshot snapshot, Comment comment, SignedIn reader) {
        var who = ChangeWords.nameOf(snapshot, comment.author());
        return new CommentEntry(
                comment.id(),
                who,
                new Person(comment.author(), who).initials(),
                Words.since(comment.at(), clock)
                        + (comment.editedAt() == null ? "" : ", changed since"),
                comments.toHtml(comment),
                comment.author().equals(reader.handle()));
    }

    private boolean may(SignedIn reader, Item item, Field field) {
        return rights.mayEdit(reader, item, field);
    }

    private @Nullable Question thatIsAll(SignedIn reader, Item item, RollUp figures) {
        return figures.asksWhetherThatIsAll()
                ? new Question(
                        "The parts come to %s of %s points. Is that all?"
                                .formatted(Words.of(figures.parts()), Words.of(item.size())),
                        may(reader, item, Field.BROKEN_DOWN))
                : null;
    }

    private static List<String> remarks(Item item, RollUp figures) {
        return Stream.of(
                        figures.unsized() > 0 && figures.hasPointChildren()
                                ? figures.unsized() + " not sized"
                                : "",
                        figures.unbroken().thousandths() > 0 && !figures.asksWhetherThatIsAll()
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

    private static ChildRow childRow(Snapshot snapshot, Node child, ItemLinks links) {
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
                                : SizeWords.of(snapshot, child))
                        : Stem.hoursInWords(child.rollUp()));
    }
}
