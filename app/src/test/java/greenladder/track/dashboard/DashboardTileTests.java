package greenladder.track.dashboard;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.track.dashboard.DashboardTile.Kind;
import java.util.List;
import org.testng.annotations.Test;

public class DashboardTileTests {
    private static final DashboardTile TILE = new DashboardTile(1, Kind.OPEN, true, "kind", "");

    @Test
    public void tilesShouldBeKeptAsText() {
        var tiles = List.of(TILE.narrowed("kind=bug&text=a+b"), TILE);
        assertThat(DashboardTile.parse(DashboardTile.text(tiles))).isEqualTo(tiles);
    }

    @Test
    public void tilesOfBeforeFiltersShouldBeRead() {
        assertThat(DashboardTile.parse("1\tOPEN\twide\tkind")).containsExactly(TILE);
    }

    @Test
    public void onlyWhatNarrowsDownShouldBeKept() {
        assertThat(TILE.narrowed("kind=bug&sort=size&group=team&level=epic&id=7\t\n").filter())
                .isEqualTo("kind=bug");
    }

    @Test
    public void figuresOfASprintShouldTakeNoFilter() {
        assertThat(new DashboardTile(1, Kind.BURNDOWN, false, "lantern", "kind=bug").state())
                .matches(state -> !state.isNarrow());
    }
}
