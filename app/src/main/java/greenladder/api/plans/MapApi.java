package greenladder.api.plans;

import greenladder.core.change.Problems;
import greenladder.core.level.Level;
import greenladder.core.plan.StoryMap;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Team;
import greenladder.people.SignedIn;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import greenladder.web.Failure;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The story map, for programs. */
@RestController
@RequestMapping("/api/v1/products/{code}/map")
@Tag(name = "Planning")
class MapApi {
    private static final int MOST = 200;

    private final SnapshotKeeper keeper;

    record ColumnJson(
            String key, String title, @Nullable String persona, @Nullable String activity) {}

    /**
     * @param id of the sprint or release; null for what is not planned, {@code others} for what is
     *     in other teams' open sprints
     */
    record SliceJson(@Nullable String id, String name) {}

    record CellJson(String column, @Nullable String slice, List<String> items) {}

    /**
     * @param next where the next columns begin; null where these are the last
     */
    record MapJson(
            String backbone,
            List<ColumnJson> columns,
            List<SliceJson> slices,
            List<CellJson> cells,
            @Nullable Integer next) {}

    MapApi(SnapshotKeeper keeper) {
        this.keeper = keeper;
    }

    @GetMapping
    @Operation(
            summary = "The story map: backbone, slices, and the stories of each cell",
            description =
                    "backbone: the key of a level above the stories; slices: releases, or a team's"
                            + " id for its open sprints; under: only what stands under an item;"
                            + " from: the first column, of 200 at a time")
    MapJson map(
            @PathVariable String code,
            @RequestParam(defaultValue = "") String backbone,
            @RequestParam(defaultValue = "releases") String slices,
            @RequestParam(defaultValue = "") String under,
            @RequestParam(defaultValue = "0") String from,
            @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        var product = Lookups.product(snapshot, code);
        var level = level(product, backbone);
        var map = new StoryMap(snapshot, product, level, team(snapshot, product, slices));
        var all = map.columns(under.isEmpty() ? null : Lookups.node(snapshot, under).item().key());
        int first = first(from);
        var columns = all.subList(Math.min(first, all.size()), Math.min(all.size(), first + MOST));
        var cells = new ArrayList<CellJson>();
        for (var column : columns) {
            map.cells(column)
                    .forEach((slice, stories) ->
                            cells.add(
                                    new CellJson(
                                            column.item().key().toString(),
                                            slice.isEmpty() ? null : slice,
                                            stories.stream()
                                                    .map(node -> node.item().key().toString())
                                                    .toList())));
        }
        return new MapJson(
                level.key(),
                columns.stream().map(MapApi::column).toList(),
                slices(map),
                cells,
                first + MOST < all.size() ? first + MOST : null);
    }

    private static List<SliceJson> slices(StoryMap map) {
        var slices = new ArrayList<SliceJson>();
        map.sprints().forEach(one -> slices.add(new SliceJson(one.key(), one.name())));
        map.releases().forEach(one -> slices.add(new SliceJson(one.key(), one.name())));
        if (map.team() != null) {
            slices.add(new SliceJson(StoryMap.OTHERS, "Other teams"));
        }
        slices.add(new SliceJson(null, "Not planned"));
        return slices;
    }

    private static ColumnJson column(Node node) {
        var custom = node.item().details().custom();
        return new ColumnJson(
                node.item().key().toString(),
                node.item().title(),
                custom.get("persona"),
                custom.get("activity"));
    }

    private static int first(String from) {
        if (!from.matches("\\d{1,7}")) {
            throw new Failure.Invalid(Problems.of("from", "A whole number is needed."));
        }
        return Integer.parseInt(from);
    }

    private static @Nullable Team team(Snapshot snapshot, Product product, String slices) {
        if (slices.equals("releases")) {
            return null;
        }
        var team = Lookups.team(snapshot, slices);
        if (!team.products().contains(product.code())) {
            throw new Failure.Invalid(
                    Problems.of(
                            "slices",
                            "%s does not work for %s.".formatted(team.name(), product.code())));
        }
        return team;
    }

    private static Level level(Product product, String backbone) {
        var backbones = StoryMap.backbones(product);
        if (backbones.isEmpty()) {
            throw new Failure.Invalid(
                    Problems.of("backbone", "No level stands above the stories here."));
        }
        return backbone.isEmpty()
                ? backbones.get(Math.min(1, backbones.size() - 1))
                : backbones.stream()
                        .filter(level -> level.key().equals(backbone))
                        .findFirst()
                        .orElseThrow(() ->
                                new Failure.Invalid(
                                        Problems.of(
                                                "backbone",
                                                "A level above the stories is needed.")));
    }
}
