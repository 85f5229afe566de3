package greenladder.setup;

import greenladder.core.change.Problem;
import greenladder.core.change.Problems;
import greenladder.core.change.SetupChange;
import greenladder.core.change.SetupChange.Removed;
import greenladder.core.level.Levels;
import greenladder.core.level.State;
import greenladder.core.level.States;
import greenladder.core.people.Permission;
import greenladder.core.product.Product;
import greenladder.core.setup.SetUpProduct;
import greenladder.core.setup.SetUpTeam;
import greenladder.core.team.Team;
import greenladder.core.workspace.Workspace;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import greenladder.web.Failure;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.UnaryOperator;
import org.springframework.stereotype.Component;

/**
 * Changes the levels, kinds and states of products and teams. What items use is not taken away
 * before it is chosen what takes its place.
 */
@Component
public class SetupChanges {
    private final CommandGateway gateway;
    private final SnapshotKeeper keeper;

    /**
     * Something in use that would go away.
     *
     * @param part names it, to be sent back with the choice
     * @param items how many items use it
     * @param options what can take its place
     */
    public record Choice(String part, String words, int items, List<Option> options) {}

    public record Option(String key, String name) {}

    /**
     * What came of a change.
     *
     * @param open what has to be chosen first; empty when it is done
     * @param operation its number in the log; 0 where nothing was changed
     */
    public record Outcome(List<Choice> open, long operation) {
        public boolean isDone() {
            return open.isEmpty();
        }
    }

    SetupChanges(CommandGateway gateway, SnapshotKeeper keeper) {
        this.gateway = gateway;
        this.keeper = keeper;
    }

    /**
     * Gives a product other levels.
     *
     * @param choices by {@link Choice#part}
     * @throws Failure.Invalid with everything that is wrong with the levels
     */
    public Outcome product(SignedIn me, String code, LevelsForm form, Map<String, String> choices) {
        requireAdministrator(me);
        Lookups.product(keeper.seenBy(me), code);
        var reader = new LevelsReader(code, "levels");
        var levels = reader.levels(form).orElseThrow(() -> invalid(reader.problems()));
        var parts = new HashMap<>(reader.renamed());
        parts.putAll(parts(choices));
        var open =
                undecided(
                        me,
                        workspace ->
                                workspace.with(workspace.requireProduct(code).withLevels(levels)),
                        parts);
        if (!open.isEmpty()) {
            return new Outcome(open, 0);
        }
        var saved =
                gateway.submit(
                        me,
                        snapshot ->
                                new SetUpProduct(
                                        Lookups.product(snapshot, code).withLevels(levels), parts),
                        accepted -> {});
        return new Outcome(open, saved.operation());
    }

    /** Gives a team states of its own on the levels where the form says so. */
    public Outcome team(SignedIn me, String key, LevelsForm form, Map<String, String> choices) {
        requireAdministrator(me);
        var was = Lookups.team(keeper.seenBy(me), key);
        var own = new HashMap<String, States>();
        var problems = new ArrayList<Problem>();
        int place = 0;
        for (var level : Objects.requireNonNull(form.levels())) {
            var at = "levels[%d]".formatted(place++);
            if (Boolean.TRUE.equals(level.own())) {
                var reader = new LevelsReader(key, "levels");
                reader.states(Objects.requireNonNull(level.states()), at)
                        .ifPresent(states ->
                                own.put(Objects.requireNonNullElse(level.key(), ""), states));
                problems.addAll(reader.problems());
            }
        }
        if (!problems.isEmpty()) {
            throw invalid(problems);
        }
        var command = new SetUpTeam(was.key(), own, parts(choices));
        var open = undecided(me, command::workspace, command.choices());
        return new Outcome(open, open.isEmpty() ? gateway.submit(me, command).operation() : 0);
    }

    /** What has to be chosen first: for all items, whoever sees them. */
    private List<Choice> undecided(
            SignedIn me, UnaryOperator<Workspace> step, Map<Removed, String> choices) {
        var whole = keeper.whole();
        var words = step.apply(keeper.seenBy(me).workspace());
        return SetupChange.undecided(whole, step.apply(whole.workspace()), choices)
                .entrySet()
                .stream()
                .map(use -> choice(words, use.getKey(), use.getValue()))
                .toList();
    }

    private static Choice choice(Workspace next, Removed part, int items) {
        var product = next.findProduct(part.owner());
        var team = next.findTeam(part.owner());
        var owner = product.map(Product::name).or(() -> team.map(Team::name)).orElse(part.owner());
        var levels =
                product.map(Product::levels)
                        .or(() ->
                                team.flatMap(one ->
                                        one.products().stream()
                                                .map(next::requireProduct)
                                                .map(Product::levels)
                                                .findFirst()));
        return switch (part.what()) {
            case LEVEL ->
                    new Choice(
                            encoded(part),
                            "the level “%s” of %s".formatted(part.level(), owner),
                            items,
                            levels.stream()
                                    .flatMap((Levels all) -> all.all().stream())
                                    .map(level -> new Option(level.key(), level.name()))
                                    .toList());
            case KIND ->
                    new Choice(
                            encoded(part),
                            "the kind “%s” (%s)".formatted(part.key(), part.level()),
                            items,
                            levels.flatMap(all -> all.find(part.level())).stream()
                                    .flatMap(level -> level.kinds().stream())
                                    .map(kind -> new Option(kind, kind))
                                    .toList());
            case STATE ->
                    new Choice(
                            encoded(part),
                            "the state “%s” (%s, %s)".formatted(part.key(), part.level(), owner),
                            items,
                            levels.flatMap(all -> all.find(part.level())).stream()
                                    .flatMap(level ->
                                            next
                                                    .statesOf(
                                                            level, team.map(Team::key).orElse(null))
                                                    .all()
                                                    .stream())
                                    .map((State state) -> new Option(state.key(), state.name()))
                                    .toList());
        };
    }

    private static String encoded(Removed part) {
        return String.join("/", part.what().name(), part.owner(), part.level(), part.key());
    }

    private static Map<Removed, String> parts(Map<String, String> choices) {
        var parts = new HashMap<Removed, String>();
        choices.forEach((text, choice) -> {
            var words = text.split("/", -1);
            if (words.length == 4 && !choice.isBlank()) {
                for (var what : Removed.What.values()) {
                    if (what.name().equals(words[0])) {
                        parts.put(new Removed(what, words[1], words[2], words[3]), choice);
                    }
                }
            }
        });
        return parts;
    }

    private static Failure.Invalid invalid(List<Problem> problems) {
        return new Failure.Invalid(new Problems(problems));
    }

    private static void requireAdministrator(SignedIn me) {
        if (!me.may(Permission.ADMINISTER)) {
            throw new Failure.Forbidden("Administrators look after levels and states.");
        }
    }
}
