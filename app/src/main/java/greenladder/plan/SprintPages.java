package greenladder.plan;

import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.level.Category;
import greenladder.core.plan.Capacities;
import greenladder.core.plan.Capacity;
import greenladder.core.plan.SprintPart;
import greenladder.core.plan.Sprints;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.sprint.Sprint.Standing;
import greenladder.core.team.Team;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import greenladder.panel.ItemPanels;
import greenladder.people.SignedIn;
import greenladder.plan.SprintPage.Story;
import greenladder.plan.SprintPage.StoryModel;
import greenladder.plan.SprintPage.Task;
import greenladder.store.Rights;
import greenladder.view.Choice;
import greenladder.view.Lookups;
import greenladder.view.ViewContext;
import greenladder.web.Drawings;
import greenladder.web.SizeWords;
import greenladder.web.Words;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes the page of a sprint. */
@Component
public class SprintPages {

    /** How many of each team's closed sprints can be chosen; older ones are found on the bench. */
    private static final int CLOSED_OFFERED = 8;

    private final Rights rights;
    private final ItemPanels panels;
    private final SprintHeads heads;
    private final SprintSide side;
    private final SprintGlances glances;
    private final Drawings drawings;

    SprintPages(
            Rights rights,
            ItemPanels panels,
            SprintHeads heads,
            SprintSide side,
            SprintGlances glances,
            Drawings drawings) {
        this.drawings = drawings;
        this.heads = heads;
        this.side = side;
        this.glances = glances;
        this.rights = rights;
        this.panels = panels;
    }

    public static String url(Product product, String sprint) {
        return "/%s/sprint?id=%s".formatted(product.code(), sprint);
    }

    private static String at(Product product, String sprint, ItemKey key) {
        return url(product, sprint) + "&at=" + key;
    }

    /**
     * @param id key of the sprint; another one where there is none of that key
     */
    SprintPage page(ViewContext context, String id, @Nullable ItemKey at) {
        var snapshot = context.snapshot();
        var product = context.product();
        var teams = snapshot.workspace().teamsOf(product.code());
        var sprint = chosen(context, id);
        var item = at == null ? Optional.<Node>empty() : snapshot.findNode(at);
        if (sprint.isEmpty()) {
            return new SprintPage(
                    product.code(),
                    "/%s/sprint".formatted(product.code()),
                    context.operation(),
                    List.of(),
                    null,
                    List.of(),
                    List.of(),
                    null,
                    null,
                    null,
                    List.of(),
                    null,
                    null);
        }
        var it = sprint.get();
        var capacities = new Capacities(snapshot);
        var velocity = capacities.velocity(it.team());
        var capacity = capacities.of(it);
        var parts = SprintPart.inSprint(snapshot, it.key());
        var url = url(product, it.key());
        var head = heads.head(snapshot, product, it, parts, velocity, capacity, context.reader());
        var busy = side.busy(snapshot, it);
        return new SprintPage(
                product.code(),
                item.isPresent() ? url + "&at=" + at : url,
                context.operation(),
                choices(snapshot, teams, it, key -> url(product, key)),
                head,
                stories(snapshot, it, parts, capacity, context.reader()).stream()
                        .map(story ->
                                drawings.cached(
                                        "plan/drawn",
                                        "story",
                                        "m",
                                        new StoryModel(
                                                story,
                                                head.mayPlan(),
                                                head.mayWork(),
                                                it.standing() == Standing.PLANNED,
                                                busy == null ? List.of() : busy.choices())))
                        .toList(),
                strays(snapshot, it, parts, context.reader()),
                head.mayPlan() ? glances.next(snapshot, product, it) : null,
                glances.glance(snapshot, it, Lookups.team(snapshot, it.team()), parts),
                busy,
                it.isClosed() ? List.of() : side.past(snapshot, product, velocity),
                side.outcome(snapshot, it),
                item.isPresent()
                        ? panels.of(
                                item.get().item().key(),
                                context.reader(),
                                one -> at(product, it.key(), one.key()))
                        : null);
    }

    /**
     * The one asked for, or the one that runs in the reader's team or another, the next, or the
     * last.
     */
    Optional<Sprint> chosen(ViewContext context, String id) {
        var snapshot = context.snapshot();
        var teams = snapshot.workspace().teamsOf(context.product().code());
        var keys = teams.stream().map(Team::key).toList();
        var all =
                teams.stream()
                        .flatMap(team -> Sprints.of(snapshot.workspace(), team.key()).stream())
                        .toList();
        return snapshot.workspace()
                .findSprint(id)
                .filter(sprint -> keys.contains(sprint.team()))
                .or(() ->
                        Sprints.usualTeam(
                                        snapshot.workspace(),
                                        context.product().code(),
                                        context.reader().handle())
                                .flatMap(team -> Sprints.running(snapshot.workspace(), team.key())))
                .or(() -> all.stream().filter(Sprint::isRunning).findFirst())
                .or(() ->
                        all.stream().filter(one -> one.standing() == Standing.PLANNED).findFirst())
                .or(() -> all.stream().max(Comparator.comparing(Sprint::finish)));
    }

