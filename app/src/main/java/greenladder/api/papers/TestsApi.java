package greenladder.api.papers;

import com.fasterxml.jackson.annotation.JsonProperty;
import greenladder.api.BodyReader;
import greenladder.api.Page;
import greenladder.api.Tabular;
import greenladder.api.items.ItemsApi;
import greenladder.core.papers.Round;
import greenladder.core.papers.TestCase;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.trace.BugOfCheck;
import greenladder.core.trace.ChangeTest;
import greenladder.core.trace.CloseRound;
import greenladder.core.trace.KeepPaper;
import greenladder.core.trace.NewRound;
import greenladder.core.trace.NoteResult;
import greenladder.core.trace.RemovePaper;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway;
import greenladder.store.CommandGateway.Saved;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.net.URI;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** Tests and rounds of them, for programs. */
@RestController
@RequestMapping("/api/v1")
@Tag(name = "Tests")
class TestsApi {
    private static final Set<String> FIELDS = Set.of("title", "steps", "covers", "groups");

    private final SnapshotKeeper keeper;
    private final CommandGateway gateway;

    TestsApi(SnapshotKeeper keeper, CommandGateway gateway) {
        this.keeper = keeper;
        this.gateway = gateway;
    }

    record ResultJson(boolean passed, String by, Instant at, String words) {
        static ResultJson of(Round.Result result) {
            return new ResultJson(result.passed(), result.who(), result.at(), result.words());
        }
    }

    /**
     * @param last what came of it the last time; null where nobody has tried it
     */
    record TestJson(
            String id,
            String title,
            List<DoJson> steps,
            List<String> covers,
            List<String> groups,
            @Nullable ResultJson last) {
        static TestJson of(Snapshot snapshot, TestCase test) {
            return new TestJson(
                    test.key(),
                    test.name(),
                    test.steps().stream()
                            .map(step -> new DoJson(step.act(), step.expect()))
                            .toList(),
                    test.covers().stream()
                            .sorted()
                            .filter(key -> snapshot.findItem(key).isPresent())
                            .map(ItemKey::toString)
                            .toList(),
                    test.groups(),
                    snapshot.workspace()
                            .papers()
                            .lastResult(test.product(), test.key())
                            .map(ResultJson::of)
                            .orElse(null));
        }
    }

    /** A step under the names that programs use. */
    record DoJson(@JsonProperty("do") String act, String expect) {}

    record CheckJson(
            String test, String title, @Nullable ResultJson result, @Nullable String bug) {}

    record RoundJson(
            String id,
            String name,
            String product,
            Instant startedAt,
            @Nullable Instant closedAt,
            int passed,
            int failed,
            int open,
            List<CheckJson> checks)
            implements Tabular {
        static RoundJson of(Snapshot snapshot, Round round) {
            var checks =
                    round.checks().entrySet().stream()
                            .map(check -> {
                                var result = round.results().get(check.getKey());
                                var bug = round.bugs().get(check.getKey());
                                return new CheckJson(
                                        check.getKey(),
                                        check.getValue(),
                                        result == null ? null : ResultJson.of(result),
                                        bug == null || snapshot.findItem(bug).isEmpty()
                                                ? null
                                                : bug.toString());
                            })
                            .toList();
            int passed =
                    (int) round.results().values().stream().filter(one -> one.passed()).count();
            return new RoundJson(
                    round.key(),
                    round.name(),
                    round.product(),
                    round.startedAt(),
                    round.closedAt(),
                    passed,
                    round.results().size() - passed,
                    round.checks().size() - round.results().size(),
                    checks);
        }

        @Override
        public List<String> heads() {
            return List.of("test", "title", "passed", "by", "at", "words", "bug");
        }

        @Override
        public Stream<List<String>> lines() {
            return checks.stream()
                    .map(check -> {
                        var result = check.result();
                        return Tabular.line(
                                check.test(),
                                check.title(),
                                result == null ? null : result.passed(),
                                result == null ? null : result.by(),
                                result == null ? null : result.at(),
                                result == null ? null : result.words(),
                                check.bug());
                    });
        }
    }

    @GetMapping("/products/{code}/tests")
    @Operation(summary = "A product's tests")
    Page<TestJson> tests(@PathVariable String code, @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        Lookups.product(snapshot, code);
        return new Page<>(
                snapshot.workspace().papers().of(code, TestCase.class).stream()
                        .map(test -> TestJson.of(snapshot, test))
                        .toList(),
                null);
    }

    @GetMapping("/tests/{id}")
    @Operation(summary = "One test")
    TestJson test(@PathVariable String id, @AuthenticationPrincipal SignedIn me) {
        return TestJson.of(keeper.seenBy(me), find(me, id));
    }

    private TestCase find(SignedIn me, String id) {
        return Lookups.paper(keeper.seenBy(me), PlanKey.Kind.TEST, id, TestCase.class);
    }

    @PostMapping("/products/{code}/tests")
    @Operation(
            summary = "Write a test",
            description =
                    "title; steps: [{do, expect}]; covers: the keys of items; groups: up to four,"
                            + " the widest first")
    ResponseEntity<TestJson> write(
            @PathVariable String code,
            @RequestBody JsonNode body,
            @AuthenticationPrincipal SignedIn me) {
        Lookups.product(keeper.seenBy(me), code);
        var test = read(new TestCase("", code, "", List.of(), Set.of(), List.of()), body);
        var saved = gateway.submit(me, new KeepPaper(test, test.covers()));
        var kept = (TestCase) kept(saved);
        return ItemsApi.written(saved, HttpStatus.CREATED)
                .location(URI.create("/api/v1/tests/" + kept.key()))
                .body(TestJson.of(saved.accepted().after(), kept));
    }

