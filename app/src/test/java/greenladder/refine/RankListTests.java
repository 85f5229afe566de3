package greenladder.refine;

import static greenladder.Snapshots.key;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.Snapshots;
import greenladder.core.snapshot.Snapshot;
import greenladder.list.ListState;
import greenladder.list.Narrowed;
import greenladder.refine.RankList.Entry;
import java.util.List;
import java.util.Set;
import org.testng.annotations.Test;

public class RankListTests {
    private static final Snapshot LADDER =
            Snapshots.of(
                    """
                    story A size=5 band=must team=lantern
                    story B band=must kind=bug
                    story C size=3 band=could state=done
                    story D size=8
                    story E state=dropped
                    """);

    private static RankPlace place(String query) {
        return RankPlace.read(LADDER, Snapshots.product(LADDER), ListState.parse(query));
    }

    private static RankList list(String query) {
        var place = place(query);
        return RankList.of(
                LADDER, place, new Narrowed(Snapshots.lens(LADDER), place.filter(), Set.of()));
    }

    private static List<String> lines(RankList list) {
        return list.entries().stream()
                .map(entry ->
                        switch (entry) {
                            case Entry.Head(var words, var figures) -> words + ": " + figures;
                            case Entry.Row(var node, var position, var soFar) ->
                                    position + " " + node.item().title() + " " + soFar;
                        })
                .toList();
    }

    @Test
    public void bandsShouldStandOverTheirItemsWithTheirFigures() {
        assertThat(lines(list("level=story")))
                .containsExactly(
                        "Must: 2 · 5 points",
                        "1 A 5",
                        "2 B 5",
                        "Could: 1 · 3 points",
                        "3 C 8",
                        "No band yet: 1 · 8 points",
                        "4 D 16");
    }

    @Test
    public void groupsShouldTakeThePlaceOfBands() {
        assertThat(lines(list("level=story&group=kind")))
                .containsExactly(
                        "story: 3 · 16 points", "1 A 5", "2 C 8", "3 D 16", "bug: 1", "4 B 16");
    }

    @Test
    public void sortedListShouldHaveNoBands() {
        assertThat(lines(list("level=story&sort=size")))
                .containsExactly("1 C 3", "2 A 8", "3 D 16", "4 B 16");
    }

    @Test
    public void droppedItemsShouldOnlyBeListedWhereTheyAreAskedFor() {
        assertThat(lines(list("level=story&category=dropped"))).containsExactly("1 E 0");
    }

    @Test
    public void figuresShouldTellWhatIsNotSized() {
        assertThat(list("level=story").inWords()).isEqualTo("4 items · 16 points · 1 not sized");
        assertThat(list("level=story&kind=spike").inWords()).isEqualTo("0 items · 0 points");
        assertThat(list("level=story&kind=spike").all()).hasSize(5);
    }

    @Test
    public void queueShouldHoldWhatItsTeamHas() {
        assertThat(lines(list("level=story&queue=lantern")))
                .containsExactly("Must: 1 · 5 points", "1 A 5");
    }

    @Test
    public void placesShouldBeThoseAmongWhatIsFound() {
        var list = list("level=story&category=to+do");

        assertThat(list.placesOf(List.of(key(4), key(1)))).containsExactly(0, 2);
        assertThat(list.without(List.of(key(1))))
                .extracting(node -> node.item().title())
                .containsExactly("B", "D");
    }

    @Test
    public void firstLookShouldBeAtTheStoriesThatAreToDo() {
        assertThat(place("").url())
                .isEqualTo("/MSF/rank?side=picture&category=to%20do&level=story");
        assertThat(place("kind=bug").url())
                .isEqualTo("/MSF/rank?side=picture&kind=bug&level=story");
    }

    @Test
    public void placeShouldLeadBackToItselfAndPassOverWhatIsGone() {
        var url = "/MSF/rank?queue=lantern&side=item&at=MSF2&level=epic&sort=score";
        assertThat(place(url.substring(url.indexOf('?') + 1)).url()).isEqualTo(url);
        assertThat(place("level=story&queue=sunk&side=item&at=MSF99&from=x").url())
                .isEqualTo("/MSF/rank?side=picture&level=story");
        assertThat(place("level=shelf").level().key()).isEqualTo("story");
    }

    @Test
    public void placesShouldDifferInOneThingAtATime() {
        var place = place("level=story&kind=bug");
        var epic = Snapshots.product(LADDER).levels().find("epic").orElseThrow();
        var lantern = LADDER.workspace().findTeam("lantern").orElseThrow();

        assertThat(place.of(epic).url()).contains("kind=bug&level=epic");
        assertThat(place.at(key(2)).url()).contains("side=item&at=MSF2");
        assertThat(place.beside(RankPlace.Side.NOTHING).url()).contains("side=nothing");
        assertThat(place.inQueueOf(lantern).url()).contains("queue=lantern&side=sources");
        assertThat(place.inQueueOf(lantern).inQueueOf(null).url()).doesNotContain("queue");
    }
}
