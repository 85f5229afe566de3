package greenladder.core.snapshot;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import greenladder.core.value.ItemKey;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.testng.annotations.Test;

/** Random nodes added, replaced and taken out, against a map; what was before stays as it was. */
public class NodesPropertyTests {
    private static final Node STORY = Trees.node(Trees.of("story S"), 1);

    @Test
    public void nodesShouldBeThoseOfAMapAfterAnyChanges() {
        for (long seed = 1; seed <= 20; seed++) {
            var random = new Random(seed);
            var nodes = Nodes.NONE;
            var map = new HashMap<ItemKey, Node>();
            for (int step = 0; step < 300; step++) {
                var before = nodes;
                var were = Map.copyOf(map);
                var made = Map.of(key(random), node());
                var gone = random.nextInt(3) == 0 ? List.of(key(random)) : List.<ItemKey>of();
                nodes = nodes.with(made, gone);
                gone.forEach(map::remove);
                map.putAll(made);
                requireSame(nodes, map);
                requireSame(before, were);
            }
        }
    }

    @Test
    public void numbersOfAnyLengthShouldBeFoundAndNoOthers() {
        var nodes = Nodes.NONE;
        for (int number : new int[] {1, 31, 32, 33, 1_023, 1_024, 999_999_999}) {
            var key = new ItemKey("MSF", number);
            assertThat(nodes.get(key)).as(key.toString()).isNull();
            nodes = nodes.with(Map.of(key, node()), List.of());
            assertThat(nodes.get(key)).isNotNull();
            assertThat(nodes.get(new ItemKey("LUM", number))).isNull();
        }
        assertThat(nodes.size()).isEqualTo(7);
        assertThat(nodes.get(new ItemKey("MSF", 2))).isNull();
        assertThat(nodes.get(new ItemKey("MSF", 999_999_998))).isNull();
    }

    private static void requireSame(Nodes nodes, Map<ItemKey, Node> map) {
        assertThat(nodes.size()).isEqualTo(map.size());
        assertThat(nodes.isEmpty()).isEqualTo(map.isEmpty());
        assertThat(nodes.all()).hasSameSizeAs(map.values());
        map.forEach((key, node) -> assertThat(nodes.get(key)).isSameAs(node));
    }

    private static ItemKey key(Random random) {
        int most = random.nextBoolean() ? 40 : 5_000;
        return new ItemKey(random.nextBoolean() ? "MSF" : "LUM", 1 + random.nextInt(most));
    }

    private static Node node() {
        return new Node(STORY.item(), STORY.children(), STORY.rollUp(), STORY.below());
    }
}
