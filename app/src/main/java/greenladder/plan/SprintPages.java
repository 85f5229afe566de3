package greenladder.plan;

import greenladder.core.item.Amount;
import greenladder.core.item.Category;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.item.ItemKey;
import greenladder.core.item.Product;
import greenladder.core.item.Sprint;
import greenladder.core.item.Sprint.Standing;
import greenladder.core.item.Team;
import greenladder.core.plan.Availability;
import greenladder.core.plan.Capacity;
import greenladder.core.plan.CloseSprint;
import greenladder.core.plan.Load;
import greenladder.core.plan.SprintPart;
import greenladder.core.plan.SprintReport;
import greenladder.core.plan.Sprints;
import greenladder.core.plan.Velocity;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.item.Look;
import greenladder.item.Rights;
import greenladder.panel.ItemPanels;
import greenladder.people.Permission;
import greenladder.people.SignedIn;
import greenladder.plan.SprintPage.Bar;
import greenladder.plan.SprintPage.Busy;
import greenladder.plan.SprintPage.Figure;
import greenladder.plan.SprintPage.Head;
import greenladder.plan.SprintPage.Line;
import greenladder.plan.SprintPage.Outcome;
import greenladder.plan.SprintPage.Past;
import greenladder.plan.SprintPage.Person;
import greenladder.plan.SprintPage.Story;
import greenladder.plan.SprintPage.Taker;
import greenladder.plan.SprintPage.Task;
import greenladder.planning.SprintFigures;
import greenladder.web.SizeWords;
import greenladder.web.Words;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes the page of a sprint. */
@Component
class SprintPages {
    private static final int MOST_ABOVE = 200;
    private static final int MOST_NAMED = 3;

    private final Rights rights;
    private final ItemPanels panels;
    private final SprintFigures figures;

    SprintPages(Rights rights, ItemPanels panels, SprintFigures figures) {
        this.rights = rights;
        this.panels = panels;
        this.figures = figures;
    }

    static String url(Product product, String sprint) {
        return "/%s/sprint?id=%s".formatted(product.code(), sprint);
    }

    private static String at(Product product, String sprint, ItemKey key) {
        return url(product, sprint) + "&at=" + key;
    }

    /**
     * @param id key of the sprint; another one where there is none of that key
     */
    SprintPage page(Look look, String id, @Nullable ItemKey at) {
        var snapshot = look.snapshot();
        var product = look.product();
        var teams = snapshot.workspace().teamsOf(product.code());
        var sprint = chosen(snapshot, teams, id);
        var item = at == null ? Optional.<Node>empty() : snapshot.findNode(at);
        if (sprint.isEmpty()) {
            return new SprintPage(
                    product.code(),
                    "/%s/sprint".formatted(product.code()),
                    look.operation(),
                    List.of(),
                    null,
                    List.of(),
                    List.of(),
                    null,
                    List.of(),
                    null,
                    null);
        }
        var it = sprint.get();
        var velocity = Velocity.of(snapshot, it.team(), Velocity.WINDOW);
        var capacity = Capacity.of(snapshot, it, velocity);
        var parts = SprintPart.inSprint(snapshot, it.key());
        var url = url(product, it.key());
        return new SprintPage(
                product.code(),
                item.isPresent() ? url + "&at=" + at : url,
                look.operation(),
                choices(snapshot, product, teams, it),
                head(snapshot, product, it, parts, velocity, capacity, look.reader()),
                stories(snapshot, product, it, parts, capacity, look.reader()),
                strays(snapshot, product, it, parts, look.reader()),
                busy(snapshot, it),
                it.isClosed() ? List.of() : past(snapshot, product, velocity),
                outcome(snapshot, it),
                item.isPresent()
                        ? panels.of(
                                item.get().item().key(),
                                look.reader(),
                                one -> at(product, it.key(), one.key()))
                        : null);
    }

    /** The one asked for, or the one that runs, the next, or the last. */
    private static Optional<Sprint> chosen(Snapshot snapshot, List<Team> teams, String id) {
        var keys = teams.stream().map(Team::key).toList();
        var all =
                teams.stream()
                        .flatMap(team -> Sprints.of(snapshot.workspace(), team.key()).stream())
                        .toList();
        return snapshot.workspace()
                .findSprint(id)
                .filter(sprint -> keys.contains(sprint.team()))
                .or(() -> all.stream().filter(Sprint::isRunning).findFirst())
                .or(() ->
                        all.stream().filter(one -> one.standing() == Standing.PLANNED).findFirst())
                .or(() -> all.stream().max(Comparator.comparing(Sprint::finish)));
    }

