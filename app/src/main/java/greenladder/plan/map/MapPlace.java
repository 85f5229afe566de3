package greenladder.plan.map;

import greenladder.core.level.Level;
import greenladder.core.plan.StoryMap;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import greenladder.core.value.ItemKey;
import java.util.Comparator;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.util.MultiValueMap;
import org.springframework.web.util.UriComponentsBuilder;

/**
 * Where somebody stands on the story map; every place is a URL.
 *
 * @param team whose sprints the slices are; null where they are releases
 * @param under only what stands under this item; null for all
 * @param first from which column on cards are drawn
 * @param all whether every column is drawn, as for print
 * @param more the slice of which all cards are drawn; null for none
 * @param closed the closed sprint that is brought back; empty for none
 * @param find what loose stories are looked for by
 * @param at the item in the panel
 */
record MapPlace(
        Product product,
        Level backbone,
        @Nullable Team team,
        @Nullable ItemKey under,
        int first,
        boolean all,
        @Nullable String more,
        String closed,
        String find,
        @Nullable ItemKey at) {
    static final String RELEASES = "releases";

    /** How a page calls the slice of what is not planned. */
    static final String NONE = "none";

    private static final int LOOKED_AT = 40;
    private static final int LONGEST_FIND = 200;
    private static final int MOST_COLUMNS = 100_000;

    static MapPlace read(Snapshot snapshot, Product product, MultiValueMap<String, String> asked) {
        var backbones = StoryMap.backbones(product);
        var teams = snapshot.workspace().teamsOf(product.code());
        var slices = asked.getFirst("slices");
        var first = asked.getFirst("first");
        var find = Optional.ofNullable(asked.getFirst("find")).orElse("");
        return new MapPlace(
                product,
                product.levels()
                        .find(String.valueOf(asked.getFirst("backbone")))
                        .filter(backbones::contains)
                        .orElseGet(() -> usual(product)),
                RELEASES.equals(slices)
                        ? null
                        : teams.stream()
                                .filter(team -> team.key().equals(slices))
                                .findFirst()
                                .or(() -> usualTeam(snapshot, product))
                                .orElse(null),
                item(snapshot, product, asked.getFirst("under")),
                first != null && first.matches("\\d{1,6}")
                        ? Math.min(MOST_COLUMNS, Integer.parseInt(first))
                        : 0,
                asked.containsKey("all"),
                asked.getFirst("more"),
                Optional.ofNullable(asked.getFirst("closed"))
                        .filter(key ->
                                snapshot.workspace()
                                        .findSprint(key)
                                        .filter(Sprint::isClosed)
                                        .isPresent())
                        .orElse(""),
                find.length() > LONGEST_FIND ? find.substring(0, LONGEST_FIND) : find,
                item(snapshot, product, asked.getFirst("at")));
    }

    /** The second level above the stories, where there is one. */
    private static Level usual(Product product) {
        var backbones = StoryMap.backbones(product);
        return backbones.isEmpty()
                ? product.levels().top()
                : backbones.get(Math.min(1, backbones.size() - 1));
    }

    /** The team that has most of what waits at the top of the order. */
    private static Optional<Team> usualTeam(Snapshot snapshot, Product product) {
        var waiting =
                snapshot.waiting(product, product.levels().stories()).stream()
                        .limit(LOOKED_AT)
                        .map(node -> String.valueOf(node.item().team()))
                        .collect(Collectors.groupingBy(team -> team, Collectors.counting()));
        return snapshot.workspace().teamsOf(product.code()).stream()
                .max(Comparator.comparingLong(team -> waiting.getOrDefault(team.key(), 0L)));
    }

    private static @Nullable ItemKey item(
            Snapshot snapshot, Product product, @Nullable String text) {
        return ItemKey.parse(String.valueOf(text))
                .filter(key -> key.product().equals(product.code()))
                .filter(key -> snapshot.findNode(key).isPresent())
                .orElse(null);
    }

    String slices() {
        return team == null ? RELEASES : team.key();
    }

    MapPlace by(@Nullable Team other) {
        return new MapPlace(product, backbone, other, under, first, all, null, "", find, at);
    }

    MapPlace on(Level other) {
        return new MapPlace(product, other, team, null, 0, all, null, closed, find, at);
    }

    MapPlace within(@Nullable ItemKey item) {
        return new MapPlace(product, backbone, team, item, 0, all, null, closed, find, at);
    }

    MapPlace showing(@Nullable String slice) {
        return new MapPlace(product, backbone, team, under, first, all, slice, closed, find, at);
    }

    MapPlace bringingBack(String sprint) {
        return new MapPlace(product, backbone, team, under, first, all, more, sprint, find, at);
    }

    MapPlace whole() {
        return new MapPlace(product, backbone, team, under, 0, true, more, closed, find, null);
    }

    MapPlace at(ItemKey item) {
        return new MapPlace(product, backbone, team, under, first, all, more, closed, find, item);
    }

    String url() {
        var url =
                UriComponentsBuilder.fromPath("/{product}/map")
                        .queryParam("backbone", "{backbone}")
                        .queryParam("slices", "{slices}");
        if (under != null) {
            url.queryParam("under", under.toString());
        }
        if (first > 0) {
            url.queryParam("first", first);
        }
        if (all) {
            url.queryParam("all", "yes");
        }
        if (more != null && (more.isEmpty() || more.matches("[a-z0-9-]{1,120}"))) {
            url.queryParam("more", more);
        }
        if (!closed.isEmpty()) {
            url.queryParam("closed", "{closed}");
        }
        if (at != null) {
            url.queryParam("at", at.toString());
        }
        var values =
                closed.isEmpty()
                        ? new Object[] {product.code(), backbone.key(), slices()}
                        : new Object[] {product.code(), backbone.key(), slices(), closed};
        return url.encode().buildAndExpand(values).toUriString();
    }
}
