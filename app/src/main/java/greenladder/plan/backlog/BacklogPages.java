package greenladder.plan.backlog;

import greenladder.card.ItemCards;
import greenladder.core.item.Item;
import greenladder.core.level.Category;
import greenladder.core.people.Person;
import greenladder.core.plan.Availability;
import greenladder.core.plan.Capacities;
import greenladder.core.plan.SprintPart;
import greenladder.core.score.Scores;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import greenladder.core.value.Amount;
import greenladder.list.FilterLines;
import greenladder.list.Narrowed;
import greenladder.panel.ItemPanels;
import greenladder.people.SignedIn;
import greenladder.plan.Ruler;
import greenladder.plan.SprintGauge;
import greenladder.plan.SprintPages;
import greenladder.plan.backlog.BacklogPage.Listed;
import greenladder.plan.backlog.BacklogPage.Pane;
import greenladder.plan.backlog.BacklogPage.RowModel;
import greenladder.planning.SprintFigures;
import greenladder.store.Rights;
import greenladder.view.Choice;
import greenladder.view.ViewContext;
import greenladder.web.Drawings;
import greenladder.web.Words;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes a team's lists: its running sprint, the next ones and the backlog. */
@Component
class BacklogPages {
    private static final int DRAWN = 60;
    private static final int MOST_PANES = 24;

    private final FilterLines lines;
    private final ItemPanels panels;
    private final SprintFigures figures;
    private final Rights rights;
    private final Drawings drawings;

    BacklogPages(
            FilterLines lines,
            ItemPanels panels,
            SprintFigures figures,
            Rights rights,
            Drawings drawings) {
        this.lines = lines;
        this.panels = panels;
        this.figures = figures;
        this.rights = rights;
        this.drawings = drawings;
    }

    /** What stands in a sprint and carries points, in its order. */
    static List<Node> inSprint(Snapshot snapshot, Sprint sprint) {
        return SprintPart.inSprint(snapshot, sprint.key()).stream()
                .map(part -> snapshot.requireNode(part.item()))
                .toList();
    }

    /** What the team, or nobody yet, could take next, as it is ranked. */
    static Stream<Node> waiting(Snapshot snapshot, BacklogPlace place) {
        return snapshot.waiting(place.product(), place.product().levels().stories()).stream()
                .filter(node -> isFor(node.item(), place.team()));
    }

    private static boolean isFor(Item item, @Nullable Team team) {
        return team == null || item.team() == null || team.key().equals(item.team());
    }

    BacklogPage page(ViewContext context, BacklogPlace place) {
        return new Lists(context, place).page();
    }

    /** Makes the lists of one request. */
    private final class Lists {
        private final ViewContext context;
        private final BacklogPlace place;
        private final Snapshot snapshot;
        private final SignedIn reader;
        private final Narrowed narrowed;
        private final Capacities capacities;
        private final ItemCards cards;
        private final Scores scores;
        private final Mixes mixes;
        private final boolean mayPlan;
        private final boolean mayAdd;

        Lists(ViewContext context, BacklogPlace place) {
            this.context = context;
            this.place = place;
            this.snapshot = context.snapshot();
            this.reader = context.reader();
            var products = List.of(place.product());
            this.narrowed = lines.narrowed(snapshot, products, place.filter(), reader);
            this.capacities = new Capacities(snapshot);
            this.cards =
                    new ItemCards(snapshot, rights, reader, item -> item.key().equals(place.at()));
            this.scores = new Scores(products);
            this.mixes = new Mixes(snapshot, narrowed.facets(), place.team(), figures);
            this.mayPlan = place.team() != null && rights.mayPlan(reader, place.team());
            this.mayAdd =
                    rights.mayAdd(reader, place.product(), place.product().levels().stories());
        }

        BacklogPage page() {
            var lists = new ArrayList<Listed>();
            var all = new ArrayList<Node>();
            for (var sprint : place.sprints(snapshot)) {
                var nodes = inSprint(snapshot, sprint);
                all.addAll(nodes);
                lists.add(sprint(sprint, nodes));
            }
            var waiting =
                    waiting(snapshot, place)
                            .filter(this::isShown)
                            .limit(DRAWN + place.more() + 1L)
                            .toList();
            all.addAll(waiting);
            lists.add(backlog(waiting));
            var team = place.team();
            return new BacklogPage(
                    place.product().code(),
                    place.url(),
                    context.operation(),
                    team == null ? "" : team.key(),
                    snapshot.workspace().teamsOf(place.product().code()).stream()
                            .map(one ->
                                    new Choice(place.of(one).url(), one.name(), one.equals(team)))
                            .toList(),
                    IntStream.of(1, 2, 3, 4, 6)
                            .mapToObj(count ->
                                    new Choice(
                                            place.listing(count).url(),
                                            Words.count(count, "sprint"),
                                            count == place.sprints()))
                            .toList(),
                    List.of(
                            new Choice(
                                    place.stacked(false).url(), "Side by side", !place.isStacked()),
                            new Choice(
                                    place.stacked(true).url(),
                                    "Below each other",
                                    place.isStacked())),
                    place.isStacked(),
                    lines.line(
                            narrowed,
                            "backlog",
                            place.parameters(),
                            reader,
                            all.stream().filter(this::isShown).toList(),
                            all),
                    place.product().levels().stories().key(),
                    lists,
                    releases(),
                    epics(),
                    mixes.page(mayPlan),
                    place.at() == null
                            ? null
                            : panels.of(place.at(), reader, one -> place.at(one.key()).url()));
        }

        private boolean isShown(Node node) {
            return !narrowed.isNarrow() || narrowed.finds(node);
        }

