package greenladder.core.plan;

import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * The sprints of one snapshot with their capacities and what stands in them, each worked out once.
 * Not to be shared.
 */
public final class Capacities {
    private final Snapshot snapshot;
    private final Map<String, Velocity> velocities = new HashMap<>();
    private final Map<String, Capacity> capacities = new HashMap<>();
    private final Map<String, List<Sprint>> sprints = new HashMap<>();
    private final Map<String, List<SprintPart>> parts = new HashMap<>();
    private final Map<String, Availability> availabilities = new HashMap<>();

    public Capacities(Snapshot snapshot) {
        this.snapshot = snapshot;
    }

    /** What a team usually completes. */
    public Velocity velocity(String team) {
        return velocities.computeIfAbsent(team, key -> Velocity.of(snapshot, key, Velocity.WINDOW));
    }

    public Capacity of(Sprint sprint) {
        return capacities.computeIfAbsent(
                sprint.key(),
                any ->
                        Capacity.of(
                                sprint,
                                velocity(sprint.team()),
                                () -> availability(sprint).hours()));
    }

    /** A team's sprints in their order. */
    public List<Sprint> sprints(String team) {
        return sprints.computeIfAbsent(team, key -> Sprints.of(snapshot.workspace(), key));
    }

    /** What stands in a sprint and carries points, see {@link SprintPart#inSprint}. */
    public List<SprintPart> parts(Sprint sprint) {
        return parts.computeIfAbsent(sprint.key(), key -> SprintPart.inSprint(snapshot, key));
    }

    public Availability availability(Sprint sprint) {
        return availabilities.computeIfAbsent(
                sprint.key(), any -> Availability.of(snapshot.workspace(), sprint));
    }
}
