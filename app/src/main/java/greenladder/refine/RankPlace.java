package greenladder.refine;

import greenladder.core.item.Item;
import greenladder.core.level.Level;
import greenladder.core.level.Levels;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Team;
import greenladder.core.value.ItemKey;
import greenladder.list.ListState;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.util.MultiValueMap;

/**
 * Where somebody stands in the ranked list; every place is a URL.
 *
 * @param queue the team whose queue is shown; null for the product's own list
 * @param level whose items are listed
 * @param side what stands beside the list
 * @param at the item in the panel
 * @param from the first row to be drawn
 * @param filter always with the level among its picks
 */
record RankPlace(
        Product product,
        @Nullable Team queue,
        Level level,
        Side side,
        @Nullable ItemKey at,
        int from,
        ListState filter) {
    private static final String LEVEL = "level";

    /** So many rows are shown above an item that is gone to. */
    private static final int ABOVE = 20;

    /** What can stand beside the list. */
    enum Side {
        PICTURE,
        SOURCES,
        ITEM,
        NOTHING;

        String id() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /** Reads a place; what no longer exists is passed over. Nothing asked: the first look. */
    static RankPlace read(Snapshot snapshot, Product product, MultiValueMap<String, String> asked) {
        var filter = ListState.read(asked);
        var level =
                filter.picks().getOrDefault(LEVEL, List.of()).stream()
                        .flatMap(key -> product.levels().find(key).stream())
                        .findFirst();
        var queue = snapshot.workspace().findTeam(asked.getFirst("queue")).orElse(null);
        var at =
                ItemKey.parse(String.valueOf(asked.getFirst("at")))
                        .filter(key -> snapshot.findNode(key).isPresent())
                        .orElse(null);
        var listed = level.orElseGet(() -> lowestWithPoints(product.levels()));
        if (level.isEmpty()) {
            filter = filter.isNarrow() ? filter : filter.with("category", List.of("to do"));
        }
        return new RankPlace(
                product,
                queue,
                listed,
                side(asked.getFirst("side"), at, queue),
                at,
                number(asked.getFirst("from")),
                filter.with(LEVEL, List.of(listed.key())));
    }

    /** Where an item stands among all of its level. */
    static RankPlace of(Snapshot snapshot, Item item) {
        var product = snapshot.requireProduct(item.key().product());
        int from = Math.max(0, snapshot.position(item) - ABOVE);
        var level = ListState.NONE.with(LEVEL, List.of(item.level().key()));
        return new RankPlace(product, null, item.level(), Side.ITEM, item.key(), from, level);
    }

    private static Side side(@Nullable String asked, @Nullable ItemKey at, @Nullable Team queue) {
        for (var side : Side.values()) {
            if (side.id().equals(asked) && (side != Side.ITEM || at != null)) {
                return side;
            }
        }
        return queue == null ? Side.PICTURE : Side.SOURCES;
    }

    private static int number(@Nullable String text) {
        return text != null && text.matches("\\d{1,7}") ? Integer.parseInt(text) : 0;
    }

    static Level lowestWithPoints(Levels levels) {
        return levels.all().reversed().stream()
                .filter(Level::carriesPoints)
                .findFirst()
                .orElse(levels.top());
    }

    /** The level of another product's items that stand in the same list. */
    Optional<Level> levelIn(Product other) {
        return other.levels()
                .find(level.key())
                .or(() -> Optional.of(lowestWithPoints(other.levels())));
    }

    RankPlace at(ItemKey key) {
        return new RankPlace(product, queue, level, Side.ITEM, key, from, filter);
    }

    RankPlace beside(Side what) {
        return new RankPlace(product, queue, level, what, at, from, filter);
    }

    RankPlace of(Level other) {
        return new RankPlace(
                product, queue, other, side, at, 0, filter.with(LEVEL, List.of(other.key())));
    }

    RankPlace inQueueOf(@Nullable Team team) {
        return new RankPlace(
                product,
                team,
                level,
                team == null ? Side.PICTURE : Side.SOURCES,
                null,
                0,
                filter.without("team"));
    }

    RankPlace with(ListState state) {
        return new RankPlace(product, queue, level, side, at, 0, state);
    }

    /** Without the first row to be drawn, which the page itself keeps. */
    String url() {
        return "/" + product.code() + "/rank?" + filter.query(parameters());
    }

    /** The parameters of the URL beside those of the filter. */
    Map<String, String> parameters() {
        var parameters = new LinkedHashMap<String, String>();
        if (queue != null) {
            parameters.put("queue", queue.key());
        }
        parameters.put("side", side.id());
        if (at != null && side == Side.ITEM) {
            parameters.put("at", at.toString());
        }
        return parameters;
    }
}
