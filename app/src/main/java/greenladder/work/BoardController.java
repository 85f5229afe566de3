package greenladder.work;

import greenladder.core.edit.CreateItems;
import greenladder.core.edit.NewItem;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Board;
import greenladder.core.team.Team;
import greenladder.core.text.QuickLine;
import greenladder.core.value.ItemKey;
import greenladder.core.work.Accept;
import greenladder.core.work.Boards;
import greenladder.core.work.MoveCard;
import greenladder.frame.Screen;
import greenladder.frame.View;
import greenladder.live.PresenceEvent;
import greenladder.panel.Answers;
import greenladder.panel.FormValues;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway;
import greenladder.view.Lookups;
import greenladder.view.ViewContext;
import greenladder.web.Failure;
import greenladder.work.BoardPlace.Lanes;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The board of a team, and what people do to its cards. */
@Controller
@RequestMapping("/{product:[A-Z]{2,5}}/board")
class BoardController {
    private static final int MOST_HELD = 20;

    private static final int LONGEST_VALUE = 60;

    private final BoardPages pages;
    private final WalkPages walks;
    private final CommandGateway gateway;
    private final ApplicationEventPublisher events;

    BoardController(
            BoardPages pages,
            WalkPages walks,
            CommandGateway gateway,
            ApplicationEventPublisher events) {
        this.pages = pages;
        this.walks = walks;
        this.gateway = gateway;
        this.events = events;
    }

    @GetMapping
    String board(
            ViewContext context, @RequestParam MultiValueMap<String, String> asked, Screen screen) {
        var place = BoardPlace.read(context, asked);
        return screen.at(place.team(), place.sprint())
                .of(View.BOARD, context, pages.page(context, place));
    }

    /**
     * Puts cards into a column, into a lane, or gives them to a person.
     *
     * @param column its key; empty leaves each where it is
     * @param lanes by what the board is cut into lanes
     * @param lane what a card gets in the lane; null where it stays in its own
     * @param person null leaves them with whom they are
     * @param before the card that they come before; empty leaves the order
     * @param sprint in whose order; empty for the backlog's
     */
    @PostMapping("/{team}/move")
    ResponseEntity<String> move(
            ViewContext context,
            @PathVariable String team,
            @RequestParam String keys,
            @RequestParam(defaultValue = "") String column,
            @RequestParam(defaultValue = "none") String lanes,
            @RequestParam(required = false) @Nullable String lane,
            @RequestParam(required = false) @Nullable String person,
            @RequestParam(defaultValue = "") String before,
            @RequestParam(defaultValue = "") String sprint,
            @AuthenticationPrincipal SignedIn me) {
        var snapshot = context.snapshot();
        Lookups.team(snapshot, team);
        var items = FormValues.keys(keys);
        var fields = new HashMap<String, String>();
        if (lane != null) {
            fields.putAll(ofLane(snapshot, items, Lanes.of(lanes), checked(lane)));
        }
        if (person != null) {
            fields.put("assignee", checked(person));
        }
        if (!sprint.isEmpty() && Lookups.sprint(snapshot, sprint).isClosed()) {
            throw FormValues.invalid(
                    "column",
                    "%s has been closed meanwhile; its cards stay as they were."
                            .formatted(Lookups.sprint(snapshot, sprint).name()));
        }
        var order =
                before.isEmpty()
                        ? null
                        : new MoveCard.Order(
                                sprint.isEmpty() ? null : sprint,
                                Lookups.node(snapshot, before).item().key());
        var saved = gateway.submit(me, new MoveCard(items, team, column, fields, order));
        return Answers.done(
                person == null ? "Moved" : person.isEmpty() ? "Unassigned:" : "Assigned:", saved);
    }

    private static String checked(String value) {
        if (value.length() > LONGEST_VALUE) {
            throw FormValues.invalid("lane", "There is no such lane.");
        }
        return value;
    }

