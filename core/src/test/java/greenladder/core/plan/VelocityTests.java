package greenladder.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.testng.annotations.Test;

public class VelocityTests {
    /** Four sprints, of which the first {@code closed} are closed; sprint i holds story i. */
    private static Snapshot snapshot(int closed) {
        var snapshot =
                Trees.of(
                        """
                        story A size=20 state=done
                        story B size=7 state=done
                        story C size=8 state=done
                        story D size=10 state=done
                          task T
                        story E size=5
                        """);
        var team = new Team("lantern", "Lantern", List.of(), List.of("MSF"), Map.of());
        snapshot = snapshot.with(snapshot.workspace().with(team));
        for (int i = 1; i <= 4; i++) {
            snapshot = snapshot.with(snapshot.workspace().with(sprint(i, null)));
            snapshot = Trees.after(snapshot, Trees.edit(i, "sprint", "lantern-" + i));
        }
        snapshot = Trees.after(snapshot, Trees.edit(6, "sprint", "lantern-4"));
        for (int i = 1; i <= closed; i++) {
            snapshot = snapshot.with(snapshot.workspace().with(sprint(i, Trees.NOW)));
        }
        return snapshot;
    }

    private static Sprint sprint(int i, Instant closedAt) {
        var start = LocalDate.parse("2026-01-05").plusWeeks(2L * i);
        return new Sprint(
                "lantern-" + i, "lantern", "L" + i, start, start.plusDays(13), null, closedAt);
    }

    @Test
    public void velocityShouldBeTheMeanOfTheLastClosedSprintsWithLeastAndMost() {
        var velocity = Velocity.of(snapshot(4), "lantern", 3);

        assertThat(velocity.sprints())
                .extracting(one -> one.sprint().name() + " " + one.points())
                .containsExactly("L4 10", "L3 8", "L2 7");
        assertThat(velocity.mean().orElseThrow()).hasToString("8.333");
        assertThat(velocity.least()).hasToString("7");
        assertThat(velocity.most()).hasToString("10");
        assertThat(velocity.isShort()).isFalse();
    }

    @Test
    public void velocityOfFewerSprintsShouldTellSo() {
        var velocity = Velocity.of(snapshot(2), "lantern", 3);

        assertThat(velocity.mean().orElseThrow()).hasToString("13.5");
        assertThat(velocity.isShort()).isTrue();
        assertThat(Velocity.of(snapshot(0), "lantern", 3).mean()).isEmpty();
    }
}
