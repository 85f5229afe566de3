package greenladder.breakdown;

import greenladder.core.level.Level;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.list.ListState;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Where somebody stands in the outline; every place is a URL.
 *
 * @param under the item whose subtree is shown; null for the whole product
 * @param to the level down to which rows are unfolded
 * @param turned rows that are folded otherwise than the level says
 * @param at the item in the panel
 * @param from the first row to be drawn
 */
record OutlinePlace(
        String product,
        @Nullable ItemKey under,
        Level to,
        Set<ItemKey> turned,
        @Nullable ItemKey at,
        boolean panel,
        boolean dropped,
        int from,
        ListState filter) {
    private static final int MOST_TURNED = 200;

    /** The parameters as they come. */
    record Form(
            @Nullable String under,
            @Nullable String to,
            @Nullable String turned,
            @Nullable String at,
            @Nullable String panel,
            @Nullable String dropped,
            @Nullable Integer from) {}

    /** Reads a place; what no longer exists is passed over. */
    static OutlinePlace read(Snapshot snapshot, Product product, Form form, ListState filter) {
        var levels = product.levels();
        var turned = new LinkedHashSet<ItemKey>();
        Stream.of((form.turned() == null ? "" : form.turned()).split("-"))
                .flatMap(key -> known(snapshot, key).stream())
                .limit(MOST_TURNED)
                .forEach(turned::add);
        var to =
                levels.find(form.to() == null ? "" : form.to())
                        .orElseGet(() -> levels.all().get(Math.min(2, levels.all().size() - 1)));
        return new OutlinePlace(
                product.code(),
                known(snapshot, form.under()).orElse(null),
                to,
                turned,
                known(snapshot, form.at()).orElse(null),
                "open".equals(form.panel()),
                "yes".equals(form.dropped()),
                form.from() == null ? 0 : Math.max(0, form.from()),
                filter);
    }

    private static Optional<ItemKey> known(Snapshot snapshot, @Nullable String key) {
        return ItemKey.parse(key == null ? "" : key)
                .filter(found -> snapshot.findNode(found).isPresent());
    }

    boolean isOpen(Node node) {
        boolean byLevel = node.item().level().isAbove(to);
        return turned.contains(node.item().key()) != byLevel;
    }

    OutlinePlace under(@Nullable ItemKey key) {
        return new OutlinePlace(product, key, to, Set.of(), at, panel, dropped, 0, filter);
    }

    OutlinePlace to(Level level) {
        return new OutlinePlace(product, under, level, Set.of(), at, panel, dropped, 0, filter);
    }

    OutlinePlace at(ItemKey key) {
        return new OutlinePlace(product, under, to, turned, key, true, dropped, from, filter);
    }

    OutlinePlace withPanel(boolean open) {
        return new OutlinePlace(product, under, to, turned, at, open, dropped, from, filter);
    }

    OutlinePlace withDropped(boolean shown) {
        return new OutlinePlace(product, under, to, turned, at, panel, shown, 0, filter);
    }

    /** Turned over at an item: shut where it is open, and the other way round. */
    OutlinePlace turnedAt(ItemKey key) {
        var keys = new LinkedHashSet<>(turned);
        if (!keys.remove(key)) {
            keys.add(key);
        }
        return new OutlinePlace(product, under, to, keys, at, panel, dropped, from, filter);
    }

    /** Without the first row to be drawn, which the page itself keeps. */
    String url() {
        return "/" + product + "/outline?" + filter.query(parameters());
    }

    /** The parameters of the URL beside those of the filter. */
    Map<String, String> parameters() {
        var parameters = new LinkedHashMap<String, String>();
        parameters.put("to", to.key());
        if (under != null) {
            parameters.put("under", under.toString());
        }
        if (!turned.isEmpty()) {
            parameters.put(
                    "turned",
                    turned.stream().map(ItemKey::toString).collect(Collectors.joining("-")));
        }
        if (at != null) {
            parameters.put("at", at.toString());
        }
        if (panel) {
            parameters.put("panel", "open");
        }
        if (dropped) {
            parameters.put("dropped", "yes");
        }
        return parameters;
    }
}
