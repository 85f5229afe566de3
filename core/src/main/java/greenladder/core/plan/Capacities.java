package greenladder.core.plan;

import greenladder.core.item.Sprint;
import greenladder.core.snapshot.Snapshot;
import java.util.HashMap;
import java.util.Map;

/** The capacities of the sprints of one snapshot, each worked out once. Not to be shared. */
public final class Capacities {
    private final Snapshot snapshot;
    private final Map<String, Velocity> velocities = new HashMap<>();
    private final Map<String, Capacity> capacities = new HashMap<>();

    public Capacities(Snapshot snapshot) {
        this.snapshot = snapshot;
    }

    /** What a team usually completes. */
    public Velocity velocity(String team) {
        return velocities.computeIfAbsent(team, key -> Velocity.of(snapshot, key, Velocity.WINDOW));
    }

    public Capacity of(Sprint sprint) {
        return capacities.computeIfAbsent(
                sprint.key(), any -> Capacity.of(snapshot, sprint, velocity(sprint.team())));
    }
}
