package greenladder.api;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import greenladder.RunningDemo;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.testng.annotations.Test;
import tools.jackson.databind.JsonNode;

/**
 * A random tree of 1,500 items posted in one bulk, then moved, dropped and edited: the figures
 * answered are those that the rules give on the items answered.
 */
public class RandomTreeIntegrationTests extends RunningDemo {
    private static final List<String> LEVELS =
            List.of("goal", "initiative", "epic", "feature", "story", "task");
    private static final List<String> STATES = List.of("to-do", "under-way", "done");
    private static final int ITEMS = 1_500;

    private final Random random = new Random(42);

    private String bulk() {
        var entries = new ArrayList<String>();
        var levels = new ArrayList<Integer>();
        for (int i = 0; i < ITEMS; i++) {
            int parent = i == 0 || random.nextInt(30) == 0 ? -1 : random.nextInt(i);
            if (parent >= 0 && levels.get(parent) == LEVELS.size() - 1) {
                parent = -1;
            }
            int level = parent < 0 ? random.nextInt(3) : levels.get(parent) + 1;
            levels.add(level);
            var entry =
                    new StringBuilder(
                            "{'ref':'%d','level':'%s','title':'Item %d','state':'%s'"
                                    .formatted(
                                            i,
                                            LEVELS.get(level),
                                            i,
                                            STATES.get(random.nextInt(3))));
            if (parent >= 0) {
                entry.append(",'parentRef':'").append(parent).append('\'');
            }
            if (level < 5 && random.nextInt(3) > 0) {
                entry.append(",'size':").append(random.nextInt(20) / 2.0);
            }
            entries.add(entry.append('}').toString());
        }
        return "{'items':[" + String.join(",", entries) + "]}";
    }

    @Test
    public void figuresShouldFollowTheRulesAfterMovesDropsAndEdits() {
        var code = api().newProduct();
        assertThat(api().post("/products/" + code + "/items", bulk()).status()).isEqualTo(201);
        for (int i = 0; i < 150; i++) {
            var item = "/items/" + code + (1 + random.nextInt(ITEMS));
            switch (random.nextInt(4)) {
                case 0 ->
                        api().post(
                                        item + "/move",
                                        "{'parent':'%s%d','to':'first'}"
                                                .formatted(code, 1 + random.nextInt(ITEMS)));
                case 1 -> api().patch(item, "{'state':'dropped'}");
                case 2 -> api().patch(item, "{'size':" + random.nextInt(13) + "}");
                default -> api().patch(item, "{'state':'" + STATES.get(random.nextInt(3)) + "'}");
            }
        }
        var tree = new Tree(all(code));
        for (var item : tree.items.values()) {
            check(tree, item);
        }
    }

    private void check(Tree tree, JsonNode item) {
        var key = item.path("key").asString();
        var figures = api().get("/items/" + key + "/rollup").body();
        boolean points = !item.path("level").asString().equals("task");
        assertThat(figures.path("category").asString()).as(key).isEqualTo(tree.category(item));
        if (!points) {
            return;
        }
        var effective = tree.effective(item);
        assertThat(number(figures.path("size").path("effective")))
                .as(key + " effective")
                .isEqualTo(effective, within(1e-9));
        assertThat(number(figures.path("size").path("unbroken")))
                .as(key + " unbroken")
                .isEqualTo(tree.unbroken(item), within(1e-9));
        assertThat(figures.path("count").path("total").asInt())
                .as(key + " leaves")
                .isEqualTo(tree.leaves(item).size());
        if (!Double.isNaN(effective) && !tree.isDropped(item)) {
            assertThat(number(figures.path("points").path("done")))
                    .as(key + " done")
                    .isEqualTo(tree.done(item), within(1e-9));
            assertThat(number(figures.path("points").path("total")))
                    .as(key + " total")
                    .isEqualTo(effective, within(1e-9));
        }
    }

    private static double number(JsonNode node) {
        return node.isNull() ? Double.NaN : node.asDouble();
    }

