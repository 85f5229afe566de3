package greenladder.api.setup;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import greenladder.api.Page;
import greenladder.api.RollUpJson;
import greenladder.api.plans.PlanJson.SprintJson;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems;
import greenladder.core.level.States;
import greenladder.core.product.Product;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import greenladder.people.SignedIn;
import greenladder.setup.ProductSetup;
import greenladder.setup.SetupChanges;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import greenladder.web.Failure;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.net.URI;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

@RestController
@RequestMapping("/api/v1/products")
@Tag(name = "Products")
class ProductsApi {
    private final SnapshotKeeper keeper;
    private final ProductSetup setup;
    private final SetupChanges setupChanges;

    record LevelJson(
            String key,
            String name,
            String plural,
            String measure,
            boolean followsChildren,
            List<String> kinds) {}

    record KindJson(String key, String level) {}

    record StateJson(String key, String name, String category, String level) {}

    record ProductJson(
            String code,
            String name,
            List<LevelJson> ladder,
            List<KindJson> kinds,
            List<StateJson> states,
            List<String> teams,
            List<FieldJson> fields,
            List<TemplateJson> templates,
            RefiningJson refining) {}

    record FieldJson(String key, String name, String type, List<String> choices) {}

    record TemplateJson(
            String key,
            String name,
            String level,
            String kind,
            @Nullable String defaultFor,
            String titlePrefix,
            Map<String, String> fields,
            List<String> children) {}

    /** The product's figures, and beside them those of each level. */
    record ProductRollUpJson(@JsonUnwrapped RollUpJson total, Map<String, RollUpJson> levels) {}

    ProductsApi(SnapshotKeeper keeper, ProductSetup setup, SetupChanges setupChanges) {
        this.keeper = keeper;
        this.setup = setup;
        this.setupChanges = setupChanges;
    }

    @GetMapping
    @Operation(summary = "All products")
    Page<ProductJson> list(@AuthenticationPrincipal SignedIn me) {
        return new Page<>(
                keeper.seenBy(me).products().stream().map(one -> json(me, one)).toList(), null);
    }

    @PostMapping
    @Operation(summary = "Start a product")
    ResponseEntity<ProductJson> add(
            @RequestBody JsonNode body, @AuthenticationPrincipal SignedIn me) {
        var form = ProductReader.read(body);
        var product = setup.start(me, form.code(), form.name(), form.levels(), form.withTeam());
        return ResponseEntity.created(URI.create("/api/v1/products/" + product.code()))
                .body(json(me, product));
    }

    @GetMapping("/{code}")
    @Operation(summary = "A product with its ladder, kinds, states and teams")
    ProductJson get(@PathVariable String code, @AuthenticationPrincipal SignedIn me) {
        return json(me, Lookups.product(keeper.seenBy(me), code));
    }

    @GetMapping("/{code}/rollup")
    @Operation(summary = "The totals of a product and of each level")
    ProductRollUpJson rollUp(@PathVariable String code, @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        var product = Lookups.product(snapshot, code);
        Map<String, RollUpJson> levels = new LinkedHashMap<>();
        snapshot.levelTotals(product)
                .forEach((level, figures) -> levels.put(level.key(), RollUpJson.of(figures)));
        return new ProductRollUpJson(RollUpJson.of(snapshot.totalOf(product.code())), levels);
    }

    @PutMapping("/{code}/ladder")
    @Operation(
            summary = "Replace a product's levels, kinds and states",
            description =
                    "What items use is not taken away before it is said what takes its place: 422"
                            + " names each part in use, and choices answers it.")
    ProductJson changeSetup(
            @PathVariable String code,
            @RequestBody LadderBody body,
            @AuthenticationPrincipal SignedIn me) {
        var outcome =
                setupChanges.product(
                        me,
                        code,
                        body.form(),
                        Objects.requireNonNullElse(body.choices(), Map.of()));
        if (!outcome.isDone()) {
            throw new Failure.Invalid(
                    new Problems(
                            outcome.open().stream()
                                    .map(choice ->
                                            new Problem(
                                                    "choices." + choice.part(),
                                                    "%d items use %s; say what they go to."
                                                            .formatted(
                                                                    choice.items(),
                                                                    choice.words())))
                                    .toList()));
        }
        return json(me, Lookups.product(keeper.seenBy(me), code));
    }

    @GetMapping("/{code}/sprints")
    @Operation(summary = "The sprints of the teams that work for a product, by their start")
    Page<SprintJson> sprints(@PathVariable String code, @AuthenticationPrincipal SignedIn me) {
        var workspace = keeper.seenBy(me).workspace();
        Lookups.product(keeper.seenBy(me), code);
        var teams = workspace.teamsOf(code).stream().map(Team::key).toList();
        return new Page<>(
                workspace.sprintsByKey().values().stream()
                        .filter(sprint -> teams.contains(sprint.team()))
                        .sorted(Comparator.comparing(Sprint::start).thenComparing(Sprint::key))
                        .map(SprintJson::of)
                        .toList(),
                null);
    }

    static List<StateJson> states(States states, String level) {
        return states.all().stream()
                .map(state ->
                        new StateJson(state.key(), state.name(), state.category().word(), level))
                .toList();
    }

    private ProductJson json(SignedIn me, Product product) {
        var levels = product.levels().all();
        return new ProductJson(
                product.code(),
                product.name(),
                levels.stream()
                        .map(level ->
                                new LevelJson(
                                        level.key(),
                                        level.name(),
                                        level.plural(),
                                        level.carriesPoints() ? "points" : "hours",
                                        level.followsChildren(),
                                        level.kinds()))
                        .toList(),
                levels.stream()
                        .flatMap(level ->
                                level.kinds().stream().map(kind -> new KindJson(kind, level.key())))
                        .toList(),
                levels.stream()
                        .flatMap(level -> states(level.states(), level.key()).stream())
                        .toList(),
                keeper.seenBy(me).workspace().teamsOf(product.code()).stream()
                        .map(Team::key)
                        .toList(),
                product.fields().stream().map(SetupApi::json).toList(),
                product.templates().stream().map(SetupApi::json).toList(),
                RefiningJson.of(product.refining()));
    }
}