    private static Object kept(Saved saved) {
        return saved.accepted()
                .after()
                .workspace()
                .papers()
                .find(saved.plans().getFirst().subject())
                .orElseThrow();
    }

    @PatchMapping(
            path = "/tests/{id}",
            consumes = {"application/merge-patch+json", "application/json"})
    @Operation(summary = "Change a test; what is left out stays")
    ResponseEntity<TestJson> change(
            @PathVariable String id,
            @RequestBody JsonNode body,
            @AuthenticationPrincipal SignedIn me) {
        var before = find(me, id);
        var saved = gateway.submit(me, ChangeTest.of(before, read(before, body)));
        return ItemsApi.written(saved, HttpStatus.OK)
                .body(TestJson.of(keeper.seenBy(me), find(me, id)));
    }

    @DeleteMapping("/tests/{id}")
    @Operation(summary = "Take a test away; rounds keep what came of it")
    ResponseEntity<Void> remove(@PathVariable String id, @AuthenticationPrincipal SignedIn me) {
        var saved = gateway.submit(me, new RemovePaper(find(me, id).planKey()));
        return ItemsApi.written(saved, HttpStatus.NO_CONTENT).build();
    }

    private static TestCase read(TestCase before, JsonNode body) {
        var reader = new BodyReader(body, FIELDS);
        var title = reader.has("title") ? reader.text("title") : before.name();
        var steps = new ArrayList<TestCase.Step>();
        for (var step : reader.objects("steps", Set.of("do", "expect"))) {
            steps.add(new TestCase.Step(line(step.text("do")), line(step.text("expect"))));
        }
        var covers = reader.keys("covers");
        var groups = reader.texts("groups").stream().map(TestsApi::line).toList();
        reader.requireNone();
        return new TestCase(
                before.key(),
                before.product(),
                line(title),
                reader.has("steps") ? steps : before.steps(),
                reader.has("covers") ? Set.copyOf(covers) : before.covers(),
                reader.has("groups") ? groups : before.groups());
    }

    private static String line(@Nullable String text) {
        return text == null ? "" : text.strip().replaceAll("\\s+", " ");
    }

    @GetMapping("/products/{code}/rounds")
    @Operation(summary = "A product's rounds, the latest first")
    Page<RoundJson> rounds(@PathVariable String code, @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        Lookups.product(snapshot, code);
        return new Page<>(
                snapshot.workspace().papers().of(code, Round.class).reversed().stream()
                        .map(round -> RoundJson.of(snapshot, round))
                        .toList(),
                null);
    }

    @GetMapping("/rounds/{id}")
    @Operation(summary = "One round with its checks")
    RoundJson round(@PathVariable String id, @AuthenticationPrincipal SignedIn me) {
        return RoundJson.of(keeper.seenBy(me), findRound(me, id));
    }

    private Round findRound(SignedIn me, String id) {
        return Lookups.paper(keeper.seenBy(me), PlanKey.Kind.ROUND, id, Round.class);
    }

    @PostMapping("/rounds")
    @Operation(
            summary = "Start a round",
            description =
                    "product; name; tests: their ids (all of the product); groups: only tests that"
                            + " begin with these groups; from: a round whose tests are taken")
    ResponseEntity<RoundJson> start(
            @RequestBody JsonNode body, @AuthenticationPrincipal SignedIn me) {
        var reader = new BodyReader(body, Set.of("product", "name", "tests", "groups", "from"));
        var code = Objects.requireNonNullElse(reader.text("product"), "");
        var name = line(reader.text("name"));
        var tests = reader.texts("tests");
        var groups = reader.texts("groups");
        var from = reader.text("from");
        reader.requireNone();
        Lookups.product(keeper.seenBy(me), code);
        var saved = gateway.submit(me, new NewRound(code, name, tests, groups, from, me.handle()));
        var kept = (Round) kept(saved);
        return ItemsApi.written(saved, HttpStatus.CREATED)
                .location(URI.create("/api/v1/rounds/" + kept.key()))
                .body(RoundJson.of(saved.accepted().after(), kept));
    }

    record ResultForm(
            @Nullable String test,
            @Nullable Boolean passed,
            @Nullable String words,
            @Nullable Boolean bug) {}

    @PostMapping("/rounds/{id}/results")
    @Operation(
            summary = "Note what came of a test",
            description =
                    "test: its id; passed: true, false or null to take it back; words; bug: true"
                            + " makes a bug of one that failed")
    ResponseEntity<RoundJson> result(
            @PathVariable String id,
            @RequestBody ResultForm form,
            @AuthenticationPrincipal SignedIn me) {
        findRound(me, id);
        var test = Objects.requireNonNullElse(form.test(), "");
        var saved =
                gateway.submit(
                        me,
                        new NoteResult(
                                id,
                                test,
                                form.passed(),
                                Objects.requireNonNullElse(form.words(), ""),
                                me.handle(),
                                null));
        if (Boolean.TRUE.equals(form.bug())) {
            saved = gateway.submit(me, new BugOfCheck(id, test));
        }
        return ItemsApi.written(saved, HttpStatus.CREATED)
                .body(RoundJson.of(keeper.seenBy(me), findRound(me, id)));
    }

    record RoundForm(@Nullable Boolean closed) {}

    @PatchMapping("/rounds/{id}")
    @Operation(summary = "Close a round, or reopen it: closed")
    ResponseEntity<RoundJson> close(
            @PathVariable String id,
            @RequestBody RoundForm form,
            @AuthenticationPrincipal SignedIn me) {
        findRound(me, id);
        var saved = gateway.submit(me, new CloseRound(id, Boolean.TRUE.equals(form.closed())));
        return ItemsApi.written(saved, HttpStatus.OK)
                .body(RoundJson.of(keeper.seenBy(me), findRound(me, id)));
    }
}
