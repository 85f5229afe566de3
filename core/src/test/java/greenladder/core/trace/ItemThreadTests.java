package greenladder.core.trace;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import java.util.stream.Collectors;
import org.testng.annotations.Test;

public class ItemThreadTests {
    private static final String TREE =
            """
            goal G
              epic E
                story A
                  task T
                  task U
                story B
              epic X\
            """;

    private static String told(ItemThread thread) {
        return thread.strands().stream()
                .map(strand ->
                        "%s%s@%d/%s%s"
                                .formatted(
                                        strand.onWay() ? "*" : "",
                                        strand.node().item().title(),
                                        strand.column(),
                                        strand.row(),
                                        strand.hidden() == 0 ? "" : "+" + strand.hidden()))
                .collect(Collectors.joining(" "));
    }

    @Test
    public void threadShouldGoUpToTheGoalAndDownToTheTasks() {
        var thread = ItemThread.of(Trees.of(TREE), Trees.key(2), 100);
        assertThat(told(thread)).isEqualTo("*G@0/1.25 *E@2/1.25 A@4/0.5 T@5/0.0 U@5/1.0 B@4/2.0");
        assertThat(thread.rows()).isEqualTo(3);
    }

    @Test
    public void threadOfTaskShouldBeTheWayUp() {
        assertThat(told(ItemThread.of(Trees.of(TREE), Trees.key(4), 100)))
                .isEqualTo("*G@0/0.0 *E@2/0.0 *A@4/0.0 *T@5/0.0");
    }

    @Test
    public void threadWithoutRoomShouldCountWhatItHides() {
        assertThat(told(ItemThread.of(Trees.of(TREE), Trees.key(2), 3)))
                .isEqualTo("*G@0/0.5 *E@2/0.5 A@4/0.0+2 B@4/1.0");
    }
}
