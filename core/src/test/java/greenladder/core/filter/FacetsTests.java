package greenladder.core.filter;

import static greenladder.core.Trees.after;
import static greenladder.core.Trees.edit;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import greenladder.core.change.Decision.Accepted;
import greenladder.core.change.Decisions;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.NewItem;
import greenladder.core.people.Person;
import greenladder.core.release.Release;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * What is offered to narrow a list down by: names, values in their order, and how many have each.
 */
public class FacetsTests {
    private static final LocalDate TODAY = LocalDate.parse("2026-05-04");

    private static Snapshot snapshot() {
        var snapshot =
                Trees.of(
                        """
                        initiative Fleet
                          epic Quay
                            feature Ramp size=8
                              story Bell size=3 state=done
                              story Buoy size=20 kind=bug
                          epic Boat
                            feature Deck
                              story Mast value=7 blocked=wind
                        story Loose
                        """);
        var workspace =
                snapshot.workspace()
                        .with(new Person("edda.quill", "Edda Quill"))
                        .with(
                                new Team(
                                        "tide",
                                        "Tide",
                                        List.of("oona.marsh"),
                                        List.of("MSF"),
                                        Map.of()))
                        .with(new Team("lantern", "Lantern", List.of(), List.of("MSF"), Map.of()))
                        .with(sprint("tide-1", -20))
                        .with(sprint("tide-2", -6))
                        .with(sprint("tide-3", 8))
                        .with(new Release("summer", "MSF", "Summer", TODAY.plusDays(60)))
                        .with(new Release("spring", "MSF", "Spring", TODAY.plusDays(9)));
        snapshot = snapshot.with(workspace);
        snapshot =
                ((Accepted)
                                Decisions.decide(
                                        snapshot,
                                        new CreateItems(
                                                "MSF",
                                                List.of(
                                                        NewItem.of(
                                                                Map.of(
                                                                        "level", "story",
                                                                        "title", "Rope")))),
                                        Trees.NOW,
                                        "edda.quill"))
                        .after();
        for (var one :
                List.of(
                        edit(4, "assignee", "oona.marsh"),
                        edit(5, "assignee", "edda.quill"),
                        edit(4, "team", "tide"),
                        edit(9, "team", "lantern"),
                        edit(5, "sprint", "tide-2"),
                        edit(8, "sprint", "tide-3"),
                        edit(4, "release", "spring"),
                        edit(5, "release", "summer"),
                        edit(4, "band", "must"),
                        edit(5, "band", "could"),
                        edit(8, "labels", "salt, rope"),
                        edit(5, "agenda", "how deep?"),
                        edit(8, "candidate", "yes"),
                        edit(8, "question", "how high?"),
                        edit(8, "factors.impact", "4"),
                        edit(8, "factors.confidence", "5"),
                        edit(8, "factors.ease", "2"),
                        edit(8, "start", "2026-05-10"),
                        edit(8, "finish", "2026-05-20"))) {
            snapshot = after(snapshot, one);
        }
        return snapshot;
    }

    private static Sprint sprint(String key, int from) {
        var start = TODAY.plusDays(from);
        return new Sprint(key, "tide", "Sprint " + key, start, start.plusDays(13), null, null);
    }

    private static Facets facets(Snapshot snapshot) {
        return new Facets(
                new Lens(
                        snapshot,
                        List.copyOf(snapshot.products()),
                        TODAY,
                        "oona.marsh",
                        Trees.NOW.minusSeconds(1)));
    }

    private static List<Node> items(Snapshot snapshot) {
        var nodes = new ArrayList<Node>();
        snapshot.order().slots().forEach(slot -> nodes.add(snapshot.requireNode(slot.key())));
        return nodes;
    }

