package greenladder.api.figures;

import greenladder.api.ApiProblems;
import greenladder.api.Tabular;
import greenladder.api.items.LinksApi;
import greenladder.core.level.Level;
import greenladder.core.trace.Coverage;
import greenladder.core.trace.Gap;
import greenladder.core.trace.Gaps;
import greenladder.core.trace.GoalEffort;
import greenladder.core.trace.Impact;
import greenladder.core.value.ItemKey;
import greenladder.people.SignedIn;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.math.BigDecimal;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What is missing, what stands where, and what a change would touch, for programs. */
@RestController
@RequestMapping("/api/v1")
@Tag(name = "Tracing")
class GapsApi {
    private static final int MOST = 500;

    private final SnapshotKeeper keeper;
    private final Clock clock;

    GapsApi(SnapshotKeeper keeper, Clock clock) {
        this.keeper = keeper;
        this.clock = clock;
    }

    record ImpactJson(
            List<String> up,
            List<String> down,
            List<String> dependsOn,
            List<String> neededBy,
            List<String> tests,
            List<LinksApi.LinkJson> suspect,
            @Nullable BigDecimal points,
            BigDecimal done) {}

    record GapJson(String kind, String item, String words, String remedy) {}

    record GapsJson(List<GapJson> items, @Nullable String next) implements Tabular {
        @Override
        public List<String> heads() {
            return List.of("kind", "item", "words", "remedy");
        }

        @Override
        public Stream<List<String>> lines() {
            return items.stream()
                    .map(gap -> Tabular.line(gap.kind(), gap.item(), gap.words(), gap.remedy()));
        }
    }

    record CellJson(String column, int items, int done, int inProgress, BigDecimal points) {}

    record CoverageRowJson(String item, List<CellJson> cells) {}

    record CoverageJson(List<String> columns, List<CoverageRowJson> items) implements Tabular {
        @Override
        public List<String> heads() {
            return List.of("item", "column", "items", "done", "inProgress", "points");
        }

        @Override
        public Stream<List<String>> lines() {
            return items.stream()
                    .flatMap(row ->
                            row.cells().stream()
                                    .map(cell ->
                                            Tabular.line(
                                                    row.item(),
                                                    cell.column(),
                                                    cell.items(),
                                                    cell.done(),
                                                    cell.inProgress(),
                                                    cell.points())));
        }
    }

    @GetMapping("/items/{key}/impact")
    @Operation(summary = "What hangs on an item, and what it hangs on")
    ImpactJson impact(@PathVariable String key, @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        var node = Lookups.node(snapshot, key);
        var impact = Impact.of(snapshot, node);
        var size = node.rollUp().effective();
        return new ImpactJson(
                keys(impact.up()),
                keys(impact.down()),
                keys(impact.dependsOn()),
                keys(impact.neededBy()),
                Stream.concat(keys(impact.tests()).stream(), impact.testCases().stream()).toList(),
                impact.suspect().stream().map(LinksApi.LinkJson::of).toList(),
                size == null ? null : size.toDecimal(),
                node.rollUp().points().done().toDecimal());
    }

    private static List<String> keys(List<ItemKey> keys) {
        return keys.stream().map(ItemKey::toString).toList();
    }

    @GetMapping("/products/{code}/gaps")
    @Operation(
            summary = "What is missing, or does not fit together",
            description =
                    "kind: no-goal, no-work, no-children, loose, done-with-open, all-done-open,"
                            + " no-criteria, not-sized, no-test, after-parent, blocked-by-later,"
                            + " suspect, stale, no-measure, test-failed; repeated for several")
    GapsJson gaps(
            @PathVariable String code,
            @RequestParam(defaultValue = "") List<String> kind,
            @RequestParam(defaultValue = "0") int cursor,
            @RequestParam(defaultValue = "100") int limit,
            @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        var product = Lookups.product(snapshot, code);
        if (limit < 1 || limit > MOST || cursor < 0) {
            throw ApiProblems.invalid("limit", "Between 1 and %d.".formatted(MOST));
        }
        var kinds =
                kind.isEmpty()
                        ? List.of(Gap.Kind.values())
                        : kind.stream()
                                .map(one ->
                                        Gap.Kind.find(one)
                                                .orElseThrow(() ->
                                                        ApiProblems.invalid(
                                                                "kind",
                                                                "There is no such kind of gap.")))
                                .toList();
        var gaps = new Gaps(snapshot, product, clock.instant(), null, null);
        var all = new ArrayList<Gap>();
        int skip = cursor;
        for (var one : kinds) {
            var found = gaps.of(one);
            int from = Math.min(skip, found.size());
            all.addAll(found.subList(from, Math.min(found.size(), from + limit + 1 - all.size())));
            skip -= from;
        }
        return new GapsJson(
                all.stream()
                        .limit(limit)
                        .map(gap ->
                                new GapJson(
                                        gap.kind().slug(),
                                        gap.item().toString(),
                                        gap.words(),
                                        gap.kind().remedy()))
                        .toList(),
                all.size() > limit ? Integer.toString(cursor + limit) : null);
    }

    @GetMapping("/products/{code}/coverage")
    @Operation(
            summary = "Items of a level by release, team or state, with counts",
            description = "rows: a level (the highest); columns: release, team, state, reach")
    CoverageJson coverage(
            @PathVariable String code,
            @RequestParam(defaultValue = "") String rows,
            @RequestParam(defaultValue = "release") String columns,
            @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        var product = Lookups.product(snapshot, code);
        var level =
                rows.isEmpty()
                        ? GoalEffort.top(product)
                        : product.levels()
                                .find(rows)
                                .filter(Level::carriesPoints)
                                .orElseThrow(() ->
                                        ApiProblems.invalid("rows", "There is no such level."));
        var by =
                Arrays.stream(Coverage.By.values())
                        .filter(one -> one.name().toLowerCase(Locale.ROOT).equals(columns))
                        .findFirst()
                        .orElseThrow(() ->
                                ApiProblems.invalid(
                                        "columns", "There are: release, team, state, reach."));
        return json(Coverage.of(snapshot, product, level, by));
    }

    private static CoverageJson json(Coverage coverage) {
        return new CoverageJson(
                coverage.columns(),
                coverage.rows().stream()
                        .map(row ->
                                new CoverageRowJson(
                                        row.node().item().key().toString(),
                                        coverage.columns().stream()
                                                .flatMap(column -> cell(row, column))
                                                .toList()))
                        .toList());
    }

    private static Stream<CellJson> cell(Coverage.Row row, String column) {
        var cell = row.cell(column);
        return cell.items() == 0
                ? Stream.empty()
                : Stream.of(
                        new CellJson(
                                column,
                                cell.items(),
                                cell.done(),
                                cell.inProgress(),
                                cell.points().toDecimal()));
    }
}
