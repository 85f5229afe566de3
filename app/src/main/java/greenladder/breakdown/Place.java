package greenladder.breakdown;

import greenladder.core.level.Level;
import greenladder.core.value.ItemKey;
import greenladder.list.ListState;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Where somebody stands in the Ladder view; its URL.
 *
 * @param from the first column's level
 * @param at the picked item, which with all above it is laid out from left to right; null for none
 * @param looseText what loose items are found by, empty for all; null where they are not shown
 * @param shown what each long column has drawn so far, by column; not part of the URL
 * @param kept columns whose cards are drawn already and stay as they are; not part of the URL
 */
record Place(
        String product,
        Level from,
        @Nullable ItemKey at,
        boolean panel,
        @Nullable String looseText,
        boolean dropped,
        Map<String, Shown> shown,
        Set<String> kept,
        ListState filter) {

    /** What a long column has drawn: its first card's key, and how many cards there are. */
    record Shown(String first, int count) {}

    Place {
        shown = Map.copyOf(shown);
        kept = Set.copyOf(kept);
    }

    Place at(@Nullable ItemKey key) {
        return new Place(product, from, key, panel, looseText, dropped, shown, kept, filter);
    }

    Place from(Level level) {
        return new Place(product, level, null, panel, looseText, dropped, shown, kept, filter);
    }

    Place withPanel(boolean open) {
        return new Place(product, from, at, open, looseText, dropped, shown, kept, filter);
    }

    Place withLoose(boolean open) {
        return new Place(product, from, at, panel, open ? "" : null, dropped, shown, kept, filter);
    }

    Place withDropped(boolean open) {
        return new Place(product, from, at, panel, looseText, open, shown, kept, filter);
    }

    boolean loose() {
        return looseText != null;
    }

    Optional<ItemKey> picked() {
        return Optional.ofNullable(at);
    }

    /** The part of the URL behind the question mark. */
    String query() {
        return filter.query(parameters());
    }

    /** The parameters of the URL beside those of the filter. */
    Map<String, String> parameters() {
        var parameters = new LinkedHashMap<String, String>();
        parameters.put("from", from.key());
        picked().ifPresent(key -> parameters.put("at", key.toString()));
        parameters.put("panel", panel ? "1" : "0");
        if (looseText != null) {
            parameters.put("loose", "1");
            if (!looseText.isEmpty()) {
                parameters.put("find", looseText);
            }
        }
        if (dropped) {
            parameters.put("dropped", "1");
        }
        return parameters;
    }

    String url() {
        return "/" + product + "/ladder?" + query();
    }

    /** Where the cards of a column that are not drawn yet are fetched. */
    String moreUrl(String column, int offset) {
        return "/%s/ladder/more?%s&column=%s&offset=%d".formatted(product, query(), column, offset);
    }
}
