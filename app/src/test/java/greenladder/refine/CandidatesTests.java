package greenladder.refine;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.Snapshots;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import java.time.LocalDate;
import java.util.List;
import org.testng.annotations.Test;

public class CandidatesTests {
    private static final String STORIES =
            """
            story Done size=6 team=lantern
            story A size=5 team=lantern candidate=yes
            story B team=lantern candidate=yes
            story C size=3 candidate=yes
            story D size=2 team=lantern
            story E size=2 team=lantern candidate=yes state=done
            """;

    private static List<Candidates> of(Snapshot snapshot) {
        return Candidates.of(snapshot, Snapshots.product(snapshot), any -> true);
    }

    private static Snapshot withAClosedSprint() {
        var snapshot = Snapshots.of(STORIES);
        var start = LocalDate.parse("2026-04-06");
        snapshot = snapshot.with(snapshot.workspace().with(sprint(start, false)));
        snapshot = Snapshots.after(snapshot, Snapshots.edit(1, "sprint", "lantern-1"));
        snapshot = Snapshots.after(snapshot, Snapshots.edit(1, "state", "done"));
        return snapshot.with(snapshot.workspace().with(sprint(start, true)));
    }

    private static Sprint sprint(LocalDate start, boolean closed) {
        return new Sprint(
                "lantern-1",
                "lantern",
                "Lantern 1",
                start,
                start.plusDays(11),
                Snapshots.NOW,
                closed ? Snapshots.NOW : null);
    }

    @Test
    public void candidatesShouldBeHeldAgainstWhatTheirTeamUsuallyCompletes() {
        var lantern = of(withAClosedSprint()).getFirst();

        assertThat(lantern.team()).isEqualTo("Lantern");
        assertThat(lantern.items())
                .extracting(Candidates.Candidate::title)
                .containsExactly("A", "B");
        assertThat(lantern.gauge().words()).isEqualTo("5 of 6 points");
        assertThat(lantern.unsized()).isEqualTo("1 not sized");
        assertThat(lantern.usual())
                .isEqualTo("usually 6 a sprint, 6 to 6 over the last 1 sprint, fewer than wanted");
    }

    @Test
    public void candidatesWithoutATeamShouldComeLast() {
        var others = of(withAClosedSprint()).getLast();

        assertThat(others.team()).isEqualTo("no team yet");
        assertThat(others.items()).extracting(Candidates.Candidate::title).containsExactly("C");
        assertThat(others.usual()).isEqualTo("no closed sprint to compare with yet");
    }

    @Test
    public void whatIsPlannedOrDoneShouldBeNoCandidateAnyMore() {
        var snapshot = Snapshots.of(STORIES);
        snapshot = snapshot.with(snapshot.workspace().with(sprint(Snapshots.TODAY, false)));
        snapshot = Snapshots.after(snapshot, Snapshots.edit(2, "sprint", "lantern-1"));

        assertThat(of(snapshot).getFirst().items())
                .extracting(Candidates.Candidate::title)
                .containsExactly("B");
    }
}
