package greenladder.planning;

import greenladder.core.change.Problems;
import greenladder.core.plan.ChangeRelease;
import greenladder.core.plan.CloseSprint;
import greenladder.core.plan.KeepCalendar;
import greenladder.core.plan.KeepRelease;
import greenladder.core.plan.KeepSprints;
import greenladder.core.plan.Load;
import greenladder.core.plan.PlanIntoSprint;
import greenladder.core.plan.PullIntoSprint;
import greenladder.core.plan.RemoveRelease;
import greenladder.core.plan.RemoveSprint;
import greenladder.core.plan.StartSprint;
import greenladder.core.plan.TakeOutOfSprint;
import greenladder.core.release.Release;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Calendar;
import greenladder.core.value.ItemKey;
import greenladder.people.SignedIn;
import greenladder.setup.Slug;
import greenladder.store.CommandGateway;
import greenladder.store.CommandGateway.Saved;
import greenladder.view.Lookups;
import greenladder.web.Failure;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What is done to sprints, calendars and releases: each one operation through the gateway. */
@Component
public class Planning {
    private static final int LONGEST_KEY = 40;

    private final CommandGateway gateway;

    Planning(CommandGateway gateway) {
        this.gateway = gateway;
    }

    /** Makes the sprints of a series for each of some teams. */
    public Saved make(SignedIn actor, List<String> teams, SprintSeries series) {
        series.spans();
        if (teams.isEmpty()) {
            throw new Failure.Invalid(Problems.of("teams", "Say for which team."));
        }
        return gateway.submit(
                actor,
                snapshot -> {
                    var made = new ArrayList<Sprint>();
                    for (var team : teams) {
                        made.addAll(series.of(snapshot.workspace(), Lookups.team(snapshot, team)));
                    }
                    return new KeepSprints(made);
                },
                any -> {});
    }

    public Saved change(SignedIn actor, String sprint, UnaryOperator<Sprint> step) {
        return gateway.submit(
                actor,
                snapshot -> KeepSprints.of(step.apply(Lookups.sprint(snapshot, sprint))),
                any -> {});
    }

    public Saved remove(SignedIn actor, String sprint, @Nullable String items) {
        return gateway.submit(
                actor,
                snapshot -> {
                    Lookups.sprint(snapshot, sprint);
                    return new RemoveSprint(sprint, items);
                },
                any -> {});
    }

    /**
     * Plans items into a sprint.
     *
     * @param candidates whether they are only tried out
     */
    public Saved plan(SignedIn actor, String sprint, List<ItemKey> items, boolean candidates) {
        return gateway.submit(
                actor,
                snapshot -> {
                    Lookups.sprint(snapshot, sprint);
                    return new PlanIntoSprint(items, sprint, candidates);
                },
                any -> {});
    }

    /**
     * Plans one item into a sprint that somebody saw waiting.
     *
     * @throws greenladder.web.Failure.Invalid if it is in another sprint meanwhile
     */
    public Saved pull(SignedIn actor, String sprint, ItemKey key) {
        return gateway.submit(
                actor,
                snapshot -> {
                    Lookups.sprint(snapshot, sprint);
                    Lookups.node(snapshot, key.toString());
                    return new PullIntoSprint(key, sprint);
                },
                any -> {});
    }

    /** Plans all candidates for a sprint into it. */
    public Saved commitCandidates(SignedIn actor, String sprint) {
        return gateway.submit(
                actor,
                snapshot -> new PlanIntoSprint(candidates(snapshot, sprint), sprint, false),
                any -> {});
    }

    /** Makes all candidates for a sprint candidates no longer. */
    public Saved dropCandidates(SignedIn actor, String sprint) {
        return gateway.submit(
                actor,
                snapshot -> new TakeOutOfSprint(candidates(snapshot, sprint), sprint),
                any -> {});
    }

    private static List<ItemKey> candidates(Snapshot snapshot, String sprint) {
        return Load.candidates(snapshot, Lookups.sprint(snapshot, sprint)).stream()
                .map(node -> node.item().key())
                .toList();
    }

    public Saved takeOut(SignedIn actor, String sprint, List<ItemKey> items) {
        return gateway.submit(
                actor,
                snapshot -> {
                    Lookups.sprint(snapshot, sprint);
                    return new TakeOutOfSprint(items, sprint);
                },
                any -> {});
    }

    public Saved start(SignedIn actor, String sprint) {
        return start(actor, sprint, UnaryOperator.identity());
    }

    /**
     * @param change what is said of it at its start, such as its goal
     */
    public Saved start(SignedIn actor, String sprint, UnaryOperator<Sprint> change) {
        return gateway.submit(
                actor,
                snapshot -> {
                    Lookups.sprint(snapshot, sprint);
                    return new StartSprint(sprint, change);
                },
                any -> {});
    }

    public Saved close(
            SignedIn actor,
            String sprint,
            String unfinishedTo,
            Map<ItemKey, String> items,
            @Nullable Integer nextDays,
            @Nullable String nextName) {
        return close(actor, new CloseSprint(sprint, unfinishedTo, items, nextDays, nextName));
    }

    public Saved close(SignedIn actor, CloseSprint close) {
        return gateway.submit(
                actor,
                snapshot -> {
                    Lookups.sprint(snapshot, close.sprint());
                    return close;
                },
                any -> {});
    }

    public Saved keepCalendar(SignedIn actor, String team, UnaryOperator<Calendar> step) {
        return gateway.submit(
                actor,
                snapshot ->
                        new KeepCalendar(team, step.apply(Lookups.team(snapshot, team).calendar())),
                any -> {});
    }

    /** Makes a release; its key follows from its name. */
    public Saved makeRelease(SignedIn actor, Release release) {
        return gateway.submit(
                actor,
                snapshot -> {
                    Lookups.product(snapshot, release.product());
                    return new KeepRelease(release.keyed(freeKey(snapshot, release)));
                },
                any -> {});
    }

    /**
     * Changes a release.
     *
     * @param released whether it is to be released; null leaves that as it is
     * @param unfinishedTo where what is not done goes then
     */
    public Saved changeRelease(
            SignedIn actor,
            String release,
            UnaryOperator<Release> step,
            @Nullable Boolean released,
            String unfinishedTo) {
        return gateway.submit(
                actor,
                snapshot ->
                        new ChangeRelease(
                                step.apply(Lookups.release(snapshot, release)),
                                released,
                                unfinishedTo),
                any -> {});
    }

    public Saved removeRelease(SignedIn actor, String release, @Nullable String items) {
        return gateway.submit(
                actor,
                snapshot -> {
                    Lookups.release(snapshot, release);
                    return new RemoveRelease(release, items);
                },
                any -> {});
    }

    private static String freeKey(Snapshot snapshot, Release release) {
        var base = Slug.of(release.product() + " " + release.name(), LONGEST_KEY);
        var key = base;
        for (int i = 2; snapshot.workspace().findRelease(key).isPresent(); i++) {
            key = base + "-" + i;
        }
        return key;
    }
}