    private static List<BenchPage.Choice> choices(
            Snapshot snapshot, Product product, List<Team> teams, Sprint it) {
        return teams.stream()
                .flatMap(team -> Sprints.of(snapshot.workspace(), team.key()).stream())
                .map(sprint ->
                        new BenchPage.Choice(
                                url(product, sprint.key()),
                                sprint.standing() == Standing.PLANNED
                                        ? sprint.name()
                                        : sprint.name()
                                                + (sprint.isRunning() ? " · running" : " · closed"),
                                sprint.equals(it)))
                .toList();
    }

    private Head head(
            Snapshot snapshot,
            Product product,
            Sprint it,
            List<SprintPart> parts,
            Velocity velocity,
            Capacity capacity,
            SignedIn reader) {
        var availability = Availability.of(snapshot.workspace(), it);
        var team = availability.team();
        boolean mayPlan = rights.mayPlan(reader, team);
        var sum = sum(parts);
        var over = capacity.over(sum);
        var open = CloseSprint.unfinished(snapshot, it.key());
        return new Head(
                it.key(),
                it.name(),
                team.name(),
                it.standing().label(),
                "%s – %s".formatted(Words.day(it.start()), Words.day(it.finish())),
                it.isClosed()
                        ? "closed"
                        : it.isRunning()
                                ? BenchPages.daysLeft(availability, it, figures.today())
                                : Words.count(
                                        availability.daysFrom(it.start()).size(), "working day"),
                Objects.requireNonNullElse(it.plan().goal(), ""),
                it.start().toString(),
                it.finish().toString(),
                capacity.points() == null
                        ? Words.of(sum) + " points"
                        : "%s of %s points"
                                .formatted(Words.of(sum), Words.score(capacity.points())),
                over == null ? "" : Words.score(over) + " over",
                velocity.mean()
                        .map(mean ->
                                "usually %s, %s"
                                        .formatted(Words.of(mean), BenchPages.range(velocity)))
                        .orElse("no closed sprint yet to go by"),
                "/%s/bench?open=%s".formatted(product.code(), it.key()),
                mayPlan && !it.isClosed(),
                reader.mayIn(product.code(), Permission.WORK) && !it.isClosed(),
                mayPlan && it.standing() == Standing.PLANNED,
                mayPlan && it.isRunning(),
                it.standing() == Standing.PLANNED
                        ? warnings(snapshot, product, it, parts)
                        : List.of(),
                open.stream()
                        .map(node -> new Line(node.item().key().toString(), node.item().title()))
                        .toList(),
                Sprints.of(snapshot.workspace(), it.team()).stream()
                        .filter(one -> one.standing() == Standing.PLANNED && !one.equals(it))
                        .map(one -> new BenchPage.Target(one.key(), one.name()))
                        .toList(),
                Sprints.after(snapshot.workspace(), it)
                        .map(Sprint::name)
                        .orElse("a new sprint, " + Sprints.nextName(it.name())),
                takers(snapshot, availability),
                mayPlan && it.standing() == Standing.PLANNED,
                open.size());
    }

    private static List<Taker> takers(Snapshot snapshot, Availability availability) {
        var here = Set.copyOf(availability.people());
        var members = snapshot.workspace().membersAtWork(availability.team());
        var takers = new ArrayList<Taker>();
        for (var person : snapshot.workspace().peopleAtWork()) {
            boolean isMember = members.contains(person.handle());
            boolean isHere = here.contains(person.handle());
            if (isMember || isHere) {
                takers.add(new Taker(person.handle(), person.name(), isHere, !isMember));
            }
        }
        return takers;
    }

    /** What is to be known before the team commits itself. */
    private List<String> warnings(
            Snapshot snapshot, Product product, Sprint it, List<SprintPart> parts) {
        var warnings = new ArrayList<String>();
        if (parts.isEmpty()) {
            warnings.add("Nothing is planned into it yet.");
            return warnings;
        }
        tell(
                warnings,
                "not sized",
                parts.stream()
                        .filter(part -> part.amount() == null)
                        .map(SprintPart::item)
                        .toList());
        tell(
                warnings,
                "blocked",
                parts.stream()
                        .map(SprintPart::item)
                        .filter(key -> snapshot.requireNode(key).item().blocked() != null)
                        .toList());
        tell(
                warnings,
                "not agreed to by the team",
                parts.stream()
                        .map(SprintPart::item)
                        .filter(key -> !it.plan().agreed().contains(key))
                        .toList());
        tell(warnings, "ranked above, but left out", leftOut(snapshot, product, it, parts));
        return warnings;
    }

