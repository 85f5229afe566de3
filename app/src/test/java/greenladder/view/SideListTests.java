package greenladder.view;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import java.util.Collections;
import java.util.Optional;
import org.testng.annotations.Test;

/** Items at the side of a page: so many at most, and what is gone since is said. */
public class SideListTests {
    private static final SideList.Row ROW = new SideList.Row("MSF1", "Bell", "", "3");

    @Test
    public void partShouldSayHowManyRowsItLeavesOut() {
        var part = SideList.Part.of("Finished", "", Collections.nCopies(345, ROW));
        assertThat(part.rows()).hasSize(300);
        assertThat(part.rest()).isEqualTo(45);
        assertThat(SideList.Part.of("Finished", "", Collections.nCopies(300, ROW)).rest()).isZero();
    }

    @Test
    public void itemThatIsGoneShouldLeadNowhere() {
        var row =
                SideList.Row.of(
                        Snapshot.empty(), new ItemKey("MSF", 7), "", Optional.of(Amount.of(3)));
        assertThat(row.key()).isEmpty();
        assertThat(row.title()).isEqualTo("MSF7, deleted since");
        assertThat(row.points()).isEqualTo("3");
    }
}
