package greenladder.work;

import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.level.Category;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Board;
import greenladder.core.team.Team;
import greenladder.core.value.Amount;
import greenladder.core.work.BoardCards;
import greenladder.core.work.CycleTimes;
import greenladder.list.FilterLines;
import greenladder.list.Narrowed;
import greenladder.panel.ItemPanel;
import greenladder.panel.ItemPanels;
import greenladder.store.Rights;
import greenladder.view.ViewContext;
import greenladder.web.Drawings;
import greenladder.web.Words;
import greenladder.work.BoardPage.Cell;
import greenladder.work.BoardPage.ColumnHead;
import greenladder.work.BoardPage.Head;
import greenladder.work.BoardPage.Lane;
import greenladder.work.BoardPage.Line;
import greenladder.work.BoardPlace.Lanes;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes the board of a team. */
@Component
class BoardPages {
    static final int DRAWN = 60;
    private static final int MORE = 200;

    /** So many cards stand on a board at first, however many lanes it has. */
    private static final int MOST_DRAWN = 600;

    private static final int MOST_TO_ACCEPT = 100;

    /** How many of the queue stand on the board of a team without a sprint. */
    private static final int QUEUE = 20;

    private static final double MOST_OF_WORK = 0.85;

    private final Rights rights;
    private final ItemPanels panels;
    private final FilterLines lines;
    private final Drawings drawings;
    private final BoardPeople people;
    private final BoardSetups setup;
    private final Clock clock;

    BoardPages(
            Rights rights,
            ItemPanels panels,
            FilterLines lines,
            Drawings drawings,
            BoardPeople people,
            BoardSetups setup,
            Clock clock) {
        this.rights = rights;
        this.panels = panels;
        this.lines = lines;
        this.drawings = drawings;
        this.people = people;
        this.setup = setup;
        this.clock = clock;
    }

    LocalDate today() {
        return LocalDate.now(clock);
    }

    BoardPage page(ViewContext context, BoardPlace place) {
        var team = place.team();
        return team == null
                ? withoutTeam(context, place)
                : new Drawing(context, place, team).page();
    }

    private static BoardPage withoutTeam(ViewContext context, BoardPlace place) {
        return new BoardPage(
                place.product().code(),
                place.url(),
                context.operation(),
                List.of(),
                List.of(),
                List.of(),
                null,
                List.of(),
                List.of(),
                List.of(),
                "",
                List.of(),
                null,
                List.of(),
                List.of(),
                null,
                null);
    }

    /** What a team's board holds; for whoever asks for it without a page. */
    BoardCards cards(Snapshot snapshot, Team team, @Nullable Sprint sprint) {
        return BoardCards.of(snapshot, team, sprint, today(), QUEUE);
    }

    /** When what is new to a daily meeting began: with the team's last working day. */
    Instant sinceLastDay(Team team) {
        var day = today().minusDays(1);
        for (int i = 0; i < 14 && !team.calendar().isWorkingDay(day); i++) {
            day = day.minusDays(1);
        }
        return day.atTime(9, 0).atZone(clock.getZone()).toInstant();
    }

    /** One page on its way. */
    private final class Drawing {
        private final ViewContext context;
        private final Snapshot snapshot;
        private final BoardPlace place;
        private final Team team;
        private final BoardCards cards;
        private final Narrowed narrowed;
        private final Textures textures;
        private final BoardCardDrawer drawer;
        private final boolean mayShape;

        /** How many cards of a cell are drawn before one asks for more. */
        private int perCell = DRAWN;

