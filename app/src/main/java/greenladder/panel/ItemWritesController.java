package greenladder.panel;

import greenladder.core.change.Problems;
import greenladder.core.edit.DeleteItems;
import greenladder.core.edit.DeleteItems.Children;
import greenladder.core.edit.EditItems;
import greenladder.core.edit.IndentItems;
import greenladder.core.edit.MoveItems;
import greenladder.core.edit.Target;
import greenladder.core.item.Field;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.text.QuickLine;
import greenladder.core.value.ItemKey;
import greenladder.log.ChangeLog;
import greenladder.people.SignedIn;
import greenladder.setup.Beginnings;
import greenladder.store.CommandGateway;
import greenladder.store.CommandGateway.SeenField;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import greenladder.web.Failure;
import greenladder.web.Words;
import greenladder.words.ChangeWords;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.ModelAndView;

/**
 * What people do to items on a screen. The answer has no body: it says in an event that items
 * changed, and the view that is open fetches itself anew.
 */
@Controller
class ItemWritesController {
    private static final int MOST_SEARCHED = 50;

    private final CommandGateway gateway;
    private final SnapshotKeeper keeper;
    private final ChangeLog log;
    private final Clock clock;

    /**
     * Two people changed one field.
     *
     * @param seen what to say was seen, for one's own value to go through
     */
    record Conflict(String who, String when, String seen, String theirs, String mine) {}

    /**
     * What was typed into an add field, as a line of quick add.
     *
     * @param after the item to stand behind
     * @param to {@code first} for the top of the level
     * @param team whose it is to be, as that of a queue
     * @param sprint the one that it is planned into
     */
    record AddForm(
            String product,
            String level,
            @Nullable String parent,
            @Nullable String title,
            @Nullable String after,
            @Nullable String to,
            @Nullable String team,
            @Nullable String sprint) {}

    /**
     * Where dragged or chosen items go: {@code under} is a key, {@code none} or empty for "as it
     * is".
     */
    record MoveForm(
            @Nullable String under,
            @Nullable String before,
            @Nullable String after,
            @Nullable String position,
            @Nullable String to) {}

    /**
     * One field to be set on items.
     *
     * @param seen what stood in the field when it was opened; empty parameters compare with nothing
     */
    record EditForm(String keys, String field, @Nullable String value, @Nullable String seen) {
        EditForm {
            keys = keys == null ? "" : keys;
            field = field == null ? "" : field;
        }
    }

    ItemWritesController(
            CommandGateway gateway, SnapshotKeeper keeper, ChangeLog log, Clock clock) {
        this.gateway = gateway;
        this.keeper = keeper;
        this.log = log;
        this.clock = clock;
    }

    @PostMapping("/items/add")
    ResponseEntity<String> add(AddForm form, @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        var product = Lookups.product(snapshot, form.product());
        var place = new LinkedHashMap<String, String>();
        place.put("level", form.level());
        place.put("parent", Objects.requireNonNullElse(form.parent(), ""));
        if (!isBlank(form.team())) {
            place.put("team", form.team());
        }
        if (!isBlank(form.sprint())) {
            place.put("sprint", form.sprint());
        }
        var line = Objects.requireNonNullElse(form.title(), "");
        var fields = QuickLine.writtenAt(line, snapshot, product, place);
        var beginning = Beginnings.of(snapshot, product.code(), fields, placeOf(form, me), null);
        return Answers.added(gateway.submit(me, beginning.create()), beginning.notes());
    }

    /** Whoever may only raise items has no say in their order. */
    private static Target placeOf(AddForm form, SignedIn me) {
        if (!me.mayIn(form.product(), Permission.SHAPE)) {
            return new Target.Stay();
        }
        if (!isBlank(form.after())) {
            return new Target.After(key("after", form.after()));
        }
        return "first".equals(form.to()) ? new Target.First() : new Target.Stay();
    }

    @PostMapping("/items/edit")
    ResponseEntity<String> edit(EditForm form, @AuthenticationPrincipal SignedIn me) {
        Map<String, String> fields = new LinkedHashMap<>();
        fields.put(form.field(), Objects.requireNonNullElse(form.value(), ""));
        var items = keys(form.keys());
        var edit = EditItems.naming(keeper.seenBy(me), items, fields);
        var saved =
                form.seen() == null || items.size() != 1
                        ? gateway.submit(me, edit)
                        : gateway.submit(
                                me,
                                edit,
                                new SeenField(
                                        items.getFirst(),
                                        form.field(),
                                        form.seen().replace("\r\n", "\n")));
        return Answers.done("Changed", saved);
    }

