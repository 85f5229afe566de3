package greenladder.api;

import greenladder.core.flow.Flow;
import greenladder.core.flow.Reopened;
import greenladder.core.flow.Rework;
import greenladder.core.flow.Spending;
import greenladder.core.item.Amount;
import greenladder.core.item.Level;
import greenladder.core.item.Product;
import greenladder.core.plan.StoryMap;
import greenladder.core.work.CycleTimes;
import greenladder.flow.ItemPasts;
import greenladder.item.Asked;
import greenladder.item.SnapshotKeeper;
import greenladder.panel.FormValues;
import greenladder.planning.SprintFigures;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** How work flowed, and what it was spent on, for programs. */
@RestController
@RequestMapping("/api/v1/products/{code}")
@Tag(name = "Tracking")
class FlowApi {
    private static final int USUAL_DAYS = 90;
    private static final int MOST_DAYS = 4_000;
    private static final Set<String> MEASURES = Set.of("points", "count", "state");

    private final SnapshotKeeper keeper;
    private final ItemPasts pasts;
    private final SprintFigures figures;

    FlowApi(SnapshotKeeper keeper, ItemPasts pasts, SprintFigures figures) {
        this.keeper = keeper;
        this.pasts = pasts;
        this.figures = figures;
    }

    /**
     * @param states by the key of the state; null unless asked for
     */
    record DayJson(
            LocalDate date,
            BigDecimal toDo,
            BigDecimal inProgress,
            BigDecimal done,
            BigDecimal scope,
            @Nullable Map<String, BigDecimal> states) {}

    record SpreadJson(@Nullable Double p50, @Nullable Double p85, @Nullable Double p95, int n) {
        static SpreadJson of(CycleTimes times) {
            return new SpreadJson(
                    times.percentile(0.5).orElse(null),
                    times.percentile(0.85).orElse(null),
                    times.percentile(0.95).orElse(null),
                    times.sorted().size());
        }
    }

    record PassageJson(
            String key,
            Instant created,
            @Nullable Instant started,
            @Nullable Instant finished,
            @Nullable Double leadDays,
            @Nullable Double cycleDays,
            int reopened) {}

    record WeekJson(LocalDate monday, int items, BigDecimal points) {}

    record AgeJson(String key, double ageDays) {}

