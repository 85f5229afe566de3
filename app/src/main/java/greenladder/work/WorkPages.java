package greenladder.work;

import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.item.StandardFields;
import greenladder.core.level.Category;
import greenladder.core.papers.Review;
import greenladder.core.people.Permission;
import greenladder.core.people.Person;
import greenladder.core.plan.SprintPart;
import greenladder.core.plan.Sprints;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import greenladder.core.work.LogHours;
import greenladder.core.work.OwnWork;
import greenladder.panel.ItemPanels;
import greenladder.people.SignedIn;
import greenladder.store.Rights;
import greenladder.talk.Notice;
import greenladder.talk.Notices;
import greenladder.view.ViewContext;
import greenladder.web.RungMark;
import greenladder.web.SizeWords;
import greenladder.web.Words;
import greenladder.words.ChangeWords;
import greenladder.work.WorkPage.Group;
import greenladder.work.WorkPage.Note;
import greenladder.work.WorkPage.Row;
import greenladder.work.WorkPage.State;
import greenladder.work.WorkPage.Wait;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDate;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes the page of one's own work, in all products at once. */
@Component
class WorkPages {
    private static final int OLD_NOTE_DAYS = 14;
    private static final int MOST_AHEAD = 40;
    private static final int MOST_NOTICES = 12;

    private final Rights rights;
    private final ItemPanels panels;
    private final Notices notices;
    private final Clock clock;

    WorkPages(Rights rights, ItemPanels panels, Notices notices, Clock clock) {
        this.rights = rights;
        this.panels = panels;
        this.notices = notices;
        this.clock = clock;
    }

    LocalDate today() {
        return LocalDate.now(clock);
    }

    WorkPage page(ViewContext context, @Nullable ItemKey at) {
        var snapshot = context.snapshot();
        var reader = context.reader();
        var url = "/%s/work".formatted(context.product().code());
        var own = OwnWork.of(snapshot, reader.handle());
        var hours = LogHours.hoursOn(snapshot, reader.handle(), today());
        var beside = panels.beside(context, url, at);
        return new WorkPage(
                context.product().code(),
                beside.url(),
                context.operation(),
                rows(snapshot, own.underWay(), reader),
                own.underWay().size() <= BoardPeople.AT_ONCE
                        ? ""
                        : "%d things at once: finishing one before the next is begun is quicker for all."
                                .formatted(own.underWay().size()),
                own.ahead().stream().map(group -> group(snapshot, group, reader)).toList(),
                rows(snapshot, own.waiting(), reader),
                Stream.concat(
                                own.forOthers().entrySet().stream()
                                        .map(one -> wait(snapshot, one.getKey(), one.getValue())),
                                own.all()
                                        .flatMap(node ->
                                                Stream.concat(question(node), oldNote(node))))
                        .toList(),
                toRead(snapshot, reader.handle()),
                notices.of(reader, true, Long.MAX_VALUE, MOST_NOTICES).stream()
                        .map(notice -> note(snapshot, notice))
                        .toList(),
                rows(snapshot, toAccept(context), reader),
                hours.equals(Amount.ZERO) ? "" : Words.of(hours) + " h entered for today",
                today().toString(),
                beside.panel());
    }

    /** Reviews of any product that wait for somebody's answer. */
    private static List<WorkPage.ToRead> toRead(Snapshot snapshot, String who) {
        return snapshot.workspace().products().stream()
                .flatMap(product ->
                        snapshot.workspace().papers().of(product.code(), Review.class).stream())
                .filter(review -> review.closedAt() == null && review.readers().contains(who))
                .filter(review ->
                        !review.hasAnswered(
                                who,
                                review.seen().keySet().stream()
                                        .filter(key -> snapshot.findItem(key).isPresent())
                                        .collect(Collectors.toSet())))
                .map(review ->
                        new WorkPage.ToRead(
                                review.name(),
                                "to review for " + ChangeWords.nameOf(snapshot, review.by()),
                                "/%s/reviews?of=%s".formatted(review.product(), review.key())))
                .toList();
    }

    /** What is done in the running sprints of the product and waits for whoever asked for it. */
    private static List<Node> toAccept(ViewContext context) {
        var code = context.product().code();
        if (!context.reader().mayIn(code, Permission.SHAPE)) {
            return List.of();
        }
        var snapshot = context.snapshot();
        return snapshot.workspace().teamsOf(code).stream()
                .flatMap(team -> Sprints.of(snapshot.workspace(), team.key()).stream())
                .filter(Sprint::isRunning)
                .flatMap(sprint -> SprintPart.inSprint(snapshot, sprint.key()).stream())
                .filter(SprintPart::done)
                .map(part -> snapshot.requireNode(part.item()))
                .filter(node -> node.item().key().product().equals(code))
                .filter(node -> node.item().details().doing().accepted() == null)
                .toList();
    }