    /**
     * @param address of a sprint by its key
     */
    static List<Choice> choices(
            Snapshot snapshot, List<Team> teams, Sprint it, UnaryOperator<String> address) {
        return teams.stream()
                .flatMap(team -> {
                    var all = Sprints.of(snapshot.workspace(), team.key());
                    long closed = all.stream().filter(Sprint::isClosed).count();
                    return all.stream().skip(Math.max(0, closed - CLOSED_OFFERED));
                })
                .map(sprint ->
                        new Choice(
                                address.apply(sprint.key()),
                                sprint.standing() == Standing.PLANNED
                                        ? sprint.name()
                                        : sprint.name()
                                                + (sprint.isRunning() ? " · running" : " · closed"),
                                sprint.equals(it)))
                .toList();
    }

    private List<Story> stories(
            Snapshot snapshot,
            Sprint it,
            List<SprintPart> parts,
            Capacity capacity,
            SignedIn reader) {
        var stories = new ArrayList<Story>();
        var sum = Amount.ZERO;
        for (var part : parts) {
            var node = snapshot.requireNode(part.item());
            var item = node.item();
            sum = part.amount() == null ? sum : sum.plus(part.amount());
            stories.add(
                    new Story(
                            item.key().toString(),
                            item.level().index(),
                            item.title(),
                            SprintGauge.look(node),
                            item.state().name(),
                            SizeWords.of(snapshot, node),
                            !node.rollUp().hasPointChildren()
                                    && rights.mayEdit(reader, item, Field.SIZE),
                            initials(snapshot, item.assignee()),
                            it.plan().agreed().contains(item.key()),
                            capacity.over(sum) != null,
                            item.blocked() != null,
                            hours(node),
                            Words.of(item.hours().estimate()).replace("–", ""),
                            !it.isClosed() && rights.mayEdit(reader, item, Field.HOURS_ESTIMATE),
                            tasks(snapshot, it, node, reader)));
        }
        return stories;
    }

    private static String hours(Node node) {
        var rollUp = node.rollUp();
        return rollUp.tasks() == 0
                ? ""
                : "%s of %s h left"
                        .formatted(
                                Words.of(
                                        Objects.requireNonNullElse(
                                                rollUp.hoursRemaining(), Amount.ZERO)),
                                Words.of(rollUp.hoursEstimate()));
    }

    private List<Task> tasks(Snapshot snapshot, Sprint it, Node story, SignedIn reader) {
        return story.children().stream()
                .filter(child -> !child.item().level().carriesPoints())
                .filter(child ->
                        child.item().sprint() == null || it.key().equals(child.item().sprint()))
                .filter(child -> !child.item().isDropped())
                .map(child -> task(snapshot, it, child.item(), reader))
                .toList();
    }

    private Task task(Snapshot snapshot, Sprint it, Item item, SignedIn reader) {
        return new Task(
                item.key().toString(),
                item.level().index(),
                item.title(),
                item.isDone()
                        ? "done"
                        : item.category() == Category.IN_PROGRESS ? "under-way" : "to-do",
                item.state().name(),
                initials(snapshot, item.assignee()),
                Objects.requireNonNullElse(item.details().custom().get("skill"), ""),
                item.remainingHours() == null ? "" : Words.of(item.remainingHours()),
                item.parent() == null ? "" : item.parent().toString(),
                rights.mayEdit(reader, item, Field.HOURS_REMAINING));
    }

    /** Tasks of the sprint that stand under nothing that is in it. */
    private List<Task> strays(
            Snapshot snapshot, Sprint it, List<SprintPart> parts, SignedIn reader) {
        var stories = new HashSet<ItemKey>();
        parts.forEach(part -> stories.add(part.item()));
        return SprintPart.tasksIn(snapshot, it.key()).stream()
                .map(part -> snapshot.requireNode(part.item()).item())
                .filter(item -> item.parent() == null || !stories.contains(item.parent()))
                .map(item -> task(snapshot, it, item, reader))
                .toList();
    }

    private static String initials(Snapshot snapshot, @Nullable String handle) {
        return snapshot.findPerson(handle).map(person -> person.initials()).orElse("–");
    }
}