    /** Somebody else was faster at the same field: both values, to choose from. */
    @ExceptionHandler
    ModelAndView overtaken(
            Failure.Overtaken failure,
            HttpServletRequest request,
            @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        var key = ItemKey.parse(failure.item()).orElseThrow();
        var field = Field.findEditable(failure.field()).orElseThrow();
        var last =
                log.history(key, null, MOST_SEARCHED).stream()
                        .filter(logged -> logged.change().field() == field)
                        .findFirst();
        var mine = Objects.requireNonNullElse(request.getParameter("value"), "");
        var conflict =
                new Conflict(
                        last.map(logged -> ChangeWords.nameOf(snapshot, logged.actor()))
                                .orElse("Somebody"),
                        last.map(logged -> Words.since(logged.at(), clock)).orElse(""),
                        failure.now(),
                        shown(snapshot, key, field, failure.now()),
                        shown(snapshot, key, field, mine));
        return new ModelAndView(
                "shared/conflict :: conflict", Map.of("conflict", conflict), HttpStatus.CONFLICT);
    }

    private static String shown(Snapshot snapshot, ItemKey key, Field field, String text) {
        var words = ChangeWords.value(snapshot, key, field, text);
        return words.isEmpty() ? "nothing" : words;
    }

    @PostMapping("/items/move")
    ResponseEntity<String> move(
            @RequestParam String keys,
            @RequestParam(defaultValue = "false") boolean siblings,
            MoveForm form,
            @AuthenticationPrincipal SignedIn me) {
        var items = keys(keys);
        return Answers.done(
                "Moved",
                gateway.submit(
                        me,
                        new MoveItems(
                                items,
                                parentOf(form),
                                siblings ? amongSiblings(me, items, form) : targetOf(form))));
    }

    @PostMapping("/items/indent")
    ResponseEntity<String> indent(
            @RequestParam String keys,
            @RequestParam boolean out,
            @AuthenticationPrincipal SignedIn me) {
        return Answers.done("Moved", gateway.submit(me, new IndentItems(keys(keys), out)));
    }

    @PostMapping("/items/delete")
    ResponseEntity<String> delete(
            @RequestParam String keys,
            @RequestParam(defaultValue = "refuse") String children,
            @AuthenticationPrincipal SignedIn me) {
        var choice =
                Arrays.stream(Children.values())
                        .filter(one -> one.name().toLowerCase(Locale.ROOT).equals(children))
                        .findFirst()
                        .orElseThrow(() ->
                                invalid("children", "Children are deleted with it or move up."));
        return Answers.done("Deleted", gateway.submit(me, new DeleteItems(keys(keys), choice)));
    }

    private Target amongSiblings(SignedIn me, List<ItemKey> items, MoveForm form) {
        int place = number(Objects.requireNonNullElse(form.position(), ""));
        var snapshot = keeper.seenBy(me);
        items.stream()
                .filter(key -> snapshot.findItem(key).isEmpty())
                .findFirst()
                .ifPresent(key -> {
                    throw invalid("item", "There is no item %s.".formatted(key));
                });
        if (items.isEmpty()) {
            return new Target.Stay();
        }
        int last = SiblingPlaces.of(snapshot, snapshot.requireNode(items.getFirst()).item()).size();
        if (place < 1 || place > last) {
            throw invalid(
                    "position",
                    "There is no position %,d; positions go from 1 to %,d.".formatted(place, last));
        }
        return SiblingPlaces.target(snapshot, items, place);
    }

    private static Target.Parent parentOf(MoveForm form) {
        var under = form.under();
        if (under == null || under.isBlank()) {
            return new Target.Parent.Same();
        }
        return new Target.Parent.Under(under.equals("none") ? null : key("parent", under));
    }

    private static Target targetOf(MoveForm form) {
        if (!isBlank(form.before())) {
            return new Target.Before(key("before", form.before()));
        }
        if (!isBlank(form.after())) {
            return new Target.After(key("after", form.after()));
        }
        if (!isBlank(form.position())) {
            return new Target.Position(number(Objects.requireNonNullElse(form.position(), "")));
        }
        return switch (form.to() == null ? "" : form.to()) {
            case "" -> new Target.Stay();
            case "first" -> new Target.First();
            case "last" -> new Target.Last();
            case "up" -> new Target.Up();
            case "down" -> new Target.Down();
            default -> throw invalid("to", "Items go first, last, up or down.");
        };
    }

    private static int number(String text) {
        try {
            return Integer.parseInt(text.strip());
        } catch (NumberFormatException e) {
            throw invalid("position", "A position is a whole number, not “%s”.".formatted(text));
        }
    }

    private static List<ItemKey> keys(String text) {
        return Arrays.stream(text.split("[,\\s]+"))
                .filter(part -> !part.isEmpty())
                .map(part -> key("item", part))
                .toList();
    }

    private static ItemKey key(String field, @Nullable String text) {
        return ItemKey.parse(text == null ? "" : text)
                .orElseThrow(() ->
                        invalid(
                                field,
                                "“%s” is not an item key; keys look like MSF104.".formatted(text)));
    }

    private static Failure.Invalid invalid(String field, String message) {
        return new Failure.Invalid(Problems.of(field, message));
    }

    private static boolean isBlank(@Nullable String text) {
        return text == null || text.isBlank();
    }
}
