package greenladder.demo;

import greenladder.core.level.Levels;
import greenladder.core.level.StandardLevels;
import greenladder.core.plan.CloseSprint;
import greenladder.core.plan.KeepRelease;
import greenladder.core.plan.KeepSprints;
import greenladder.core.plan.StartSprint;
import greenladder.core.release.Release;
import greenladder.core.sprint.Sprint;
import greenladder.core.sprint.SprintPlan;
import greenladder.demo.DemoBeginning.FirstDay;
import greenladder.demo.DemoContent.Goal;
import greenladder.demo.DemoContent.Rhythm;
import greenladder.demo.DemoOutline.Entry;
import greenladder.people.People;
import greenladder.people.SignedIn;
import greenladder.refine.IntakeLists;
import greenladder.setup.Slug;
import greenladder.setup.Teams;
import greenladder.setup.Teams.TeamForm;
import greenladder.store.CommandGateway;
import greenladder.talk.Comments;
import greenladder.talk.Notices;
import jakarta.annotation.PostConstruct;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.context.SmartLifecycle;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/**
 * Makes the sample workspace through the same doors as everybody else, day by day in the past, so
 * that its history hangs together. Done once: a demo that keeps its data finds it again.
 */
@Component
@Profile("demo")
class DemoWorkspace implements SmartLifecycle {
    /** Points that each team has under way. */
    private static final int UNDER_WAY = 11;

    /** Notices older than this have been read. */
    private static final Duration UNREAD = Duration.ofDays(3);

    private final DemoBeginning beginning;
    private final People people;
    private final Teams teams;
    private final CommandGateway gateway;
    private final DemoSetup setup;
    private final DemoRefining refining;
    private final IntakeLists intakes;
    private final Comments comments;
    private final Notices notices;
    private final DemoClock clock;
    private volatile boolean running;

    /** Null where the demo has its data already. */
    private @Nullable CompletableFuture<Lived> lived;

    /** What of the history was lived through, and what it was made of. */
    private record Lived(DemoContent content, DemoHistory history) {}

    DemoWorkspace(
            DemoBeginning beginning,
            People people,
            Teams teams,
            CommandGateway gateway,
            DemoSetup setup,
            DemoRefining refining,
            IntakeLists intakes,
            Comments comments,
            Notices notices,
            DemoClock clock) {
        this.beginning = beginning;
        this.people = people;
        this.teams = teams;
        this.gateway = gateway;
        this.setup = setup;
        this.refining = refining;
        this.intakes = intakes;
        this.comments = comments;
        this.notices = notices;
        this.clock = clock;
    }

    /** Most of the history is lived through while the rest of the application is being made. */
    @PostConstruct
    void begin() {
        beginning
                .write()
                .ifPresent(day -> {
                    clock.goTo(day.morning());
                    addTeams(day.content());
                    setup.write(person("ines.rowe"));
                    refining.write(person("ines.rowe"), person("juna.frost"));
                    clock.goTo(day.now());
                    lived = CompletableFuture.supplyAsync(() -> lived(day), DemoWorkspace::beside);
                });
    }

    private static void beside(Runnable work) {
        Thread.ofPlatform().daemon().name("demo history").start(work);
    }

    /** Runs before the first request can come in: the web server starts in a later phase. */
    @Override
    public void start() {
        if (lived != null) {
            goOn(lived.join());
            lived = null;
        }
        running = true;
    }

    @Override
    public void stop() {
        running = false;
    }

    @Override
    public boolean isRunning() {
        return running;
    }

    @Override
    public int getPhase() {
        return 0;
    }

    private void addTeams(DemoContent content) {
        content.teams()
                .forEach(team ->
                        teams.add(
                                SignedIn.SYSTEM,
                                new TeamForm(team.name(), team.members(), team.products())));
    }

    private Lived lived(FirstDay day) {
        var content = day.content();
        var calendar = day.calendar();
        var history = new DemoHistory(calendar, day.now(), this::person);
        planned(content, history, calendar);
        var whole = history(content, history, calendar);
        new DemoDoing(whole, day.now()).write();
        new DemoTracking(whole, calendar).write();
        new DemoGoals(whole, calendar).write();
        new DemoPapers(whole, calendar).write();
        gateway.live(whole.past());
        return new Lived(content, whole);
    }

    /** What is done as people do it, and what hangs on it. */
    private void goOn(Lived before) {
        var now = clock.instant();
        var history = before.history();
        var last = history.past().getLast().at();
        gateway.live(DemoSetup.details(history, person("ines.rowe"), last));
        gateway.live(DemoLinks.past(history, last, person("ines.rowe")));
        gateway.live(DemoRefining.past(history, last, person("ines.rowe")));
        talk(before.content(), history, now);
        clock.goTo(DemoCalendar.working(now.minus(Duration.ofDays(2)), now));
        askFor();
        clock.goTo(now);
    }

    /** What waits in the intake lists of the team that works for two products. */
    private void askFor() {
        var lead = person("kit.arden");
        var desk = intakes.open(lead, "tidewater", "Harbour desk", "QUA", "story");
        intakes.add(
                person("juna.frost"),
                desk,
                """
                The watch sees which lamp is out, 3 points, value 8
                Mooring fees are shown before they are due, 5 points, value 6
                A berth can be swapped by two skippers themselves, 8 points, value 7
                The duty list prints on one page, 1 points, value 4
                Fog: who is told, and in which order\
                """);
        var piers = intakes.open(lead, "tidewater", "Bugs from the piers", "MSF", "bug");
        intakes.add(
                person("saga.lind"),
                piers,
                """
                The pier screen shows yesterday's last sailing at five in the morning, 2 points, value 5
                A gate beeps twice for season tickets, value 3
                Counter prints in grey since the new paper, 1 points\
                """);
    }

