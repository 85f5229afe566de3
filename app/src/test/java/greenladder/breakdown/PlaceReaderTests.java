package greenladder.breakdown;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.breakdown.PlaceReader.PlaceForm;
import greenladder.core.change.Decision.Accepted;
import greenladder.core.change.Decisions;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.NewItem;
import greenladder.core.edit.Target;
import greenladder.core.level.StandardLevels;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Snapshot;
import greenladder.list.ListState;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class PlaceReaderTests {
    private static final Product PRODUCT = new Product("MSF", "Crossing", StandardLevels.six());
    private static final Snapshot LADDER = snapshot();

    private static Snapshot snapshot() {
        var entries =
                List.of(
                        item("a", null, "goal", "to-do"),
                        item("b", null, "goal", "to-do"),
                        item("c", "b", "epic", "to-do"),
                        item("d", "c", "story", "under-way"),
                        item("e", null, "story", "to-do"));
        var empty = Snapshot.empty().with(PRODUCT);
        return ((Accepted) Decisions.decide(empty, new CreateItems("MSF", entries), Instant.EPOCH))
                .after();
    }

    private static NewItem item(String ref, String parent, String level, String state) {
        var fields = Map.of("level", level, "title", ref, "state", state, "size", "3");
        return new NewItem(ref, parent, fields, new Target.Stay());
    }

    @DataProvider
    public Object[][] places() {
        return new Object[][] {
            {
                new PlaceForm("epic", "MSF4", "1", null, null, null, null, null),
                "from=epic&at=MSF4&panel=1"
            },
            {
                new PlaceForm(null, "MSF4", "0", null, null, null, null, null),
                "from=goal&at=MSF4&panel=0"
            },
            {
                new PlaceForm(null, "MSF5", null, null, null, null, null, null),
                "from=story&at=MSF5&panel=1"
            },
            {
                new PlaceForm("saga", null, null, "1", null, "1", null, null),
                "from=goal&panel=1&loose=1&dropped=1"
            },
            {
                new PlaceForm("goal", "MSF99", null, null, null, null, null, null),
                "from=goal&panel=1"
            },
            {
                new PlaceForm("goal", "<script>", "x", "x", null, "x", "x:y", ""),
                "from=goal&panel=1"
            },
        };
    }

    @Test(dataProvider = "places")
    public void placeShouldPassOverWhatIsNotThere(PlaceForm form, String query) {
        assertThat(PlaceReader.read(LADDER, PRODUCT, form, ListState.NONE).query())
                .isEqualTo(query);
    }

    @Test
    public void drawnCardsShouldBeReadByColumnAndLimited() {
        var form =
                new PlaceForm(
                        "goal",
                        null,
                        null,
                        null,
                        null,
                        null,
                        "goal:MSF1:250,MSF1:MSF2:999999,x:,:3",
                        "goal,MSF1");
        var place = PlaceReader.read(LADDER, PRODUCT, form, ListState.NONE);
        assertThat(place.shown()).containsOnly(Map.entry("goal", new Place.Shown("MSF1", 250)));
        assertThat(place.kept()).containsOnly("goal", "MSF1");
        assertThat(
                        PlaceReader.read(
                                        LADDER,
                                        PRODUCT,
                                        new PlaceForm(
                                                "goal",
                                                null,
                                                null,
                                                null,
                                                null,
                                                null,
                                                "goal:MSF1:99999",
                                                null),
                                        ListState.NONE)
                                .shown())
                .containsOnly(Map.entry("goal", new Place.Shown("MSF1", 5_000)));
    }

    @Test
    public void firstVisitShouldBeginWhereWorkIsUnderWay() {
        assertThat(PlaceReader.first(LADDER, PRODUCT).query())
                .isEqualTo("from=goal&at=MSF3&panel=1");
        assertThat(PlaceReader.first(Snapshot.empty().with(PRODUCT), PRODUCT).query())
                .isEqualTo("from=goal&panel=1");
    }
}
