package greenladder.demo;

import greenladder.core.edit.CreateItems;
import greenladder.core.edit.EditItems;
import greenladder.core.edit.NewItem;
import greenladder.core.item.Item;
import greenladder.core.level.Category;
import greenladder.core.level.State;
import greenladder.core.people.Permission;
import greenladder.core.plan.SprintPart;
import greenladder.core.plan.Sprints;
import greenladder.core.snapshot.Node;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import greenladder.core.work.LogHours;
import greenladder.people.People;
import greenladder.people.SignedIn;
import greenladder.planning.Planning;
import greenladder.store.CommandGateway;
import greenladder.store.SnapshotKeeper;
import greenladder.web.Failure;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/**
 * The sample teams at work: what each person does on a day, through the one gateway and under their
 * own name. The same day of the same workspace is always lived in the same way.
 */
@Component
@Profile("demo")
class DemoCrew {
    private static final LocalTime MORNING = LocalTime.of(8, 30);
    private static final Duration STEP = Duration.ofMinutes(6);
    private static final int HOURS = 5;
    private static final int SURPRISE = 7;
    private static final List<String> SURPRISES =
            List.of(
                    "Counter shows yesterday's fog notice",
                    "Ticket reader freezes when the sun is low",
                    "Bell rings twice at slack water",
                    "Names with an apostrophe are cut short");

    private final CommandGateway gateway;
    private final SnapshotKeeper keeper;
    private final Planning planning;
    private final People people;
    private final DemoClock clock;

    DemoCrew(
            CommandGateway gateway,
            SnapshotKeeper keeper,
            Planning planning,
            People people,
            DemoClock clock) {
        this.gateway = gateway;
        this.keeper = keeper;
        this.planning = planning;
        this.people = people;
        this.clock = clock;
    }

    /** Lives a day: begins and ends sprints, and does what is next in those that run. */
    void live(LocalDate day) {
        goTo(day.atTime(MORNING).toInstant(ZoneOffset.UTC));
        for (var team : teams()) {
            if (!team.calendar().isWorkingDay(day)) {
                continue;
            }
            var random = new Random(31 * day.toEpochDay() + team.key().hashCode());
            begin(team, day);
            running(team).ifPresent(sprint -> new Day(team, sprint, random).work());
            running(team)
                    .filter(sprint -> !sprint.finish().isAfter(day))
                    .ifPresent(sprint -> end(team, sprint));
        }
    }

    private SignedIn person(String handle) {
        return people.findByHandle(handle).orElseThrow();
    }

    /** Of the team, else of all, somebody who may plan for it. */
    private SignedIn lead(Team team) {
        var product = team.products().iterator().next();
        var members = keeper.whole().workspace().membersAtWork(team);
        var leads =
                people.allSignedIn().stream()
                        .filter(one -> one.mayIn(product, Permission.PLAN))
                        .toList();
        return leads.stream()
                .filter(one -> members.contains(one.handle()))
                .findFirst()
                .orElseGet(leads::getFirst);
    }

    private List<Team> teams() {
        return List.copyOf(keeper.whole().workspace().teamsByKey().values());
    }

    private Optional<Sprint> running(Team team) {
        return Sprints.of(keeper.whole().workspace(), team.key()).stream()
                .filter(Sprint::isRunning)
                .findFirst();
    }

    private void begin(Team team, LocalDate day) {
        if (running(team).isPresent()) {
            return;
        }
        Sprints.of(keeper.whole().workspace(), team.key()).stream()
                .filter(sprint -> sprint.startedAt() == null && !sprint.start().isAfter(day))
                .findFirst()
                .ifPresent(sprint -> tried(() -> planning.start(lead(team), sprint.key())));
    }

    private void end(Team team, Sprint sprint) {
        tried(() -> planning.close(lead(team), sprint.key(), "next", Map.of(), null, null));
    }

    /** Rules of a team, or somebody's own doing meanwhile, may stand in the way: then not. */
    private void tried(Runnable deed) {
        goTo(clock.instant().plus(STEP));
        try {
            deed.run();
        } catch (Failure refused) {
            // the day goes on
        }
    }

    private void goTo(Instant time) {
        if (time.isAfter(clock.instant())) {
            clock.goTo(time);
        }
    }

    /** One team's day in its sprint. */
    private final class Day {
        private final Team team;
        private final Sprint sprint;
        private final Random random;