    private static void tell(List<String> warnings, String what, List<ItemKey> keys) {
        if (!keys.isEmpty()) {
            var named = keys.stream().limit(MOST_NAMED).map(ItemKey::toString).toList();
            warnings.add(
                    "%d %s: %s%s"
                            .formatted(
                                    keys.size(),
                                    what,
                                    String.join(", ", named),
                                    keys.size() > MOST_NAMED ? " …" : ""));
        }
    }

    /** Of the team, what is ranked above the last that is in the sprint and is in no sprint. */
    private static List<ItemKey> leftOut(
            Snapshot snapshot, Product product, Sprint it, List<SprintPart> parts) {
        var last =
                parts.stream()
                        .map(part -> snapshot.requireNode(part.item()).item())
                        .filter(item -> item.key().product().equals(product.code()))
                        .max(Comparator.comparing(Item::rank).thenComparing(Item::key));
        if (last.isEmpty()) {
            return List.of();
        }
        var left = new ArrayList<ItemKey>();
        int looked = 0;
        for (var node : snapshot.waiting(product, last.get().level())) {
            var item = node.item();
            if (item.rank().compareTo(last.get().rank()) > 0 || looked++ > MOST_ABOVE) {
                break;
            }
            if (it.team().equals(item.team())) {
                left.add(item.key());
            }
        }
        return left;
    }

    private static Amount sum(List<SprintPart> parts) {
        var sum = Amount.ZERO;
        for (var part : parts) {
            sum = part.amount() == null ? sum : sum.plus(part.amount());
        }
        return sum;
    }

