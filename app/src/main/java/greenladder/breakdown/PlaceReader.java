package greenladder.breakdown;

import greenladder.breakdown.Place.Shown;
import greenladder.core.item.Item;
import greenladder.core.level.Level;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.list.ListState;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.util.MultiValueMap;

/**
 * Reads a place from a URL; what no longer exists is passed over, so that an old link still leads
 * somewhere.
 */
final class PlaceReader {
    private static final int MOST_SHOWN = 5_000;

    private PlaceReader() {}

    /** The parameters as they come. */
    record PlaceForm(
            @Nullable String from,
            @Nullable String at,
            @Nullable String panel,
            @Nullable String loose,
            @Nullable String find,
            @Nullable String dropped,
            @Nullable String shown,
            @Nullable String kept) {
        static PlaceForm of(MultiValueMap<String, String> asked) {
            return new PlaceForm(
                    asked.getFirst("from"),
                    asked.getFirst("at"),
                    asked.getFirst("panel"),
                    asked.getFirst("loose"),
                    asked.getFirst("find"),
                    asked.getFirst("dropped"),
                    asked.getFirst("shown"),
                    asked.getFirst("kept"));
        }

        boolean isEmpty() {
            return from == null && at == null && panel == null && loose == null && dropped == null;
        }
    }

    static Place read(Snapshot snapshot, Product product, PlaceForm form, ListState filter) {
        var at = Optional.ofNullable(form.at()).flatMap(ItemKey::parse).flatMap(snapshot::findItem);
        var from =
                Optional.ofNullable(form.from())
                        .flatMap(product.levels()::find)
                        .orElseGet(() ->
                                at.map(item -> highest(snapshot, item))
                                        .orElse(product.levels().top()));
        return new Place(
                product.code(),
                from,
                at.map(Item::key).orElse(null),
                !"0".equals(form.panel()),
                "1".equals(form.loose()) ? (form.find() == null ? "" : form.find().strip()) : null,
                "1".equals(form.dropped()),
                shown(form.shown()),
                form.kept() == null ? Set.of() : new HashSet<>(List.of(form.kept().split(","))),
                filter);
    }

    /**
     * Where somebody stands who comes for the first time: the first goal with work under way,
     * opened twice.
     */
    static Place first(Snapshot snapshot, Product product) {
        var from =
                product.levels().all().stream()
                        .filter(level -> snapshot.orderOf(product.code(), level).size() > 0)
                        .findFirst()
                        .orElse(product.levels().top());
        var place =
                new Place(
                        product.code(),
                        from,
                        null,
                        true,
                        null,
                        false,
                        Map.of(),
                        Set.of(),
                        ListState.NONE);
        var start = promising(snapshot.level(product, from));
        var below = start.flatMap(node -> promising(node.children()));
        return place.at(below.or(() -> start).map(node -> node.item().key()).orElse(null));
    }

    private static Optional<Node> promising(List<Node> nodes) {
        var live = nodes.stream().filter(node -> !node.item().isDropped()).toList();
        return live.stream()
                .filter(node -> node.rollUp().points().inProgress().thousandths() > 0)
                .findFirst()
                .or(() -> live.stream().findFirst());
    }

    private static Level highest(Snapshot snapshot, Item item) {
        var above = snapshot.ancestors(item);
        return above.isEmpty() ? item.level() : above.getLast().item().level();
    }

    /** Reads {@code column:firstKey:count}, with commas between several. */
    private static Map<String, Shown> shown(@Nullable String text) {
        var shown = new HashMap<String, Shown>();
        for (var part : (text == null ? "" : text).split(",")) {
            if (part.matches("[A-Za-z0-9-]{1,40}:[A-Z0-9]{1,14}:\\d{1,5}")) {
                var words = part.split(":");
                shown.put(
                        words[0],
                        new Shown(words[1], Math.min(MOST_SHOWN, Integer.parseInt(words[2]))));
            }
        }
        return shown;
    }
}
