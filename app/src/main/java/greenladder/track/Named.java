package greenladder.track;

import greenladder.core.flow.Spending;
import greenladder.core.level.State;
import greenladder.core.people.Person;
import greenladder.core.product.Product;
import greenladder.core.release.Release;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import greenladder.core.value.ItemKey;
import greenladder.web.Words;
import java.util.Map;

/** Attributes by which work is summed up, and their values, as people know them. */
public final class Named {
    private static final Map<String, String> ATTRIBUTES =
            Map.ofEntries(
                    Map.entry("state", "state"),
                    Map.entry("kind", "kind"),
                    Map.entry("label", "label"),
                    Map.entry("team", "team"),
                    Map.entry("assignee", "person"),
                    Map.entry("raisedBy", "who raised it"),
                    Map.entry("sprint", "sprint"),
                    Map.entry("release", "release"),
                    Map.entry("band", "band"),
                    Map.entry("risk", "risk"),
                    Map.entry("age", "age"),
                    Map.entry("item", "item"));

    private Named() {}

    public static String attribute(Product product, String key) {
        var name = ATTRIBUTES.get(key);
        return name != null
                ? name
                : product.levels().find(key).map(level -> Words.lower(level.name())).orElse(key);
    }

    /** What a value is called. */
    public static String value(Snapshot snapshot, Product product, String attribute, String value) {
        if (value.isEmpty() || value.equals(Spending.NONE)) {
            return "none";
        }
        var workspace = snapshot.workspace();
        return switch (attribute) {
            case "state" ->
                    product.levels().all().stream()
                            .flatMap(level -> level.states().all().stream())
                            .filter(state -> state.key().equals(value))
                            .map(State::name)
                            .findFirst()
                            .orElse(value);
            case "team" -> workspace.findTeam(value).map(Team::name).orElse(value);
            case "assignee", "raisedBy" ->
                    snapshot.findPerson(value).map(Person::name).orElse(value);
            case "sprint" -> workspace.findSprint(value).map(Sprint::name).orElse(value);
            case "release" -> workspace.findRelease(value).map(Release::name).orElse(value);
            case "band" ->
                    product.refining().bands().stream()
                            .filter(band -> band.key().equals(value))
                            .map(band -> band.name())
                            .findFirst()
                            .orElse(value);
            case "kind", "label", "risk" -> value;
            default ->
                    ItemKey.parse(value)
                            .flatMap(snapshot::findItem)
                            .map(item -> item.key() + " " + item.title())
                            .orElse(value);
        };
    }
}
