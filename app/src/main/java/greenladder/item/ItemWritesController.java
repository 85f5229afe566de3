package greenladder.item;

import greenladder.core.change.Command;
import greenladder.core.change.Command.Delete.Children;
import greenladder.core.change.Command.NewItem;
import greenladder.core.change.Problems;
import greenladder.core.change.Target;
import greenladder.core.item.ItemKey;
import greenladder.item.Door.Saved;
import greenladder.people.SignedIn;
import greenladder.web.Failure;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import tools.jackson.core.json.JsonWriteFeature;
import tools.jackson.databind.json.JsonMapper;

/**
 * What people do to items on a screen. The answer has no body: it says in an event that items
 * changed, and the view that is open fetches itself anew.
 */
@Controller
class ItemWritesController {
    private static final JsonMapper JSON =
            JsonMapper.builder().enable(JsonWriteFeature.ESCAPE_NON_ASCII).build();

    private final Door door;

    /** What was typed into an add field; {@code after} names the item to stand behind. */
    record AddForm(
            String product,
            String level,
            @Nullable String parent,
            @Nullable String title,
            @Nullable String after) {}

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

    ItemWritesController(Door door) {
        this.door = door;
    }

    @PostMapping("/items/add")
    ResponseEntity<String> add(AddForm form, @AuthenticationPrincipal SignedIn me) {
        Map<String, String> fields = new LinkedHashMap<>();
        fields.put("title", Objects.requireNonNullElse(form.title(), ""));
        fields.put("level", form.level());
        fields.put("parent", Objects.requireNonNullElse(form.parent(), ""));
        var target =
                isBlank(form.after())
                        ? new Target.Stay()
                        : new Target.After(key("after", form.after()));
        var saved =
                door.submit(
                        me,
                        new Command.Create(
                                form.product(), List.of(new NewItem(null, null, fields, target))));
        var made = saved.items().getFirst();
        return answer(
                Map.of("itemschanged", Map.of(), "itemadded", Map.of("key", made.toString())));
    }

    @PostMapping("/items/edit")
    ResponseEntity<String> edit(
            @RequestParam String keys,
            @RequestParam String field,
            @RequestParam(defaultValue = "") String value,
            @AuthenticationPrincipal SignedIn me) {
        Map<String, String> fields = new LinkedHashMap<>();
        fields.put(field, value);
        return done("Changed", door.submit(me, new Command.Edit(keys(keys), fields)));
    }

    @PostMapping("/items/move")
    ResponseEntity<String> move(
            @RequestParam String keys, MoveForm form, @AuthenticationPrincipal SignedIn me) {
        return done(
                "Moved",
                door.submit(me, new Command.Move(keys(keys), parentOf(form), targetOf(form))));
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
        return done("Deleted", door.submit(me, new Command.Delete(keys(keys), choice)));
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
                                "“%s” is no item's key; keys look like MSF104.".formatted(text)));
    }

    private static Failure.Invalid invalid(String field, String message) {
        return new Failure.Invalid(Problems.of(field, message));
    }

    private static boolean isBlank(@Nullable String text) {
        return text == null || text.isBlank();
    }

    private static ResponseEntity<String> done(String verb, Saved saved) {
        var items = saved.items();
        var what = items.size() == 1 ? items.getFirst().toString() : items.size() + " items";
        var words = saved.operation() == 0 ? what + " stands so already" : verb + " " + what;
        return answer(Map.of("itemschanged", Map.of(), "said", Map.of("words", words)));
    }

    private static ResponseEntity<String> answer(Map<String, Map<String, String>> events) {
        return ResponseEntity.ok().header("HX-Trigger", JSON.writeValueAsString(events)).body("");
    }
}