        Drawing(ViewContext context, BoardPlace place, Team team) {
            this.context = context;
            this.snapshot = context.snapshot();
            this.place = place;
            this.team = team;
            this.cards = cards(snapshot, team, place.sprint());
            this.narrowed =
                    lines.narrowed(
                            snapshot,
                            snapshot.workspace().productsOf(team),
                            place.filter(),
                            context.reader());
            this.textures = Textures.of(narrowed.facets(), cards.board().texture(), cards.all());
            this.drawer =
                    new BoardCardDrawer(
                            snapshot,
                            context.reader(),
                            rights,
                            drawings,
                            textures,
                            cards.board().shown(),
                            CycleTimes.of(snapshot, team, today())
                                    .percentile(MOST_OF_WORK)
                                    .orElse(null),
                            clock.instant(),
                            sinceLastDay(team),
                            place.at());
            this.mayShape = context.reader().mayIn(place.product().code(), Permission.SHAPE);
        }

        BoardPage page() {
            var sprint = place.sprint();
            var all = cards.all();
            var shown = all.stream().filter(this::isShown).toList();
            var rows = new BoardLanes(snapshot, team, cards, place.lanes()).of(shown);
            int cells = Math.max(1, rows.size() * cards.board().columns().size());
            perCell = shown.size() <= MOST_DRAWN ? DRAWN : Math.clamp(MOST_DRAWN / cells, 4, DRAWN);
            var choices = new BoardChoices(snapshot, place, team);
            var lanes = place.isList() ? lists(shown) : rows.stream().map(this::lane).toList();
            return new BoardPage(
                    place.product().code(),
                    place.url(),
                    context.operation(),
                    choices.teams(),
                    choices.sprints(),
                    choices.lanes(),
                    head(sprint),
                    cards.board().columns().stream().map(this::columnHead).toList(),
                    lanes,
                    people.of(snapshot, team, sprint, all, today()),
                    elsewhere(),
                    mayShape ? toAccept(all) : List.of(),
                    lines.line(narrowed, "board", place.parameters(), context.reader(), shown, all),
                    choices.ticks(),
                    textures.legend(),
                    place.isSetup() && rights.mayPlan(context.reader(), team)
                            ? setup.page(snapshot, team, narrowed.facets())
                            : null,
                    panel());
        }

        private @Nullable ItemPanel panel() {
            return place.at() == null
                    ? null
                    : panels.of(place.at(), context.reader(), one -> place.at(one.key()).url());
        }

        private boolean isShown(Node node) {
            return !narrowed.isNarrow() || narrowed.finds(node);
        }

        private Head head(@Nullable Sprint sprint) {
            boolean isOpen = sprint == null || !sprint.isClosed();
            boolean mayPlan = rights.mayPlan(context.reader(), team);
            var stories = place.product().levels().stories();
            boolean mayRaise = isOpen && rights.mayAdd(context.reader(), place.product(), stories);
            return new Head(
                    team.key(),
                    team.name(),
                    sprint == null ? "" : sprint.key(),
                    sprint == null ? queueInWords() : daysInWords(sprint),
                    sprint == null ? "" : BoardCardDrawer.orEmpty(sprint.plan().goal()),
                    place.asList(true).url(),
                    place.asList(false).url(),
                    place.settingUp(!place.isSetup()).url(),
                    place.isList(),
                    isOpen,
                    mayPlan,
                    isOpen && (sprint == null ? mayShape : mayPlan),
                    mayRaise,
                    mayShape,
                    isOpen && context.reader().mayIn(place.product().code(), Permission.WORK),
                    place.lanes().word(),
                    Words.lower(stories.name()));
        }

        private String queueInWords() {
            return cards.waiting() == 0
                    ? ""
                    : cards.waiting() + " more wait in the queue of " + team.name();
        }

        private String daysInWords(Sprint sprint) {
            if (!sprint.isRunning()) {
                return sprint.isClosed() ? "closed" : "begins on " + Words.day(sprint.start());
            }
            var left = team.calendar().workingDays(today(), sprint.finish()).size();
            return Words.count(left, "working day") + " left";
        }

