package greenladder.core.filter;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import greenladder.core.people.Person;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class TypedConditionsTests {
    /** A Wednesday. */
    private static final LocalDate TODAY = LocalDate.parse("2026-05-06");

    private static final Snapshot SNAPSHOT = snapshot();

    private static Snapshot snapshot() {
        var snapshot =
                Trees.of(
                        """
                        epic Ramp
                        story A size=3 assignee=oona.marsh labels=rain
                        story B size=5 kind=bug
                        story C state=done
                        """);
        snapshot = Trees.after(snapshot, Trees.edit(2, "parent", "MSF1"));
        snapshot = Trees.after(snapshot, Trees.edit(4, "labels", "Blue or green"));
        return snapshot.with(snapshot.workspace().with(new Person("bram.hale", "Bram Hale")));
    }

    private static TypedConditions.Read read(String line, String... taken) {
        var lens =
                new Lens(
                        SNAPSHOT, List.copyOf(SNAPSHOT.products()), TODAY, "oona.marsh", Trees.NOW);
        var facets = new Facets(lens);
        var nodes = new ArrayList<Node>();
        SNAPSHOT.roots("MSF").forEach(root -> root.walk(nodes::add));
        var counts = new Filter(List.of()).counts(facets.all(), nodes);
        return new TypedConditions(
                        lens,
                        facets,
                        facet ->
                                counts.getOrDefault(facet.id(), List.of()).stream()
                                        .map(Filter.Count::value)
                                        .toList())
                .read(line, Set.of(taken));
    }

    private static String words(TypedConditions.Read read) {
        var picks =
                read.picks().entrySet().stream()
                        .map(pick -> pick.getKey() + "=" + String.join("|", pick.getValue()))
                        .collect(Collectors.joining(" & "));
        return read.rest().isEmpty() ? picks : picks + " / " + read.rest();
    }

    @DataProvider
    static Object[][] lines() {
        return new Object[][] {
            {"blocked", "blocked=true"},
            {"not blocked", "blocked=false"},
            {"not sized", "unsized=true"},
            {"sized", "unsized=false"},
            {"no parent", "loose=true"},
            {"mine", "assignee=me"},
            {"for Oona", "assignee=oona.marsh"},
            {"not for bram hale", "not.assignee=bram.hale"},
            {"watched by me", "watched=true"},
            {"bug", "kind=bug"},
            {"not bug", "not.kind=bug"},
            {"labelled rain", "label=rain"},
            {"no label", "label="},
            {"without a team", "team="},
            {"under msf1", "in.epic=MSF1"},
            {"kind bug", "kind=bug"},
            {"size > 5", "size=5.001.."},
            {"size at least 5", "size=5.."},
            {"size under 5", "size=..5"},
            {"size 3 to 8", "size=3..8.001"},
            {"size 5", "size=5"},
            {"5 points", "size=5"},
            {"changed since Monday", "updated=2026-05-04.."},
            {"changed today", "updated=2026-05-06..2026-05-06"},
            {"changed in the last 2 weeks", "updated=-13d..0d"},
            {"finish before 24 Dec", "finish=..2026-12-23"},
            {"due Friday", "finish=2026-05-08..2026-05-08"},
            {"finish within 10 days", "finish=0d..10d"},
            {"created after 1 march 2025", "made=2025-03-02.."},
            {"labelled rain or blocked", "or.label=rain & or.blocked=true"},
            {"bug or kind story", "kind=bug|story"},
            {"labelled Blue or green", "label=Blue or green"},
            {"rain", " / rain"},
            {"blocked or not sized, bug", "or.blocked=true & or.unsized=true & kind=bug"},
            {
                "bug or blocked, mine or scored",
                "or.kind=bug & or.blocked=true & or2.assignee=me & or2.scored=true"
            },
            {"lamp, bug", "kind=bug / lamp"},
            {"bug or lamp", " / bug or lamp"},
            {"changed since never", " / changed since never"},
            {"size > much", " / size > much"},
            {"finish 31 Feb", " / finish 31 Feb"},
            {"", ""},
        };
    }

    @Test(dataProvider = "lines")
    public void lineShouldBeReadAsConditions(String line, String expected) {
        assertThat(words(read(line))).isEqualTo(expected);
    }

    @Test
    public void groupThatIsTakenShouldNotBeUsedAgain() {
        assertThat(words(read("bug or blocked", "or.label", "or3.team")))
                .isEqualTo("or2.kind=bug & or2.blocked=true");
        assertThat(words(read("bug or blocked", "or.label", "or2.label", "or3.team")))
                .isEqualTo(" / bug or blocked");
    }

    @Test
    public void veryLongLineShouldBeWords() {
        var line = "blocked,".repeat(13_000);
        assertThat(read(line)).isEqualTo(new TypedConditions.Read(Map.of(), line));
    }
}
