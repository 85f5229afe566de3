package greenladder.breakdown;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.breakdown.OutlinePlace.Form;
import greenladder.core.change.Decision.Accepted;
import greenladder.core.change.Decisions;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.NewItem;
import greenladder.core.edit.Target;
import greenladder.core.filter.Lens;
import greenladder.core.level.StandardLevels;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.list.ListState;
import greenladder.list.Narrowed;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.testng.annotations.Test;

public class OutlinePlaceTests {
    private static final Product PRODUCT = new Product("MSF", "Crossing", StandardLevels.six());
    private static final ItemKey EPIC = new ItemKey("MSF", 1);
    private static final ItemKey FEATURE = new ItemKey("MSF", 2);

    private static Snapshot snapshot() {
        var create =
                new CreateItems(
                        "MSF",
                        List.of(
                                entry("e", null, "epic", "to-do"),
                                entry("f", "e", "feature", "to-do"),
                                entry("s", "f", "story", "to-do"),
                                entry("d", "f", "story", "dropped")));
        return ((Accepted) Decisions.decide(Snapshot.empty().with(PRODUCT), create, Instant.EPOCH))
                .after();
    }

    private static NewItem entry(String ref, String parent, String level, String state) {
        return new NewItem(
                ref,
                parent,
                Map.of("title", ref, "level", level, "state", state),
                new Target.Stay());
    }

    private static OutlinePlace read(String under, String to, String turned, String dropped) {
        return OutlinePlace.read(
                snapshot(),
                PRODUCT,
                new Form(under, to, turned, null, null, dropped, null),
                ListState.NONE);
    }

    private static List<String> rows(OutlinePlace place) {
        var lens = new Lens(snapshot(), List.of(PRODUCT), LocalDate.EPOCH, "oona.marsh", null);
        return OutlineRows.of(snapshot(), place, new Narrowed(lens, place.filter(), Set.of()), 100)
                .rows()
                .stream()
                .map(row -> row.depth() + row.node().item().title())
                .toList();
    }

    @Test
    public void urlShouldLeadBackToTheSamePlace() {
        var place = read("MSF1", "story", "MSF2-MSF3", "yes").at(FEATURE);
        assertThat(place.url())
                .isEqualTo(
                        "/MSF/outline?to=story&under=MSF1&turned=MSF2-MSF3&at=MSF2&panel=open&dropped=yes");
        assertThat(read("MSF1", "story", "MSF2-MSF3", "yes").turnedAt(FEATURE).turned())
                .containsExactly(new ItemKey("MSF", 3));
    }

    @Test
    public void whatIsGoneShouldBePassedOver() {
        var place = read("MSF99", "no level", "x-MSF77-MSF2", null);
        assertThat(place.under()).isNull();
        assertThat(place.to().key()).isEqualTo("epic");
        assertThat(place.turned()).containsExactly(FEATURE);
        assertThat(place.from()).isZero();
    }

    @Test
    public void rowsShouldOpenDownToTheLevelAndWhereTurnedOver() {
        assertThat(rows(read(null, "epic", null, null))).containsExactly("1e");
        assertThat(rows(read(null, "feature", null, null))).containsExactly("1e", "2f");
        assertThat(rows(read(null, "feature", "MSF2", null))).containsExactly("1e", "2f", "3s");
        assertThat(rows(read(null, "story", "MSF1", null))).containsExactly("1e");
    }

    @Test
    public void droppedRowsShouldBeShownOnlyWhenAskedFor() {
        assertThat(rows(read(null, "task", null, "yes"))).containsExactly("1e", "2f", "3s", "3d");
        assertThat(rows(read(null, "task", null, "no"))).containsExactly("1e", "2f", "3s");
    }

    @Test
    public void subtreeShouldBeOpenAtItsTop() {
        var place = read("MSF2", "epic", null, null);
        assertThat(rows(place)).containsExactly("1f", "2s");
        assertThat(place.under(EPIC).turned()).isEmpty();
        assertThat(place.to(PRODUCT.levels().top()).url()).contains("to=goal");
    }
}