        private ColumnHead columnHead(Board.Column column) {
            if (place.lanes() == Lanes.STORY && !place.isList()) {
                return taskHead(column);
            }
            var nodes = Objects.requireNonNull(cards.columns().get(column.key()));
            var points = Amount.ZERO;
            for (var node : nodes) {
                var own = node.rollUp().effective();
                points = own == null ? points : points.plus(own);
            }
            var limit = column.limit();
            var pegs = new ArrayList<String>();
            int most = limit == null ? 0 : Math.max(limit, nodes.size());
            for (int i = 0; i < Math.min(most, DRAWN); i++) {
                pegs.add(
                        limit != null && i >= limit
                                ? "over"
                                : i < nodes.size() ? "filled" : "empty");
            }
            return new ColumnHead(
                    column.key(),
                    column.name(),
                    points.thousandths() == 0
                            ? Integer.toString(nodes.size())
                            : "%d · %s"
                                    .formatted(
                                            nodes.size(), Words.count(Words.of(points), "point")),
                    pegs,
                    limit == null ? "" : "%d of %d".formatted(nodes.size(), limit),
                    limit == null ? "" : limit.toString(),
                    limit != null && nodes.size() > limit);
        }

        /** Where tasks are the cards, they are what is counted; limits are for stories. */
        private ColumnHead taskHead(Board.Column column) {
            long tasks =
                    cards.all().stream()
                            .filter(this::isShown)
                            .flatMap(node -> node.children().stream())
                            .map(Node::item)
                            .filter(item -> !item.level().carriesPoints() && !item.isDropped())
                            .filter(item ->
                                    cards.board().columnOf(item).filter(column::equals).isPresent())
                            .count();
            return new ColumnHead(
                    column.key(),
                    column.name(),
                    Words.count(tasks, "task"),
                    List.of(),
                    "",
                    null,
                    false);
        }

        private Lane lane(BoardLanes.Row row) {
            return new Lane(
                    row.id(),
                    row.value(),
                    row.title(),
                    row.figures(),
                    row.about() == null ? "" : "/items/" + row.about(),
                    cards.board().columns().stream()
                            .map(column ->
                                    cell(
                                            column.key(),
                                            column.name()
                                                    + (row.title().isEmpty()
                                                            ? ""
                                                            : ", " + row.title()),
                                            row.cards().getOrDefault(column.key(), List.of())))
                            .toList());
        }

        private Cell cell(String column, String label, List<Node> nodes) {
            int most = perCell + place.more();
            int left = nodes.size() - most;
            return new Cell(
                    column,
                    label,
                    nodes.stream().limit(most).map(drawer::drawn).toList(),
                    left > 0 ? left + " more" : "",
                    left > 0 ? place.with(place.more() + MORE).url() : "");
        }

        /** As a list: state by state, the order within each. */
        private List<Lane> lists(List<Node> shown) {
            return new BoardLanes(snapshot, team, cards, Lanes.NONE)
                    .byState(shown).stream()
                            .map(row ->
                                    new Lane(
                                            row.id(),
                                            row.value(),
                                            row.title(),
                                            row.figures(),
                                            "",
                                            List.of(
                                                    cell(
                                                            row.value(),
                                                            row.title(),
                                                            row.cards()
                                                                    .getOrDefault("", List.of())))))
                            .toList();
        }

        private String elsewhere() {
            if (cards.elsewhere().isEmpty()) {
                return "";
            }
            var states =
                    cards.elsewhere().stream()
                            .map(node -> node.item().state().name())
                            .distinct()
                            .toList();
            return "%s in %s: no column holds %s."
                    .formatted(
                            Words.count(cards.elsewhere().size(), "card"),
                            String.join(", ", states),
                            states.size() == 1 ? "that state" : "those states");
        }

        private List<Line> toAccept(List<Node> all) {
            return all.stream()
                    .map(Node::item)
                    .filter(Item::isDone)
                    .filter(item -> item.details().doing().accepted() == null)
                    .filter(item -> rights.mayEdit(context.reader(), item, Field.ACCEPTED))
                    .limit(MOST_TO_ACCEPT)
                    .map(item -> new Line(item.key().toString(), item.title()))
                    .toList();
        }
    }

    static boolean isUnderWay(Node node) {
        return node.item().category() == Category.IN_PROGRESS;
    }
}
