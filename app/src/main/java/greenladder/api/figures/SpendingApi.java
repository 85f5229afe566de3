package greenladder.api.figures;

import greenladder.api.ApiProblems;
import greenladder.api.AskedDays;
import greenladder.api.ItemFilter;
import greenladder.api.Tabular;
import greenladder.core.flow.Reopened;
import greenladder.core.flow.Rework;
import greenladder.core.flow.Spending;
import greenladder.flow.ItemPasts;
import greenladder.list.FilterLines;
import greenladder.people.SignedIn;
import greenladder.planning.SprintFigures;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.math.BigDecimal;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What finished work was spent on, and what of it went into mending, for programs. */
@RestController
@RequestMapping("/api/v1/products/{code}")
@Tag(name = "Tracking")
class SpendingApi {
    private static final Set<String> OWN = Set.of("from", "to", "by", "then");
    private static final Set<String> OWN_OF_REWORK = Set.of("from", "to");

    private final SnapshotKeeper keeper;
    private final ItemPasts pasts;
    private final SprintFigures figures;
    private final FilterLines lines;

    SpendingApi(SnapshotKeeper keeper, ItemPasts pasts, SprintFigures figures, FilterLines lines) {
        this.keeper = keeper;
        this.pasts = pasts;
        this.figures = figures;
        this.lines = lines;
    }

    record RowJson(
            String value, int items, BigDecimal points, BigDecimal hours, List<RowJson> parts) {
        static RowJson of(Spending.Row row) {
            return new RowJson(
                    row.value(),
                    row.items(),
                    row.points().toDecimal(),
                    row.hours().toDecimal(),
                    row.parts().stream().map(RowJson::of).toList());
        }
    }

    record RowsJson(List<RowJson> items) implements Tabular {
        @Override
        public List<String> heads() {
            return List.of("value", "part", "items", "points", "hours");
        }

        /** Each value, then its parts. */
        @Override
        public Stream<List<String>> lines() {
            return items.stream().flatMap(RowsJson::lines);
        }

        private static Stream<List<String>> lines(RowJson row) {
            return Stream.concat(
                    Stream.of(
                            Tabular.line(row.value(), "", row.items(), row.points(), row.hours())),
                    row.parts().stream()
                            .map(part ->
                                    Tabular.line(
                                            row.value(),
                                            part.value(),
                                            part.items(),
                                            part.points(),
                                            part.hours())));
        }
    }

    /**
     * @param afterDays how long it had been done, the last time
     */
    record ReopenedJson(String key, int times, double afterDays) {}

    /**
     * @param items bugs that mend work that had been called done, by that work
     * @param reopened what left being done
     */
    record ReworkJson(List<RowJson> items, List<ReopenedJson> reopened) implements Tabular {
        @Override
        public List<String> heads() {
            return new RowsJson(items).heads();
        }

        @Override
        public Stream<List<String>> lines() {
            return new RowsJson(items).lines();
        }
    }

    /** The work that was mended, with each bug as a part. */
    private static RowJson mended(Rework.Row row) {
        var bugs = row.mended().stream().map(Rework::bug).distinct().toList();
        return new RowJson(
                row.value(),
                bugs.size(),
                row.points().toDecimal(),
                row.hours().toDecimal(),
                bugs.stream()
                        .map(bug -> {
                            var sum = Spending.sum(List.of(bug));
                            return new RowJson(
                                    bug.item().key().toString(),
                                    1,
                                    sum.points().toDecimal(),
                                    sum.hours().toDecimal(),
                                    List.of());
                        })
                        .toList());
    }

    @GetMapping("/spending")
    @Operation(
            summary = "What was finished between two days, by an attribute and by a second one",
            description =
                    "by, then: kind, label, team, assignee, sprint, release, band, risk, item, or"
                            + " the key of a level such as epic; and "
                            + ItemFilter.WORDS)
    RowsJson spending(
            @PathVariable String code,
            @RequestParam(defaultValue = "") String from,
            @RequestParam(defaultValue = "") String to,
            @RequestParam(defaultValue = "kind") String by,
            @RequestParam(defaultValue = "") String then,
            @RequestParam MultiValueMap<String, String> asked,
            @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        var product = Lookups.product(snapshot, code);
        var filter = new ItemFilter(snapshot, product, asked, OWN, lines, me).orRefused();
        var span = AskedDays.of(from, to, figures.today());
        for (var attribute : then.isEmpty() ? List.of(by) : List.of(by, then)) {
            if (!Spending.isAttribute(product, attribute)) {
                throw ApiProblems.invalid(
                        attribute.equals(by) ? "by" : "then",
                        "There are: %s, or a level."
                                .formatted(String.join(", ", Spending.ATTRIBUTES)));
            }
        }
        var nodes = filter.of(Spending.finished(snapshot, product, span.from(), span.to()));
        return new RowsJson(
                Spending.by(snapshot, product, nodes, by, then.isEmpty() ? null : then).stream()
                        .map(RowJson::of)
                        .toList());
    }

    @GetMapping("/rework")
    @Operation(
            summary = "Finished work that mends what had been called done, and what was reopened",
            description = "from, to (the last 90 days); and " + ItemFilter.WORDS)
    ReworkJson rework(
            @PathVariable String code,
            @RequestParam(defaultValue = "") String from,
            @RequestParam(defaultValue = "") String to,
            @RequestParam MultiValueMap<String, String> asked,
            @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        var product = Lookups.product(snapshot, code);
        var filter = new ItemFilter(snapshot, product, asked, OWN_OF_REWORK, lines, me).orRefused();
        var span = AskedDays.of(from, to, figures.today());
        var nodes = filter.of(Spending.finished(snapshot, product, span.from(), span.to()));
        return new ReworkJson(
                Rework.by(snapshot, product, Rework.among(snapshot, nodes), "item").stream()
                        .map(SpendingApi::mended)
                        .toList(),
                pasts
                        .read(
                                me,
                                past ->
                                        Reopened.between(
                                                past, product.code(), span.from(), span.to()))
                        .stream()
                        .filter(one ->
                                snapshot.findNode(one.item())
                                        .filter(node -> !node.rollUp().hasPointChildren())
                                        .filter(filter::lets)
                                        .isPresent())
                        .map(one ->
                                new ReopenedJson(
                                        one.item().toString(), one.times(), one.afterDays()))
                        .toList());
    }
}