    private List<JsonNode> all(String code) {
        var items = new ArrayList<JsonNode>();
        var cursor = "";
        do {
            var page = api().get("/products/" + code + "/items?sort=key&limit=500" + cursor).body();
            page.path("items").forEach(items::add);
            cursor = page.path("next").isNull() ? "" : "&cursor=" + page.path("next").asString();
        } while (!cursor.isEmpty());
        assertThat(items).hasSize(ITEMS);
        return items;
    }

    /** The rules, read out loud over the items as they were answered. */
    private static final class Tree {
        final Map<String, JsonNode> items = new LinkedHashMap<>();
        private final Map<String, List<JsonNode>> children = new LinkedHashMap<>();

        Tree(List<JsonNode> all) {
            for (var item : all) {
                items.put(item.path("key").asString(), item);
                children.computeIfAbsent(item.path("parent").asString(""), any -> new ArrayList<>())
                        .add(item);
            }
        }

        boolean isDropped(JsonNode item) {
            return item.path("category").asString().equals("dropped");
        }

        private boolean isDone(JsonNode item) {
            return item.path("category").asString().equals("done");
        }

        private List<JsonNode> pointChildren(JsonNode item) {
            return children.getOrDefault(item.path("key").asString(), List.of()).stream()
                    .filter(child ->
                            !isDropped(child) && !child.path("level").asString().equals("task"))
                    .toList();
        }

        List<JsonNode> leaves(JsonNode item) {
            var below = pointChildren(item);
            if (below.isEmpty()) {
                return isDropped(item) ? List.of() : List.of(item);
            }
            return below.stream().flatMap(child -> leaves(child).stream()).toList();
        }

        private boolean allDone(JsonNode item) {
            return !leaves(item).isEmpty() && leaves(item).stream().allMatch(this::isDone);
        }

        private double own(JsonNode item) {
            return number(item.path("size"));
        }

        private double sum(JsonNode item) {
            return pointChildren(item).stream()
                    .mapToDouble(this::effective)
                    .filter(size -> !Double.isNaN(size))
                    .sum();
        }

        private long unsized(JsonNode item) {
            return pointChildren(item).stream()
                    .filter(child -> Double.isNaN(effective(child)))
                    .count();
        }

        double effective(JsonNode item) {
            int count = pointChildren(item).size();
            if (count == 0) {
                return own(item);
            }
            if (unsized(item) == count) {
                return own(item);
            }
            return isBrokenDown(item) || Double.isNaN(own(item))
                    ? sum(item)
                    : Math.max(own(item), sum(item));
        }

        double unbroken(JsonNode item) {
            return pointChildren(item).isEmpty()
                            || isBrokenDown(item)
                            || Double.isNaN(effective(item))
                    ? 0
                    : effective(item) - sum(item);
        }

        private boolean isBrokenDown(JsonNode item) {
            return isDone(item) || item.path("brokenDown").asBoolean();
        }

        /** Whether anything is not broken down, here or below. */
        private boolean isOpenBelow(JsonNode item) {
            return !pointChildren(item).isEmpty()
                    && !(isBrokenDown(item) && allDone(item))
                    && (unbroken(item) > 0
                            || pointChildren(item).stream().anyMatch(this::isOpenBelow));
        }

        double done(JsonNode item) {
            var below = pointChildren(item);
            if (below.isEmpty()) {
                return isDone(item) ? own(item) : 0;
            }
            return isBrokenDown(item) && allDone(item)
                    ? effective(item)
                    : below.stream().mapToDouble(child -> doneOrZero(child)).sum();
        }

        private double doneOrZero(JsonNode item) {
            return Double.isNaN(done(item)) ? 0 : done(item);
        }

        String category(JsonNode item) {
            if (isDropped(item) || pointChildren(item).isEmpty()) {
                return item.path("category").asString();
            }
            if (allDone(item) && !isOpenBelow(item)) {
                return "done";
            }
            return leaves(item).stream()
                            .allMatch(leaf -> leaf.path("category").asString().equals("to do"))
                    ? "to do"
                    : "in progress";
        }
    }
}