    /** What a card gets in a lane, or why it cannot be there. */
    private static Map<String, String> ofLane(
            Snapshot snapshot, List<ItemKey> items, Lanes lanes, String lane) {
        return switch (lanes) {
            case NONE -> Map.of();
            case PERSON -> Map.of("assignee", lane);
            case BAND -> Map.of("band", lane);
            case STORY -> {
                for (var key : items) {
                    var item = Lookups.node(snapshot, key.toString()).item();
                    if (item.level().carriesPoints()) {
                        throw FormValues.invalid(
                                "column",
                                "%s is not a task; only tasks go under another story here."
                                        .formatted(key));
                    }
                }
                yield Map.of("parent", lane);
            }
            case EPIC -> {
                for (var key : items) {
                    var item = Lookups.node(snapshot, key.toString()).item();
                    boolean isThere =
                            lane.isEmpty()
                                    ? item.parent() == null
                                    : snapshot.ancestors(item).stream()
                                            .anyMatch(node ->
                                                    node.item().key().toString().equals(lane));
                    if (!isThere) {
                        throw FormValues.invalid(
                                "column",
                                "%s does not belong to this lane: what it stands under is changed in the Ladder or in its panel."
                                        .formatted(key));
                    }
                }
                yield Map.of();
            }
        };
    }

    /**
     * Writes a new card into a column, or a new task under a story; the key of an item fetches
     * that.
     */
    @PostMapping("/{team}/add")
    ResponseEntity<String> add(
            ViewContext context,
            @PathVariable String team,
            @RequestParam String title,
            @RequestParam String column,
            @RequestParam(defaultValue = "none") String lanes,
            @RequestParam(defaultValue = "") String lane,
            @RequestParam(defaultValue = "") String sprint,
            @AuthenticationPrincipal SignedIn me) {
        var snapshot = context.snapshot();
        var it = Lookups.team(snapshot, team);
        var into =
                Boards.of(snapshot.workspace(), it)
                        .find(column)
                        .orElseThrow(
                                () -> new Failure.NotFound("There is no such column any more."));
        var called = ItemKey.parse(title.strip()).flatMap(snapshot::findItem);
        if (called.isPresent()) {
            return fetched(called.get(), team, column, sprint, me);
        }
        var fields = new HashMap<String, String>();
        boolean isTask = Lanes.of(lanes) == Lanes.STORY && !lane.isEmpty();
        var product =
                isTask
                        ? snapshot.requireProduct(
                                Lookups.node(snapshot, lane).item().key().product())
                        : context.product();
        var level =
                isTask
                        ? product.levels()
                                .below(Lookups.node(snapshot, lane).item().level())
                                .orElseThrow(
                                        () -> new Failure.NotFound("Nothing goes under that item."))
                        : product.levels().stories();
        fields.put("level", level.key());
        switch (Lanes.of(lanes)) {
            case PERSON -> fields.put("assignee", checked(lane));
            case BAND -> fields.put("band", checked(lane));
            case STORY, EPIC -> fields.put("parent", parentIn(snapshot, lane, level.index()));
            case NONE -> {}
        }
        if (!isTask) {
            fields.put("team", team);
            if (!sprint.isEmpty()) {
                fields.put("sprint", Lookups.sprint(snapshot, sprint).key());
            }
        }
        var written = QuickLine.writtenAt(title, snapshot, product, fields);
        var kind = written.getOrDefault("kind", level.plainKind());
        written.put("state", stateIn(into, level.key(), kind));
        return Answers.added(
                gateway.submit(me, new CreateItems(product.code(), List.of(NewItem.of(written)))));
    }

    /**
     * An item that is there already comes onto the board: to its team, its sprint and the column.
     */
    private ResponseEntity<String> fetched(
            Item item, String team, String column, String sprint, SignedIn me) {
        var fields = new HashMap<String, String>();
        if (item.level().carriesPoints()) {
            fields.put(Field.TEAM.label(), team);
            if (!sprint.isEmpty()) {
                fields.put(Field.SPRINT.label(), sprint);
            }
        }
        var move = new MoveCard(List.of(item.key()), team, column, fields, null);
        return Answers.done("Fetched", gateway.submit(me, move));
    }

