package greenladder.api;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import greenladder.core.item.Product;
import greenladder.core.ladder.Ladder;
import greenladder.item.LadderKeeper;
import greenladder.people.SignedIn;
import greenladder.product.Products;
import greenladder.web.Failure;
import java.net.URI;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

@RestController
@RequestMapping("/api/v1/products")
class ProductsApi {
    private final LadderKeeper keeper;
    private final Products products;

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
            List<StateJson> states) {}

    /** The product's figures, and beside them those of each level. */
    record ProductRollUpJson(@JsonUnwrapped RollUpJson total, Map<String, RollUpJson> levels) {}

    ProductsApi(LadderKeeper keeper, Products products) {
        this.keeper = keeper;
        this.products = products;
    }

    @GetMapping
    Page<ProductJson> list() {
        return new Page<>(
                keeper.current().products().stream().map(ProductsApi::json).toList(), null);
    }

    @PostMapping
    ResponseEntity<ProductJson> add(
            @RequestBody JsonNode body, @AuthenticationPrincipal SignedIn me) {
        var form = ProductReader.read(body);
        var product = products.add(me, form.code(), form.name(), form.levels());
        return ResponseEntity.created(URI.create("/api/v1/products/" + product.code()))
                .body(json(product));
    }

    @GetMapping("/{code}")
    ProductJson get(@PathVariable String code) {
        return json(require(keeper.current(), code));
    }

    @GetMapping("/{code}/rollup")
    ProductRollUpJson rollUp(@PathVariable String code) {
        var ladder = keeper.current();
        var product = require(ladder, code);
        Map<String, RollUpJson> levels = new LinkedHashMap<>();
        ladder.levelTotals(product)
                .forEach((level, figures) -> levels.put(level.key(), RollUpJson.of(figures)));
        return new ProductRollUpJson(RollUpJson.of(ladder.totalOf(product.code())), levels);
    }

    static Product require(Ladder ladder, String code) {
        return ladder.findProduct(code)
                .orElseThrow(() -> new Failure.NotFound("There is no product %s.".formatted(code)));
    }

    private static ProductJson json(Product product) {
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
                        .flatMap(level ->
                                level.states().all().stream()
                                        .map(state ->
                                                new StateJson(
                                                        state.key(),
                                                        state.name(),
                                                        state.category().word(),
                                                        level.key())))
                        .toList());
    }
}
