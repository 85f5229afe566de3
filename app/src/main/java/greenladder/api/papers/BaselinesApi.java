package greenladder.api.papers;

import greenladder.api.ApiProblems;
import greenladder.api.Page;
import greenladder.api.Tabular;
import greenladder.api.items.ItemsApi;
import greenladder.core.papers.Baseline;
import greenladder.core.trace.Difference;
import greenladder.core.trace.KeepPaper;
import greenladder.core.trace.RemovePaper;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import greenladder.people.SignedIn;
import greenladder.planning.Moments;
import greenladder.store.CommandGateway;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.math.BigDecimal;
import java.net.URI;
import java.time.Clock;
import java.time.Instant;
import java.time.format.DateTimeParseException;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Baselines, for programs. */
@RestController
@RequestMapping("/api/v1")
@Tag(name = "Baselines")
class BaselinesApi {
    private final SnapshotKeeper keeper;
    private final Moments moments;
    private final CommandGateway gateway;
    private final Clock clock;

    BaselinesApi(SnapshotKeeper keeper, Moments moments, CommandGateway gateway, Clock clock) {
        this.keeper = keeper;
        this.moments = moments;
        this.gateway = gateway;
        this.clock = clock;
    }

    record BaselineJson(String id, String name, @Nullable String under, Instant at, String by) {
        static BaselineJson of(Baseline baseline) {
            return new BaselineJson(
                    baseline.key(),
                    baseline.name(),
                    baseline.under() == null ? null : baseline.under().toString(),
                    baseline.at(),
                    baseline.by());
        }
    }

    record BaselineForm(@Nullable String name, @Nullable String under, @Nullable String at) {}

    record PointsJson(
            BigDecimal then,
            BigDecimal now,
            BigDecimal added,
            BigDecimal removed,
            BigDecimal resized) {}

    record DifferenceJson(
            List<String> added,
            List<String> removed,
            List<String> moved,
            List<String> resized,
            List<String> reranked,
            List<String> state,
            List<String> text,
            PointsJson points)
            implements Tabular {
        @Override
        public List<String> heads() {
            return List.of("what", "item");
        }

        @Override
        public Stream<List<String>> lines() {
            return Stream.of(
                            lines("added", added),
                            lines("removed", removed),
                            lines("moved", moved),
                            lines("resized", resized),
                            lines("reranked", reranked),
                            lines("state", state),
                            lines("text", text))
                    .flatMap(lines -> lines);
        }

        private static Stream<List<String>> lines(String what, List<String> keys) {
            return keys.stream().map(key -> Tabular.line(what, key));
        }
    }

    @GetMapping("/products/{code}/baselines")
    @Operation(summary = "A product's baselines, the latest first")
    Page<BaselineJson> list(@PathVariable String code, @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        Lookups.product(snapshot, code);
        return new Page<>(
                snapshot.workspace().papers().of(code, Baseline.class).reversed().stream()
                        .filter(one ->
                                one.under() == null || snapshot.findItem(one.under()).isPresent())
                        .map(BaselineJson::of)
                        .toList(),
                null);
    }

    @PostMapping("/products/{code}/baselines")
    @Operation(
            summary = "Take a baseline",
            description = "name; under: an item's key (the whole product); at: a moment (now)")
    ResponseEntity<BaselineJson> take(
            @PathVariable String code,
            @RequestBody BaselineForm form,
            @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        Lookups.product(snapshot, code);
        var under =
                form.under() == null || form.under().isEmpty()
                        ? null
                        : under(me, form.under(), code);
        var at = form.at() == null ? clock.instant() : moment("at", form.at());
        if (at.isAfter(clock.instant())) {
            throw ApiProblems.invalid("at", "This is still to come.");
        }
        var name = Objects.requireNonNullElse(form.name(), "").strip();
        var baseline = new Baseline("", code, name, under, at, me.handle());
        var saved =
                gateway.submit(
                        me, new KeepPaper(baseline, under == null ? List.of() : List.of(under)));
        var kept =
                (Baseline)
                        saved.accepted()
                                .after()
                                .workspace()
                                .papers()
                                .find(saved.plans().getFirst().subject())
                                .orElseThrow();
        return ItemsApi.written(saved, HttpStatus.CREATED)
                .location(URI.create("/api/v1/baselines/" + kept.key()))
                .body(BaselineJson.of(kept));
    }

    private ItemKey under(SignedIn me, String text, String product) {
        return ItemKey.parse(text)
                .filter(key -> key.product().equals(product))
                .filter(key -> keeper.seenBy(me).findItem(key).isPresent())
                .orElseThrow(() ->
                        ApiProblems.invalid("under", "There is no such item in this product."));
    }

    private static Instant moment(String field, String text) {
        try {
            return Instant.parse(text);
        } catch (DateTimeParseException e) {
            throw ApiProblems.invalid(field, "A moment is written like 2026-03-04T09:00:00Z.");
        }
    }

    @DeleteMapping("/baselines/{id}")
    @Operation(summary = "Take a baseline away")
    ResponseEntity<Void> remove(@PathVariable String id, @AuthenticationPrincipal SignedIn me) {
        var baseline = find(me, id);
        return ItemsApi.written(
                        gateway.submit(me, new RemovePaper(baseline.planKey())),
                        HttpStatus.NO_CONTENT)
                .build();
    }

    private Baseline find(SignedIn me, String id) {
        return Lookups.paper(keeper.seenBy(me), PlanKey.Kind.BASELINE, id, Baseline.class);
    }

    @GetMapping("/baselines/{id}/difference")
    @Operation(
            summary = "What changed since a baseline",
            description = "to: now, another baseline's id, or a moment")
    DifferenceJson difference(
            @PathVariable String id,
            @RequestParam(defaultValue = "now") String to,
            @AuthenticationPrincipal SignedIn me) {
        var baseline = find(me, id);
        var compared =
                moments.between(
                        keeper.seenBy(me),
                        new Difference.Scope(baseline.product(), baseline.under()),
                        baseline.at(),
                        end(me, to));
        return json(compared.comparison().difference());
    }

    private @Nullable Instant end(SignedIn me, String to) {
        if (to.equals("now")) {
            return null;
        }
        return keeper.seenBy(me)
                .workspace()
                .papers()
                .findBaseline(to)
                .map(Baseline::at)
                .orElseGet(() -> moment("to", to));
    }

    private static DifferenceJson json(Difference difference) {
        var points = difference.points();
        return new DifferenceJson(
                keys(difference.added()),
                keys(difference.removed()),
                keys(difference.moved()),
                keys(difference.resized()),
                keys(difference.reranked()),
                keys(difference.state()),
                keys(difference.text()),
                new PointsJson(
                        points.then().toDecimal(),
                        points.now().toDecimal(),
                        points.added().toDecimal(),
                        points.removed().toDecimal(),
                        points.resized().toDecimal()));
    }

    private static List<String> keys(List<ItemKey> keys) {
        return keys.stream().map(ItemKey::toString).toList();
    }
}
