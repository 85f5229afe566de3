package greenladder.api.figures;

import greenladder.api.Tabular;
import greenladder.api.items.ItemsApi;
import greenladder.core.item.HealthNote;
import greenladder.core.item.Item;
import greenladder.core.trace.GoalEffort;
import greenladder.core.trace.KeepMeasure;
import greenladder.core.trace.NoteHealth;
import greenladder.core.trace.TakeReading;
import greenladder.panel.FormValues;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import greenladder.web.Failure;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
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
import org.springframework.web.bind.annotation.RestController;

/** Why work is there, and how it stands, for programs. */
@RestController
@RequestMapping("/api/v1")
@Tag(name = "Tracing")
class GoalsApi {
    private final SnapshotKeeper keeper;
    private final CommandGateway gateway;
    private final Clock clock;

    GoalsApi(SnapshotKeeper keeper, CommandGateway gateway, Clock clock) {
        this.keeper = keeper;
        this.gateway = gateway;
        this.clock = clock;
    }

    record SumJson(BigDecimal effort, BigDecimal done, long items) {
        static SumJson of(GoalEffort.Sum sum) {
            return new SumJson(plain(sum.effort()), plain(sum.done()), sum.items());
        }

        private static BigDecimal plain(BigDecimal number) {
            return number.scale() < 0 ? number.setScale(0) : number;
        }
    }

    record MeasureJson(
            BigDecimal from,
            BigDecimal target,
            String unit,
            @Nullable BigDecimal now,
            @Nullable Double attainment) {}

    record HealthJson(String state, String words, Instant at, String by) {
        static HealthJson of(HealthNote note) {
            return new HealthJson(note.state().word(), note.words(), note.at(), note.who());
        }
    }

    record GoalJson(
            String key,
            String title,
            BigDecimal effort,
            BigDecimal done,
            long items,
            @Nullable Double attainment,
            @Nullable MeasureJson measure,
            @Nullable HealthJson health) {}

    record GoalsJson(List<GoalJson> items, SumJson withoutGoal, SumJson total) implements Tabular {
        @Override
        public List<String> heads() {
            return List.of("key", "title", "effort", "done", "items", "attainment", "health");
        }

        @Override
        public Stream<List<String>> lines() {
            return items.stream()
                    .map(goal ->
                            Tabular.line(
                                    goal.key(),
                                    goal.title(),
                                    goal.effort(),
                                    goal.done(),
                                    goal.items(),
                                    goal.attainment(),
                                    goal.health() == null ? null : goal.health().state()));
        }
    }

    record ReadingJson(LocalDate day, BigDecimal value) {}

    record Listed<T>(List<T> items) {}

    @GetMapping("/goals")
    @Operation(summary = "Every goal with what it takes, how much is done and its measure")
    GoalsJson goals(@AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        var effort = GoalEffort.of(snapshot);
        return new GoalsJson(
                effort.byGoal().entrySet().stream()
                        .map(entry ->
                                goal(snapshot.requireNode(entry.getKey()).item(), entry.getValue()))
                        .toList(),
                SumJson.of(effort.withoutGoal()),
                SumJson.of(effort.total()));
    }

    private static GoalJson goal(Item item, GoalEffort.Sum sum) {
        var course = item.details().course();
        var json = SumJson.of(sum);
        return new GoalJson(
                item.key().toString(),
                item.title(),
                json.effort(),
                json.done(),
                json.items(),
                course.attainment().orElse(null),
                measure(item),
                course.lastHealth().map(HealthJson::of).orElse(null));
    }

    private static @Nullable MeasureJson measure(Item item) {
        var course = item.details().course();
        var measure = course.measure();
        return measure == null
                ? null
                : new MeasureJson(
                        measure.from().toDecimal(),
                        measure.target().toDecimal(),
                        measure.unit(),
                        course.latest().map(now -> now.getValue().toDecimal()).orElse(null),
                        course.attainment().orElse(null));
    }

    record MeasureForm(
            @Nullable BigDecimal from, @Nullable BigDecimal target, @Nullable String unit) {}

    @PutMapping("/items/{key}/measure")
    @Operation(
            summary = "Set a measure of an item",
            description = "from, target, unit; no target takes the measure away")
    ResponseEntity<Optional<MeasureJson>> keepMeasure(
            @PathVariable String key,
            @RequestBody MeasureForm form,
            @AuthenticationPrincipal SignedIn me) {
        var saved =
                gateway.submit(
                        me,
                        new KeepMeasure(
                                Lookups.key(key),
                                text(form.from()),
                                text(form.target()),
                                form.unit() == null ? "" : form.unit()));
        return ItemsApi.written(saved, HttpStatus.OK)
                .body(Optional.ofNullable(measure(item(me, key))));
    }

    private static String text(@Nullable BigDecimal number) {
        return number == null ? "" : number.toPlainString();
    }

    private Item item(SignedIn me, String key) {
        return Lookups.node(keeper.seenBy(me), key).item();
    }

    @GetMapping("/items/{key}/measure")
    @Operation(summary = "What is measured of an item")
    MeasureJson getMeasure(@AuthenticationPrincipal SignedIn me, @PathVariable String key) {
        var measure = measure(item(me, key));
        if (measure == null) {
            throw new Failure.NotFound("Nothing is measured of this item.");
        }
        return measure;
    }

    @GetMapping("/items/{key}/readings")
    @Operation(summary = "The readings of an item's measure, by day")
    Listed<ReadingJson> readings(@AuthenticationPrincipal SignedIn me, @PathVariable String key) {
        return new Listed<>(
                item(me, key).details().course().readings().entrySet().stream()
                        .map(one -> new ReadingJson(one.getKey(), one.getValue().toDecimal()))
                        .toList());
    }

    record ReadingForm(@Nullable String day, @Nullable BigDecimal value) {}

    @PostMapping("/items/{key}/readings")
    @Operation(summary = "Note a reading: day (today), value; no value takes that day's away")
    ResponseEntity<Listed<ReadingJson>> read(
            @PathVariable String key,
            @RequestBody ReadingForm form,
            @AuthenticationPrincipal SignedIn me) {
        var day = form.day() == null ? LocalDate.now(clock) : FormValues.date("day", form.day());
        var saved = gateway.submit(me, new TakeReading(Lookups.key(key), day, text(form.value())));
        return ItemsApi.written(saved, HttpStatus.CREATED).body(readings(me, key));
    }

    @GetMapping("/items/{key}/health")
    @Operation(summary = "What was said of how an item goes, the latest first")
    Listed<HealthJson> health(@AuthenticationPrincipal SignedIn me, @PathVariable String key) {
        return new Listed<>(
                item(me, key).details().course().health().reversed().stream()
                        .map(HealthJson::of)
                        .toList());
    }

    record HealthForm(@Nullable String state, @Nullable String words) {}

    @PostMapping("/items/{key}/health")
    @Operation(summary = "Say how an item goes: on course, in doubt, off course, with words")
    ResponseEntity<Listed<HealthJson>> note(
            @PathVariable String key,
            @RequestBody HealthForm form,
            @AuthenticationPrincipal SignedIn me) {
        var saved =
                gateway.submit(
                        me,
                        new NoteHealth(
                                Lookups.key(key),
                                me.handle(),
                                form.state() == null ? "" : form.state(),
                                form.words() == null ? "" : form.words()));
        return ItemsApi.written(saved, HttpStatus.CREATED).body(health(me, key));
    }
}
