package greenladder.refine;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.Ladders;
import greenladder.core.item.Sprint;
import greenladder.core.ladder.Ladder;
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

    private static List<Candidates> of(Ladder ladder) {
        return Candidates.of(ladder, Ladders.product(ladder), any -> true);
    }

    private static Ladder withAClosedSprint() {
        var ladder = Ladders.of(STORIES);
        var start = LocalDate.parse("2026-04-06");
        ladder = ladder.with(ladder.workspace().with(sprint(start, false)));
        ladder = Ladders.after(ladder, Ladders.edit(1, "sprint", "lantern-1"));
        ladder = Ladders.after(ladder, Ladders.edit(1, "state", "done"));
        return ladder.with(ladder.workspace().with(sprint(start, true)));
    }

    private static Sprint sprint(LocalDate start, boolean closed) {
        return new Sprint(
                "lantern-1",
                "lantern",
                "Lantern 1",
                start,
                start.plusDays(11),
                Ladders.NOW,
                closed ? Ladders.NOW : null);
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
        assertThat(others.usual()).isEqualTo("no closed sprint yet to hold them against");
    }

    @Test
    public void whatIsPlannedOrDoneShouldBeNoCandidateAnyMore() {
        var ladder = Ladders.of(STORIES);
        ladder = ladder.with(ladder.workspace().with(sprint(Ladders.TODAY, false)));
        ladder = Ladders.after(ladder, Ladders.edit(2, "sprint", "lantern-1"));

        assertThat(of(ladder).getFirst().items())
                .extracting(Candidates.Candidate::title)
                .containsExactly("B");
    }
}