        private Day(Team team, Sprint sprint, Random random) {
            this.team = team;
            this.sprint = sprint;
            this.random = random;
        }

        private void work() {
            for (var person : keeper.whole().workspace().membersAtWork(team)) {
                var mine =
                        stories().stream()
                                .filter(node -> person.equals(node.item().assignee()))
                                .filter(node -> node.item().category() == Category.IN_PROGRESS)
                                .toList();
                if (mine.isEmpty()) {
                    takeNext(person);
                } else {
                    goOn(person, mine.getFirst());
                }
            }
            if (random.nextInt(SURPRISE) == 0) {
                surprise();
            }
        }

        /** What is open in the sprint and not blocked, in its order. */
        private List<Node> stories() {
            var snapshot = keeper.whole();
            var nodes = new ArrayList<Node>();
            for (var part : SprintPart.inSprint(snapshot, sprint.key())) {
                var node = snapshot.requireNode(part.item());
                boolean isOpen = !node.item().isDone() && node.item().blocked() == null;
                if (isOpen && !node.rollUp().hasPointChildren()) {
                    nodes.add(node);
                }
            }
            return nodes;
        }

        private void takeNext(String person) {
            stories().stream()
                    .filter(node -> node.item().category() == Category.TO_DO)
                    .filter(node ->
                            node.item().assignee() == null || node.item().assignee().equals(person))
                    .findFirst()
                    .ifPresent(node ->
                            edit(
                                    person,
                                    node.item(),
                                    Map.of(
                                            "assignee",
                                            person,
                                            "state",
                                            state(node.item(), Category.IN_PROGRESS).key())));
        }

        private void goOn(String person, Node story) {
            var open =
                    story.children().stream()
                            .filter(task -> SprintPart.isOpen(task.item()))
                            .toList();
            if (open.isEmpty()) {
                finish(person, story.item());
                return;
            }
            int hours = HOURS;
            for (var task : open) {
                if (hours <= 0) {
                    break;
                }
                var left = task.item().remainingHours();
                int needs = left == null ? 2 : (int) Math.ceil(left.thousandths() / 1000.0);
                int spent = Math.min(hours, Math.max(1, needs + random.nextInt(2)));
                boolean isDone = spent >= needs;
                log(person, task.item().key(), spent, Math.max(0, needs - spent));
                if (isDone) {
                    edit(
                            person,
                            task.item(),
                            Map.of("state", state(task.item(), Category.DONE).key()));
                }
                hours -= spent;
            }
            if (story.children().stream()
                    .map(task -> keeper.whole().findItem(task.item().key()))
                    .allMatch(task -> task.filter(Item::isDone).isPresent())) {
                finish(person, story.item());
            }
        }

        private void log(String person, ItemKey task, int hours, int left) {
            var day = LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC);
            tried(() ->
                    gateway.submit(
                            person(person),
                            new LogHours(
                                    task,
                                    person,
                                    day,
                                    Amount.of(hours),
                                    "",
                                    Integer.toString(left))));
        }

        /** The next of its states, so that it goes by whoever tests it. */
        private void finish(String person, Item story) {
            var states = keeper.whole().workspace().statesOf(story).all();
            int next = states.indexOf(story.state()) + 1;
            if (next > 0 && next < states.size()) {
                edit(person, story, Map.of("state", states.get(next).key()));
            }
        }

        /** Something comes up in the middle of a sprint, and goes into it. */
        private void surprise() {
            var title = SURPRISES.get(random.nextInt(SURPRISES.size()));
            tried(() ->
                    gateway.submit(
                            lead(team),
                            new CreateItems(
                                    team.products().iterator().next(),
                                    List.of(
                                            NewItem.of(
                                                    Map.of(
                                                            "level",
                                                            "story",
                                                            "kind",
                                                            "bug",
                                                            "title",
                                                            title,
                                                            "team",
                                                            team.key(),
                                                            "sprint",
                                                            sprint.key(),
                                                            "size",
                                                            "2"))))));
        }

        private void edit(String person, Item item, Map<String, String> fields) {
            tried(() -> gateway.submit(person(person), new EditItems(List.of(item.key()), fields)));
        }

        private State state(Item item, Category category) {
            return keeper.whole().workspace().statesOf(item).firstOf(category);
        }
    }
}
