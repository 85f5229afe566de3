package greenladder.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import greenladder.core.change.Decision;
import greenladder.core.change.Decisions;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.NewItem;
import greenladder.core.edit.Target;
import greenladder.core.level.StandardLevels;
import greenladder.core.product.Product;
import greenladder.core.rollup.RollUp;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.assertj.core.data.Offset;
import org.testng.annotations.Test;

public class StemTests {
    private static final Offset<Double> NEAR = within(0.01);

    /** An epic of 20 with stories as given, {@code state size}; the last one is blocked. */
    private static RollUp figures(String size, String... stories) {
        var entries = new ArrayList<NewItem>();
        entries.add(entry("e", null, Map.of("level", "epic", "title", "E", "size", size)));
        for (var story : stories) {
            var words = story.split(" ");
            entries.add(
                    entry(
                            null,
                            "e",
                            Map.of(
                                    "level",
                                    "story",
                                    "title",
                                    "S",
                                    "state",
                                    words[0],
                                    "size",
                                    words.length > 1 ? words[1] : "",
                                    "blocked",
                                    words.length > 2 ? words[2] : "")));
        }
        return figures(entries, 1);
    }

    private static NewItem entry(String ref, String parent, Map<String, String> fields) {
        return new NewItem(ref, parent, fields, new Target.Stay());
    }

    private static RollUp figures(List<NewItem> entries, int number) {
        var snapshot = Snapshot.empty().with(new Product("MSF", "Crossing", StandardLevels.six()));
        var decision = Decisions.decide(snapshot, new CreateItems("MSF", entries), Instant.EPOCH);
        return ((Decision.Accepted) decision)
                .after()
                .requireNode(new ItemKey("MSF", number))
                .rollUp();
    }

    @Test
    public void stemShouldShareItsWidthByPoints() {
        var stem =
                Stem.byPoints(
                        figures("20", "done 5", "under-way 10", "to-do 2", "to-do", "to-do  wind"),
                        102);
        assertThat(stem.done()).isCloseTo(25, NEAR);
        assertThat(stem.inProgressAt()).isCloseTo(26, NEAR);
        assertThat(stem.inProgress()).isCloseTo(50, NEAR);
        assertThat(stem.unbrokenAt() + stem.unbroken()).isCloseTo(101, NEAR);
        assertThat(stem.blocked()).isTrue();
        assertThat(stem.label()).isEqualTo("5 of 20 points");
    }

    @Test
    public void stemWithoutSizeShouldBeEmptyAndSaySo() {
        var stem = Stem.byPoints(figures("", "to-do"), 102);
        assertThat(stem.done() + stem.inProgress() + stem.unbroken()).isZero();
        assertThat(stem.label()).isEqualTo("not sized");
    }

    @Test
    public void stemByHoursShouldHoldInvestedAgainstTheWhole() {
        var stem =
                Stem.byHours(
                        figures(
                                List.of(
                                        entry(
                                                null,
                                                null,
                                                Map.of(
                                                        "level", "task",
                                                        "title", "T",
                                                        "hours.invested", "11",
                                                        "hours.remaining", "15"))),
                                1),
                        28);
        assertThat(stem.done()).isCloseTo(11, NEAR);
        assertThat(stem.label()).isEqualTo("11 of 26 hours");
    }

    @Test
    public void rungMarkShouldHaveAThickRungAtItsLevel() {
        var levels = StandardLevels.six();
        var mark = RungMark.of(levels, levels.all().get(2));
        assertThat(mark.own()).isEqualTo("M4 7.8h10");
        assertThat(mark.others()).isEqualTo("M4 2.6h10M4 5.2h10M4 10.4h10M4 13.0h10M4 15.6h10");
        assertThat(mark.label()).isEqualTo("Epic");
    }
}