    record FlowJson(
            List<DayJson> days,
            SpreadJson leadTimeDays,
            SpreadJson cycleTimeDays,
            List<PassageJson> items,
            List<WeekJson> weeks,
            List<AgeJson> ageing)
            implements Tabular {
        @Override
        public List<String> heads() {
            return List.of("date", "toDo", "inProgress", "done", "scope");
        }

        @Override
        public Stream<List<String>> lines() {
            return days.stream()
                    .map(day ->
                            Tabular.line(
                                    day.date(),
                                    day.toDo(),
                                    day.inProgress(),
                                    day.done(),
                                    day.scope()));
        }
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

    /** The days that are asked about. */
    private record Span(LocalDate from, LocalDate to) {}

    private Span span(String from, String to) {
        var last = to.isEmpty() ? figures.today() : FormValues.date("to", to);
        var first =
                from.isEmpty() ? last.minusDays(USUAL_DAYS - 1L) : FormValues.date("from", from);
        if (first.isAfter(last)) {
            throw StructureApi.invalid(
                    "from", "The first day %s is after the last, %s.".formatted(first, last));
        }
        if (last.toEpochDay() - first.toEpochDay() > MOST_DAYS) {
            throw StructureApi.invalid("from", "At most %,d days at once.".formatted(MOST_DAYS));
        }
        return new Span(first, last);
    }

    @GetMapping("/flow")
    @Operation(
            summary =
                    "How work flowed between two days: cumulative flow, lead and cycle times, ages",
            description =
                    "from, to (the last 90 days); team; level (the lowest that carries points); by:"
                            + " points, count or state")
    FlowJson flow(
            @PathVariable String code,
            @RequestParam(defaultValue = "") String from,
            @RequestParam(defaultValue = "") String to,
            @RequestParam(defaultValue = "") String team,
            @RequestParam(defaultValue = "") String level,
            @RequestParam(defaultValue = "points") String by) {
        var snapshot = keeper.current();
        var product = Asked.product(snapshot, code);
        var span = span(from, to);
        if (!MEASURES.contains(by)) {
            throw StructureApi.invalid("by", "There are: points, count, state.");
        }
        if (!team.isEmpty()) {
            Asked.team(snapshot, team);
        }
        var query =
                new Flow.Query(
                        product.code(),
                        span.from(),
                        span.to(),
                        level(product, level).key(),
                        team.isEmpty() ? null : team,
                        by.equals("points"),
                        figures.now(),
                        null);
        return json(pasts.read(past -> Flow.of(past, query)), by.equals("state"));
    }

    private static Level level(Product product, String asked) {
        if (asked.isEmpty()) {
            return StoryMap.stories(product);
        }
        return product.levels()
                .find(asked)
                .orElseThrow(() -> StructureApi.invalid("level", "There is no such level."));
    }

    private static FlowJson json(Flow flow, boolean states) {
        return new FlowJson(
                flow.days().stream()
                        .map(day ->
                                new DayJson(
                                        day.date(),
                                        day.toDo().toDecimal(),
                                        day.inProgress().toDecimal(),
                                        day.done().toDecimal(),
                                        day.scope().toDecimal(),
                                        states ? decimals(day.states()) : null))
                        .toList(),
                SpreadJson.of(flow.lead()),
                SpreadJson.of(flow.cycle()),
                flow.passages().stream()
                        .map(one ->
                                new PassageJson(
                                        one.item().toString(),
                                        one.created(),
                                        one.started(),
                                        one.finished(),
                                        one.leadDays(),
                                        one.cycleDays(),
                                        one.reopened()))
                        .toList(),
                flow.weeks().stream()
                        .map(one ->
                                new WeekJson(one.monday(), one.items(), one.points().toDecimal()))
                        .toList(),
                flow.ages().stream()
                        .map(one -> new AgeJson(one.item().toString(), one.days()))
                        .toList());
    }

    /** The work that was mended, with each bug as a part. */
    private static RowJson json(Rework.Row row) {
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

    private static Map<String, BigDecimal> decimals(Map<String, Amount> amounts) {
        var decimals = new TreeMap<String, BigDecimal>();
        amounts.forEach((key, amount) -> decimals.put(key, amount.toDecimal()));
        return decimals;
    }

    @GetMapping("/spending")
    @Operation(
            summary = "What was finished between two days, by an attribute and by a second one",
            description =
                    "by, then: kind, label, team, assignee, sprint, release, band, risk, item, or"
                            + " the key of a level such as epic")
    RowsJson spending(
            @PathVariable String code,
            @RequestParam(defaultValue = "") String from,
            @RequestParam(defaultValue = "") String to,
            @RequestParam(defaultValue = "kind") String by,
            @RequestParam(defaultValue = "") String then) {
        var snapshot = keeper.current();
        var product = Asked.product(snapshot, code);
        var span = span(from, to);
        for (var attribute : then.isEmpty() ? List.of(by) : List.of(by, then)) {
            if (!Spending.isAttribute(product, attribute)) {
                throw StructureApi.invalid(
                        attribute.equals(by) ? "by" : "then",
                        "There are: %s, or a level."
                                .formatted(String.join(", ", Spending.ATTRIBUTES)));
            }
        }
        var nodes = Spending.finished(snapshot, product, span.from(), span.to());
        return new RowsJson(
                Spending.by(snapshot, product, nodes, by, then.isEmpty() ? null : then).stream()
                        .map(RowJson::of)
                        .toList());
    }

    @GetMapping("/rework")
    @Operation(
            summary = "Finished work that mends what had been called done, and what was reopened")
    ReworkJson rework(
            @PathVariable String code,
            @RequestParam(defaultValue = "") String from,
            @RequestParam(defaultValue = "") String to) {
        var snapshot = keeper.current();
        var product = Asked.product(snapshot, code);
        var span = span(from, to);
        var nodes = Spending.finished(snapshot, product, span.from(), span.to());
        return new ReworkJson(
                Rework.by(snapshot, product, Rework.among(snapshot, nodes), "item").stream()
                        .map(FlowApi::json)
                        .toList(),
                pasts
                        .read(past ->
                                Reopened.between(past, product.code(), span.from(), span.to()))
                        .stream()
                        .filter(one ->
                                snapshot.findNode(one.item())
                                        .filter(node -> !node.rollUp().hasPointChildren())
                                        .isPresent())
                        .map(one ->
                                new ReopenedJson(
                                        one.item().toString(), one.times(), one.afterDays()))
                        .toList());
    }
}
