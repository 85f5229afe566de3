package greenladder.api.setup;

import greenladder.api.FieldsReader;
import greenladder.api.setup.LadderBody.LevelBody;
import greenladder.core.change.Problem;
import greenladder.core.level.Levels;
import greenladder.core.level.StandardLevels;
import greenladder.setup.LevelsReader;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Reads a new product: code, name and, where it is not the usual one, its levels. */
final class ProductReader {
    private static final JsonMapper JSON = new JsonMapper();

    /**
     * @param withTeam whether it gets a team of its own with whoever starts it
     */
    record ProductForm(String code, String name, Levels levels, boolean withTeam) {}

    private ProductReader() {}

    static ProductForm read(JsonNode body) {
        var problems = new ArrayList<Problem>();
        body.propertyNames().stream()
                .filter(name -> !Set.of("code", "name", "ladder", "team").contains(name))
                .forEach(name ->
                        problems.add(
                                new Problem(
                                        name,
                                        "There is no field “%s” in a product.".formatted(name))));
        var code = body.path("code").asString("");
        var snapshot = body.path("ladder");
        var levels =
                snapshot.isMissingNode() || snapshot.isNull()
                        ? StandardLevels.six()
                        : levels(snapshot, code, problems);
        var team = body.path("team");
        if (!team.isMissingNode() && !team.isBoolean()) {
            problems.add(new Problem("team", "This is true or false."));
        }
        FieldsReader.requireNone(problems);
        return new ProductForm(code, body.path("name").asString(""), levels, team.asBoolean(false));
    }

    private static Levels levels(JsonNode snapshot, String code, List<Problem> problems) {
        var bodies = new ArrayList<LevelBody>();
        for (var json : snapshot) {
            try {
                bodies.add(JSON.treeToValue(json, LevelBody.class));
            } catch (JacksonException e) {
                problems.add(
                        new Problem(
                                "ladder[%d]".formatted(bodies.size()),
                                "A level has key, name, plural, measure, followsChildren, kinds and"
                                        + " states."));
                return StandardLevels.six();
            }
        }
        var reader = new LevelsReader(code, "ladder");
        var levels = reader.levels(LadderBody.form(bodies));
        problems.addAll(reader.problems());
        return levels.orElseGet(StandardLevels::six);
    }
}
