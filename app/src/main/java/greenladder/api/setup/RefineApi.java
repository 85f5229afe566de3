package greenladder.api.setup;

import greenladder.api.FieldsReader;
import greenladder.api.ItemJson;
import greenladder.api.items.ItemsApi;
import greenladder.core.change.Problems;
import greenladder.core.edit.OrderItems;
import greenladder.core.edit.Ordering;
import greenladder.core.edit.SettleItem;
import greenladder.core.filter.Lens;
import greenladder.core.filter.Sorting;
import greenladder.core.level.Level;
import greenladder.core.people.Permission;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.people.SignedIn;
import greenladder.search.FullText;
import greenladder.setup.ProductSetup;
import greenladder.setup.RefiningReader;
import greenladder.store.CommandGateway;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import greenladder.web.Failure;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Refining for programs: how a product does it, the order of a level, decisions. */
@RestController
@RequestMapping("/api/v1")
@Tag(name = "Refining")
class RefineApi {
    private final SnapshotKeeper keeper;
    private final ProductSetup setup;
    private final CommandGateway gateway;
    private final FullText search;
    private final Clock clock;

    /**
     * @param items keys in the order wanted; or else
     * @param level whose items are ordered
     * @param by a sort, or {@code parents}
     */
    record OrderBody(@Nullable List<String> items, @Nullable String level, @Nullable String by) {}

    record OrderJson(int moved) {}

    /**
     * @param through whether the item goes off the agenda
     */
    record DecisionBody(@Nullable String words, @Nullable Boolean through) {}

    RefineApi(
            SnapshotKeeper keeper,
            ProductSetup setup,
            CommandGateway gateway,
            FullText search,
            Clock clock) {
        this.keeper = keeper;
        this.setup = setup;
        this.gateway = gateway;
        this.search = search;
        this.clock = clock;
    }

    @GetMapping("/products/{code}/refining")
    @Operation(summary = "Bands, factors, formula, scale and definition of ready of a product")
    RefiningJson refining(@PathVariable String code, @AuthenticationPrincipal SignedIn me) {
        return RefiningJson.of(Lookups.product(keeper.seenBy(me), code).refining());
    }

    @PutMapping("/products/{code}/refining")
    @Operation(summary = "Set how a product refines; parts that are absent stay as they are")
    RefiningJson keep(
            @PathVariable String code,
            @RequestBody RefiningJson body,
            @AuthenticationPrincipal SignedIn me) {
        var product = Lookups.product(keeper.seenBy(me), code);
        if (!me.mayIn(code, Permission.SHAPE)) {
            throw new Failure.Forbidden("How a product refines is set up by its owners.");
        }
        var reader = new RefiningReader(body.form(product.refining()));
        var refining = reader.read();
        FieldsReader.requireNone(reader.problems());
        setup.keepRefining(me, product.code(), refining);
        return RefiningJson.of(refining);
    }

    @PostMapping("/products/{code}/order")
    @Operation(
            summary = "Order items among each other",
            description =
                    "items: keys in the order wanted; or level and by: a sort such as score, or"
                        + " parents for the order in which the items above stand. They share out"
                        + " the places that they hold; bands stay as they are.")
    ResponseEntity<OrderJson> order(
            @PathVariable String code,
            @RequestBody OrderBody body,
            @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        var product = Lookups.product(snapshot, code);
        var keys =
                body.items() != null
                        ? body.items().stream()
                                .map(key -> Lookups.node(snapshot, key).item().key())
                                .toList()
                        : sorted(snapshot, product, body, me);
        var saved = gateway.submit(me, new OrderItems(keys));
        return ItemsApi.written(saved, HttpStatus.OK).body(new OrderJson(saved.changes().size()));
    }

    private List<ItemKey> sorted(Snapshot snapshot, Product product, OrderBody body, SignedIn me) {
        Level level =
                product.levels()
                        .find(Objects.requireNonNullElse(body.level(), ""))
                        .orElseThrow(() -> invalid("level", "Items or a level are needed."));
        if ("parents".equals(body.by())) {
            return Ordering.asParentsStand(snapshot, product, level);
        }
        var sorting =
                Sorting.find(Objects.requireNonNullElse(body.by(), ""))
                        .orElseThrow(() -> invalid("by", "There is no such order."));
        var today = LocalDate.now(clock);
        var lens = new Lens(snapshot, List.of(product), today, me.handle(), null);
        return sorting.sorted(lens, snapshot.level(product, level)).stream()
                .map(node -> node.item().key())
                .toList();
    }

    @PostMapping("/items/{key}/decisions")
    @Operation(summary = "Note what was decided about an item")
    ResponseEntity<ItemJson> decide(
            @PathVariable String key,
            @RequestBody DecisionBody body,
            @AuthenticationPrincipal SignedIn me) {
        var item = Lookups.node(keeper.seenBy(me), key).item().key();
        var saved =
                gateway.submit(
                        me,
                        new SettleItem(
                                item,
                                me.handle(),
                                Objects.requireNonNullElse(body.words(), ""),
                                Boolean.TRUE.equals(body.through())));
        return ItemsApi.written(saved, HttpStatus.CREATED)
                .body(ItemJson.of(saved.accepted().after(), item));
    }

    @PostMapping("/search/rebuild")
    @ResponseStatus(HttpStatus.ACCEPTED)
    @Operation(summary = "Build the full-text index anew from what is kept")
    void rebuild(@AuthenticationPrincipal SignedIn me) {
        if (!me.may(Permission.ADMINISTER)) {
            throw new Failure.Forbidden("Only administrators build the index anew.");
        }
        search.rebuild();
    }

    private static Failure.Invalid invalid(String field, String message) {
        return new Failure.Invalid(Problems.of(field, message));
    }
}
