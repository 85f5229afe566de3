package greenladder.api;

import greenladder.core.change.Problem;
import greenladder.core.item.Level;
import greenladder.core.item.Level.Measure;
import greenladder.core.item.Levels;
import greenladder.core.item.StandardLevels;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import tools.jackson.databind.JsonNode;

/** Reads a new product: code, name and, where it is not the usual one, its ladder. */
final class ProductReader {
    private static final int FEWEST_LEVELS = 2;
    private static final int MOST_LEVELS = 10;
    private static final Set<String> LEVEL_FIELDS =
            Set.of("key", "name", "plural", "measure", "followsChildren", "kinds");

    private final List<Problem> problems = new ArrayList<>();

    record ProductForm(String code, String name, Levels levels) {}

    private ProductReader() {}

    static ProductForm read(JsonNode body) {
        var reader = new ProductReader();
        body.propertyNames().stream()
                .filter(name -> !Set.of("code", "name", "ladder").contains(name))
                .forEach(name ->
                        reader.problem(
                                name, "There is no field “%s” in a product.".formatted(name)));
        var levels =
                body.has("ladder") && !body.path("ladder").isNull()
                        ? reader.levels(body.path("ladder"))
                        : Optional.of(StandardLevels.six());
        FieldsReader.requireNone(reader.problems);
        return new ProductForm(
                body.path("code").asString(""),
                body.path("name").asString(""),
                levels.orElseThrow());
    }

    private Optional<Levels> levels(JsonNode ladder) {
        if (!ladder.isArray() || ladder.size() < FEWEST_LEVELS || ladder.size() > MOST_LEVELS) {
            problem(
                    "ladder",
                    "A ladder is a list of %d to %d levels.".formatted(FEWEST_LEVELS, MOST_LEVELS));
            return Optional.empty();
        }
        var levels = new ArrayList<Level>();
        var keys = new HashSet<String>();
        boolean hours = false;
        for (var json : ladder) {
            var at = "ladder[%d]".formatted(levels.size());
            json.propertyNames().stream()
                    .filter(name -> !LEVEL_FIELDS.contains(name))
                    .forEach(name ->
                            problem(
                                    at + "." + name,
                                    "There is no field “%s” in a level.".formatted(name)));
            var key = json.path("key").asString("");
            if (!key.matches("[a-z][a-z0-9-]{0,29}") || !keys.add(key)) {
                problem(
                        at + ".key",
                        "Each level has its own key of small letters, digits and dashes.");
            }
            var name = json.path("name").asString("").strip();
            if (name.isEmpty() || name.length() > 60) {
                problem(at + ".name", "A level's name has 1 to 60 characters.");
            }
            var measure = json.path("measure").asString("points");
            if (!Set.of("points", "hours").contains(measure) || hours && measure.equals("points")) {
                problem(
                        at + ".measure",
                        "A level carries points or hours, and those with points stand above the"
                                + " rest.");
            }
            hours = hours || measure.equals("hours");
            var kinds = kinds(json, key, at);
            levels.add(level(levels.size(), key, name, json, measure, kinds));
        }
        return problems.isEmpty() ? Optional.of(new Levels(levels)) : Optional.empty();
    }

    private List<String> kinds(JsonNode json, String key, String at) {
        if (!json.has("kinds")) {
            return List.of(key);
        }
        var kinds = new ArrayList<String>();
        json.path("kinds").forEach(kind -> kinds.add(kind.asString("")));
        if (kinds.isEmpty()
                || kinds.size() > 12
                || !kinds.stream().allMatch(kind -> kind.matches("[a-z][a-z0-9-]{0,29}"))) {
            problem(at + ".kinds", "Kinds are 1 to 12 words of small letters, digits and dashes.");
            return List.of("kind");
        }
        return kinds;
    }

    private static Level level(
            int index, String key, String name, JsonNode json, String measure, List<String> kinds) {
        var like =
                StandardLevels.six()
                        .all()
                        .get(measure.equals("hours") ? 5 : key.equals("story") ? 4 : 2);
        return new Level(
                key,
                name,
                json.path("plural").asString(name + "s").strip(),
                index,
                measure.equals("hours") ? Measure.HOURS : Measure.POINTS,
                json.path("followsChildren").asBoolean(false),
                kinds,
                like.states());
    }

    private void problem(String field, String message) {
        problems.add(new Problem(field, message));
    }
}