        private Listed sprint(Sprint sprint, List<Node> nodes) {
            var capacity = capacities.of(sprint);
            var load = points(nodes);
            var over = capacity.over(load);
            var words =
                    capacity.points() == null
                            ? Words.of(load) + " points"
                            : "%s of %s points"
                                    .formatted(Words.of(load), Words.score(capacity.points()));
            return new Listed(
                    sprint.key(),
                    sprint.name(),
                    SprintPages.url(place.product(), sprint.key()),
                    when(sprint),
                    words,
                    over == null ? "" : Words.score(over) + " over",
                    SprintGauge.of(
                            snapshot,
                            sprint,
                            Ruler.around(figures.today(), Ruler.USUAL_WEEKS),
                            capacities,
                            ""),
                    states(nodes),
                    people(nodes),
                    mixes.shares(nodes, true),
                    rows(nodes),
                    more(nodes),
                    mayAdd && mayPlan,
                    mayPlan);
        }

        private String when(Sprint sprint) {
            var dates = Words.shortDay(sprint.start()) + " – " + Words.shortDay(sprint.finish());
            if (!sprint.isRunning()) {
                return dates;
            }
            var availability = Availability.of(snapshot.workspace(), sprint);
            int left = availability.daysFrom(figures.today()).size();
            return dates + ", " + (left == 1 ? "last day" : Words.count(left, "day") + " left");
        }

        /**
         * @param found of what waits and is shown, one more than are drawn
         */
        private Listed backlog(List<Node> found) {
            boolean isMore = found.size() > DRAWN + place.more();
            var nodes = isMore ? found.subList(0, found.size() - 1) : found;
            var count = Words.count(nodes.size(), "item");
            return new Listed(
                    "",
                    "Backlog",
                    "",
                    "",
                    "%s%s, %s points"
                            .formatted(isMore ? "the first " : "", count, Words.of(points(nodes))),
                    "",
                    null,
                    "",
                    people(nodes),
                    mixes.shares(nodes, false),
                    rows(nodes),
                    more(found),
                    mayAdd,
                    mayPlan);
        }

        private List<String> rows(List<Node> nodes) {
            return nodes.stream()
                    .filter(this::isShown)
                    .limit(DRAWN + place.more())
                    .map(node -> drawings.cached("plan/backlog-row", "row", "row", row(node)))
                    .toList();
        }

        private String more(List<Node> nodes) {
            boolean isMore =
                    nodes.stream()
                            .filter(this::isShown)
                            .skip(DRAWN + place.more())
                            .findAny()
                            .isPresent();
            return isMore ? place.with(place.more() + DRAWN).url() : "";
        }

        private RowModel row(Node node) {
            var score = scores.of(node);
            return new RowModel(
                    place.product().code(),
                    cards.of(node),
                    node.item().value() == null ? "" : Words.of(node.item().value()),
                    score == null ? "" : Words.score(score),
                    SprintGauge.look(node),
                    node.item().blocked() == null ? "" : "blocked",
                    mayPlan);
        }

        private static Amount points(List<Node> nodes) {
            return nodes.stream()
                    .flatMap(node -> Stream.ofNullable(SprintPart.ownPart(node)))
                    .reduce(Amount.ZERO, Amount::plus);
        }

        private static String states(List<Node> nodes) {
            long done = nodes.stream().filter(node -> is(node, Category.DONE)).count();
            long begun = nodes.stream().filter(node -> is(node, Category.IN_PROGRESS)).count();
            return nodes.isEmpty()
                    ? ""
                    : "%d done · %d in progress · %d to do"
                            .formatted(done, begun, nodes.size() - done - begun);
        }

        private static boolean is(Node node, Category category) {
            return node.rollUp().category() == category;
        }

        private List<BacklogPage.Person> people(List<Node> nodes) {
            var points = new LinkedHashMap<String, Amount>();
            for (var node : nodes) {
                var person = node.item().assignee();
                var own = SprintPart.ownPart(node);
                if (person != null) {
                    points.merge(person, own == null ? Amount.ZERO : own, Amount::plus);
                }
            }
            return points.entrySet().stream()
                    .map(one -> {
                        var person = snapshot.findPerson(one.getKey());
                        return new BacklogPage.Person(
                                person.map(Person::initials).orElse("–"),
                                person.map(Person::name).orElse(one.getKey()),
                                Words.of(one.getValue()));
                    })
                    .toList();
        }

        private List<Pane> releases() {
            return snapshot.workspace().releasesOf(place.product().code()).stream()
                    .filter(release -> !release.isReleased())
                    .limit(MOST_PANES)
                    .map(release ->
                            new Pane(
                                    release.key(),
                                    release.name(),
                                    Words.shortDay(release.date()),
                                    place.toggled("release", release.key()).url(),
                                    place.isPicked("release", release.key())))
                    .toList();
        }

        /** The open items of the level above stories that has most room for them, as ranked. */
        private List<Pane> epics() {
            var levels = place.product().levels();
            var above =
                    levels.find("epic")
                            .filter(level -> level.isAbove(levels.stories()))
                            .or(() ->
                                    levels.all().stream()
                                            .filter(level -> level.isAbove(levels.stories()))
                                            .reduce((first, next) -> next));
            return above.stream()
                    .flatMap(level ->
                            snapshot.level(place.product(), level).stream()
                                    .filter(node -> !node.item().isDone())
                                    .filter(node -> !node.item().isDropped())
                                    .limit(MOST_PANES)
                                    .map(node -> pane(node, "in." + level.key())))
                    .toList();
        }

        private Pane pane(Node node, String facet) {
            var key = node.item().key().toString();
            var rollUp = node.rollUp();
            return new Pane(
                    key,
                    node.item().title(),
                    rollUp.completion().map(Words::percent).orElse(""),
                    place.toggled(facet, key).url(),
                    place.isPicked(facet, key));
        }
    }
}
