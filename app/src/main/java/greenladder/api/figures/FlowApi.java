package greenladder.api.figures;

import greenladder.api.ApiProblems;
import greenladder.api.AskedDays;
import greenladder.api.ItemFilter;
import greenladder.api.Tabular;
import greenladder.core.flow.Flow;
import greenladder.core.flow.OpenWork;
import greenladder.core.level.Level;
import greenladder.core.product.Product;
import greenladder.core.value.Amount;
import greenladder.core.work.CycleTimes;
import greenladder.flow.ItemPasts;
import greenladder.list.FilterLines;
import greenladder.panel.FormValues;
import greenladder.people.SignedIn;
import greenladder.planning.SprintFigures;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
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
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** How work flowed, and what was open, for programs. */
@RestController
@RequestMapping("/api/v1/products/{code}")
@Tag(name = "Tracking")
class FlowApi {
    private static final Set<String> OWN = Set.of("from", "to", "team", "level", "by");
    private static final Set<String> OWN_OF_OPEN = Set.of("by", "day", "team", "level");
    private static final Set<String> MEASURES = Set.of("points", "count", "state");

    private final SnapshotKeeper keeper;
    private final ItemPasts pasts;
    private final SprintFigures figures;
    private final FilterLines lines;

    FlowApi(SnapshotKeeper keeper, ItemPasts pasts, SprintFigures figures, FilterLines lines) {
        this.keeper = keeper;
        this.pasts = pasts;
        this.figures = figures;
        this.lines = lines;
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

    @GetMapping("/flow")
    @Operation(
            summary =
                    "How work flowed between two days: cumulative flow, lead and cycle times, ages",
            description =
                    "from, to (the last 90 days); team; level (the lowest that carries points); by:"
                            + " points, count or state; and "
                            + ItemFilter.WORDS)
    FlowJson flow(
            @PathVariable String code,
            @RequestParam(defaultValue = "") String from,
            @RequestParam(defaultValue = "") String to,
            @RequestParam(defaultValue = "") String team,
            @RequestParam(defaultValue = "") String level,
            @RequestParam(defaultValue = "points") String by,
            @RequestParam MultiValueMap<String, String> asked,
            @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        var product = Lookups.product(snapshot, code);
        var filter = new ItemFilter(snapshot, product, asked, OWN, lines, me).orRefused();
        var span = AskedDays.of(from, to, figures.today());
        if (!MEASURES.contains(by)) {
            throw ApiProblems.invalid("by", "There are: points, count, state.");
        }
        if (!team.isEmpty()) {
            Lookups.team(snapshot, team);
        }
        var its = level(product, level);
        var query =
                new Flow.Query(
                        product.code(),
                        span.from(),
                        span.to(),
                        its.key(),
                        team.isEmpty() ? null : team,
                        by.equals("points"),
                        figures.now(),
                        filter.isNarrow() ? filter.keys(snapshot.level(product, its)) : null);
        return json(pasts.read(me, past -> Flow.of(past, query)), by.equals("state"));
    }

    private static Level level(Product product, String asked) {
        if (asked.isEmpty()) {
            return product.levels().stories();
        }
        return product.levels()
                .find(asked)
                .orElseThrow(() -> ApiProblems.invalid("level", "There is no such level."));
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

    private static Map<String, BigDecimal> decimals(Map<String, Amount> amounts) {
        var decimals = new TreeMap<String, BigDecimal>();
        amounts.forEach((key, amount) -> decimals.put(key, amount.toDecimal()));
        return decimals;
    }

    record OpenRowJson(String value, int items, int inProgress, BigDecimal points) {}

    record OpenJson(LocalDate day, List<OpenRowJson> items) implements Tabular {
        @Override
        public List<String> heads() {
            return List.of("value", "items", "inProgress", "points");
        }

        @Override
        public Stream<List<String>> lines() {
            return items.stream()
                    .map(row ->
                            Tabular.line(row.value(), row.items(), row.inProgress(), row.points()));
        }
    }

    @GetMapping("/open")
    @Operation(
            summary = "How much was open at the end of a day, by an attribute",
            description =
                    "by: kind (usual), assignee, age (the days from which on a span begins), state,"
                            + " team, sprint or release; day (today); team; level (the lowest that"
                            + " carries points); and "
                            + ItemFilter.WORDS)
    OpenJson open(
            @PathVariable String code,
            @RequestParam(defaultValue = "kind") String by,
            @RequestParam(defaultValue = "") String day,
            @RequestParam(defaultValue = "") String team,
            @RequestParam(defaultValue = "") String level,
            @RequestParam MultiValueMap<String, String> asked,
            @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        var product = Lookups.product(snapshot, code);
        var filter = new ItemFilter(snapshot, product, asked, OWN_OF_OPEN, lines, me).orRefused();
        if (!OpenWork.isAttribute(by)) {
            throw ApiProblems.invalid(
                    "by", "There are: kind, assignee, age, state, team, sprint, release.");
        }
        var its = level(product, level);
        var today = figures.today();
        var then = day.isEmpty() ? today : FormValues.date("day", day);
        if (then.isAfter(today)) {
            throw ApiProblems.invalid("day", "%s is still to come.".formatted(then));
        }
        var only = filter.isNarrow() ? filter.keys(snapshot.level(product, its)) : null;
        var rows =
                pasts.read(
                        me,
                        past ->
                                past.open(
                                        product.code(),
                                        its.key(),
                                        team.isEmpty() ? null : Lookups.team(snapshot, team).key(),
                                        by,
                                        then,
                                        only));
        return new OpenJson(
                then,
                rows.stream()
                        .map(row ->
                                new OpenRowJson(
                                        by.equals(OpenWork.AGE)
                                                ? Integer.toString(
                                                        OpenWork.SPANS.get(
                                                                Integer.parseInt(row.value())))
                                                : row.value(),
                                        row.items(),
                                        row.inProgress(),
                                        row.points().toDecimal()))
                        .toList());
    }
}