    @Test
    public void statesShouldFollowEachOtherAsWorkGoesThroughThem() {
        var order = facets(snapshot()).find("state").orElseThrow().order();
        assertThat(
                        List.of("dropped", "done", "in-test", "under-way", "ready", "to-do")
                                .stream()
                                .sorted(order))
                .containsExactly("to-do", "ready", "under-way", "in-test", "done", "dropped");
    }

    @Test
    public void facetsShouldOfferTheirValuesInOrder() {
        var snapshot = snapshot();
        var facets = facets(snapshot);
        var counts = new Filter(List.of()).counts(facets.all(), items(snapshot));
        var told =
                facets.all().stream()
                        .map(facet ->
                                facet.label()
                                        + ": "
                                        + counts.get(facet.id()).stream()
                                                .map(one ->
                                                        facet.words().apply(one.value())
                                                                + " "
                                                                + one.items())
                                                .collect(Collectors.joining(", ")))
                        .collect(Collectors.joining("\n"));
        assertThat(told)
                .isEqualTo(
                        """
                        Level: Initiative 1, Epic 2, Feature 2, Story 5
                        Kind: initiative 1, epic 2, feature 2, story 4, bug 1
                        State category: to do 6, in progress 3, done 1
                        State: To do 6, Under way 3, Done 1
                        Band: Must 1, Could 1, none 8
                        Assigned to: Edda Quill 1, Oona Marsh 1, none 8
                        Raised by: Edda Quill 1, none 9
                        Team: Lantern 1, Tide 3, none 6
                        Sprint: Sprint tide-3 1, Sprint tide-2 1, none 8
                        Release: Spring 1, Summer 1, none 8
                        Label: rope 1, salt 1, none 9
                        In goal: none 10
                        In initiative: Fleet 7, none 3
                        In epic: Quay 3, Boat 2, none 5
                        In feature: Ramp 2, Deck 1, none 7
                        Parent: Fleet 2, Quay 1, Ramp 2, Boat 1, Deck 1, none 3
                        Size: 3 to under 5 1, 20 to under 40 4, none 5
                        Value: 5 to under 10 1, none 9
                        Score: 20 to under 50 1, none 9
                        Impact: 2 to under 5 1, none 9
                        Confidence: 5 to under 10 1, none 9
                        Ease: 2 to under 5 1, none 9
                        Start: passed 4, within 7 days 3, none 3
                        Finish: within 7 days 1, in 8 to 30 days 7, none 2
                        Created: in the last 7 days 10
                        Last changed: in the last 7 days 10
                        No parent: yes 3, no 7
                        Not sized: yes 5, no 5
                        Ready: no 10
                        Blocked: yes 1, no 9
                        Scored: yes 1, no 9
                        On the agenda: yes 1, no 9
                        Candidate: yes 1, no 9
                        Open question: yes 1, no 9
                        Watched by me: no 10
                        Changed since I last looked: yes 10
                        Risk: none 10
                        Helpers: none 10
                        Waits for: none 10
                        Ask again on: none 10
                        Named readers only: none 10
                        Dates from: none 10\
                        """);
    }

    @DataProvider
    static Object[][] known() {
        return new Object[][] {
            {"level", "story", true},
            {"level", "", true},
            {"level", "mast", false},
            {"assignee", "me", true},
            {"assignee", "", true},
            {"assignee", "edda.quill", true},
            {"assignee", "nobody.there", false},
            {"sprint", "current", true},
            {"sprint", "", true},
            {"sprint", "tide-1", true},
            {"sprint", "tide-9", false},
            {"parent", "", true},
            {"parent", "MSF2", true},
            {"parent", "MSF99", false},
            {"in.epic", "mast", false},
            {"loose", "true", true},
            {"loose", "maybe", false},
            {"label", "anything", true},
        };
    }

    @Test(dataProvider = "known")
    public void valuesThatMeanNothingShouldNotBeKnown(String facet, String value, boolean known) {
        assertThat(facets(snapshot()).find(facet).orElseThrow().known().test(value))
                .isEqualTo(known);
    }
}