    private Group group(Snapshot snapshot, OwnWork.InSprint group, SignedIn reader) {
        var sprint = group.sprint();
        int more = group.items().size() - MOST_AHEAD;
        return new Group(
                sprint == null ? "In no sprint" : sprint.name(),
                (sprint == null
                                ? ""
                                : sprint.isRunning()
                                        ? "until " + Words.day(sprint.finish())
                                        : "from " + Words.day(sprint.start()))
                        + (more > 0
                                ? ", the first %d of %d".formatted(MOST_AHEAD, group.items().size())
                                : ""),
                rows(snapshot, group.items().stream().limit(MOST_AHEAD).toList(), reader));
    }

    private List<Row> rows(Snapshot snapshot, List<Node> nodes, SignedIn reader) {
        return nodes.stream().map(node -> row(snapshot, node, reader)).toList();
    }

    Row row(Snapshot snapshot, Node node, SignedIn reader) {
        var item = node.item();
        var product = snapshot.requireProduct(item.key().product());
        boolean isTask = !item.level().carriesPoints();
        return new Row(
                item.key().toString(),
                RungMark.of(product.levels(), item.level()),
                item.title(),
                item.kind().equals(item.level().plainKind()) ? "" : item.kind(),
                above(snapshot, item),
                reader.handle().equals(item.assignee())
                        ? ""
                        : "with "
                                + snapshot.findPerson(item.assignee())
                                        .map(Person::name)
                                        .orElse("nobody"),
                item.state().name(),
                snapshot.workspace().statesOf(item).all().stream()
                        .filter(state -> state.category() != Category.DROPPED)
                        .map(state ->
                                new State(
                                        state.key(),
                                        state.name(),
                                        state.key().equals(item.state().key())))
                        .toList(),
                item.remainingHours() == null ? "" : Words.of(item.remainingHours()) + " h left",
                isTask ? "" : SizeWords.withUnit(snapshot, node),
                trouble(item),
                ask(snapshot, item),
                isTask,
                rights.mayEdit(reader, item, Field.STATE),
                BoardCardDrawer.orEmpty(item.blocked()));
    }

    private static String above(Snapshot snapshot, Item item) {
        var parent = item.parent();
        return parent == null ? "" : snapshot.findItem(parent).map(one -> one.title()).orElse("");
    }

    private String trouble(Item item) {
        if (item.blocked() == null) {
            return "";
        }
        var since = item.times().blockedSince();
        long days = since == null ? 0 : Duration.between(since, clock.instant()).toDays();
        return item.blocked() + (days < 1 ? ", since today" : ", for " + Words.count(days, "day"));
    }

    /** Whom to ask again and when, or how what is waited for stands. */
    private String ask(Snapshot snapshot, Item item) {
        var custom = item.details().custom();
        var day = custom.get(StandardFields.ASK_AGAIN);
        var other =
                StandardFields.waitsFor(item)
                        .flatMap(snapshot::findItem)
                        .map(one -> "%s is %s".formatted(one.key(), one.state().name()));
        var asked =
                day == null
                        ? ""
                        : (LocalDate.parse(day).isAfter(today())
                                        ? "ask again on "
                                        : "ask again now: ")
                                + Words.day(LocalDate.parse(day));
        return List.of(
                        other.orElse(""),
                        BoardCardDrawer.orEmpty(custom.get(StandardFields.WAITS_ON)),
                        asked)
                .stream()
                .filter(text -> !text.isEmpty())
                .collect(Collectors.joining(", "));
    }

    /** An open question on what is one's own. */
    private static Stream<Wait> question(Node node) {
        var question = node.item().details().refinement().question();
        return question == null
                ? Stream.empty()
                : Stream.of(
                        new Wait(
                                node.item().key().toString(),
                                node.item().title(),
                                "asked: " + question));
    }

    /** A note of how something goes that is old by now. */
    private Stream<Wait> oldNote(Node node) {
        return node.item().details().course().lastHealth().stream()
                .map(note -> Duration.between(note.at(), clock.instant()).toDays())
                .filter(days -> days > OLD_NOTE_DAYS)
                .map(days ->
                        new Wait(
                                node.item().key().toString(),
                                node.item().title(),
                                "health was last noted %d days ago; note it again"
                                        .formatted(days)));
    }

    private static Wait wait(Snapshot snapshot, ItemKey mine, List<Node> others) {
        return new Wait(
                mine.toString(),
                snapshot.requireNode(mine).item().title(),
                others.stream()
                                .map(node ->
                                        "%s (%s)"
                                                .formatted(
                                                        node.item().key(),
                                                        snapshot.findPerson(node.item().assignee())
                                                                .map(Person::name)
                                                                .orElse("nobody")))
                                .collect(Collectors.joining(", "))
                        + (others.size() == 1 ? " waits for it" : " wait for it"));
    }

    private Note note(Snapshot snapshot, Notice notice) {
        return new Note(
                notice.id(),
                "%s: %s".formatted(ChangeWords.nameOf(snapshot, notice.actor()), notice.words()),
                notice.item().toString(),
                Words.since(notice.at(), clock));
    }
}