    private List<Story> stories(
            Snapshot snapshot,
            Product product,
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
                            at(product, it.key(), item.key()),
                            Trough.look(node),
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
                            tasks(snapshot, product, it, node, reader)));
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

    private List<Task> tasks(
            Snapshot snapshot, Product product, Sprint it, Node story, SignedIn reader) {
        return story.children().stream()
                .filter(child -> !child.item().level().carriesPoints())
                .filter(child ->
                        child.item().sprint() == null || it.key().equals(child.item().sprint()))
                .filter(child -> !child.item().isDropped())
                .map(child -> task(snapshot, product, it, child.item(), reader))
                .toList();
    }

    private Task task(Snapshot snapshot, Product product, Sprint it, Item item, SignedIn reader) {
        return new Task(
                item.key().toString(),
                item.level().index(),
                item.title(),
                at(product, it.key(), item.key()),
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
            Snapshot snapshot,
            Product product,
            Sprint it,
            List<SprintPart> parts,
            SignedIn reader) {
        var stories = new HashSet<ItemKey>();
        parts.forEach(part -> stories.add(part.item()));
        return SprintPart.tasksIn(snapshot, it.key()).stream()
                .map(part -> snapshot.requireNode(part.item()).item())
                .filter(item -> item.parent() == null || !stories.contains(item.parent()))
                .map(item -> task(snapshot, product, it, item, reader))
                .toList();
    }

    private static String initials(Snapshot snapshot, @Nullable String handle) {
        return snapshot.findPerson(handle).map(person -> person.initials()).orElse("–");
    }

    private @Nullable Busy busy(Snapshot snapshot, Sprint it) {
        if (it.isClosed()) {
            return null;
        }
        var load = Load.of(snapshot, it, figures.today());
        var most =
                load.people().stream()
                        .map(one -> one.capacity().max(one.remaining().toDecimal()))
                        .reduce(BigDecimal.ONE, BigDecimal::max);
        var people =
                load.people().stream()
                        .map(one ->
                                bar(
                                        one.person(),
                                        snapshot.findPerson(one.person())
                                                        .map(person -> person.name())
                                                        .orElse(one.person())
                                                + (one.inSprint() ? "" : ", not in the team"),
                                        one.remaining().toDecimal(),
                                        one.capacity(),
                                        most,
                                        points(one)))
                        .toList();
        var mostSkill =
                load.skills().stream()
                        .map(one -> one.capacity().max(one.remaining().toDecimal()))
                        .reduce(BigDecimal.ONE, BigDecimal::max);
        var skills =
                load.skills().stream()
                        .map(one ->
                                bar(
                                        one.skill(),
                                        one.skill(),
                                        one.remaining().toDecimal(),
                                        one.capacity(),
                                        mostSkill,
                                        ""))
                        .toList();
        var hours = Amount.ZERO;
        for (var task : load.nobody()) {
            hours = task.hours() == null ? hours : hours.plus(task.hours());
        }
        var team = snapshot.workspace().findTeam(it.team()).orElseThrow();
        return new Busy(
                people,
                skills,
                load.nobody().isEmpty()
                        ? ""
                        : "%s with nobody: %s h"
                                .formatted(
                                        Words.count(load.nobody().size(), "task"), Words.of(hours)),
                snapshot.workspace().membersAtWork(team).stream()
                        .flatMap(handle -> snapshot.findPerson(handle).stream())
                        .map(person -> new Person(person.handle(), person.name()))
                        .toList());
    }

    /** What the sprints of the velocity brought: beside, while the next one is planned. */
    private List<Past> past(Snapshot snapshot, Product product, Velocity velocity) {
        var past = new ArrayList<Past>();
        for (var one : velocity.sprints()) {
            var sprint = one.sprint();
            var report = figures.report(snapshot.workspace(), sprint);
            var bugs = Amount.ZERO;
            for (var key : report.completed().items()) {
                var node = snapshot.findNode(key);
                if (node.isPresent() && node.get().item().kind().equals("bug")) {
                    var own = SprintPart.ownPart(node.get());
                    bugs = own == null ? bugs : bugs.plus(own);
                }
            }
            var away = Availability.of(snapshot.workspace(), sprint).partlyAway().size();
            var carried = report.carriedOver().tally();
            var more = new ArrayList<String>();
            if (bugs.thousandths() > 0) {
                more.add(Words.of(bugs) + " of them bugs");
            }
            more.add(
                    carried.items() == 0
                            ? "nothing carried over"
                            : "%s carried over (%s)"
                                    .formatted(
                                            Words.count(carried.items(), "item"),
                                            Words.of(carried.points())));
            if (away > 0) {
                more.add(away + " away for a time");
            }
            past.add(
                    new Past(
                            sprint.name(),
                            url(product, sprint.key()),
                            one.committed() == null
                                    ? Words.of(one.points())
                                    : "%s of %s"
                                            .formatted(
                                                    Words.of(one.points()),
                                                    Words.of(one.committed())),
                            String.join(", ", more)));
        }
        return past;
    }

    private static String points(Load.OfPerson one) {
        var committed =
                one.committed().thousandths() == 0
                        ? ""
                        : Words.count(Words.of(one.committed()), "point");
        return one.candidate().thousandths() == 0
                ? committed
                : (committed.isEmpty() ? "0" : committed)
                        + " + "
                        + Words.of(one.candidate())
                        + " tried out";
    }

    private static Bar bar(
            String key,
            String name,
            BigDecimal load,
            BigDecimal capacity,
            BigDecimal most,
            String points) {
        double share = 100 / most.doubleValue();
        double fits = Math.min(load.doubleValue(), capacity.doubleValue());
        double over = Math.max(0, load.doubleValue() - capacity.doubleValue());
        return new Bar(
                key,
                name,
                "%s of %s h".formatted(Words.score(load), Words.score(capacity)),
                over > 0 ? Words.score(BigDecimal.valueOf(over)) + " over" : "",
                Ruler.percent(fits * share),
                Ruler.percent(capacity.doubleValue() * share),
                Ruler.percent(fits * share),
                Ruler.percent(over * share),
                points);
    }

    private @Nullable Outcome outcome(Snapshot snapshot, Sprint it) {
        if (it.startedAt() == null) {
            return null;
        }
        var report = figures.report(snapshot.workspace(), it);
        if (report.committed() == null) {
            return null;
        }
        return new Outcome(
                List.of(
                        figure("Committed", report.committed()),
                        figure("Added", report.added()),
                        figure("Removed", report.removed()),
                        new Figure(
                                "Re-sized",
                                Integer.toString(report.resized().items()),
                                Words.signed(report.resized().points())),
                        figure("Completed", report.completed()),
                        figure(it.isClosed() ? "Carried over" : "Left", report.carriedOver())));
    }

    private static Figure figure(String label, SprintReport.Share share) {
        return new Figure(
                label, Integer.toString(share.tally().items()), Words.of(share.tally().points()));
    }
}
