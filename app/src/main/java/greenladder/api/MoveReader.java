package greenladder.api;

import greenladder.core.change.Problem;
import greenladder.core.edit.MoveItems;
import greenladder.core.edit.Target;
import greenladder.core.value.ItemKey;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import tools.jackson.databind.JsonNode;

/**
 * Reads a move: {@code parent} (a key, or null for none) and at most one of before, after, position
 * and to.
 */
public final class MoveReader {
    private static final Set<String> TARGETS = Set.of("before", "after", "position", "to");

    private final List<Problem> problems = new ArrayList<>();

    private MoveReader() {}

    public static MoveItems read(ItemKey item, JsonNode body) {
        var reader = new MoveReader();
        if (!body.isObject()) {
            reader.problem("", "A move is a JSON object.");
        }
        body.propertyNames().stream()
                .filter(name -> !name.equals("parent") && !TARGETS.contains(name))
                .forEach(name ->
                        reader.problem(name, "There is no field “%s” in a move.".formatted(name)));
        if (TARGETS.stream().filter(body::has).count() > 1) {
            reader.problem("", "A move has one of before, after, position and to.");
        }
        var move = new MoveItems(List.of(item), reader.parent(body), reader.target(body));
        FieldsReader.requireNone(reader.problems);
        return move;
    }

    private Target.Parent parent(JsonNode body) {
        if (!body.has("parent")) {
            return new Target.Parent.Same();
        }
        return new Target.Parent.Under(
                body.path("parent").isNull() ? null : key(body, "parent").orElse(null));
    }

    private Target target(JsonNode body) {
        if (body.has("before")) {
            return key(body, "before").<Target>map(Target.Before::new).orElseGet(Target.Stay::new);
        }
        if (body.has("after")) {
            return key(body, "after").<Target>map(Target.After::new).orElseGet(Target.Stay::new);
        }
        if (body.has("position")) {
            var position = body.path("position");
            if (!position.isInt()) {
                problem("position", "A position is a whole number.");
                return new Target.Stay();
            }
            return new Target.Position(position.asInt());
        }
        return switch (body.path("to").asString("")) {
            case "first" -> new Target.First();
            case "last" -> new Target.Last();
            default -> {
                if (body.has("to")) {
                    problem("to", "Items go “first” or “last”.");
                }
                yield new Target.Stay();
            }
        };
    }

    private Optional<ItemKey> key(JsonNode body, String name) {
        var key = ItemKey.parse(body.path(name).asString(""));
        if (key.isEmpty()) {
            problem(name, "A key such as MSF104 is needed.");
        }
        return key;
    }

    private void problem(String field, String message) {
        problems.add(new Problem(field, message));
    }
}
