package greenladder.core.filter;

import static greenladder.core.Trees.key;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import greenladder.core.filter.Filter.Part;
import greenladder.core.item.Field;
import greenladder.core.people.Person;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.IntStream;
import org.assertj.core.groups.Tuple;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class FilterTests {
    private static final LocalDate TODAY = LocalDate.parse("2026-05-04");

    /** Stories 3 to 8 under two epics, and a loose one. */
    private static Snapshot snapshot() {
        var snapshot =
                Trees.of(
                        """
                        epic Ramp
                        epic Quay
                        story A size=3 assignee=oona.marsh labels=rain
                        story B size=5 kind=bug
                        story C state=done
                        story D kind=bug labels=rain,night
                        story E size=8 blocked=wind
                        """);
        for (var child : Map.of(3, "MSF1", 4, "MSF1", 5, "MSF2", 6, "MSF2").entrySet()) {
            snapshot =
                    Trees.after(snapshot, Trees.edit(child.getKey(), "parent", child.getValue()));
        }
        return snapshot.with(snapshot.workspace().with(new Person("bram.hale", "Bram Hale")));
    }

    private static Lens lens(Snapshot snapshot) {
        return new Lens(snapshot, List.copyOf(snapshot.products()), TODAY, "oona.marsh", Trees.NOW);
    }

    private static List<Node> stories(Snapshot snapshot) {
        var product = snapshot.requireProduct("MSF");
        return snapshot.level(product, product.levels().find("story").orElseThrow());
    }

    private static Part part(Snapshot snapshot, String facet, String... values) {
        return Filter.part(new Facets(lens(snapshot)).find(facet).orElseThrow(), List.of(values));
    }

    private static String found(Snapshot snapshot, Part... parts) {
        var filter = new Filter(List.of(parts));
        return Trees.titles(stories(snapshot).stream().filter(filter::lets).toList());
    }

    @DataProvider
    static Object[][] picks() {
        return new Object[][] {
            {"kind", new String[] {"bug"}, "B D"},
            {"kind", new String[] {"bug", "story"}, "A B C D E"},
            {"label", new String[] {"night", "sun"}, "D"},
            {"label", new String[] {""}, "B C E"},
            {"assignee", new String[] {"me"}, "A"},
            {"assignee", new String[] {""}, "B C D E"},
            {"category", new String[] {"done"}, "C"},
            {"in.epic", new String[] {"MSF2"}, "C D"},
            {"parent", new String[] {""}, "E"},
            {"loose", new String[] {"true"}, "E"},
            {"unsized", new String[] {"true"}, "C D"},
            {"blocked", new String[] {"false"}, "A B C D"},
            {"changed", new String[] {"true"}, ""},
            {"team", new String[] {"sunk"}, ""},
            {"size", new String[] {"5..8"}, "B"},
            {"size", new String[] {"..5", "8.."}, "A E"},
            {"size", new String[] {"8"}, "E"},
            {"size", new String[] {"many", "-1..", ""}, "A B C D E"},
            {"value", new String[] {""}, "A B C D E"},
            {"made", new String[] {"week"}, "A B C D E"},
            {"updated", new String[] {"older"}, ""},
            {"made", new String[] {"-6d..0d"}, "A B C D E"},
            {"made", new String[] {"..-7d"}, ""},
            {"made", new String[] {"2000-01-01.."}, "A B C D E"},
            {"finish", new String[] {"2026-05-01..", ""}, "A B C D E"},
            {"watched", new String[] {"false"}, "A B C D E"},
        };
    }

    @Test(dataProvider = "picks")
    public void partShouldLetThroughWhatHasOneOfTheValues(
            String facet, String[] values, String expected) {
        var snapshot = snapshot();

        assertThat(found(snapshot, part(snapshot, facet, values))).isEqualTo(expected);
    }

    @Test
    public void partsTogetherShouldAllHold() {
        var snapshot = snapshot();

        assertThat(
                        found(
                                snapshot,
                                part(snapshot, "kind", "bug"),
                                Filter.text("lamp", Set.of(key(4), key(5))),
                                Filter.under(snapshot, List.of(key(1)))))
                .isEqualTo("B");
    }

    @Test
    public void sprintWhenCurrentIsAskedForShouldBeThoseUnderWay() {
        var team = new Team("lantern", "Lantern", List.of(), List.of("MSF"), Map.of());
        var workspace = snapshot().workspace().with(team);
        for (int i = 0; i < 3; i++) {
            workspace =
                    workspace.with(
                            new Sprint(
                                    "lantern-" + i,
                                    "lantern",
                                    "Lantern " + i,
                                    TODAY.plusDays(14 * (i - 1) - 3),
                                    TODAY.plusDays(14 * (i - 1) + 10),
                                    null,
                                    null));
        }
        var snapshot = snapshot().with(workspace);
        snapshot = Trees.after(snapshot, Trees.edit(3, "sprint", "lantern-1"));
        snapshot = Trees.after(snapshot, Trees.edit(4, "sprint", "lantern-2"));

        assertThat(found(snapshot, part(snapshot, "sprint", "current"))).isEqualTo("A");
        assertThat(part(snapshot, "sprint", "current", "lantern-2").words())
                .isEqualTo("Sprint: current or Lantern 2");
    }

    @Test
    public void countsShouldTellWhatPickingAValueWouldFind() {
        var snapshot = snapshot();
        var facets = new Facets(lens(snapshot));
        var filter =
                new Filter(List.of(part(snapshot, "kind", "bug"), part(snapshot, "label", "rain")));

        var counts = filter.counts(facets.all(), stories(snapshot));

        assertThat(counts.get("kind"))
                .extracting(Filter.Count::value, Filter.Count::items)
                .containsExactly(tuple("story", 1), tuple("bug", 1));
        assertThat(counts.get("label"))
                .extracting(Filter.Count::value, Filter.Count::items)
                .containsExactly(tuple("night", 1), tuple("rain", 1), tuple("", 1));
        assertThat(counts.get("in.epic")).extracting(Filter.Count::value).containsExactly("MSF2");
    }

    private static Tuple tuple(Object... values) {
        return Tuple.tuple(values);
    }

    /** For random filters, a count is what adding that value alone finds. */
    @Test
    public void countsShouldAgreeWithTheFiltersThatTheyAnnounce() {
        var random = new Random(7);
        var snapshot = snapshot();
        var facets = new Facets(lens(snapshot));
        // Enough of them for several blocks, and a last one that is not full.
        var nodes =
                Collections.nCopies(130, stories(snapshot)).stream().flatMap(List::stream).toList();
        for (int i = 0; i < 40; i++) {
            var picked = facets.all().get(random.nextInt(facets.all().size()));
            var other = facets.all().get(random.nextInt(facets.all().size()));
            if (picked == other) {
                continue;
            }
            var values = new Filter(List.of()).counts(List.of(picked), nodes).get(picked.id());
            var value = values.get(random.nextInt(values.size())).value();
            var one = Filter.part(picked, List.of(value));

            new Filter(List.of(one))
                    .counts(List.of(other), nodes)
                    .get(other.id())
                    .forEach(count -> {
                        var both =
                                new Filter(
                                        List.of(one, Filter.part(other, List.of(count.value()))));
                        assertThat(nodes.stream().filter(both::lets).count())
                                .as("%s and %s %s", one.words(), other.id(), count.value())
                                .isEqualTo(count.items());
                    });
        }
    }

    @Test
    public void filterThatFindsNothingShouldSayWhichPartLeftEverythingOut() {
        var snapshot = snapshot();
        var filter =
                new Filter(
                        List.of(part(snapshot, "kind", "bug"), part(snapshot, "category", "done")));
        var hopeless =
                new Filter(List.of(part(snapshot, "kind", "bug"), part(snapshot, "team", "sunk")));
        var never =
                new Filter(
                        List.of(
                                part(snapshot, "loose", "true"),
                                part(snapshot, "category", "done"),
                                part(snapshot, "team", "sunk")));

        assertThat(filter.blames(stories(snapshot)))
                .extracting(blame -> blame.part().words(), Filter.Blame::items)
                .containsExactly(tuple("Kind: bug", 1), tuple("State category: done", 2));
        assertThat(hopeless.blames(stories(snapshot)))
                .extracting(blame -> blame.part().words(), Filter.Blame::items)
                .containsExactly(tuple("Team: sunk", 2));
        assertThat(never.blames(stories(snapshot)))
                .extracting(blame -> blame.part().words(), Filter.Blame::items)
                .containsExactly(tuple("Team: sunk", 0));
    }

    @Test
    public void groupsShouldComeInTheOrderOfTheirValuesWithTheirPoints() {
        var snapshot = snapshot();
        var facets = new Facets(lens(snapshot));
        var groups =
                Grouping.of(
                        List.of(
                                facets.find("in.epic").orElseThrow(),
                                facets.find("kind").orElseThrow()),
                        stories(snapshot));

        assertThat(groups)
                .extracting(group ->
                        String.join("/", group.words())
                                + " "
                                + Trees.titles(group.nodes())
                                + " "
                                + group.points())
                .containsExactly(
                        "Ramp/story A 3",
                        "Ramp/bug B 5",
                        "Quay/story C 0",
                        "Quay/bug D 0",
                        "In no epic/story E 8");
    }

    @DataProvider
    static Object[][] sortings() {
        return new Object[][] {
            {Sorting.RANK, "A B C D E"},
            {Sorting.SIZE, "A B E C D"},
            {Sorting.VALUE, "D B A C E"},
            {Sorting.SCORE, "C A B D E"},
            {Sorting.TITLE, "A B C D E"},
            {Sorting.KEY, "A B C D E"},
        };
    }

    @Test(dataProvider = "sortings")
    public void sortingShouldPutWhatHasNoValueLastAndTiesByRank(Sorting sorting, String expected) {
        var snapshot = snapshot();
        snapshot = Trees.after(snapshot, Trees.edit(6, "value", "9"));
        snapshot = Trees.after(snapshot, Trees.edit(4, "value", "2"));
        for (var factor : List.of("impact", "confidence", "ease")) {
            snapshot = Trees.after(snapshot, Trees.edit(3, "factors." + factor, "1"));
            snapshot = Trees.after(snapshot, Trees.edit(5, "factors." + factor, "2"));
        }

        assertThat(Trees.titles(sorting.sorted(lens(snapshot), stories(snapshot))))
                .isEqualTo(expected);
    }

    @Test
    public void describedFieldShouldSortByItsChoicesAndBePickedFrom() {
        var snapshot = snapshot();
        snapshot = Trees.after(snapshot, Trees.edit(3, "risk", "medium"));
        snapshot = Trees.after(snapshot, Trees.edit(4, "risk", "high"));
        snapshot = Trees.after(snapshot, Trees.edit(5, "risk", "low"));
        var lens = lens(snapshot);
        var byRisk = Sorting.find("risk").orElseThrow().sorted(lens, stories(snapshot));
        assertThat(Trees.titles(byRisk.subList(0, 3)))
                .isEqualTo(
                        "%s %s %s"
                                .formatted(
                                        Trees.node(snapshot, 5).item().title(),
                                        Trees.node(snapshot, 3).item().title(),
                                        Trees.node(snapshot, 4).item().title()));
        var facet = new Facets(lens).find("risk").orElseThrow();
        assertThat(stories(snapshot).stream().filter(Filter.part(facet, List.of("high")).lets()))
                .extracting(node -> node.item().key().number())
                .containsExactly(4);
        assertThat(Field.find("custom.risk")).isEqualTo(Field.find("risk"));
    }

    @Test
    public void itemsWithoutAPlaceInAnyGroupShouldAllBeCounted() {
        var snapshot = snapshot();
        var facets = new Facets(lens(snapshot)).all();
        var all = new ArrayList<Node>();
        IntStream.range(0, facets.size())
                .forEach(i ->
                        Grouping.of(List.of(facets.get(i)), stories(snapshot))
                                .forEach(group -> all.addAll(group.nodes())));

        assertThat(all).hasSize(facets.size() * stories(snapshot).size());
        assertThat(Sorting.ALL.stream().map(Sorting::id)).doesNotHaveDuplicates();
    }

    @Test
    public void excludedValuesShouldBeLeftOut() {
        var snapshot = snapshot();
        var label = new Facets(lens(snapshot)).find("label").orElseThrow();
        assertThat(found(snapshot, Filter.without(label, List.of("night")))).isEqualTo("A B C E");
        assertThat(found(snapshot, Filter.without(label, List.of("")))).isEqualTo("A D");
        assertThat(Filter.without(label, List.of("night", "rain")).words())
                .isEqualTo("Label: not night nor rain");
    }

    @Test
    public void alternativesShouldLetThroughWhatOneOfThemDoes() {
        var snapshot = snapshot();
        var either =
                Filter.either(
                        "or",
                        List.of(
                                part(snapshot, "blocked", "true"),
                                part(snapshot, "label", "rain")));
        assertThat(found(snapshot, either)).isEqualTo("A D E");
        assertThat(found(snapshot, either, part(snapshot, "kind", "bug"))).isEqualTo("D");
        assertThat(either.words()).isEqualTo("Blocked: yes or Label: rain");
    }

    @Test
    public void countOfAPickShouldBeWhatItFinds() {
        var snapshot = snapshot();
        var size = new Facets(lens(snapshot)).find("size").orElseThrow();
        var filter =
                new Filter(List.of(part(snapshot, "kind", "bug"), part(snapshot, "size", "8")));
        assertThat(filter.count(size, "5..", stories(snapshot))).isEqualTo(1);
        assertThat(filter.count(size, "", stories(snapshot))).isEqualTo(1);
    }
}