    private DemoHistory history(DemoContent content, DemoHistory history, DemoCalendar calendar) {
        Map<String, Integer> underWay = new HashMap<>();
        content.teams().forEach(team -> underWay.put(team.key(), UNDER_WAY));
        var crossing = outline("crossing.txt").calmed(underWay);
        var later = outline("crossing-later.txt").calmed(underWay);
        var quayside = outline("quayside.txt").calmed(underWay);
        history.write(crossing, "MSF", "ines.rowe", true);
        history.write(later, "MSF", "ines.rowe", false);
        history.write(quayside, "QUA", "juna.frost", false);
        Map<Goal, Integer> room = new HashMap<>();
        content.releases().forEach(release -> room.put(release, DemoPlanning.room(release)));
        history.plan(crossing, "ines.rowe", releases(content, "MSF"), DemoWorkspace::key, room);
        history.plan(later, "ines.rowe", releases(content, "MSF"), DemoWorkspace::key, room);
        history.plan(quayside, "juna.frost", releases(content, "QUA"), DemoWorkspace::key, room);
        for (var rhythm : content.rhythms()) {
            var team =
                    content.teams().stream()
                            .filter(one -> one.key().equals(rhythm.team()))
                            .findFirst()
                            .orElseThrow();
            var stories =
                    Stream.of(crossing, later, quayside)
                            .flatMap(outline -> outline.entries().stream())
                            .filter(Entry::isStory)
                            .filter(entry -> entry.team().equals(team.key()))
                            .toList();
            new DemoTeamWork(history, calendar, team).work(DemoSprints.of(stories, rhythm));
            var planning = new DemoPlanning(history, calendar, team);
            planning.foundOut();
            planning.ahead(stories);
        }
        return history;
    }

    /** Releases and sprints, with the start and the close of each on its day. */
    private static void planned(DemoContent content, DemoHistory history, DemoCalendar calendar) {
        var first = DemoCalendar.at(calendar.firstDay(), 10);
        var rhythms = content.rhythms().stream().map(Rhythm::team).toList();
        var planning =
                content.teams().stream().filter(team -> rhythms.contains(team.key())).toList();
        for (var team : planning) {
            new DemoPlanning(history, calendar, team).calendars(first);
        }
        var owners = Map.of("MSF", "ines.rowe", "QUA", "juna.frost");
        for (var goal : content.releases()) {
            var release = release(goal, calendar);
            history.add(
                    first,
                    Objects.requireNonNull(owners.get(goal.product())),
                    any -> new KeepRelease(release));
        }
        for (var team : planning) {
            for (int number = 1; number <= DemoCalendar.CURRENT + DemoCalendar.AHEAD; number++) {
                var start = calendar.startOf(number);
                var begun = DemoCalendar.at(start, 60);
                var closed = DemoCalendar.at(calendar.finishOf(number), 540);
                var planned =
                        new Sprint(
                                DemoTeamWork.sprintKey(team, number),
                                team.key(),
                                team.name() + " " + number,
                                start,
                                calendar.finishOf(number),
                                null,
                                null,
                                SprintPlan.NONE.withGoal(DemoPlanning.goal(team.key(), number)));
                history.add(first, team.lead(), any -> KeepSprints.of(planned));
                if (number <= DemoCalendar.CURRENT) {
                    history.add(begun, team.lead(), any -> new StartSprint(planned.key()));
                }
                if (number < DemoCalendar.CURRENT) {
                    history.add(
                            closed,
                            team.lead(),
                            any ->
                                    new CloseSprint(
                                            planned.key(), CloseSprint.NEXT, Map.of(), null, null));
                }
            }
        }
    }

    private void talk(DemoContent content, DemoHistory history, Instant now) {
        boolean recent = false;
        for (var saying : content.sayings()) {
            var said = now.minus(Duration.ofDays(saying.daysAgo())).minus(Duration.ofMinutes(50));
            var at = DemoCalendar.working(said, now);
            if (!recent && at.isAfter(now.minus(UNREAD))) {
                people.allSignedIn().forEach(notices::readAll);
                recent = true;
            }
            clock.goTo(at);
            comments.add(person(saying.who()), history.keyOf(saying.item()), saying.text());
        }
    }

    private static List<Goal> releases(DemoContent content, String product) {
        return content.releases().stream()
                .filter(release -> release.product().equals(product))
                .toList();
    }

    private static Release release(Goal goal, DemoCalendar calendar) {
        return DemoPlanning.release(key(goal), goal, calendar);
    }

    private static String key(Goal goal) {
        return Slug.of(goal.product() + " " + goal.name(), 40);
    }

    private static DemoOutline outline(String name) {
        return DemoOutline.read(DemoContent.text(name), levels());
    }

    private static Levels levels() {
        return StandardLevels.six();
    }

    private SignedIn person(String handle) {
        return people.findByHandle(handle).orElseThrow();
    }
}
