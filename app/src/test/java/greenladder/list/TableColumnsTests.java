package greenladder.list;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.item.CustomField;
import greenladder.core.level.StandardLevels;
import greenladder.core.product.Product;
import java.util.HashSet;
import java.util.List;
import org.testng.annotations.Test;

public class TableColumnsTests {
    private static final Product PRODUCT =
            new Product("MSF", "Crossing", StandardLevels.six())
                    .withFields(
                            List.of(
                                    new CustomField(
                                            "depth", "Depth", CustomField.Type.NUMBER, List.of())));

    private static final List<String> FIRST = List.of("state", "size", "score");

    private static List<String> ids(TableColumns columns) {
        return columns.shown().stream().map(TableColumn::id).toList();
    }

    @Test
    public void firstColumnsShouldBeShownWhereNothingWasChosen() {
        var columns = new TableColumns(PRODUCT, FIRST, null);
        assertThat(ids(columns)).isEqualTo(FIRST);
        assertThat(columns.titleWidth()).isEqualTo(TableColumns.TITLE_WIDTH);
    }

    @Test
    public void chosenColumnsShouldComeInTheirOrderAndWidth() {
        var columns =
                new TableColumns(PRODUCT, FIRST, "title:500 value:80 custom.depth:60 state:130");
        assertThat(ids(columns)).containsExactly("value", "custom.depth", "state");
        assertThat(columns.heads().get(1).width()).isEqualTo(60);
        assertThat(columns.heads().get(1).number()).isTrue();
        assertThat(columns.titleWidth()).isEqualTo(500);
    }

    @Test
    public void whatCannotBeShownShouldBePassedOver() {
        var columns =
                new TableColumns(PRODUCT, FIRST, "title:1 custom.gone:70 state:x size:7 :9 done");
        assertThat(columns.text()).isEqualTo("title:160 state:120 size:48");
        assertThat(new TableColumns(PRODUCT, FIRST, columns.text()).text())
                .isEqualTo(columns.text());
        assertThat(new TableColumns(PRODUCT, FIRST, "").shown()).isEmpty();
    }

    @Test
    public void choicesShouldHoldEveryColumnOnceTheShownOnesFirst() {
        var choices = new TableColumns(PRODUCT, FIRST, "title:300 value:80").choices();
        assertThat(choices).hasSize(TableColumn.of(PRODUCT).size());
        assertThat(choices.getFirst().id()).isEqualTo("value");
        assertThat(choices.getFirst().shown()).isTrue();
        assertThat(choices.get(1).shown()).isFalse();
        assertThat(new HashSet<>(choices.stream().map(one -> one.id()).toList()))
                .hasSize(choices.size());
    }
}