    /** What a lane is of can be a parent where its level is right above; else it is loose. */
    private static String parentIn(Snapshot snapshot, String lane, int level) {
        if (lane.isEmpty()) {
            return "";
        }
        var above = Lookups.node(snapshot, lane).item();
        return above.level().index() < level ? above.key().toString() : "";
    }

    private static String stateIn(Board.Column column, String level, String kind) {
        return column.stateFor(level, kind, null)
                .orElseThrow(() ->
                        FormValues.invalid(
                                "column",
                                "“%s” holds no state of a %s.".formatted(column.name(), level)));
    }

    /** Accepts what is done, several at once. */
    @PostMapping("/{team}/accept")
    ResponseEntity<String> accept(
            @PathVariable String team,
            @RequestParam String keys,
            @AuthenticationPrincipal SignedIn me) {
        return Answers.done(
                "Accepted", gateway.submit(me, new Accept(FormValues.keys(keys), me.handle())));
    }

    /** Tells the other boards what somebody holds in a drag; nothing when they let go. */
    @PostMapping("/{team}/hold")
    ResponseEntity<Void> hold(
            ViewContext context,
            @PathVariable String team,
            @RequestParam(defaultValue = "") String keys,
            @RequestParam(defaultValue = "") String from,
            @AuthenticationPrincipal SignedIn me) {
        requireHere(context, team, me);
        tell(context, team, me, "hold", keys.isEmpty() ? List.of() : held(keys), "", from);
        return ResponseEntity.noContent().build();
    }

    /**
     * Tells the other boards which card the daily meeting looks at; none when it is over.
     *
     * @param by {@code cards} or {@code people}
     */
    @PostMapping("/{team}/walk")
    ResponseEntity<Void> walk(
            ViewContext context,
            @PathVariable String team,
            @RequestParam(defaultValue = "") String key,
            @RequestParam(defaultValue = "cards") String by,
            @RequestParam(defaultValue = "") String from,
            @AuthenticationPrincipal SignedIn me) {
        requireHere(context, team, me);
        var at =
                key.isEmpty()
                        ? List.<ItemKey>of()
                        : List.of(Lookups.node(context.snapshot(), key).item().key());
        tell(context, team, me, "walk", at, by.equals("people") ? by : "cards", from);
        return ResponseEntity.noContent().build();
    }

    /** What is told of a card in the daily meeting. */
    @GetMapping("/{team}/walk")
    String walked(
            ViewContext context, @PathVariable String team, @RequestParam String key, Model model) {
        var it = Lookups.team(context.snapshot(), team);
        model.addAttribute(
                "card", walks.card(context.snapshot(), it, Lookups.node(context.snapshot(), key)));
        return "work/walk :: card";
    }

    private static List<ItemKey> held(String keys) {
        return FormValues.keys(keys).stream().limit(MOST_HELD).toList();
    }

    private static void requireHere(ViewContext context, String team, SignedIn me) {
        Team it = Lookups.team(context.snapshot(), team);
        if (!it.products().contains(context.product().code())
                || !me.mayIn(context.product().code(), Permission.WORK)) {
            throw new Failure.Forbidden("This is not your team's board.");
        }
    }

    /**
     * @param from which page it comes from
     */
    private void tell(
            ViewContext context,
            String team,
            SignedIn me,
            String what,
            List<ItemKey> keys,
            String by,
            String from) {
        events.publishEvent(
                new PresenceEvent(
                        "board",
                        context.product().code(),
                        keys,
                        "keys",
                        Map.of(
                                "team",
                                team,
                                "what",
                                what,
                                "by",
                                by,
                                "from",
                                checked(from),
                                "name",
                                me.name())));
    }
}
