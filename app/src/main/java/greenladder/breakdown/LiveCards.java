package greenladder.breakdown;

import greenladder.core.change.Change;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.live.LiveDrawer;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway.Saved;
import greenladder.store.Rights;
import greenladder.store.SnapshotKeeper;
import greenladder.web.Drawings;
import greenladder.web.Words;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;

/**
 * Sends the cards and the heads of columns that a change of fields touches to open Ladder pages.
 * What changes which cards there are, or where they stand, the pages fetch themselves.
 */
@Component
class LiveCards implements LiveDrawer {
    private static final int MOST_CARDS = 40;

    private static final Set<Field> ABOUT_PLACES =
            Set.of(Field.EXISTS, Field.LEVEL, Field.PARENT, Field.RANK);

    private final SnapshotKeeper keeper;
    private final Rights rights;
    private final Drawings drawings;

    LiveCards(SnapshotKeeper keeper, Rights rights, Drawings drawings) {
        this.keeper = keeper;
        this.rights = rights;
        this.drawings = drawings;
    }

    @Override
    public String view() {
        return "ladder";
    }

    @Override
    public Optional<Map<String, Map<String, String>>> drawn(Saved saved, SignedIn reader) {
        var hiddenScope = SnapshotKeeper.hiddenScopeOf(reader, saved.accepted().after());
        var before = keeper.seenOf(saved.before(), reader);
        var after = hiddenScope.isClear() ? saved.accepted().after() : keeper.seenBy(reader);
        var touched = new LinkedHashMap<ItemKey, Node>();
        boolean places =
                !saved.plans().isEmpty()
                        || !SnapshotKeeper.hiddenScopeOf(reader, saved.before()).equals(hiddenScope)
                        || saved.changes().stream()
                                .anyMatch(change -> isAboutPlaces(saved, change));
        if (places) {
            return Optional.empty();
        }
        for (var change : saved.changes()) {
            climb(after, change.item(), touched);
        }
        if (touched.isEmpty() || touched.size() > MOST_CARDS) {
            return Optional.empty();
        }
        var changed = new Changed(before, after, reader);
        touched.values().forEach(changed::add);
        touched.keySet().stream()
                .map(ItemKey::product)
                .distinct()
                .forEach(code -> changed.addLevels(after.requireProduct(code)));
        return Optional.of(
                Map.of("cards", changed.cards, "heads", changed.heads, "rail", changed.rail));
    }

    /** Draws what looks other than before: where a title changed, a card and nothing above it. */
    private final class Changed {
        final Map<String, String> cards = new HashMap<>();
        final Map<String, String> heads = new HashMap<>();
        final Map<String, String> rail = new HashMap<>();
        private final Snapshot before;
        private final Snapshot after;
        private final Cards cardsBefore;
        private final Cards cardsAfter;

        Changed(Snapshot before, Snapshot after, SignedIn reader) {
            this.before = before;
            this.after = after;
            cardsBefore = cards(before, reader);
            cardsAfter = cards(after, reader);
        }

        private Cards cards(Snapshot snapshot, SignedIn reader) {
            return new Cards(snapshot, rights, reader, drawings, Set.of());
        }

        void add(Node node) {
            var key = node.item().key();
            var was = before.findNode(key).orElse(null);
            if (was == null || !cardsBefore.card(was).equals(cardsAfter.card(node))) {
                cards.put(key.toString(), cardsAfter.of(node));
            }
            var product = after.requireProduct(key.product());
            if (product.levels().below(node.item().level()).isPresent()) {
                var columns = new Heads(product, drawings);
                var head = columns.ofChildren(node);
                if (was == null || !columns.ofChildren(was).equals(head)) {
                    heads.put(key.toString(), columns.drawn(head));
                }
            }
        }

        void addLevels(Product product) {
            var columns = new Heads(product, drawings);
            var totalsBefore = before.levelTotals(product);
            after.levelTotals(product)
                    .forEach((level, total) -> {
                        var was = totalsBefore.get(level);
                        if (total.equals(was)) {
                            return;
                        }
                        var id = product.code() + "/" + level.key();
                        heads.put(id, columns.drawn(columns.ofLevel(level, total)));
                        rail.put(id, total.completion().map(Words::percent).orElse("–"));
                    });
        }
    }

    private static void climb(Snapshot after, ItemKey from, Map<ItemKey, Node> touched) {
        var next = after.findNode(from);
        while (next.isPresent()
                && touched.putIfAbsent(next.get().item().key(), next.get()) == null) {
            next = Optional.ofNullable(next.get().item().parent()).flatMap(after::findNode);
        }
    }

    private static boolean isAboutPlaces(Saved saved, Change change) {
        if (ABOUT_PLACES.contains(change.field())) {
            return true;
        }
        boolean was = saved.before().findItem(change.item()).map(Item::isDropped).orElse(false);
        boolean is =
                saved.accepted().after().findItem(change.item()).map(Item::isDropped).orElse(true);
        return was != is;
    }
}
